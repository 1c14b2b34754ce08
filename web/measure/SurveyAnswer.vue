<script setup lang="ts">
import { computed } from 'vue'
import { plain, SURVEY_QUESTIONS } from '@stout-shackle/core/wording'
import { type AxleEnd, isAxleSurveyKey, surveyAnswer, withSurveyAnswer } from '@stout-shackle/core/vehicle'
import QuantityField from '../fields/QuantityField.vue'
import { useOpenJob } from '../stores/job'
import type { SurveyAsk } from './asks'

/** Where one survey question of the open job is answered. */
const props = defineProps<{ ask: SurveyAsk; axle: AxleEnd }>()
const { store, job } = useOpenJob()
const YES_NO = [
  { value: true, label: 'yes' },
  { value: false, label: 'no' },
] as const
const options = computed(() => props.ask.words?.map((w) => ({ value: w, label: plain(w) })) ?? YES_NO)
const answer = computed(() => surveyAnswer(job.value.survey, props.ask.key, props.axle))
const set = (value: string | number | boolean | null) =>
  store.edit((j) => ({ ...j, survey: withSurveyAnswer(j.survey, props.ask.key, props.axle, value as never) }))
/** Which end, where the question is asked of each. */
const label = computed(
  () =>
    `${SURVEY_QUESTIONS[props.ask.key].ask}${isAxleSurveyKey(props.ask.key) && props.axle === 'front' ? ', front' : ''}`,
)
/** Native selects speak text; the empty one is "not looked yet". */
function choose(event: Event) {
  const text = (event.target as HTMLSelectElement).value
  set(text === '' ? null : (options.value.find((o) => String(o.value) === text)?.value ?? null))
}
</script>

<template>
  <QuantityField
    v-if="ask.length"
    :value="typeof answer === 'number' ? answer : null"
    kind="length"
    :label="label"
    hide-label
    v-bind="ask.length"
    clearable
    @commit="set"
  />
  <select v-else class="control" :aria-label="label" :value="answer === null ? '' : String(answer)" @change="choose">
    <option value="">not looked</option>
    <option v-for="o in options" :key="String(o.value)" :value="String(o.value)">{{ o.label }}</option>
  </select>
</template>
