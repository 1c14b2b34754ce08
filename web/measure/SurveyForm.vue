<script setup lang="ts">
import type { Survey } from '@stout-shackle/core/vehicle'
import { plain, SURVEY_QUESTIONS } from '@stout-shackle/core/wording'
import QuantityField from '../entry/QuantityField.vue'
import StateSign from '../entry/StateSign.vue'
import { useOpenJob } from '../stores/job'
import { computed } from 'vue'

/** What decides fitment. An empty answer stays visible as a ring. */
const { store, job, assessment } = useOpenJob()

type Ask = { key: keyof Survey; words?: readonly string[]; length?: [number, number]; only?: 'leaf' | 'coil' }
const ASKS: Ask[] = [
  { key: 'jounceBumper', words: ['two-bolt', 'three-bolt', 'twist-in', 'on-leaf', 'on-axle', 'none'] },
  { key: 'liftBlock', length: [0, 0.25], only: 'leaf' },
  { key: 'coilInsideDiameter', length: [0.04, 0.3], only: 'coil' },
  { key: 'coilGapStanding', length: [0, 0.15], only: 'coil' },
  { key: 'coilGapHanging', length: [0, 0.25], only: 'coil' },
  { key: 'bracketSpace', length: [0.05, 0.6] },
  { key: 'exhaustSide', words: ['left', 'right', 'both', 'none'] },
  { key: 'exhaustDiameter', length: [0.02, 0.2] },
  { key: 'exhaustFactory' },
  { key: 'hitchRails' },
  { key: 'spareUnderBed' },
  { key: 'parkingBrake', words: ['cable', 'electric'] },
  { key: 'brakeLines', words: ['inside', 'outside'] },
  { key: 'axleVent', words: ['left', 'right', 'centre', 'none'] },
  { key: 'loadSensingValve' },
  { key: 'factoryAir' },
  { key: 'oldHelper' },
  { key: 'springsChanged' },
  { key: 'otherLift' },
  { key: 'runningBoards' },
  { key: 'drillingAgreed' },
  { key: 'rust', words: ['none', 'surface', 'heavy'] },
]
const asks = computed(() => ASKS.filter((a) => !a.only || a.only === job.value.vehicle.suspension))
const YES_NO = [
  { value: true, label: 'yes' },
  { value: false, label: 'no' },
] as const
const options = (ask: Ask) => ask.words?.map((w) => ({ value: w, label: plain(w) })) ?? YES_NO
const set = (key: keyof Survey, value: unknown) => store.edit((j) => ({ ...j, survey: { ...j.survey, [key]: value } }))
const length = (key: keyof Survey) => job.value.survey[key] as number | null
/** Native selects speak text; the empty one is "not looked yet". */
function choose(ask: Ask, event: Event) {
  const text = (event.target as HTMLSelectElement).value
  set(ask.key, text === '' ? null : (options(ask).find((o) => String(o.value) === text)?.value ?? null))
}
const needed = (key: keyof Survey) => assessment.value.unanswered.includes(key)
</script>

<template>
  <section class="card">
    <header>
      <h2>Survey</h2>
      <span class="small muted">{{
        assessment.unanswered.length
          ? `${assessment.unanswered.length} answers still decide which kit fits`
          : 'everything that decides fitment is answered'
      }}</span>
    </header>
    <div class="asks">
      <div v-for="ask in asks" :key="ask.key" class="ask">
        <StateSign
          :state="job.survey[ask.key] !== null ? 'fine' : needed(ask.key) ? 'caution' : 'unknown'"
          :label="job.survey[ask.key] !== null ? 'answered' : 'not answered'"
        />
        <span class="q"
          >{{ SURVEY_QUESTIONS[ask.key].ask }}<span class="small muted">{{ SURVEY_QUESTIONS[ask.key].why }}</span></span
        >
        <QuantityField
          v-if="ask.length"
          :value="length(ask.key)"
          kind="length"
          :label="SURVEY_QUESTIONS[ask.key].ask"
          hide-label
          :min="ask.length[0]"
          :max="ask.length[1]"
          clearable
          @commit="(v) => set(ask.key, v)"
        />
        <select
          v-else
          class="control"
          :aria-label="SURVEY_QUESTIONS[ask.key].ask"
          :value="job.survey[ask.key] === null ? '' : String(job.survey[ask.key])"
          @change="choose(ask, $event)"
        >
          <option value="">not looked</option>
          <option v-for="o in options(ask)" :key="String(o.value)" :value="String(o.value)">
            {{ o.label }}
          </option>
        </select>
      </div>
    </div>
  </section>
</template>

<style scoped>
.asks {
  display: grid;
  grid-template-columns: repeat(2, minmax(0, 1fr));
  column-gap: 18px;
  padding: 4px 12px 8px;
}
.ask {
  display: grid;
  grid-template-columns: 12px 1fr 108px;
  gap: 8px;
  align-items: center;
  min-height: 38px;
  border-bottom: 1px solid #f0ece2;
}
.q {
  display: flex;
  flex-direction: column;
  line-height: 1.15;
}
.q .small {
  font-size: 11.5px;
}
</style>
