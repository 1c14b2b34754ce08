<script setup lang="ts">
import { computed } from 'vue'
import { formatNumber, UNITS } from '@stout-shackle/core/quantity'
import { RATING_NAMES, RATING_SOURCES } from '@stout-shackle/core/wording'
import SourceNote from '../fields/SourceNote.vue'
import StateSign from '../fields/StateSign.vue'
import { useCalmJob } from '../stores/job'
import { usePreferences } from '../stores/preferences'

/** Every rating, what is on it and what is left, as bars to one scale a row. */
const { assessment } = useCalmJob(4)
const preferences = usePreferences()
const margins = computed(() => assessment.value.active.ratings.margins)
const tightest = computed(() => assessment.value.active.ratings.tightest)
const m = (v: number) => formatNumber('mass', v, preferences.system)
const state = (left: number | null, limit: number | null) =>
  left === null || limit === null ? 'unknown' : left < 0 ? 'stop' : left < 0.05 * limit ? 'caution' : 'fine'
</script>

<template>
  <table class="dense">
    <thead>
      <tr>
        <th>Rating, from the door-jamb label</th>
        <th class="bar-head">part used</th>
        <th class="num">on it {{ UNITS.mass[preferences.system].symbol }}</th>
        <th class="num">limit</th>
        <th class="num">left</th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="r in margins" :key="r.id">
        <td>
          <StateSign :state="state(r.remaining, r.limit)" /> {{ RATING_NAMES[r.id]
          }}<span v-if="r === tightest" class="small muted"> · tightest</span>
          <SourceNote>{{ RATING_SOURCES[r.source] }}</SourceNote>
        </td>
        <td>
          <svg v-if="r.limit" class="bar" viewBox="0 0 120 10" preserveAspectRatio="none" aria-hidden="true">
            <rect width="100" height="10" class="room" />
            <rect :width="Math.min(120, (100 * r.actual) / r.limit)" height="10" :class="state(r.remaining, r.limit)" />
            <rect x="99" width="2" height="10" class="limit" />
          </svg>
        </td>
        <td class="num">{{ m(r.actual) }}</td>
        <td class="num">{{ r.limit === null ? 'not looked up' : m(r.limit) }}</td>
        <td class="num" :class="state(r.remaining, r.limit)">{{ r.remaining === null ? '–' : m(r.remaining) }}</td>
      </tr>
    </tbody>
  </table>
</template>

<style scoped>
.bar-head {
  width: 24%;
}
.bar {
  width: 100%;
  height: 10px;
  display: block;
}
.room {
  fill: #efeadf;
}
.limit {
  fill: var(--ink);
}
rect.fine {
  fill: var(--moss);
}
rect.caution {
  fill: var(--amber-sign);
}
rect.stop {
  fill: var(--oxide);
}
td.stop {
  color: var(--oxide);
}
</style>
