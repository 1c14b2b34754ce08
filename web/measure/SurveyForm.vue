<script setup lang="ts">
import type { Survey } from '@stout-shackle/core/vehicle'
import { answerText, SURVEY_QUESTIONS } from '@stout-shackle/core/wording'
import StateSign from '../entry/StateSign.vue'
import { useOpenJob } from '../stores/job'
import { usePreferences } from '../stores/preferences'
import { useShop } from '../stores/shop'
import { computed } from 'vue'
import { SURVEY_ASKS } from './asks'
import SurveyAnswer from './SurveyAnswer.vue'

/** What decides fitment. An empty answer stays visible as a ring. */
const { job, assessment } = useOpenJob()
const shop = useShop()
const preferences = usePreferences()

const asks = computed(() => SURVEY_ASKS.filter((a) => !a.only || a.only === job.value.vehicle.suspension))
void shop.loadPlatforms()
const platform = computed(() => shop.platforms.find((p) => p.id === job.value.vehicle.platform) ?? null)
/** What its platform usually has: a hint, never an answer. */
const usual = (key: keyof Survey) => {
  const value = platform.value?.usually[key]
  return value === undefined || value === null || job.value.survey[key] !== null
    ? null
    : `usually ${answerText(key, value, preferences.system)}`
}
const needed = (key: keyof Survey) => assessment.value.unanswered.includes(key)
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
    <div class="asks">
      <div v-for="ask in asks" :key="ask.key" class="ask">
        <StateSign
          :state="job.survey[ask.key] !== null ? 'fine' : needed(ask.key) ? 'caution' : 'unknown'"
          :label="job.survey[ask.key] !== null ? 'answered' : 'not answered'"
        />
        <span class="q"
          >{{ SURVEY_QUESTIONS[ask.key].ask
          }}<span class="small muted">{{ usual(ask.key) ?? SURVEY_QUESTIONS[ask.key].why }}</span></span
        >
        <SurveyAnswer :ask="ask" />
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
