<script setup lang="ts">
import { computed } from 'vue'
import { formatNumber, formatQuantity, UNITS } from '@stout-shackle/core/quantity'
import { RATING_NAMES } from '@stout-shackle/core/wording'
import PlateRow from '../entry/PlateRow.vue'
import StampedPlate from '../entry/StampedPlate.vue'
import TextField from '../entry/TextField.vue'
import StageColumns from '../job/StageColumns.vue'
import { useOpenJob } from '../stores/job'
import { usePreferences } from '../stores/preferences'
import LoadPlan from './LoadPlan.vue'
import LoadTable from './LoadTable.vue'
import RatingsTable from './RatingsTable.vue'

const { store, job, assessment } = useOpenJob()
const preferences = usePreferences()
const active = computed(() => assessment.value.active)
const mass = (v: number) => formatQuantity('mass', v, preferences.system)
const len = (v: number) => formatQuantity('length', v, preferences.system)
const choose = (id: string) => store.edit((j) => ({ ...j, activeCase: id }))
const addCase = () => {
  const id = crypto.randomUUID()
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
const worst = computed(() => active.value.ratings.exceeded[0] ?? null)
const lost = computed(() => -active.value.weights.front)
/** What would bring an overloaded rear axle inside: weight off the item that weighs most on it, or moving it. */
const takeOff = computed(() => {
  const over = worst.value?.id === 'rear-axle' ? -worst.value.left! : null
  const { wheelbase } = job.value.vehicle
  const item = [...active.value.loadCase.items].sort(
    (a, b) => b.mass * (1 - b.x / wheelbase) - a.mass * (1 - a.x / wheelbase),
  )[0]
  if (over === null || !item) return null
  const needed = over / (1 - item.x / wheelbase)
  const forward = (over / item.mass) * wheelbase
  const fits = item.place === 'bed' && item.x + forward < 0.7 * wheelbase
  return needed <= item.mass ? { item, mass: needed, forward: fits ? forward : null } : null
})
/** How far forward the heaviest load behind or over the axle would go to give back half of what the front lost. */
const moveForward = computed(() => {
  const item = [...active.value.loadCase.items]
    .filter((i) => i.place === 'bed' && i.mass > 0)
    .sort((a, b) => b.mass - a.mass)[0]
  if (!item || lost.value <= 0) return null
  const metres = (lost.value / 2 / item.mass) * job.value.vehicle.wheelbase
  return metres < job.value.vehicle.wheelbase / 2 ? { item, metres } : null
})
</script>

<template>
  <StageColumns>
    <template #work>
      <section class="card">
        <header class="cases" role="tablist" aria-label="Load cases">
          <span class="tabs">
            <button
              v-for="c in job.loadCases"
              :key="c.id"
              role="tab"
              class="tab"
              :class="{ on: c.id === job.activeCase }"
              :aria-selected="c.id === job.activeCase"
              @click="choose(c.id)"
            >
              {{ c.name }}
            </button>
            <button class="plain" @click="addCase">+ load case</button>
          </span>
          <TextField
            class="rename"
            :value="active.loadCase.name"
            label="Name of this load case"
            hide-label
            :maxlength="60"
            @commit="rename"
          />
          <button class="plain small" :disabled="job.loadCases.length < 2" @click="drop">drop this case</button>
        </header>
        <LoadPlan />
        <LoadTable />
        <p v-if="!active.loadCase.items.length" class="note">
          Nothing on it yet. Add what the customer carries: weight, and how far ahead of or behind the rear axle it
          sits.
        </p>
      </section>
      <section class="card"><RatingsTable /></section>
    </template>
    <template #plate>
      <StampedPlate v-if="worst" title="Over a rating">
        <div class="figures">
          <span class="figure stop"
            >{{ formatNumber('mass', -worst.left!, preferences.system)
            }}<span class="unit">{{ UNITS.mass[preferences.system].symbol }} over</span></span
          >
        </div>
        <p class="note stop">
          <strong>{{ RATING_NAMES[worst.id] }}</strong> carries {{ mass(worst.actual) }}, its plate says
          {{ mass(worst.limit!) }}. No kit may be sold for this load: springs support, they raise no rating. Take weight
          off or move it, then look again.
        </p>
        <PlateRow v-if="takeOff" :label="`Taking this much off &quot;${takeOff.item.name}&quot; helps`">{{
          mass(takeOff.mass)
        }}</PlateRow>
        <PlateRow v-if="takeOff?.forward" :label="`Or moving it forward by`">{{ len(takeOff.forward) }}</PlateRow>
        <PlateRow label="Rear axle" :state="worst.id === 'rear-axle' ? 'stop' : undefined">{{
          mass(active.weights.rearTotal)
        }}</PlateRow>
        <PlateRow label="Gross">{{ mass(active.weights.gross) }}</PlateRow>
      </StampedPlate>
      <StampedPlate v-else title="What the load does">
        <p class="muted">
          Rear squats{{
            active.squat.source === 'measured'
              ? ', measured'
              : active.squat.source === 'from-rate'
                ? ', from the spring rate'
                : ''
          }}
        </p>
        <div v-if="active.squat.rear !== null" class="figures">
          <span class="figure"
            >{{ formatNumber('length', active.squat.rear, preferences.system)
            }}<span class="unit"
              >{{ UNITS.length[preferences.system].symbol }}, give or take
              {{ formatNumber('length', active.squat.rearGive, preferences.system) }}</span
            ></span
          >
        </div>
        <p v-else class="words">Spring rate unknown</p>
        <PlateRow label="Rear axle gains"
          >{{ mass(active.weights.rear) }} ±
          {{ formatNumber('mass', active.weights.rearGive, preferences.system) }}</PlateRow
        >
        <PlateRow label="Front axle" :state="active.weights.front < -10 ? 'caution' : undefined"
          >{{ active.weights.front < 0 ? 'loses' : 'gains' }} {{ mass(Math.abs(active.weights.front)) }}</PlateRow
        >
        <PlateRow
          v-if="active.ratings.tightest"
          :label="`Tightest: ${RATING_NAMES[active.ratings.tightest.id]}`"
          :state="active.ratings.tightest.left! < 0.05 * active.ratings.tightest.limit! ? 'caution' : 'fine'"
          says="lowest of vehicle, axle, tyre, hitch and combination ratings decides (vehicle)"
          >{{ mass(active.ratings.tightest.left!) }} left</PlateRow
        >
        <PlateRow
          v-if="active.rearRate"
          :label="`Rear springs, ${active.rearRate.source === 'vehicle' ? 'from the library' : 'from the loading test'}`"
          >{{ formatQuantity('rate', active.rearRate.rate, preferences.system) }}</PlateRow
        >
        <PlateRow v-if="active.attitude" label="Nose up, no air"
          >{{ ((active.attitude.pitch * 180) / Math.PI).toFixed(1) }}°</PlateRow
        >
        <p v-if="active.squat.rear === null" class="note">
          Read the loaded heights on Measure, or type the rear wheel rate with the vehicle: without either there is no
          squat and no pressure.
        </p>
        <p v-if="lost > 5" class="note">
          <strong>{{ mass(lost) }} have left the front axle.</strong> Air brings the height back, not this weight.
          <template v-if="moveForward">
            Moving "{{ moveForward.item.name }}" {{ len(moveForward.metres) }} forward returns half of it.</template
          >
        </p>
      </StampedPlate>
      <p v-if="active.ratings.unknown.length" class="note">
        Not looked up: {{ active.ratings.unknown.map((r) => RATING_NAMES[r.id]).join(', ') }}. An unknown rating is an
        open question, not a pass.
      </p>
    </template>
  </StageColumns>
</template>

<style scoped>
.cases .tabs {
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
.tab.on {
  color: var(--ink);
  border-color: var(--paint);
}
.tab:focus-visible {
  outline: 2px solid var(--petrol);
}
.rename {
  width: 170px;
}
.figure.stop {
  color: var(--oxide);
}
.card .note {
  margin: 10px 12px;
}
</style>
