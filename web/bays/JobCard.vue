<script setup lang="ts">
import { computed } from 'vue'
import { STAGE_NAMES, waitingText } from '@stout-shackle/core/wording'
import ShackleLink from '../stage-chain/ShackleLink.vue'
import StateSign from '../fields/StateSign.vue'
import { useSettings } from '../stores/settings'
import type { JobSummary } from '@stout-shackle/core/contract'

/** A job on the board, with its chain in small and what it waits for. */
const props = defineProps<{ job: JobSummary }>()
const shop = useSettings()
const next = computed(() => props.job.stages.find((s) => s.state !== 'done'))
</script>

<template>
  <RouterLink class="card job" :to="{ name: next?.stage ?? 'hand-over', params: { id: job.id } }">
    <span class="top"
      ><span class="muted">{{ job.number }}</span
      ><span class="muted">{{ shop.date(job.day) }}</span></span
    >
    <strong>{{ job.title }}</strong>
    <span class="small">{{ job.customer }}</span>
    <span class="small muted"
      >{{ job.vehicle }}<template v-if="job.kit"> · {{ job.kit }}</template></span
    >
    <span class="chain" aria-hidden="true"
      ><ShackleLink v-for="s in job.stages" :key="s.stage" :state="s.state" small
    /></span>
    <span v-if="job.overload" class="state over" data-code="over-rating"
      ><StateSign state="stop" /> Over a rating: no kit can be sold for this load</span
    >
    <span v-else-if="job.handedOver" class="state done" data-code="handed-over"
      ><StateSign state="fine" /> Handed over {{ shop.date(job.handedOver) }}</span
    >
    <span v-else-if="next" class="state" :data-code="next.waits[0]?.code"
      ><StateSign state="unknown" /> {{ STAGE_NAMES[next.stage] }}:
      {{ next.waits[0] ? waitingText(next.waits[0]) : '' }}</span
    >
  </RouterLink>
</template>

<style scoped>
.job {
  display: flex;
  flex-direction: column;
  gap: 2px;
  padding: 10px 12px 11px;
  color: var(--ink);
  text-decoration: none;
}
.job:hover {
  border-color: var(--petrol);
}
.top {
  display: flex;
  justify-content: space-between;
  font: 500 13px var(--condensed);
}
strong {
  font: 600 18px/1.15 var(--condensed);
}
.chain {
  display: flex;
  gap: 6px;
  margin: 7px 0 5px;
}
.state {
  font-size: 13px;
}
.over {
  color: var(--oxide);
}
.done {
  color: var(--moss);
}
</style>
