<script setup lang="ts">
import { computed, reactive, ref } from 'vue'
import { isTwoOnOneLine, kitAt } from '@stout-shackle/core/job'
import { ofKind, recordLimits, type RecordOf } from '@stout-shackle/core/records'
import { type PlanStep, hasAir, PLATE_CLEARANCE, type StepCheck } from '@stout-shackle/core/kit'
import { REMEDY_NAMES, type Remedy } from '@stout-shackle/core/fittings'
import {
  formatBand,
  formatQuantity,
  isBelow,
  isAbove,
  limitQuantity,
  parseQuantity,
  refusalText,
  UNITS,
  type QuantityKind,
} from '@stout-shackle/core/quantity'
import { remediesFor } from '@stout-shackle/core/circuit'
import { isTravelRun, SOAP_MINUTES, testPressureOf, type ConnectionState } from '@stout-shackle/core/stages'
import { useOpenJob } from '../stores/job'
import { usePreferences } from '../stores/preferences'
import { airRefusals, CONNECTION_RESULTS } from '@stout-shackle/core/wording'
import BenchLayout from './BenchLayout.vue'

/** What a step looks at, read here and now with gloves on: it is done when it is on record. */
const props = defineProps<{ step: PlanStep }>()
const { store, job, assessment } = useOpenJob()
const preferences = usePreferences()
const axle = computed(() => props.step.axle ?? 'rear')
const kit = computed(() => kitAt(job.value, axle.value)?.kit ?? null)
const chosen = computed(() => assessment.value.chosen.find((c) => c.kit.axle === axle.value) ?? null)
const typed = reactive<Record<string, string>>({})
const refused = ref('')
const SIDES = ['left', 'right'] as const

/** A field as a figure, or the sentence that says what would be right. */
function read(name: string, kind: QuantityKind, limits: ReturnType<typeof recordLimits>): number | null {
  const parsed = parseQuantity(kind, typed[name] ?? '', { system: preferences.system, ...limits })
  refused.value = parsed.ok ? '' : `${name}: ${refusalText(parsed)}`
  return parsed.ok ? parsed.value : null
}
const unit = (kind: 'pressure' | 'length' | 'temperature') => UNITS[kind][preferences.system].symbol

const air = computed(() => assessment.value.proof.now.air[axle.value] ?? null)
function firstAir() {
  const left = read('Left bag', 'pressure', recordLimits('bag-pressure', 'left'))
  if (left === null) return
  const right = read('Right bag', 'pressure', recordLimits('bag-pressure', 'right'))
  if (right === null) return
  const warmth = (typed.Outside ?? '').trim()
  const temperature = warmth ? read('Outside', 'temperature', recordLimits('bag-pressure', 'temperature')) : undefined
  if (temperature === null) return
  if (isTwoOnOneLine(job.value, axle.value, left, right)) {
    refused.value = airRefusals['one-pressure'](axle.value)
    return
  }
  const low = has('first-air') && kit.value && hasAir(kit.value) ? kit.value.bag.minimum : 0
  const { pressure } = props.step
  if (isBelow(left, low) || isBelow(right, low))
    refused.value = `Under the min of the kit, ${limitQuantity('min', 'pressure', low, preferences.system)}: recorded, and the step stays open.`
  else if (pressure && [left, right].some((p) => isBelow(p, pressure.low) || isAbove(p, pressure.high)))
    refused.value = `This step is done at ${formatBand('pressure', pressure, preferences.system)}: recorded as read.`
  store.record({ kind: 'bag-pressure', axle: axle.value, left, right, ...(temperature ? { temperature } : {}) })
}

const connections = computed(() => assessment.value.air.connections.filter((c) => c.axle === axle.value))
function soap(connection: string, result: 'no-bubbles' | 'bubbles') {
  const pressure = read('Gauge', 'pressure', recordLimits('connection', 'pressure'))
  if (pressure === null) return
  const minutes = Number((typed.Minutes ?? '').replace(',', '.'))
  if (result === 'no-bubbles' && !(minutes >= SOAP_MINUTES && minutes <= 240)) {
    refused.value = `Minutes: how long each was watched, ${SOAP_MINUTES} or more.`
    return
  }
  store.record({
    kind: 'connection',
    connection,
    result,
    pressure,
    minutes: Number.isFinite(minutes) ? minutes : null,
    reason: '',
  })
}
/** What is done about one that bubbles: what it takes apart is soaped again. */
const remedy = reactive<Record<string, Remedy | undefined>>({})
function putRight(c: ConnectionState) {
  const done = remedy[c.id] ?? remediesFor(c)[0]!
  const body: RecordOf<'connection-opened'>['body'] = {
    kind: 'connection-opened',
    connection: c.id,
    reason: 'it bubbled',
    remedy: done,
  }
  store.record(body)
}
/** One that nobody can see is owed still: what stands in the way is written under it. */
function hidden(connection: string) {
  const reason = (typed.Why ?? '').trim()
  if (!reason) {
    refused.value = 'Why it cannot be seen: type what is in the way first.'
    return
  }
  const pressure = read('Gauge', 'pressure', recordLimits('connection', 'pressure'))
  if (pressure !== null)
    store.record({ kind: 'connection', connection, result: 'cannot-see', pressure, minutes: null, reason })
}
const gaps = computed(() => assessment.value.gaps.filter((g) => g.axle === axle.value && g.check === 'plate-tire'))
function plateTire(side: 'left' | 'right') {
  const name = side === 'left' ? 'Left gap' : 'Right gap'
  const value = read(name, 'length', recordLimits('gap', 'value'))
  if (value === null) return
  store.record({
    kind: 'gap',
    axle: axle.value,
    check: 'plate-tire',
    gap: null,
    side,
    value,
    about: false,
    sleeved: false,
  })
}
/** The axle runs down and up at this step: what was seen on the way may be recorded. */
const runs = computed(() => isTravelRun(props.step))
const RUN_FIELDS = [
  { name: 'Least gap', key: 'gap' },
  { name: 'Bag all down', key: 'down' },
  { name: 'Bag all up', key: 'up' },
] as const
function runRead(side: 'left' | 'right') {
  const figures: Record<'gap' | 'down' | 'up', number | null> = { gap: null, down: null, up: null }
  for (const { name, key } of RUN_FIELDS) {
    if (!(typed[`${name}, ${side}`] ?? '').trim()) continue
    const value = read(`${name}, ${side}`, 'length', recordLimits('travel-run', key))
    if (value === null) return
    figures[key] = value
  }
  if (figures.gap === null && figures.down === null && figures.up === null) {
    refused.value = 'Enter the least gap or a bag height.'
    return
  }
  store.record({ kind: 'travel-run', axle: axle.value, side, ...figures, to: (typed[`To, ${side}`] ?? '').trim() })
}
const runOf = (side: 'left' | 'right') =>
  ofKind(assessment.value.standing, 'travel-run').findLast(
    ({ body }) => body.axle === axle.value && body.side === side,
  ) ?? null
const has = (check: StepCheck) => props.step.checks.includes(check)
</script>

<template>
  <section class="checks" data-checks>
    <BenchLayout v-if="has('parts')" :axle="axle" />
    <form v-if="(has('first-air') || step.pressure) && kit && hasAir(kit)" @submit.prevent="firstAir">
      <h2>
        Read both bags:
        {{
          step.pressure
            ? formatBand('pressure', step.pressure, preferences.system)
            : `${limitQuantity('min', 'pressure', kit.bag.minimum, preferences.system)} or more`
        }}
        <span v-if="air" class="is"
          >now {{ formatQuantity('pressure', air.left, preferences.system) }} left,
          {{ formatQuantity('pressure', air.right, preferences.system) }} right</span
        >
      </h2>
      <label v-for="side in SIDES" :key="side"
        >{{ side }}
        <input
          v-model="typed[side === 'left' ? 'Left bag' : 'Right bag']"
          inputmode="decimal"
          :aria-label="`${side} bag, ${unit('pressure')}`"
        />
        {{ unit('pressure') }}</label
      >
      <label v-if="job.recheck"
        >outside
        <input v-model="typed.Outside" inputmode="decimal" :aria-label="`Outside, ${unit('temperature')}`" />
        {{ unit('temperature') }}</label
      >
      <button>Record</button>
    </form>
    <div v-if="has('connections') && chosen">
      <h2>
        Soap at {{ formatQuantity('pressure', testPressureOf(chosen), preferences.system) }}, {{ SOAP_MINUTES }} minutes
        or more
      </h2>
      <p class="row">
        <label
          >gauge
          <input v-model="typed.Gauge" inputmode="decimal" :aria-label="`Gauge while soaping, ${unit('pressure')}`" />
          {{ unit('pressure') }}</label
        >
        <label>watched <input v-model="typed.Minutes" inputmode="decimal" aria-label="Minutes watched" /> min</label>
        <label>in the way <input v-model="typed.Why" aria-label="What keeps one from being seen" /></label>
      </p>
      <ul>
        <li v-for="c in connections" :key="c.id" :data-connection="c.result">
          <span class="name">{{ c.name }}</span>
          <span class="state">{{ CONNECTION_RESULTS[c.result] }}</span>
          <template v-if="c.result === 'bubbles'">
            <select v-model="remedy[c.id]" :aria-label="`${c.name}: what was done`">
              <option v-for="r in remediesFor(c)" :key="r" :value="r">{{ REMEDY_NAMES[r] }}</option>
            </select>
            <button @click="putRight(c)">Put right</button>
          </template>
          <template v-else>
            <button @click="soap(c.id, 'no-bubbles')">No bubbles</button>
            <button class="stop" @click="soap(c.id, 'bubbles')">Bubbles</button>
            <button v-if="c.result === 'missing'" @click="hidden(c.id)">Can't see</button>
          </template>
        </li>
      </ul>
    </div>
    <div v-if="has('plate-tire')">
      <h2>Plate to tire: {{ limitQuantity('min', 'length', PLATE_CLEARANCE.value, preferences.system) }} or more</h2>
      <form v-for="g in gaps" :key="g.side" class="row" @submit.prevent="plateTire(g.side)">
        <label
          >{{ g.side }}
          <input
            v-model="typed[g.side === 'left' ? 'Left gap' : 'Right gap']"
            :aria-label="`Plate to tire, ${g.side}`"
          />
          {{ unit('length') }}</label
        >
        <button>Record</button>
        <span class="state" :data-gap="g.missing ? 'open' : g.verdict">{{
          g.missing ? 'to read' : formatQuantity('length', g.value!, preferences.system)
        }}</span>
      </form>
    </div>
    <div v-if="runs" data-run>
      <h2>Seen on the way, if you measure it</h2>
      <form v-for="side in SIDES" :key="side" class="row" @submit.prevent="runRead(side)">
        <span>{{ side }}</span>
        <label v-for="f in RUN_FIELDS" :key="f.key"
          >{{ f.name.toLowerCase() }}
          <input v-model="typed[`${f.name}, ${side}`]" inputmode="decimal" :aria-label="`${f.name}, ${side}`" />
          {{ unit('length') }}</label
        >
        <label
          >to <input v-model="typed[`To, ${side}`]" :aria-label="`What comes nearest, ${side}`" maxlength="120"
        /></label>
        <button>Record</button>
        <span v-if="runOf(side)" class="state">recorded</span>
      </form>
    </div>
    <p v-if="refused" class="refused" role="alert">{{ refused }}</p>
  </section>
</template>

<style scoped>
.checks {
  background: #1d2427;
  border: 1px solid #353e42;
  border-radius: 4px;
  padding: 12px 16px;
}
h2 {
  font-size: 22px;
  margin: 0 0 8px;
}
.is {
  color: #8fcf9f;
  font-weight: 400;
}
form,
.row {
  display: flex;
  flex-wrap: wrap;
  gap: 10px 16px;
  align-items: center;
  margin: 0 0 8px;
}
form h2 {
  width: 100%;
}
label {
  display: flex;
  gap: 8px;
  align-items: center;
}
input {
  width: 120px;
  min-height: 56px;
  background: #14191b;
  border: 2px solid #59646a;
  border-radius: 4px;
  color: #ede8dc;
  font: 600 26px var(--condensed);
  padding: 0 10px;
}
ul {
  list-style: none;
  margin: 0;
  padding: 0;
}
li {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 10px;
  align-items: center;
  padding: 5px 0;
  border-top: 1px solid #353e42;
}
.name {
  flex: 1 1 200px;
}
.state {
  color: #e3ac57;
  font-size: 20px;
}
[data-connection='no-bubbles'] .state,
.state[data-gap='fine'] {
  color: #8fcf9f;
}
[data-connection='bubbles'] .state {
  color: #f2b483;
}
button {
  min-height: 56px;
  padding: 0 16px;
  background: #14191b;
  color: #ede8dc;
  border: 2px solid #59646a;
  border-radius: 4px;
  font: 600 22px var(--condensed);
}
.stop {
  border-color: #dd8a45;
}
.refused {
  background: #43211a;
  border-left: 8px solid #e0775f;
  padding: 10px 14px;
  margin: 8px 0 0;
}
</style>
