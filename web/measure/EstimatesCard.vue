<script setup lang="ts">
import { computed } from 'vue'
import { formatQuantity } from '@stout-shackle/core/quantity'
import { FIGURE_NAMES, READING_NAMES } from '@stout-shackle/core/wording'
import { useOpenJob } from '../stores/job'
import { usePreferences } from '../stores/preferences'

/** Which figures of the vehicle nobody has measured, what they leave unsure, and which reading takes most of it away. */
const { job, assessment } = useOpenJob()
const preferences = usePreferences()
const estimate = computed(() => assessment.value.active.estimate)
const named = (figures: readonly string[]) => figures.map((f) => FIGURE_NAMES[f] ?? f).join(', ')
const words = computed(() =>
  Object.entries(job.value.vehicle.estimated)
    .filter(([, { tolerance }]) => tolerance === 0)
    .map(([figure]) => FIGURE_NAMES[figure] ?? figure),
)
const doubt = computed(() => {
  const e = estimate.value
  if (!e) return []
  const mass = (v: number) => `± ${formatQuantity('mass', v, preferences.system)}`
  return [
    { label: 'rear axle, load on', text: mass(e.rear) },
    { label: 'front axle, load on', text: mass(e.front) },
    { label: 'rear squat', text: `± ${formatQuantity('length', e.squat, preferences.system)}` },
    ...(['front', 'rear'] as const).flatMap((axle) =>
      e.pressure[axle] > 0
        ? [{ label: `${axle} pressure`, text: `± ${formatQuantity('pressure', e.pressure[axle], preferences.system)}` }]
        : [],
    ),
  ]
})
</script>

<template>
  <section v-if="estimate || words.length" class="card estimates" data-estimates>
    <header>
      <h2>Estimated, not measured</h2>
      <span class="small muted">{{ doubt.map((d) => `${d.label} ${d.text}`).join(' · ') }}</span>
    </header>
    <p v-if="estimate?.best" class="next" :data-best="estimate.best.reading">
      Read next: <strong>{{ READING_NAMES[estimate.best.reading] }}</strong>, takes away
      {{ Math.round(100 * estimate.best.narrows) }} % of what is unsure ({{ named(estimate.best.figures) }}).
    </p>
    <table v-if="estimate" class="dense">
      <tbody>
        <tr v-for="n in estimate.narrowings" :key="n.reading">
          <td>{{ READING_NAMES[n.reading] }}</td>
          <td class="small muted">{{ named(n.figures) }}</td>
          <td class="num">{{ estimate.best ? `− ${Math.round(100 * n.narrows)} %` : '–' }}</td>
        </tr>
      </tbody>
    </table>
    <p v-if="words.length" class="small">
      Not looked at yet: {{ words.join(', ') }}. Job sheet, "correct the vehicle".
    </p>
  </section>
</template>

<style scoped>
.estimates {
  border-style: dashed;
}
.next,
.estimates > p {
  margin: 6px 12px;
}
</style>
