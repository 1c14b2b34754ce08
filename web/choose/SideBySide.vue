<script setup lang="ts">
import { computed, defineAsyncComponent } from 'vue'
import type { RankedKit } from '@stout-shackle/core/stages'
import { bagDiameter } from '@stout-shackle/core/kit'
import { formatQuantity, UNITS } from '@stout-shackle/core/quantity'
import { checksText, FAMILY_NAMES, holesText, VERDICT_NAMES } from '@stout-shackle/core/wording'
import StateSign from '../fields/StateSign.vue'
import { useOpenJob } from '../stores/job'
import { useSettings } from '../stores/settings'
import { usePreferences } from '../stores/preferences'
import RearView from '../truck/RearView.vue'
import { leanText, runsAt, limitsText } from './outcome'

/** Up to four kits in columns: the rear of the vehicle with each, what it runs at under every load, and what it takes. */
const props = defineProps<{ kits: readonly RankedKit[] }>()
defineEmits<{ drop: [id: string] }>()
const ComparisonChart = defineAsyncComponent(() => import('../charts/ComparisonChart.vue'))
const { job, assessment } = useOpenJob()
const preferences = usePreferences()
const settings = useSettings()
const SIGN = { fits: 'fine', 'fits-with-parts': 'caution', 'needs-answer': 'unknown', 'does-not-fit': 'stop' } as const
const DRAWN = 170
const len = (v: number) => formatQuantity('length', v, preferences.system)
const caseOf = (r: RankedKit) => r.cases.find((c) => c.loadCase.id === job.value.activeCase) ?? r.cases[0]!
/** How it stands with each, for its drawing. */
const pose = (r: RankedKit) => {
  const { level, rubber } = caseOf(r)
  const { axle } = r.assessed.kit
  const drop = rubber?.with ?? (level ? level.squat + level.remainingSquat : 0)
  const { squat } = assessment.value.active
  const pressure = level?.left && level.right ? { left: level.left.pressure, right: level.right.pressure } : null
  const stands = { front: -(squat.front ?? 0), rear: -(squat.rear ?? 0) }
  return axle === 'front'
    ? { ...stands, front: -drop, pressure: { front: pressure, rear: null } }
    : { ...stands, rear: -drop, pressure: { front: null, rear: pressure } }
}
const rows = computed((): { label: string; of: (r: RankedKit) => string }[] => [
  { label: 'Family', of: (r) => FAMILY_NAMES[r.assessed.kit.family] },
  { label: 'Verdict', of: (r) => VERDICT_NAMES[r.assessed.verdict] },
  { label: 'Parts beyond the box', of: (r) => r.assessed.fit.parts.map((p) => p.name).join(', ') || 'none' },
  ...assessment.value.cases.map((c, i) => ({
    label: `${UNITS.pressure[preferences.system].symbol}, ${c.loadCase.name}`,
    of: (r: RankedKit) => runsAt(r.cases[i]!, preferences.system),
  })),
  {
    label: `Pressure limits, ${UNITS.pressure[preferences.system].symbol}`,
    of: (r) => limitsText(r.assessed, preferences.system),
  },
  {
    label: 'Bag in its stroke',
    of: (r) => (caseOf(r).stroke === null ? '–' : `${Math.round(100 * caseOf(r).stroke!)} %`),
  },
  {
    label: 'Bag across, at that pressure',
    of: (r) => {
      const { bag } = r.assessed.kit
      const left = caseOf(r).level?.left
      return bag && left ? len(bagDiameter(bag, left.bagHeight, left.pressure)) : '–'
    },
  },
  { label: 'Lean left over', of: (r) => leanText(caseOf(r).lean, preferences.system) },
  {
    label: 'Body, empty',
    of: (r) => {
      const f = caseOf(r).rubber?.frequency ?? caseOf(r).level?.frequency
      return f?.emptyWith ? `${f.emptyWithout?.toFixed(2) ?? '–'} → ${f.emptyWith.toFixed(2)} Hz` : '–'
    },
  },
  {
    label: 'Body, loaded',
    of: (r) => {
      const f = caseOf(r).rubber?.frequency ?? caseOf(r).level?.frequency
      return f ? `${f.without?.toFixed(2) ?? '–'} → ${f.with.toFixed(2)} Hz` : '–'
    },
  },
  {
    label: 'Pair carries, max',
    of: (r) => (r.assessed.capacity === null ? '–' : formatQuantity('mass', r.assessed.capacity, preferences.system)),
  },
  { label: 'Hours', of: (r) => (r.minutes / 60).toFixed(1) },
  { label: 'Price', of: (r) => settings.money(r.assessed.kit.price) },
  { label: 'Holes', of: (r) => holesText(r.assessed.kit) },
  { label: 'Looked at', of: (r) => checksText(r.assessed.kit) },
  { label: 'Compressor later', of: (r) => (r.assessed.kit.compressorLater ? 'yes' : 'no') },
  { label: 'Score', of: (r) => (r.assessed.verdict === 'needs-answer' ? '–' : r.total.toFixed(0)) },
])
/** A line on which they differ is worth the eye. */
const differs = (of: (r: RankedKit) => string) => new Set(props.kits.map(of)).size > 1
</script>

<template>
  <section class="card side">
    <header><h2>Side by side</h2></header>
    <table class="dense sides">
      <thead>
        <tr>
          <th />
          <th v-for="r in kits" :key="r.assessed.kit.id">
            <StateSign :state="SIGN[r.assessed.verdict]" /> {{ r.assessed.kit.name }}
            <button
              class="plain"
              :aria-label="`Take ${r.assessed.kit.name} out`"
              @click="$emit('drop', r.assessed.kit.id)"
            >
              ×
            </button>
          </th>
        </tr>
      </thead>
      <tbody>
        <tr class="drawn">
          <td class="small muted">loaded, on it</td>
          <td v-for="r in kits" :key="r.assessed.kit.id">
            <svg :viewBox="`-95 0 190 ${DRAWN}`">
              <line x1="-90" x2="90" :y1="DRAWN - 32" :y2="DRAWN - 32" class="floor" />
              <RearView
                :vehicle="job.vehicle"
                :survey="job.survey"
                :kit="r.assessed.kit"
                :axle="r.assessed.kit.axle"
                :pose="pose(r)"
                :lean="caseOf(r).level?.lean ?? caseOf(r).rubber?.lean ?? 0"
                :x="0"
                :height="DRAWN"
                :system="preferences.system"
              />
            </svg>
          </td>
        </tr>
        <tr v-for="row in rows" :key="row.label" :class="{ differs: differs(row.of) }">
          <td class="muted">{{ row.label }}</td>
          <td v-for="r in kits" :key="r.assessed.kit.id">{{ row.of(r) }}</td>
        </tr>
      </tbody>
    </table>
    <ComparisonChart
      v-if="kits.some((r) => r.assessed.kit.bag)"
      :job="job"
      :assessment="assessment"
      :kits="kits.map((r) => r.assessed.kit)"
      :system="preferences.system"
    />
  </section>
</template>

<style scoped>
th,
td {
  height: 28px;
}
th:first-child {
  width: 132px;
}
.sides {
  table-layout: fixed;
}
svg {
  width: 100%;
  max-height: 170px;
}
.differs td:not(:first-child) {
  font-weight: 600;
}
.drawn td {
  vertical-align: bottom;
}
.floor {
  stroke: var(--ink);
}
</style>
