<script setup lang="ts">
import { computed } from 'vue'
import type { Criterion, Weights } from '@stout-shackle/core/stages'
import { CRITERION_NAMES } from '@stout-shackle/core/wording'

/** What a kit's place is made of: each criterion's part of the score, and how much of it was there to have. */
const props = defineProps<{ scores: Weights; weights: Weights; criteria: readonly Criterion[] }>()
const total = computed(() => props.criteria.reduce((sum, c) => sum + props.weights[c], 0))
const bars = computed(() =>
  props.criteria
    .filter((c) => props.weights[c] > 0)
    .map((c) => ({
      c,
      has: (100 * props.weights[c] * props.scores[c]) / total.value,
      of: (100 * props.weights[c]) / total.value,
    }))
    .sort((a, b) => b.of - a.of),
)
</script>

<template>
  <ul class="bars" aria-label="What the score is made of">
    <li v-for="b in bars" :key="b.c">
      <span class="small">{{ CRITERION_NAMES[b.c] }}</span>
      <span class="bar" :style="{ width: `${b.of * 4}px` }"><i :style="{ width: `${b.has * 4}px` }" /></span>
      <span class="small num">{{ b.has.toFixed(0) }} of {{ b.of.toFixed(0) }}</span>
    </li>
  </ul>
</template>

<style scoped>
.bars {
  margin: 0;
  padding: 0;
  list-style: none;
}
li {
  display: grid;
  grid-template-columns: 150px 1fr 56px;
  gap: 6px;
  align-items: center;
  height: 19px;
}
.bar {
  height: 9px;
  background: #ece7db;
}
.bar i {
  display: block;
  height: 100%;
  background: var(--petrol);
}
</style>
