<script setup lang="ts">
import { newKey } from '../api/key'
import { Close, MoreFilled } from '@element-plus/icons-vue'
import { computed, ref } from 'vue'
import { maxLengthOf, formatNumber, limitsOf, UNITS } from '@stout-shackle/core/quantity'
import {
  atPlace,
  LOAD_KINDS,
  loadItemSchema,
  newLoad,
  onRearAxle,
  PLACES,
  type LoadItem,
} from '@stout-shackle/core/vehicle'
import { LOAD_KIND_NAMES, PLACE_NAMES } from '@stout-shackle/core/wording'
import PercentField from '../fields/PercentField.vue'
import QuantityField from '../fields/QuantityField.vue'
import TextField from '../fields/TextField.vue'
import { useCalmJob } from '../stores/job'
import { usePreferences } from '../stores/preferences'

/** Weights of the active load case, or those that are always on it, and what each puts on the rear axle. */
const props = defineProps<{ list: 'case' | 'fittings' }>()
const { store, job, assessment } = useCalmJob(0)
const preferences = usePreferences()
const items = computed(() => (props.list === 'case' ? assessment.value.active.loadCase.items : job.value.fittings))
const unit = (kind: 'mass' | 'length') => UNITS[kind][preferences.system].symbol
const onRear = (...list: LoadItem[]) => onRearAxle(job.value.vehicle, list)
const total = computed(() =>
  props.list === 'case' ? assessment.value.active.weights.rearListed : onRear(...items.value),
)

const change = (next: (items: LoadItem[]) => LoadItem[], what: string | null = null) =>
  store.edit(
    (j) =>
      props.list === 'fittings'
        ? { ...j, fittings: next(j.fittings) }
        : { ...j, loadCases: j.loadCases.map((c) => (c.id === j.activeCase ? { ...c, items: next(c.items) } : c)) },
    what,
  )
const patch = (id: string, part: Partial<LoadItem>) =>
  change((list) => list.map((i) => (i.id === id ? { ...i, ...part } : i)), `${id} ${Object.keys(part).join()}`)
const add = () =>
  change((list) => [
    ...list,
    newLoad(job.value.vehicle, newKey(), `${props.list === 'case' ? 'Load' : 'Fitting'} ${list.length + 1}`),
  ])
const rename = (id: string, text: string) => {
  const name = text.trim()
  if (name) patch(id, { name })
}
function move(id: string, event: Event) {
  const place = (event.target as HTMLSelectElement).value as LoadItem['place']
  patch(id, atPlace(job.value.vehicle, place))
}
const towed = (i: LoadItem) => i.place === 'tongue' || i.place === 'pin'
const opened = ref<string | null>(null)
/** Columns before the one of what is on the rear axle. */
const WIDTH = 7
type Length = 'x' | 'y' | 'z'
const LENGTHS: { key: Length; head: string; label: string }[] = [
  { key: 'x', head: 'ahead', label: 'Ahead of the rear axle' },
  { key: 'y', head: 'left', label: 'Left of center' },
  { key: 'z', head: 'up', label: 'Above the ground' },
]
const masses = [
  { key: 'mass', label: 'Weight of' },
  { key: 'massTolerance', label: 'Tolerance of' },
] as const
type Figure = Length | 'mass' | 'massTolerance' | 'trailerMass' | 'trailerAxle' | 'couplerHeight'
const limits = (key: Figure) => limitsOf(loadItemSchema.shape[key])
</script>

<template>
  <table class="dense">
    <thead>
      <tr>
        <th class="wide">What</th>
        <th>Where</th>
        <th class="num">weight {{ unit('mass') }}</th>
        <th class="num">± {{ unit('mass') }}</th>
        <th v-for="l in LENGTHS" :key="l.key" class="num">{{ l.head }} {{ unit('length') }}</th>
        <th class="num">on rear {{ unit('mass') }}</th>
        <th />
      </tr>
    </thead>
    <tbody>
      <template v-for="i in items" :key="i.id">
        <tr>
          <td>
            <TextField
              class="name"
              :value="i.name"
              :label="`Name of ${i.name}`"
              hide-label
              :maxlength="maxLengthOf(loadItemSchema.shape.name)"
              @commit="(text) => rename(i.id, text)"
            />
          </td>
          <td>
            <select :value="i.place" :aria-label="`Where ${i.name} is`" @change="move(i.id, $event)">
              <option v-for="p in PLACES" :key="p" :value="p">{{ PLACE_NAMES[p] }}</option>
            </select>
          </td>
          <td v-for="m in masses" :key="m.key">
            <QuantityField
              :value="i[m.key]"
              kind="mass"
              :label="`${m.label} ${i.name}`"
              hide-label
              hide-unit
              v-bind="limits(m.key)"
              @update="(v) => v !== null && patch(i.id, { [m.key]: v })"
            />
          </td>
          <td v-for="l in LENGTHS" :key="l.key" class="length">
            <QuantityField
              :value="i[l.key]"
              kind="length"
              :label="`${l.label}, ${i.name}`"
              hide-label
              hide-unit
              v-bind="limits(l.key)"
              :signed="limits(l.key).min < 0"
              @update="(v) => v !== null && patch(i.id, { [l.key]: v })"
            />
          </td>
          <td class="num">{{ formatNumber('mass', onRear(i), preferences.system) }}</td>
          <td class="acts">
            <button
              class="plain"
              :aria-expanded="opened === i.id"
              :aria-label="`More of ${i.name}`"
              title="more of it"
              @click="opened = opened === i.id ? null : i.id"
            >
              <MoreFilled class="sign" />
            </button>
            <button
              class="plain"
              :aria-label="`Take off ${i.name}`"
              title="remove it"
              @click="change((list) => list.filter((x) => x.id !== i.id))"
            >
              <Close class="sign" />
            </button>
          </td>
        </tr>
        <tr v-if="opened === i.id" class="more">
          <td :colspan="WIDTH + 2">
            <span class="details">
              <label
                >is<select
                  class="control"
                  :value="i.kind"
                  :aria-label="`Kind of ${i.name}`"
                  @change="patch(i.id, { kind: ($event.target as HTMLSelectElement).value as LoadItem['kind'] })"
                >
                  <option v-for="k in LOAD_KINDS" :key="k" :value="k">{{ LOAD_KIND_NAMES[k] }}</option>
                </select></label
              >
              <PercentField
                v-if="i.kind === 'tank'"
                :value="i.fill"
                label="full"
                :of="i.name"
                @update="(v) => v !== null && patch(i.id, { fill: v })"
              />
              <template v-if="towed(i)">
                <QuantityField
                  :value="i.trailerMass"
                  kind="mass"
                  label="Whole trailer"
                  :of="i.name"
                  clearable
                  v-bind="limits('trailerMass')"
                  @update="(v) => patch(i.id, { trailerMass: v })"
                />
                <QuantityField
                  :value="i.trailerAxle"
                  kind="length"
                  label="Ball to its axles"
                  :of="i.name"
                  clearable
                  v-bind="limits('trailerAxle')"
                  @update="(v) => patch(i.id, { trailerAxle: v })"
                />
                <QuantityField
                  v-if="i.place === 'tongue'"
                  :value="i.couplerHeight"
                  kind="length"
                  label="Coupler height, level"
                  :of="i.name"
                  clearable
                  v-bind="limits('couplerHeight')"
                  @update="(v) => patch(i.id, { couplerHeight: v })"
                />
                <PercentField
                  v-if="i.place === 'tongue'"
                  :value="i.restoration"
                  label="front weight brought back by bars"
                  :of="i.name"
                  clearable
                  @update="(v) => patch(i.id, { restoration: v })"
                />
              </template>
              <span v-if="i.restoration !== null && i.trailerAxle === null" class="small stop"
                >Bars need the distance from ball to trailer axles.</span
              >
            </span>
          </td>
        </tr>
      </template>
      <tr>
        <td colspan="5">
          <span class="doings">
            <button class="plain" @click="add">+ add a {{ list === 'case' ? 'weight' : 'fitting' }}</button>
            <slot />
          </span>
        </td>
        <td :colspan="WIDTH - 5" class="num muted">
          {{ list === 'case' ? 'rear gains' : 'on the rear axle' }}
          <template v-if="list === 'case' && assessment.active.weights.distribution">, with bars</template>
        </td>
        <td class="num">{{ formatNumber('mass', total, preferences.system) }}</td>
        <td />
      </tr>
    </tbody>
  </table>
</template>

<style scoped>
.name :deep(input) {
  padding: 0 2px;
}
.name :deep(input),
td > select {
  width: 100%;
  height: 30px;
  border: 1px solid transparent;
  border-radius: 4px;
  font: inherit;
  background: transparent;
}
.name :deep(input:hover),
.name :deep(input:focus),
td > select:hover,
td > select:focus {
  border-color: var(--edge);
  background: #fff;
}
td > select {
  width: 122px;
}
.wide {
  width: 22%;
}
.sign {
  width: 15px;
  vertical-align: -2px;
}
.acts {
  white-space: nowrap;
}
.acts button + button {
  margin-left: 6px;
}
td > :deep(.field) {
  width: 62px;
  min-width: 0;
}
td.length > :deep(.field) {
  width: 74px;
}
.doings {
  display: flex;
  gap: 16px;
  padding-left: 8px;
  white-space: nowrap;
}
@media (width < 1000px) {
  td > :deep(.field),
  td > select {
    width: 52px;
  }
  td > select {
    width: 84px;
  }
  td.length > :deep(.field) {
    width: 70px;
  }
}
.details {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 14px;
  align-items: end;
  padding: 4px 8px 8px;
}
.details > label {
  display: flex;
  flex-direction: column;
  font-size: 12.5px;
  color: var(--muted);
}
.details :deep(.field) {
  width: 150px;
}
.more td {
  background: #faf8f4;
}
.stop {
  color: var(--oxide);
}
table.dense td,
table.dense th {
  padding-left: 4px;
  padding-right: 4px;
}
table.dense th:first-child {
  padding-left: 12px;
}
</style>
