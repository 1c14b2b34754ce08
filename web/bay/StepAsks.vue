<script setup lang="ts">
import { computed } from 'vue'
import { factWords, type PlanStep } from '@stout-shackle/core/kit'
import { ofKind } from '@stout-shackle/core/records'
import { HOW_TO_FIND, SURVEY_QUESTIONS } from '@stout-shackle/core/wording'
import { surveyAnswer, type SurveyKey } from '@stout-shackle/core/vehicle'
import { useOpenJob } from '../stores/job'
import QuantityField from '../fields/QuantityField.vue'
import { SURVEY_ASKS } from '../measure/asks'
import StepPhotos from './StepPhotos.vue'

/** What a step asks of the vehicle: the answer orders what is left anew. */
const props = defineProps<{ step: PlanStep }>()
const { store, job, assessment } = useOpenJob()
const axle = computed(() => props.step.axle ?? 'rear')
const answerOf = (fact: SurveyKey) => {
  const found = ofKind(assessment.value.standing, 'finding').findLast(
    (r) => r.body.fact === fact && r.body.axle === axle.value,
  )
  return found ? found.body.answer : surveyAnswer(job.value.survey, fact, axle.value)
}
const says = (word: string | boolean) => (word === true ? 'Yes' : word === false ? 'No' : word)
/** Limits of a question that needs a figure; null for one that is answered in words. */
const lengthOf = (fact: SurveyKey) => SURVEY_ASKS.find((a) => a.key === fact)?.length ?? null
const figureOf = (fact: SurveyKey) => {
  const now = answerOf(fact)
  return typeof now === 'number' ? now : null
}
const answer = (fact: SurveyKey, word: string | boolean | number) =>
  store.record({ kind: 'finding', axle: axle.value, fact, answer: word, step: props.step.id })
</script>

<template>
  <section v-for="fact in step.asks" :key="fact" class="asks" :data-asks="fact">
    <h2>{{ SURVEY_QUESTIONS[fact].ask }}?</h2>
    <p>{{ HOW_TO_FIND[fact] }}</p>
    <p v-if="lengthOf(fact)" class="row figure">
      <QuantityField
        :value="figureOf(fact)"
        kind="length"
        :label="SURVEY_QUESTIONS[fact].ask"
        hide-label
        v-bind="lengthOf(fact)!"
        @commit="(v) => v !== null && answer(fact, v)"
      />
    </p>
    <p v-else class="row">
      <button
        v-for="word in factWords(fact) ?? []"
        :key="String(word)"
        :class="{ on: answerOf(fact) === word }"
        :aria-pressed="answerOf(fact) === word"
        @click="answer(fact, word)"
      >
        {{ says(word) }}
      </button>
    </p>
    <StepPhotos :step="step.id" :caption="`${SURVEY_QUESTIONS[fact].ask}?`" />
  </section>
</template>

<style scoped>
.asks {
  background: #1d2427;
  border: 2px solid #f2c24b;
  border-radius: 4px;
  padding: 12px 16px;
}
h2 {
  font-size: 24px;
  margin: 0;
}
p {
  margin: 4px 0;
  color: #c6cac9;
  font-size: 20px;
}
.row {
  display: flex;
  gap: 12px;
}
button {
  flex: 1;
  min-height: 64px;
  background: #14191b;
  color: #ede8dc;
  border: 2px solid #59646a;
  border-radius: 4px;
  font: 600 28px var(--condensed);
}
.figure :deep(.box) {
  height: 64px;
  width: 240px;
}
.figure :deep(input) {
  font: 600 32px/60px var(--condensed);
  color: #14191b;
}
.on {
  background: #f2c24b;
  border-color: #f2c24b;
  color: #14191b;
}
</style>
