<script setup lang="ts">
import { computed, ref } from 'vue'
import { testPressureOf } from '@stout-shackle/core/stages'
import { missingText } from '@stout-shackle/core/wording'
import AxleSwitch from '../fields/AxleSwitch.vue'
import NeedsKit from '../fields/NeedsKit.vue'
import StageColumns from '../job/StageColumns.vue'
import { useOpenJob, useShownAxle } from '../stores/job'
import { usePreferences } from '../stores/preferences'
import AirCheckForm from './AirCheckForm.vue'
import CutListCard from './CutListCard.vue'
import HoldPlate from './HoldPlate.vue'
import JointsCard from './JointsCard.vue'
import PressureLogCard from './PressureLogCard.vue'
import LinesCard from './LinesCard.vue'
import SupplyCard from './SupplyCard.vue'
import { useCircuit } from './use-circuit'

const { store, job, assessment } = useOpenJob()
const preferences = usePreferences()
const { axle, axles, chosen, show } = useShownAxle()
const { under, circuit, draft, laid, faults, keep, look, isEstimated } = useCircuit(job, assessment, (change) =>
  store.edit(change, 'the air circuit'),
)
const PARTS = [
  ['lines', 'Lines'],
  ['joints', 'Connections'],
  ['hold', 'Air check'],
  ['supply', 'Filling'],
  ['pressure-log', 'Log'],
] as const
/** A card of this stage, brought into view. */
const go = (card: string) => document.querySelector(`[data-card=${card}]`)?.scrollIntoView({ block: 'start' })
const selected = ref<string | null>(null)
const connections = computed(() => assessment.value.air.connections.filter((c) => c.axle === axle.value))
const checks = computed(() => assessment.value.air.checks.filter((c) => c.axle === axle.value))
const test = computed(() => (chosen.value ? testPressureOf(chosen.value) : 0))
const named = computed(() => ({ ...assessment.value, job: job.value }))
const doubts = computed(() =>
  connections.value.flatMap((c) =>
    c.reading && c.missing && c.result === 'missing'
      ? [missingText('soap', c.missing, named.value, preferences.system)]
      : [],
  ),
)
/** What a verdict says itself is no doubt about its readings. */
const SAID = ['not-done', 'no-end', 'too-early', 'holds-so-far', 'leaks', 'cannot-tell', 'gained']
const checkDoubts = computed(() =>
  checks.value.flatMap((c) =>
    c.missing && c.start && !SAID.includes(c.missing.code)
      ? [missingText('air-check', c.missing, named.value, preferences.system)]
      : [],
  ),
)
const clean = computed(() => connections.value.filter((c) => c.result === 'no-bubbles').length)
const bubbling = computed(() => connections.value.filter((c) => c.result === 'bubbles').length)
</script>

<template>
  <NeedsKit v-if="!job.kits.length" :job="job.id" what="Which connections to soap and at what pressure" />
  <p v-else-if="!connections.length && !checks.length" class="note">
    Rubber helpers hold no air: nothing to soap, no air check, no pressure to set.
  </p>
  <StageColumns v-else>
    <template #work>
      <nav class="parts" aria-label="Parts of this stage">
        <button v-for="[id, name] in PARTS" :key="id" class="plain" @click="go(id)">{{ name }}</button>
      </nav>
      <LinesCard
        :under="under"
        :circuit="circuit"
        :laid="laid"
        :faults="faults"
        :selected="selected"
        :estimated="isEstimated"
        @select="(id) => (selected = id)"
        @move="(c) => (draft = c)"
        @keep="keep"
        @look="look"
      />
      <AxleSwitch :axles="axles" :axle="axle" @show="show" />
      <JointsCard
        :key="axle"
        :connections="connections"
        :test="test"
        :doubts="doubts"
        :selected="selected"
        @select="(id) => (selected = id)"
      />
      <section class="card" data-card="hold">
        <header>
          <h2>Air check, {{ job.airCheck.hours }} h</h2>
          <span class="small muted"
            >on its wheels with heights at both ends, or hanging; never a full bag hung for a day</span
          >
        </header>
        <div v-for="c in checks" :key="`${axle}-${c.side}`" class="hold" :data-side="c.side ?? 'both'">
          <h3 v-if="c.side">{{ c.side }}</h3>
          <AirCheckForm end="start" :check="c" />
          <AirCheckForm v-if="c.state === 'begun' || c.state === 'read'" end="end" :check="c" />
        </div>
        <p v-for="text in checkDoubts" :key="text" class="note" data-doubt>{{ text }}</p>
      </section>
      <SupplyCard :circuit="circuit" :laid="laid" :chosen="assessment.chosen" />
      <PressureLogCard v-if="chosen" :key="`log-${axle}`" :chosen="chosen" />
    </template>
    <template #plate>
      <HoldPlate
        v-if="chosen"
        :checks="checks"
        :chosen="chosen"
        :circuit="circuit"
        :clean="clean"
        :all="connections.length"
        :bubbling="bubbling"
        @select="(id) => (selected = id)"
      />
      <CutListCard :circuit="circuit" :laid="laid" @keep="keep" />
    </template>
  </StageColumns>
</template>

<style scoped>
.parts {
  display: flex;
  gap: 18px;
}
.hold h3 {
  padding: 6px 12px 0;
  text-transform: capitalize;
}
.card .note {
  margin: 8px 12px 12px;
}
</style>
