<script setup lang="ts">
import { Close } from '@element-plus/icons-vue'
import { computed } from 'vue'
import { formatNumber, UNITS } from '@stout-shackle/core/quantity'
import { newLoad, PLACES, usualHeight, usualPlace, type LoadItem } from '@stout-shackle/core/vehicle'
import { PLACE_NAMES } from '@stout-shackle/core/wording'
import QuantityField from '../entry/QuantityField.vue'
import TextField from '../entry/TextField.vue'
import { useOpenJob } from '../stores/job'
import { usePreferences } from '../stores/preferences'

/** Weights of the active load case and what each puts on the rear axle. */
const { store, job, assessment } = useOpenJob()
const preferences = usePreferences()
const items = computed(() => assessment.value.active.loadCase.items)
const unit = (kind: 'mass' | 'length') => UNITS[kind][preferences.system].symbol
const onRear = (i: LoadItem) => i.mass * (1 - i.x / job.value.vehicle.wheelbase)

const change = (next: (items: LoadItem[]) => LoadItem[], what: string | null = null) =>
  store.edit(
    (j) => ({
      ...j,
      loadCases: j.loadCases.map((c) => (c.id === j.activeCase ? { ...c, items: next(c.items) } : c)),
    }),
    what,
  )
const patch = (id: string, part: Partial<LoadItem>) =>
  change((list) => list.map((i) => (i.id === id ? { ...i, ...part } : i)), `${id} ${Object.keys(part).join()}`)
const add = () =>
  change((list) => [...list, newLoad(job.value.vehicle, crypto.randomUUID(), `Load ${list.length + 1}`)])
const rename = (id: string, text: string) => {
  const name = text.trim()
  if (name) patch(id, { name })
}
function move(id: string, event: Event) {
  const place = (event.target as HTMLSelectElement).value as LoadItem['place']
  patch(id, {
    place,
    x: usualPlace(job.value.vehicle, place),
    z: usualHeight(job.value.vehicle, place),
    trailerMass: null,
    trailerAxle: null,
    couplerHeight: null,
    restoration: null,
  })
}
const towed = (i: LoadItem) => i.place === 'tongue' || i.place === 'pin'
const anyTowed = computed(() => items.value.some(towed))
</script>

<template>
  <table class="dense">
    <thead>
      <tr>
        <th class="wide">What</th>
        <th>Where</th>
        <th class="num">weight {{ unit('mass') }}</th>
        <th class="num">± {{ unit('mass') }}</th>
        <th class="num">ahead {{ unit('length') }}</th>
        <th class="num">left {{ unit('length') }}</th>
        <th v-if="anyTowed" class="num">trailer {{ unit('mass') }}</th>
        <th class="num">on rear {{ unit('mass') }}</th>
        <th />
      </tr>
    </thead>
    <tbody>
      <tr v-for="i in items" :key="i.id">
        <td>
          <TextField
            class="name"
            :value="i.name"
            :label="`Name of ${i.name}`"
            hide-label
            :maxlength="60"
            @commit="(text) => rename(i.id, text)"
          />
        </td>
        <td>
          <select :value="i.place" :aria-label="`Where ${i.name} is`" @change="move(i.id, $event)">
            <option v-for="p in PLACES" :key="p" :value="p">{{ PLACE_NAMES[p] }}</option>
          </select>
        </td>
        <td>
          <QuantityField
            :value="i.mass"
            kind="mass"
            :label="`Weight of ${i.name}`"
            hide-label
            hide-unit
            :min="0"
            :max="20000"
            @update="(v) => v !== null && patch(i.id, { mass: v })"
          />
        </td>
        <td>
          <QuantityField
            :value="i.massGive"
            kind="mass"
            :label="`Give or take of ${i.name}`"
            hide-label
            hide-unit
            :min="0"
            :max="10000"
            @update="(v) => v !== null && patch(i.id, { massGive: v })"
          />
        </td>
        <td>
          <QuantityField
            :value="i.x"
            kind="length"
            :label="`Ahead of the rear axle, ${i.name}`"
            hide-label
            hide-unit
            signed
            :min="-8"
            :max="9"
            @update="(v) => v !== null && patch(i.id, { x: v })"
          />
        </td>
        <td>
          <QuantityField
            :value="i.y"
            kind="length"
            :label="`Left of centre, ${i.name}`"
            hide-label
            hide-unit
            signed
            :min="-1.5"
            :max="1.5"
            @update="(v) => v !== null && patch(i.id, { y: v })"
          />
        </td>
        <td v-if="anyTowed">
          <QuantityField
            v-if="towed(i)"
            :value="i.trailerMass"
            kind="mass"
            :label="`Whole trailer of ${i.name}`"
            hide-label
            hide-unit
            clearable
            :min="0"
            :max="30000"
            @update="(v) => patch(i.id, { trailerMass: v })"
          />
        </td>
        <td class="num">{{ formatNumber('mass', onRear(i), preferences.system) }}</td>
        <td>
          <button
            class="plain"
            :aria-label="`Take off ${i.name}`"
            title="take it off"
            @click="change((list) => list.filter((x) => x.id !== i.id))"
          >
            <Close class="cross" />
          </button>
        </td>
      </tr>
      <tr>
        <td colspan="2"><button class="plain" @click="add">+ add a weight</button></td>
        <td :colspan="anyTowed ? 5 : 4" class="num muted">rear gains</td>
        <td class="num">{{ formatNumber('mass', assessment.active.weights.rear, preferences.system) }}</td>
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
select {
  width: 100%;
  height: 30px;
  border: 1px solid transparent;
  border-radius: 4px;
  font: inherit;
  background: transparent;
}
.name :deep(input:hover),
.name :deep(input:focus),
select:hover,
select:focus {
  border-color: var(--edge);
  background: #fff;
}
select {
  width: 112px;
}
.wide {
  width: 30%;
}
.cross {
  width: 15px;
  vertical-align: -2px;
}
td :deep(.field) {
  width: 70px;
  min-width: 0;
}
table.dense td,
table.dense th {
  padding-left: 5px;
  padding-right: 5px;
}
table.dense th:first-child {
  padding-left: 12px;
}
</style>
