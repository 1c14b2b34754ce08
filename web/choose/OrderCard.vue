<script setup lang="ts">
import { computed } from 'vue'
import { answerFlipText, flipText } from '@stout-shackle/core/wording'
import { useSettings } from '../stores/settings'
import { useOpenJob } from '../stores/job'

/** Why the first stands first, and what would change that. */
const { store } = useOpenJob()
const shop = useSettings()
const ranking = computed(() => store.ranking!)
const name = (id: string) => ranking.value.fitting.find((r) => r.assessed.kit.id === id)?.assessed.kit.name ?? id
const first = computed(() => ranking.value.fitting[0]?.assessed.kit.name ?? '')
/** The nearest to flip first. */
const NEAREST = 3
const flips = computed(() =>
  [...ranking.value.flips].sort((a, b) => Math.abs(a.at - a.weight) - Math.abs(b.at - b.weight)).slice(0, NEAREST),
)
</script>

<template>
  <section v-if="ranking.fitting.length > 1" class="card order">
    <header><h2>What would change the ranking</h2></header>
    <ul>
      <li v-for="f in ranking.answerFlips" :key="`${f.question} ${f.answer}`">
        {{ answerFlipText(f, name(f.first), shop.settings.currency) }}.
      </li>
      <li v-for="f in flips" :key="f.over" class="muted">{{ flipText(f, first, name(f.over)) }}.</li>
      <li v-if="!ranking.answerFlips.length && !flips.length">
        No single answer or weight changes it: {{ first }} stays first.
      </li>
    </ul>
  </section>
</template>

<style scoped>
ul {
  margin: 0;
  padding: 0 12px 10px 28px;
}
</style>
