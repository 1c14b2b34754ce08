<script setup lang="ts">
import { computed, defineAsyncComponent, ref } from 'vue'
import { useRoute } from 'vue-router'
import type { StageId } from '@stout-shackle/core/job'
import { vehicleName } from '@stout-shackle/core/wording'
import StageChain from '../stage-chain/StageChain.vue'
import TruckStrip from '../truck/TruckStrip.vue'
import WhoIsHere from '../people/WhoIsHere.vue'
import ConflictPanel from './ConflictPanel.vue'
import { useCalmJob, useJobPage } from '../stores/job'
import { usePreferences } from '../stores/preferences'

const JobSheet = defineAsyncComponent(() => import('./JobSheet.vue'))
/** Frame of every job page: who and what, the truck, the chain, then the stage. */
const props = defineProps<{ id: string }>()
const store = useJobPage(() => props.id)
const { assessment: calm } = useCalmJob(5)
const preferences = usePreferences()
const route = useRoute()
const stage = computed(() => route.name as StageId)

const sheet = ref(false)
const saveState = computed(() =>
  store.refused ? 'not saved' : store.away ? 'saved here' : store.unsaved ? 'saving' : 'saved',
)
</script>

<template>
  <div v-if="store.missing" class="page">
    <h1>No such job here</h1>
    <p>It may be in another shop's data. <RouterLink to="/">Back to the bays</RouterLink></p>
  </div>
  <div v-else-if="store.job && store.assessment" class="job">
    <header class="line">
      <h1>{{ store.job.title }}</h1>
      <span class="muted what">
        Job {{ store.job.number }} · {{ store.job.customer.name }} · {{ vehicleName(store.job.vehicle) }},
        {{ store.job.vehicle.front.suspension }} front, {{ store.job.vehicle.rear.suspension }} rear,
        {{ store.job.vehicle.rear.wheels }} wheels<span v-if="store.job.bay"> · Bay {{ store.job.bay }}</span>
      </span>
      <span
        class="small save"
        :class="{ away: store.away || store.refused }"
        role="status"
        :data-save="store.refused ? 'refused' : store.away ? 'away' : store.unsaved ? 'saving' : 'saved'"
        >{{ saveState }}</span
      >
      <button class="plain" @click="sheet = true">Job sheet</button>
      <button class="plain" :disabled="!store.undoable.length" title="Ctrl Z" @click="store.undo()">Undo</button>
      <WhoIsHere />
      <button class="boxed" @click="preferences.swapUnits()">
        {{ preferences.system === 'us' ? 'inches · psi · lb' : 'mm · kPa · kg' }} <b>u</b>
      </button>
    </header>
    <TruckStrip :job="store.job" :assessment="store.assessment" :stage="stage" />
    <StageChain :job="store.job.id" :stages="calm.stages" :current="stage" />
    <p
      v-if="store.assessment.handedOver"
      class="closed small"
      :role="store.turnedAway ? 'alert' : undefined"
      data-closed
    >
      Handed over: this visit is closed{{ store.turnedAway ? ', and that change was not taken' : '' }}.
      <RouterLink :to="{ name: 'hand-over', params: { id } }">Open a return visit</RouterLink> to go on with this
      vehicle.
    </p>
    <ConflictPanel />
    <div class="stage"><RouterView /></div>
    <JobSheet v-if="sheet" @close="sheet = false" />
  </div>
  <div v-else-if="store.unavailable" class="page" data-code="unavailable">
    <h1>Not on this screen</h1>
    <p>
      The shop server does not answer, and this job was not opened here before. It opens by itself when the server is
      back. <RouterLink to="/">Back to the bays</RouterLink>
    </p>
  </div>
  <div v-else class="page muted" role="status">Loading the job…</div>
</template>

<style scoped>
.closed {
  background: var(--wash-amber);
  padding: 4px 14px;
}

.job {
  display: flex;
  flex-direction: column;
  height: 100%;
}
.line {
  display: flex;
  align-items: center;
  gap: 12px;
  height: 44px;
  padding: 0 16px;
  background: #faf8f3;
  border-bottom: 1px solid var(--edge);
  flex: none;
}
@media (pointer: coarse) {
  .line {
    height: 54px;
  }
}
.line h1 {
  white-space: nowrap;
}
.what {
  flex: 1;
  min-width: 0;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.save {
  color: var(--moss);
  white-space: nowrap;
}
.save.away {
  color: var(--oxide);
  font-weight: 600;
}
.stage {
  flex: 1;
  min-height: 0;
  overflow: auto;
  padding: 14px 18px 18px;
}
</style>
