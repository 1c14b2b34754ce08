<script setup lang="ts">
import { computed } from 'vue'
import { jobSchema, type Job } from '@stout-shackle/core/job'
import { LEVEL_TOLERANCE } from '@stout-shackle/core/kit'
import { formatNumber, formatQuantity, limitsOf, UNITS } from '@stout-shackle/core/quantity'
import type { LevelSolution } from '@stout-shackle/core/spring'
import type { AxleEnd } from '@stout-shackle/core/vehicle'
import PercentField from '../fields/PercentField.vue'
import QuantityField from '../fields/QuantityField.vue'
import { useOpenJob } from '../stores/job'
import { usePreferences } from '../stores/preferences'

/** What the customer counts as level, how the bags are plumbed, and where they are filled and driven. */
const props = defineProps<{ level: LevelSolution | null; axle: AxleEnd }>()
const { store, job } = useOpenJob()
const preferences = usePreferences()
const p = (v: number) => formatNumber('pressure', v, preferences.system)
const psi = computed(() => UNITS.pressure[preferences.system].symbol)
const len = (v: number) => formatQuantity('length', v, preferences.system)
const air = (value: Job['air']['rear']) => store.edit((j) => ({ ...j, air: { ...j.air, [props.axle]: value } }))
const frame = (value: Job['frame']) => store.edit((j) => ({ ...j, frame: value }))
const target = (kind: string) =>
  store.edit((j) => ({
    ...j,
    target: kind === 'recover' ? { kind, share: 0.8 } : { kind: kind as 'empty-height' | 'empty-rake' },
  }))
const CONDITIONS = [
  { key: 'driveAltitude', kind: 'altitude', label: 'Driven at, above the sea' },
  { key: 'fillTemperature', kind: 'temperature', label: 'Filled at' },
  { key: 'driveTemperature', kind: 'temperature', label: 'Driven at' },
] as const
const ALTITUDE = limitsOf(jobSchema.shape.altitude)
const conditionLimits = (key: (typeof CONDITIONS)[number]['key']) =>
  limitsOf(jobSchema.shape.conditions.unwrap().shape[key])
/** Height difference over the track that a teed line would leave. */
const teedLean = computed(() =>
  props.level?.leanTeed ? Math.abs(props.level.leanTeed) * job.value.vehicle[props.axle].track : 0,
)
</script>

<template>
  <div class="choices">
    <label
      >Level means<select
        class="control"
        :value="job.target.kind"
        @change="target(($event.target as HTMLSelectElement).value)"
      >
        <option value="empty-height">empty height</option>
        <option value="empty-rake">empty rake</option>
        <option value="recover">part of the squat back</option>
      </select></label
    >
    <PercentField
      v-if="job.target.kind === 'recover'"
      :value="job.target.share"
      label="of it back"
      :least="10"
      @update="(v) => v !== null && store.edit((j) => ({ ...j, target: { kind: 'recover', share: v } }))"
    />
    <label
      >Air lines<select
        class="control"
        :value="job.air[axle]"
        @change="air(($event.target as HTMLSelectElement).value as Job['air']['rear'])"
      >
        <option value="separate">separate lines</option>
        <option value="teed">teed</option>
      </select></label
    >
    <label
      >Off-center load<select
        class="control"
        :value="job.frame"
        @change="frame(($event.target as HTMLSelectElement).value as Job['frame'])"
      >
        <option value="rigid">rigid: axles share the lean</option>
        <option value="twisting">twisting: each its own part</option>
      </select></label
    >
  </div>
  <p v-if="teedLean > LEVEL_TOLERANCE && job.air[axle] === 'teed'" class="note">
    Teed, this load leaves {{ len(teedLean) }} of lean: separate lines can take it out.
  </p>
  <details class="elsewhere">
    <summary class="small">Filled here, driven elsewhere</summary>
    <div class="choices">
      <QuantityField
        :value="job.altitude"
        kind="altitude"
        label="Filled at, above the sea"
        signed
        v-bind="ALTITUDE"
        @commit="(v) => v !== null && store.edit((j) => ({ ...j, altitude: v }))"
      />
      <QuantityField
        v-for="c in CONDITIONS"
        :key="c.key"
        :value="job.conditions[c.key]"
        :kind="c.kind"
        :label="c.label"
        signed
        clearable
        v-bind="conditionLimits(c.key)"
        @commit="(v) => store.edit((j) => ({ ...j, conditions: { ...j.conditions, [c.key]: v } }))"
      />
    </div>
    <p v-if="level?.driving" class="small">
      There it reads {{ p(level.driving.left) }} / {{ p(level.driving.right) }} {{ psi }} and the {{ axle }} moves
      {{ len(level.driving.rise) }}.
    </p>
  </details>
</template>

<style scoped>
.elsewhere {
  margin-top: 8px;
}
.choices {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 6px 10px;
  margin-top: 10px;
}
.choices label {
  display: flex;
  flex-direction: column;
  font-size: 12px;
  color: var(--muted);
}
</style>
