<script setup lang="ts">
import { computed } from 'vue'
import type { CaseAssessment } from '@stout-shackle/core/stages'
import { formatNumber, isAbove, formatQuantity, UNITS } from '@stout-shackle/core/quantity'
import { RATING_NAMES } from '@stout-shackle/core/wording'
import StateSign from '../fields/StateSign.vue'
import { useCalmJob, useShownAxle } from '../stores/job'
import { usePreferences } from '../stores/preferences'

/** Every load case beside the others: what it does, what it takes, and how near it comes to a rating. */
const { job, assessment } = useCalmJob(4)
const preferences = usePreferences()
const emit = defineEmits<{ choose: [id: string] }>()
const mass = (v: number) => formatNumber('mass', v, preferences.system)
const len = (v: number) => formatNumber('length', v, preferences.system)
const psi = (v: number) => formatNumber('pressure', v, preferences.system)
const unit = (kind: 'mass' | 'length' | 'pressure') => UNITS[kind][preferences.system].symbol
const sign = ({ ratings: { tightest } }: CaseAssessment) =>
  !tightest
    ? 'unknown'
    : isAbove(tightest.actual, tightest.limit!)
      ? 'stop'
      : tightest.remaining! < 0.05 * tightest.limit!
        ? 'caution'
        : 'fine'
/** A pressure that cannot be set is none. */
const pressures = ({ level: levels }: CaseAssessment) => {
  const level = levels[axle.value]
  return level?.left &&
    level.right &&
    ['level', 'one-side-below-minimum', 'above-maximum', 'below-minimum'].includes(level.code)
    ? `${psi(level.left.pressure)} / ${psi(level.right.pressure)}`
    : '–'
}
const hasKit = computed(() => job.value.kits.length > 0)
const { axle, axles } = useShownAxle()
/** Which axle's pressures stand there, where both have air. */
const which = computed(() => (axles.value.length > 1 ? `${axle.value}, ` : ''))
</script>

<template>
  <table class="dense">
    <thead>
      <tr>
        <th>Load case</th>
        <th class="num">rear + {{ unit('mass') }}</th>
        <th class="num">front + {{ unit('mass') }}</th>
        <th class="num">squat {{ unit('length') }}</th>
        <th v-if="hasKit" class="num">{{ which }}left / right {{ unit('pressure') }}</th>
        <th v-if="hasKit" class="num">band</th>
        <th class="num">nose up</th>
        <th>Tightest rating</th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="c in assessment.cases" :key="c.loadCase.id" :class="{ on: c === assessment.active }">
        <td>
          <button class="plain" @click="emit('choose', c.loadCase.id)">{{ c.loadCase.name }}</button>
          <span v-if="c.weights.source === 'ticket'" class="small muted"> by the scale</span>
        </td>
        <td class="num">{{ mass(c.weights.rear) }}</td>
        <td class="num">{{ mass(c.weights.front) }}</td>
        <td class="num">
          {{ c.squat.rear === null ? '–' : len(c.squat.rear)
          }}<span v-if="c.squat.rear !== null" class="unit"> ± {{ len(c.squat.rearTolerance) }}</span>
        </td>
        <td v-if="hasKit" class="num">{{ pressures(c) }}</td>
        <td v-if="hasKit" class="num">
          <template v-if="c.level[axle]?.band && pressures(c) !== '–'"
            >{{ psi(c.level[axle]!.band!.low) }}–{{ psi(c.level[axle]!.band!.high) }}</template
          >
        </td>
        <td class="num">{{ c.attitude ? `${((c.attitude.pitch * 180) / Math.PI).toFixed(1)}°` : '–' }}</td>
        <td>
          <StateSign :state="sign(c)" />
          <template v-if="c.ratings.tightest"
            >{{ RATING_NAMES[c.ratings.tightest.id] }},
            {{ formatQuantity('mass', Math.abs(c.ratings.tightest.remaining!), preferences.system) }}
            {{ isAbove(c.ratings.tightest.actual, c.ratings.tightest.limit!) ? 'over' : 'left' }}</template
          >
        </td>
      </tr>
    </tbody>
  </table>
</template>

<style scoped>
.on td:first-child {
  border-left: 4px solid var(--paint);
}
table.dense td,
table.dense th {
  padding-left: 7px;
  padding-right: 7px;
}
</style>
