<script setup lang="ts">
import { surveyedAxles } from '@stout-shackle/core/stages'
import { type AxleEnd, isAxleSurveyKey, surveyAnswer, type SurveyKey } from '@stout-shackle/core/vehicle'
import { answerText, AXLE_NAMES, SURVEY_QUESTIONS } from '@stout-shackle/core/wording'
import StateSign from '../fields/StateSign.vue'
import { useOpenJob } from '../stores/job'
import { usePreferences } from '../stores/preferences'
import { useShop } from '../stores/shop'
import { computed } from 'vue'
import { asksOf, asksOfVehicle } from './asks'
import SurveyAnswer from './SurveyAnswer.vue'

/** What decides fitment, axle by axle and then of the whole vehicle. An empty answer stays visible as a ring. */
const { job, assessment } = useOpenJob()
const shop = useShop()
const preferences = usePreferences()

const axles = computed(() => surveyedAxles(job.value))
const groups = computed(() => [
  ...axles.value.map((axle) => ({
    name: axles.value.length > 1 || axle === 'front' ? AXLE_NAMES[axle] : null,
    axle,
    asks: asksOf(job.value, axle),
  })),
  { name: axles.value.length > 1 ? 'Whole vehicle' : null, axle: axles.value.at(-1)!, asks: asksOfVehicle() },
])
void shop.loadPlatforms()
const platform = computed(() => shop.platforms.find((p) => p.id === job.value.vehicle.platform) ?? null)
const answerOf = (key: SurveyKey, axle: AxleEnd) => surveyAnswer(job.value.survey, key, axle)
/** What its platform usually has: a hint, never an answer. */
const usual = (key: SurveyKey, axle: AxleEnd) => {
  const value = isAxleSurveyKey(key) && axle === 'front' ? null : platform.value?.usually[key]
  return value === undefined || value === null || answerOf(key, axle) !== null
    ? null
    : `usually ${answerText(key, value, preferences.system)}`
}
const needed = (key: SurveyKey, axle: AxleEnd) =>
  assessment.value.unanswered.some((open) => open.key === key && (open.axle === null || open.axle === axle))
</script>

<template>
  <section class="card">
    <header>
      <h2>Survey</h2>
      <span class="small muted" :data-answers-open="assessment.unanswered.length">{{
        assessment.unanswered.length
          ? `${assessment.unanswered.length} answers still decide which kit fits`
          : 'everything that decides fitment is answered'
      }}</span>
    </header>
    <template v-for="(group, i) in groups" :key="i">
      <h3 v-if="group.name">{{ group.name }}</h3>
      <div class="asks">
        <div v-for="ask in group.asks" :key="ask.key" class="ask">
          <StateSign
            :state="
              answerOf(ask.key, group.axle) !== null ? 'fine' : needed(ask.key, group.axle) ? 'caution' : 'unknown'
            "
            :label="answerOf(ask.key, group.axle) !== null ? 'answered' : 'not answered'"
          />
          <span class="q"
            >{{ SURVEY_QUESTIONS[ask.key].ask
            }}<span class="small muted">{{ usual(ask.key, group.axle) ?? SURVEY_QUESTIONS[ask.key].why }}</span></span
          >
          <SurveyAnswer :ask="ask" :axle="group.axle" />
        </div>
      </div>
    </template>
  </section>
</template>

<style scoped>
.asks {
  display: grid;
  grid-template-columns: repeat(2, minmax(0, 1fr));
  column-gap: 18px;
  padding: 4px 12px 8px;
}
h3 {
  margin: 8px 12px 0;
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
