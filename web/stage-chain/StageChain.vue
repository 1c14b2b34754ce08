<script setup lang="ts">
import type { StageId } from '@stout-shackle/core/job'
import type { StageReport } from '@stout-shackle/core/judge'
import { STAGE_NAMES, waitingText } from '@stout-shackle/core/wording'
import ShackleLink from './ShackleLink.vue'

/** The eight stages as links of a chain; any may be opened at any time. */
defineProps<{ job: string; stages: readonly StageReport[]; current: StageId }>()
const STATE_WORDS = { open: 'to do', waiting: 'waits', done: 'done' }
</script>

<template>
  <nav class="chain" aria-label="Stages of the job">
    <RouterLink
      v-for="(report, i) in stages"
      :key="report.stage"
      :to="{ name: report.stage, params: { id: job } }"
      class="link"
      :class="{ current: report.stage === current }"
      :aria-current="report.stage === current ? 'step' : undefined"
      :title="report.waits.map((w) => waitingText(w)).join('\n')"
    >
      <ShackleLink :state="report.state" :current="report.stage === current" />
      <span class="text">
        <span class="name">{{ i + 1 }} {{ STAGE_NAMES[report.stage] }}</span>
        <span v-if="report.waits[0] && report.state !== 'open'" class="waits">{{ waitingText(report.waits[0]) }}</span>
        <span class="visually-hidden">{{ STATE_WORDS[report.state] }}</span>
      </span>
    </RouterLink>
  </nav>
</template>

<style scoped>
.chain {
  display: grid;
  grid-template-columns: repeat(8, 1fr);
  height: 50px;
  padding: 0 14px;
  border-bottom: 1px solid var(--edge);
  background: #faf8f3;
}
.link {
  position: relative;
  display: flex;
  align-items: center;
  gap: 7px;
  min-width: 0;
  color: var(--ink);
  text-decoration: none;
}
.link:hover .name {
  color: var(--petrol);
}
.text {
  display: flex;
  flex-direction: column;
  min-width: 0;
  line-height: 1.15;
}
.name {
  font: 600 16px/1.1 var(--condensed);
  white-space: nowrap;
}
.current .name {
  color: var(--petrol);
  border-bottom: 2px solid var(--paint);
}
@media (width < 1000px) {
  .chain {
    padding: 0 8px;
  }
  .link {
    gap: 3px;
  }
  .link :deep(svg) {
    width: 26px;
  }
  .name {
    font-size: 14.5px;
  }
}
.waits {
  font-size: 11.5px;
  color: var(--amber);
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
</style>
