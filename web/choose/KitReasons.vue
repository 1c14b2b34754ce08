<script setup lang="ts">
import type { KitAssessment } from '@stout-shackle/core/job'
import { levelText, ruleText } from '@stout-shackle/core/wording'
import StateSign from '../entry/StateSign.vue'
import { usePreferences } from '../stores/preferences'

/** Why a kit fits, nearly fits, or does not: each rule with its figures. */
defineProps<{ assessed: KitAssessment }>()
const preferences = usePreferences()
const SIGN = { ok: 'fine', part: 'caution', ask: 'unknown', no: 'stop' } as const
const levelSign = (code: string) =>
  code === 'level'
    ? 'fine'
    : code === 'above-maximum' || code === 'out-of-window' || code === 'one-side-below-minimum'
      ? 'stop'
      : 'caution'
</script>

<template>
  <ul class="reasons">
    <li v-for="r in assessed.rules" :key="r.rule">
      <StateSign :state="SIGN[r.verdict]" /> {{ ruleText(r, preferences.system) }}
    </li>
    <li v-if="assessed.level">
      <StateSign :state="levelSign(assessed.level.code)" />
      {{ levelText(assessed.level, assessed.minimum.value, assessed.maximum.value, preferences.system) }}
    </li>
    <li v-if="assessed.doubts.includes('capacity-disagrees')">
      <StateSign state="caution" /> The listed capacity differs by more than 15 % from pressure times area: ask the
      maker which is right
    </li>
    <li v-if="assessed.doubts.includes('table-disagrees')">
      <StateSign state="caution" /> The bag's area and volume tables disagree: pressures from it are weak
    </li>
  </ul>
</template>

<style scoped>
.reasons {
  margin: 0;
  padding: 4px 0 10px;
  list-style: none;
  display: grid;
  grid-template-columns: repeat(2, minmax(0, 1fr));
  gap: 3px 16px;
  font-size: 13px;
}
</style>
