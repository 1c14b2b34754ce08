<script setup lang="ts">
import { computed } from 'vue'
import { FACT_NAMES, nextQuestion } from '@stout-shackle/core/kit'
import { HOW_TO_FIND } from '@stout-shackle/core/wording'
import { SURVEY_ASKS } from '../measure/asks'
import VehicleAnswer from './VehicleAnswer.vue'
import SurveyAnswer from '../measure/SurveyAnswer.vue'
import { useOpenJob } from '../stores/job'

/** The one answer that settles the most kits, and where to get it. */
const { store } = useOpenJob()
const question = computed(() =>
  nextQuestion(
    [...(store.ranking?.undecided ?? []), ...(store.ranking?.unconfirmed ?? [])]
      .map((r) => r.assessed.fit)
      .filter((fit) => fit.verdict === 'needs-answer'),
  ),
)
const ask = computed(() => SURVEY_ASKS.find((a) => a.key === question.value?.fact) ?? null)
const kits = (n: number) => `${n} ${n === 1 ? 'kit' : 'kits'}`
</script>

<template>
  <section v-if="question" class="card ask" aria-label="Ask next">
    <span class="words">
      <strong>Ask next: {{ FACT_NAMES[question.fact] }}.</strong>
      {{
        question.settles.length
          ? `It decides ${question.settles.length} of the ${kits(question.undecided)} that depend on an answer.`
          : `${kits(question.touches.length)} depend on it among other things.`
      }}
      <span class="muted">To find out: {{ HOW_TO_FIND[question.fact] }}.</span>
    </span>
    <!-- A field of its own for each question: what is left of one answer must not go to the next. -->
    <SurveyAnswer v-if="ask" :key="ask.key" :ask="ask" :axle="store.axle" class="answer" />
    <VehicleAnswer v-else :key="question.fact" :fact="question.fact" :axle="store.axle" />
  </section>
</template>

<style scoped>
.ask {
  display: flex;
  align-items: center;
  gap: 14px;
  padding: 8px 12px;
  border-left: 4px solid var(--paint);
}
.words {
  flex: 1;
}
.answer {
  width: 150px;
  flex: none;
}
</style>
