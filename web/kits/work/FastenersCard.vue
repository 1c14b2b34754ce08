<script setup lang="ts">
import { BOLT_HEADS, freeId, ownId, type Fastener } from '@stout-shackle/core/kit'
import { recordLimits } from '@stout-shackle/core/records'
import { THREADS, usualTarget } from '@stout-shackle/core/torque'
import QuantityField from '../../fields/QuantityField.vue'
import type { Written } from './draft'

/** Fasteners of a kit or procedure: how many, what torque, when, and what has its torque before. */
const props = defineProps<{ kit: Written }>()
const emit = defineEmits<{ change: [fasteners: Fastener[]] }>()
const SPECS = [
  ['target', 'torque'],
  ['ceiling', 'max torque'],
  ['vehicle-maker', "vehicle maker's"],
  ['snug', 'snug'],
  ['turns', 'turns'],
  ['none-given', 'none given'],
] as const
const WHEN = [
  ['as-fitted', 'as fitted'],
  ['after-alignment', 'after alignment'],
  ['at-ride-height', 'at ride height'],
] as const
const text = (event: Event) => (event.target as HTMLInputElement).value
const put = (i: number, part: Partial<Fastener>) =>
  emit(
    'change',
    props.kit.fasteners.map((f, k) => (k === i ? { ...f, ...part } : f)),
  )
function specOf(kind: Fastener['spec']['kind'], torque: number): Fastener['spec'] {
  switch (kind) {
    case 'target':
      return usualTarget(torque)
    case 'ceiling':
      return { kind, max: torque }
    case 'turns':
      return { kind, turns: 1.5, max: 2 }
    default:
      return { kind }
  }
}
const torqueOf = ({ spec }: Fastener) =>
  spec.kind === 'target' ? spec.value : spec.kind === 'ceiling' ? spec.max : null
const add = () =>
  emit('change', [
    ...props.kit.fasteners,
    {
      id: freeId(
        'fastener',
        props.kit.fasteners.map((f) => f.id),
      ),
      name: 'New fastener',
      count: 2,
      thread: null,
      grade: null,
      spec: { kind: 'snug' },
      evenly: false,
      after: [],
      when: 'as-fitted',
      head: null,
      source: '',
    },
  ])
/** A new name is a new id, as long as nothing uses the old one. */
function rename(i: number, name: string) {
  const fastener = props.kit.fasteners[i]!
  const used = props.kit.operations.some((o) => [...o.torques, ...o.leavesLoose, ...o.disturbs].includes(fastener.id))
  const rest = props.kit.fasteners.filter((f) => f !== fastener).map((f) => f.id)
  put(i, { name, ...(used ? {} : { id: ownId(name, rest) }) })
}
</script>

<template>
  <section class="card">
    <header>
      <h3>Fasteners</h3>
      <button type="button" class="plain" @click="add">Add a fastener</button>
    </header>
    <table class="dense">
      <thead>
        <tr>
          <th>Name</th>
          <th>a side</th>
          <th>Thread</th>
          <th>Asks for</th>
          <th>Torque</th>
          <th>When</th>
          <th>Evenly</th>
          <th>Head</th>
          <th>Source</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="(f, i) in kit.fasteners" :key="i">
          <td>
            <input
              class="control"
              :value="f.name"
              :aria-label="`Name of fastener ${i + 1}`"
              @change="rename(i, text($event))"
            />
          </td>
          <td>
            <input
              class="control short"
              type="number"
              min="1"
              max="24"
              :value="f.count"
              :aria-label="`How many ${f.name}`"
              @change="put(i, { count: Number(text($event)) })"
            />
          </td>
          <td>
            <select
              class="control"
              :value="f.thread ?? ''"
              :aria-label="`Thread of ${f.name}`"
              @change="put(i, { thread: (text($event) || null) as Fastener['thread'] })"
            >
              <option value="">–</option>
              <option v-for="t in Object.keys(THREADS)" :key="t" :value="t">{{ t }}</option>
            </select>
          </td>
          <td>
            <select
              class="control"
              :value="f.spec.kind"
              :aria-label="`What ${f.name} asks for`"
              @change="put(i, { spec: specOf(text($event) as Fastener['spec']['kind'], torqueOf(f) ?? 20) })"
            >
              <option v-for="[v, n] in SPECS" :key="v" :value="v">{{ n }}</option>
            </select>
          </td>
          <td>
            <QuantityField
              v-if="torqueOf(f) !== null"
              :value="torqueOf(f)"
              kind="torque"
              :label="`Torque of ${f.name}`"
              hide-label
              v-bind="recordLimits('torque', 'value')"
              @commit="(v) => v !== null && put(i, { spec: specOf(f.spec.kind, v) })"
            />
          </td>
          <td>
            <select
              class="control"
              :value="f.when"
              :aria-label="`When ${f.name} gets its torque`"
              @change="put(i, { when: text($event) as Fastener['when'] })"
            >
              <option v-for="[v, n] in WHEN" :key="v" :value="v">{{ n }}</option>
            </select>
          </td>
          <td>
            <input
              type="checkbox"
              :checked="f.evenly"
              :aria-label="`${f.name} evenly, in passes`"
              @change="put(i, { evenly: ($event.target as HTMLInputElement).checked })"
            />
          </td>
          <td>
            <select
              class="control head"
              :value="f.head ?? ''"
              :aria-label="`Which way the head of ${f.name} points`"
              @change="put(i, { head: (text($event) || null) as Fastener['head'] })"
            >
              <option value="">–</option>
              <option v-for="h in BOLT_HEADS" :key="h" :value="h">{{ h }}</option>
            </select>
          </td>
          <td>
            <input
              class="control"
              :value="f.source"
              :aria-label="`Source of the torque of ${f.name}`"
              maxlength="240"
              @change="put(i, { source: text($event).trim() })"
            />
          </td>
        </tr>
      </tbody>
    </table>
  </section>
</template>

<style scoped>
input:not([type='checkbox']),
select {
  max-width: 150px;
}
.short {
  width: 56px;
}
.head {
  width: 92px;
}
.card {
  overflow-x: auto;
}
</style>
