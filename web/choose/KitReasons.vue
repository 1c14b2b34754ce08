<script setup lang="ts">
import type { KitAssessment } from '@stout-shackle/core/stages'
import { changeText, flagText, levelText, reasonText } from '@stout-shackle/core/wording'
import StateSign from '../fields/StateSign.vue'
import { usePreferences } from '../stores/preferences'

/** Why a kit fits, nearly fits, or does not: each rule with its figures, its source, and what would change it. */
defineProps<{ assessed: KitAssessment }>()
const preferences = usePreferences()
const SIGN = { fine: 'fine', part: 'caution', work: 'caution', ask: 'unknown', no: 'stop' } as const
const levelSign = (code: string) =>
  code === 'level'
    ? 'fine'
    : code === 'above-maximum' || code === 'out-of-window' || code === 'one-side-below-minimum'
      ? 'stop'
      : 'caution'
</script>

<template>
  <ul class="reasons">
    <li v-for="(r, i) in assessed.fit.reasons" :key="r.rule + i" :title="`${r.note} (${r.source})`">
      <StateSign :state="SIGN[r.effect]" /> {{ reasonText(r, preferences.system)
      }}<span v-if="r.change" class="muted">. Would change it: {{ changeText(r, preferences.system) }}</span>
      <span class="who">{{ r.source }}</span>
    </li>
    <li v-if="assessed.level && assessed.minimum && assessed.maximum">
      <StateSign :state="levelSign(assessed.level.code)" />
      {{ levelText(assessed.level, assessed.minimum.value, assessed.maximum.value, preferences.system) }}
    </li>
    <li v-if="assessed.rubber?.overloaded">
      <StateSign state="stop" /> Pressed harder under this load than its maker allows for good
    </li>
    <li v-for="f in assessed.flags" :key="f.code + f.about">
      <StateSign state="caution" /> {{ flagText(f, preferences.system) }}
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
.who {
  font-size: 11.5px;
  color: var(--muted);
  border-bottom: 1px dotted var(--muted);
}
</style>
