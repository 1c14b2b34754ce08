<script setup lang="ts">
import { computed, ref, useTemplateRef } from 'vue'
import { ofKind } from '@stout-shackle/core/records'
import { formatNumber, formatQuantity, GRAVITY, INCH } from '@stout-shackle/core/quantity'
import { readingsFromCsv, readingsToCsv } from '@stout-shackle/core/exchange'
import { TAPE_TOLERANCE } from '@stout-shackle/core/vehicle'
import { cautionText, cornerText } from '@stout-shackle/core/wording'
import LoadOnSelect from '../fields/LoadOnSelect.vue'
import CsvButtons from '../fields/CsvButtons.vue'
import PlateRow from '../fields/PlateRow.vue'
import StampedPlate from '../fields/StampedPlate.vue'
import StageColumns from '../job/StageColumns.vue'
import { useOpenJob } from '../stores/job'
import { usePreferences } from '../stores/preferences'
import CornerHeads from './CornerHeads.vue'
import HeightGrid from './HeightGrid.vue'
import AsItLeft from './AsItLeft.vue'
import RoadTestCard from '../drive/RoadTestCard.vue'
import MarkSetup from './MarkSetup.vue'
import EstimatesCard from './EstimatesCard.vue'
import SurveyForm from './SurveyForm.vue'

const { store, job, assessment } = useOpenJob()
const preferences = usePreferences()
const loaded = useTemplateRef('loaded')
const active = computed(() => assessment.value.active)
const heights = computed(() => active.value.heights)
const len = (v: number) => formatQuantity('length', v, preferences.system)
const bare = (v: number) => formatNumber('length', v, preferences.system)
/** How finely a tape or rule is read (common practice). */
const TAPES = [
  { name: '1/16 in', tolerance: TAPE_TOLERANCE },
  { name: '1/8 in', tolerance: INCH / 8 },
  { name: '1 mm', tolerance: 0.001 },
  { name: '1/32 in', tolerance: INCH / 32 },
]
/** One height an axle: as it was read so far, until somebody says otherwise. */
const typedOne = ref<boolean | null>(null)
const single = computed(
  () =>
    typedOne.value ??
    ofKind(assessment.value.standing, 'height').some((r) => r.body.corner === 'front' || r.body.corner === 'rear'),
)
const one = computed({ get: () => single.value, set: (v: boolean) => (typedOne.value = v) })
const tape = computed(() => TAPES.findIndex((t) => Math.abs(t.tolerance - job.value.tapeTolerance) < 1e-6))
const setTape = (i: number) => store.edit((j) => ({ ...j, tapeTolerance: TAPES[i]!.tolerance }))
function readCsv(text: string) {
  const read = readingsFromCsv(text, job.value, assessment.value.standing)
  if (!read.ok) return read.problems
  for (const { body, corrects } of read.value)
    store.record(body, corrects === null ? null : { record: corrects, why: 'from a file' })
  return read.value.length ? `${read.value.length} readings taken in.` : 'All of it stood here already.'
}
const squat = computed(() => (active.value.squat.source === 'measured' ? active.value.squat : null))
/** Half an inch across the rear is seen from behind (common practice). */
const LEAN_CAUTION = INCH / 2
const leans = computed(() =>
  [
    {
      label: 'Rear lean, empty',
      value: heights.value.beforeEmpty.leanRear,
      tolerance: heights.value.beforeEmpty.leanTolerance,
    },
    {
      label: 'Rear lean, loaded',
      value: heights.value.beforeLoaded.leanRear,
      tolerance: heights.value.beforeLoaded.leanTolerance,
    },
  ].flatMap(({ label, value, tolerance }) =>
    value === null
      ? []
      : [{ label, value, tolerance, side: Math.abs(value) < INCH / 32 ? '' : value > 0 ? 'left high' : 'right high' }],
  ),
)
const cautions = computed(() => assessment.value.cautions.filter((c) => c.stages.includes('measure')))
const started = computed(() =>
  assessment.value.steps.some((s) => s.outcome === 'done' && s.step.id !== 'make-safe' && s.step.kind === 'operation'),
)
</script>

<template>
  <StageColumns>
    <template #work>
      <AsItLeft />
      <section class="card">
        <header>
          <h2>Heights, as it came in</h2>
          <label class="small one"><input v-model="one" type="checkbox" /> one height an axle</label>
          <span class="small muted">read to</span>
          <select
            class="control"
            aria-label="How finely the tape is read"
            :value="String(tape)"
            @change="setTape(Number(($event.target as HTMLSelectElement).value))"
          >
            <option v-for="(t, i) in TAPES" :key="t.name" :value="String(i)">{{ t.name }}</option>
          </select>
        </header>
        <div class="on-row"><LoadOnSelect /><MarkSetup /></div>
        <CornerHeads :single="single" />
        <HeightGrid
          timing="before"
          load="empty"
          title="Empty"
          :single="single"
          remark="level floor, bounced"
          @end="loaded?.focus()"
        />
        <HeightGrid
          ref="loaded"
          timing="before"
          load="loaded"
          :title="`Loaded: ${active.loadCase.name}`"
          :single="single"
          remark="the usual load on, no air"
        />
        <HeightGrid
          v-if="!heights.beforeLoaded.missing.length"
          timing="before"
          load="empty-again"
          title="Unloaded again"
          :single="single"
          remark="shows the springs' friction"
        />
        <p v-if="heights.beforeLoaded.missing.length && !started" class="ask">
          Take the loaded reading now, before anything comes off: it cannot be taken later, and squat and spring rate
          depend on it.
        </p>
        <footer>
          <span class="small muted">Enter goes around: front left, front right, rear right, rear left</span>
          <CsvButtons
            what="Readings"
            :file-name="`readings-${job.number}.csv`"
            :write="() => readingsToCsv(job, assessment.standing)"
            :read="readCsv"
          />
        </footer>
      </section>
      <RoadTestCard v-if="!started" :key="job.id" timing="before" />
      <EstimatesCard />
      <SurveyForm />
    </template>
    <template #plate>
      <StampedPlate title="As it came in">
        <template v-if="squat && squat.rear !== null">
          <p class="muted">Rear dropped</p>
          <div class="figures">
            <span class="figure"
              >{{ bare(squat.rear)
              }}<span class="unit"
                >{{ preferences.system === 'us' ? 'in' : 'mm' }}, ± {{ bare(squat.rearTolerance) }}</span
              ></span
            >
          </div>
        </template>
        <p v-else class="words">
          {{
            heights.beforeEmpty.missing.length === 4
              ? 'Walk around it with the tape'
              : heights.beforeEmpty.missing.length
                ? `${heights.beforeEmpty.missing.length} corners to go`
                : 'Empty readings are in'
          }}
        </p>
        <PlateRow v-if="squat?.front != null" label="Front"
          >{{ squat.front > 0 ? 'dropped' : 'rose' }} {{ bare(Math.abs(squat.front)) }} ±
          {{ len(squat.frontTolerance) }}</PlateRow
        >
        <PlateRow v-if="heights.beforeEmpty.rake !== null" label="Rake, empty (rear above front)"
          >{{ bare(heights.beforeEmpty.rake) }} ± {{ len(heights.beforeEmpty.rakeTolerance) }}</PlateRow
        >
        <PlateRow v-if="heights.beforeLoaded.rake !== null" label="Rake, loaded"
          >{{ bare(heights.beforeLoaded.rake) }} ± {{ len(heights.beforeLoaded.rakeTolerance) }}</PlateRow
        >
        <PlateRow
          v-for="lean in leans"
          :key="lean.label"
          :label="lean.label"
          :state="Math.abs(lean.value) > LEAN_CAUTION ? 'caution' : 'fine'"
          >{{ bare(Math.abs(lean.value)) }} ± {{ len(lean.tolerance) }} {{ lean.side }}</PlateRow
        >
        <PlateRow
          v-if="active.rates.rear?.source === 'loading-test'"
          label="Rear springs, both, from this test"
          says="least squares over all loads that were measured; tolerances of tape and load, or their scatter (GUM 5.1.2)"
          >{{ formatQuantity('rate', active.rates.rear.rate, preferences.system) }} ±
          {{ formatNumber('rate', active.rates.rear.tolerance, preferences.system) }}</PlateRow
        >
        <PlateRow
          v-if="active.rates.rear?.frictionSource === 'measured'"
          label="Friction of the springs, up and down"
          says="half the force between loading and unloading"
          >± {{ formatQuantity('mass', active.rates.rear.friction / GRAVITY, preferences.system) }}</PlateRow
        >
        <p v-for="finding in assessment.corners" :key="finding.code + finding.set" class="note stop">
          {{ cornerText(finding, preferences.system) }}.
        </p>
        <p v-for="caution in cautions" :key="caution.code" class="note">
          {{ cautionText(caution, preferences.system) }}
        </p>
      </StampedPlate>
    </template>
  </StageColumns>
</template>

<style scoped>
.on-row {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 6px 18px;
  padding: 6px 12px 0;
}
.card > footer {
  display: flex;
  justify-content: space-between;
  padding: 6px 12px;
  border-top: 1px solid #ece7db;
}
.one {
  white-space: nowrap;
}
.ask {
  margin: 4px 12px 10px;
  font-size: 13px;
  color: var(--amber);
}
</style>
