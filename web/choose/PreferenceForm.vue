<script setup lang="ts">
import type { Preferences } from '@stout-shackle/core/job'
import { PREFERENCE_QUESTIONS } from '@stout-shackle/core/wording'
import { ref, watch } from 'vue'
import { useOpenJob } from '../stores/job'

/** What shop and customer care about, in plain questions; the order of the kits follows. */
const { store, job } = useOpenJob()
const budget = ref('')
const refused = ref('')
watch(
  () => job.value.preferences.budget,
  (b) => (budget.value = b === null ? '' : String(b)),
  { immediate: true },
)
const questions = Object.entries(PREFERENCE_QUESTIONS) as [
  Exclude<keyof Preferences, 'budget'>,
  { ask: string; answers: Record<string, string> },
][]
const set = (key: keyof Preferences, value: string | number | null) =>
  store.edit((j) => ({ ...j, preferences: { ...j.preferences, [key]: value } }))
function setBudget() {
  const text = budget.value.trim()
  const value = Number(text)
  refused.value =
    text === '' || (Number.isFinite(value) && value >= 1 && value <= 100_000)
      ? ''
      : 'Type a figure from 1 to 100 000, or leave it empty.'
  if (!refused.value) set('budget', text === '' ? null : value)
}
</script>

<template>
  <section class="card">
    <header><h2>What matters here</h2></header>
    <div class="fields questions">
      <label v-for="[key, { ask, answers }] in questions" :key="key"
        >{{ ask
        }}<select
          class="control"
          :value="job.preferences[key]"
          @change="set(key, ($event.target as HTMLSelectElement).value)"
        >
          <option v-for="(words, answer) in answers" :key="answer" :value="answer">{{ words }}</option>
        </select></label
      >
      <label
        >Budget for the kit<input
          v-model="budget"
          class="control"
          inputmode="decimal"
          placeholder="none"
          :aria-invalid="refused !== ''"
          @change="setBudget"
      /></label>
    </div>
    <p v-if="refused" class="note stop" role="alert">{{ refused }}</p>
  </section>
</template>

<style scoped>
.questions {
  padding: 4px 12px 10px;
}
label {
  display: flex;
  flex-direction: column;
  font-size: 12px;
  color: var(--muted);
}
</style>
