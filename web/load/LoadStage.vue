<script setup lang="ts">
import { loadCaseSchema } from '@stout-shackle/core/vehicle'
import { maxLengthOf } from '@stout-shackle/core/quantity'
import { newKey } from '../api/key'
import { computed, defineAsyncComponent, ref } from 'vue'
import { loadsFromCsv, loadsToCsv } from '@stout-shackle/core/exchange'
import CsvButtons from '../fields/CsvButtons.vue'
import TextField from '../fields/TextField.vue'
import StageColumns from '../job/StageColumns.vue'
import { useCalmJob, useShownAxle } from '../stores/job'
import { usePreferences } from '../stores/preferences'
import CasesTable from './CasesTable.vue'
import LoadPictures from './LoadPictures.vue'
import LoadPlate from './LoadPlate.vue'
import LoadTable from './LoadTable.vue'
import RatingsTable from './RatingsTable.vue'
import TicketDialog from './TicketDialog.vue'

const AxleChart = defineAsyncComponent(() => import('../charts/AxleChart.vue'))
const PressureChart = defineAsyncComponent(() => import('../charts/PressureChart.vue'))
const SquatChart = defineAsyncComponent(() => import('../charts/SquatChart.vue'))

const { store, job, assessment } = useCalmJob(4)
const preferences = usePreferences()
const active = computed(() => assessment.value.active)
const list = ref<'case' | 'fittings'>('case')
const weighing = ref(false)
function choose(id: string) {
  list.value = 'case'
  if (id !== job.value.activeCase) store.edit((j) => ({ ...j, activeCase: id }))
}
const addCase = () => {
  const id = newKey()
  store.edit((j) => ({
    ...j,
    loadCases: [...j.loadCases, { id, name: `Load case ${j.loadCases.length + 1}`, items: [] }],
    activeCase: id,
  }))
}
const rename = (text: string) => {
  const name = text.trim()
  if (name)
    store.edit((j) => ({
      ...j,
      loadCases: j.loadCases.map((c) => (c.id === j.activeCase ? { ...c, name } : c)),
    }))
}
const drop = () =>
  store.edit((j) => {
    const loadCases = j.loadCases.filter((c) => c.id !== j.activeCase)
    return { ...j, loadCases, activeCase: loadCases[0]!.id }
  })
const writeCsv = () => loadsToCsv(job.value)
function readCsv(text: string) {
  const read = loadsFromCsv(text, job.value, () => newKey())
  if (!read.ok) return read.problems
  store.edit((j) => ({ ...j, ...read.value }))
  return 'Taken in.'
}

const { chosen } = useShownAxle()
/** The kit whose curve is drawn: the picked one, else the best of those that fit, on trial. */
const drawn = computed(() => chosen.value ?? store.ranking?.fitting.find((k) => k.assessed.level)?.assessed ?? null)
const PANELS = {
  cases: 'All load cases',
  ratings: 'Ratings',
  squat: 'Squat against load',
  pressure: 'Pressure against load',
  axles: 'Axle weights',
} as const
const panel = ref<keyof typeof PANELS>('cases')
</script>

<template>
  <StageColumns>
    <template #work>
      <section class="card">
        <header class="cases">
          <span class="tabs" role="tablist" aria-label="Load cases">
            <button
              v-for="c in job.loadCases"
              :key="c.id"
              role="tab"
              class="tab"
              :class="{ on: list === 'case' && c.id === job.activeCase }"
              :aria-selected="list === 'case' && c.id === job.activeCase"
              @click="choose(c.id)"
            >
              {{ c.name }}
            </button>
            <button
              role="tab"
              class="tab"
              :class="{ on: list === 'fittings' }"
              :aria-selected="list === 'fittings'"
              @click="list = 'fittings'"
            >
              Always on it<span v-if="job.fittings.length" class="small"> ({{ job.fittings.length }})</span>
            </button>
          </span>
          <span>
            <button class="plain" @click="addCase">+ load case</button>
          </span>
          <TextField
            v-if="list === 'case'"
            class="rename"
            :value="active.loadCase.name"
            label="Name of this load case"
            hide-label
            :maxlength="maxLengthOf(loadCaseSchema.shape.name)"
            @commit="rename"
          />
        </header>
        <LoadPictures v-if="list === 'case'" />
        <LoadTable :list="list">
          <button class="plain" @click="weighing = true">weigh ticket</button>
          <button v-if="list === 'case'" class="plain" :disabled="job.loadCases.length < 2" @click="drop">
            drop this case
          </button>
        </LoadTable>
        <p v-if="list === 'fittings'" class="note">
          On the vehicle when it is measured empty: these count for every rating, and for no squat.
        </p>
        <p v-else-if="!active.loadCase.items.length" class="note">
          Nothing on it yet. Add what the customer carries: weight, and how far ahead of or behind the rear axle it
          sits.
        </p>
      </section>
      <section class="card">
        <header>
          <span class="tabs" role="tablist" aria-label="What it comes to">
            <button
              v-for="(name, key) in PANELS"
              :key="key"
              role="tab"
              class="tab small-tab"
              :class="{ on: panel === key }"
              :aria-selected="panel === key"
              @click="panel = key"
            >
              {{ name }}
            </button>
          </span>
          <CsvButtons what="Loads" :file-name="`loads-${job.number}.csv`" :write="writeCsv" :read="readCsv" />
        </header>
        <CasesTable v-if="panel === 'cases'" @choose="choose" />
        <RatingsTable v-else-if="panel === 'ratings'" />
        <SquatChart v-else-if="panel === 'squat'" :job="job" :assessment="assessment" :system="preferences.system" />
        <template v-else-if="panel === 'pressure'">
          <p v-if="!drawn?.minimum || !drawn.maximum" class="note">
            No kit is picked and none fits yet: nothing to draw a pressure for.
          </p>
          <template v-else>
            <p v-if="drawn !== chosen" class="small muted trial">On trial: {{ drawn.kit.name }}</p>
            <PressureChart
              :job="job"
              :assessment="assessment"
              :kit="drawn.kit"
              :minimum="drawn.minimum.value"
              :maximum="drawn.maximum.value"
              :system="preferences.system"
            />
          </template>
        </template>
        <AxleChart v-else :assessment="assessment" :system="preferences.system" />
      </section>
      <TicketDialog v-if="weighing" @close="weighing = false" />
    </template>
    <template #plate><LoadPlate /></template>
  </StageColumns>
</template>

<style scoped>
.tabs {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 14px;
}
.tab {
  all: unset;
  cursor: pointer;
  font: 600 16px var(--condensed);
  color: var(--muted);
  border-bottom: 3px solid transparent;
}
.small-tab {
  font-size: 15px;
}
.tab.on {
  color: var(--ink);
  border-color: var(--paint);
}
.tab:focus-visible {
  outline: 2px solid var(--petrol);
}
.rename {
  width: 160px;
}
.card .note {
  margin: 10px 12px;
}
.trial {
  padding: 6px 12px 0;
}
</style>
