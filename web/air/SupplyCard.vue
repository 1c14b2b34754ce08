<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { auxiliaryCarries, fillSeconds, tankFor, wiringFor, type FlowPoint } from '@stout-shackle/core/air'
import { feedLines, pressureGroups, tubeVolume, type PressureGroup } from '@stout-shackle/core/circuit'
import type { Circuit } from '@stout-shackle/core/fittings'
import { compressorWaitSchema, type CompressorPanel } from '@stout-shackle/core/contract'
import { jobSchema } from '@stout-shackle/core/job'
import { hasAir } from '@stout-shackle/core/kit'
import {
  atmosphere,
  isAbove,
  limitQuantity,
  formatNumber,
  formatQuantity,
  formatRun,
  limitsOf,
  PSI,
} from '@stout-shackle/core/quantity'
import { airSpring, bagAt } from '@stout-shackle/core/spring'
import { pressuresToSet, type KitAssessment } from '@stout-shackle/core/stages'
import type { LaidLine } from '@stout-shackle/core/stages/air/lines'
import { FILL_END_TEXT } from '@stout-shackle/core/wording'
import { call } from '../api/client'
import { failureText } from '../fields/file'
import PlateRow from '../fields/PlateRow.vue'
import QuantityField from '../fields/QuantityField.vue'
import StateSign from '../fields/StateSign.vue'
import { onShopEvent } from '../stores/events'
import { useOpenJob } from '../stores/job'
import { usePreferences } from '../stores/preferences'
import { bagLineName, standInLine } from './line-name'

/** How air gets in: seconds to each pressure, and of a compressor its wire, its fuse and the stand-in's panel. */
const props = defineProps<{ circuit: Circuit; laid: readonly LaidLine[]; chosen: readonly KitAssessment[] }>()
const { store, job, assessment } = useOpenJob()
const preferences = usePreferences()
const p = (v: number) => formatQuantity('pressure', v, preferences.system, 1)

/** A shop chuck's flow: as typed, l/min of free air, the same at every pressure. */
const chuck = ref('60')
/** What a chuck can give, l/min. */
const CHUCK = { min: 1, max: 2000 }
const chuckFlow = computed(() => {
  const liters = Number(chuck.value.replace(',', '.'))
  return liters >= CHUCK.min && liters <= CHUCK.max ? liters : null
})
const unit = computed(() => job.value.procedures.find((x) => x.procedure.compressor)?.procedure.compressor ?? null)
const compressed = computed(() => job.value.supply === 'compressor' || job.value.supply === 'compressor-tank')
const flow = computed((): readonly FlowPoint[] | null => {
  if (compressed.value) return unit.value?.flow ?? null
  return chuckFlow.value === null ? null : [{ pressure: 0, flow: chuckFlow.value / 60_000 }]
})

interface FillLine {
  id: string
  name: string
  volume: number
  minimum: number
  maximum: number
  presets: { name: string; pressure: number }[]
}
const volumeOf = (group: PressureGroup): number => {
  const bags = group.bags.reduce((sum, b) => {
    const kit = props.chosen.find((c) => c.kit.axle === b.axle)
    if (!kit || !hasAir(kit.kit)) return sum
    const state = bagAt(airSpring(kit.kit.bag.table), kit.bag?.rideHeight ?? kit.kit.bag.rideHeight)
    return sum + (state?.volume ?? 0)
  }, 0)
  const tubes = group.tubes.reduce((sum, t) => {
    const length = props.laid.find((l) => l.line === t.id)?.report.length ?? 1.5
    return sum + tubeVolume(t, length)
  }, 0)
  return bags + tubes
}
const lines = computed((): FillLine[] =>
  pressureGroups(props.circuit)
    .filter((g) => g.bags.length)
    .map((g) => {
      const [bag] = g.bags
      const kit = props.chosen.find((c) => c.kit.axle === bag!.axle)
      const side = g.bags.length === 1 ? bag!.side : null
      const presets = assessment.value.cases.flatMap((c) => {
        const level = c.level[bag!.axle!]
        const set = level && kit?.minimum ? pressuresToSet(level, kit.minimum.value) : null
        return set ? [{ name: c.loadCase.name, pressure: side === 'right' ? set.right : set.left }] : []
      })
      return {
        id: g.bags.map((b) => b.id).join(' '),
        name: bagLineName(job.value, bag!.axle!, side),
        volume: volumeOf(g),
        minimum: kit?.minimum?.value ?? 5 * PSI,
        maximum: kit?.maximum?.value ?? Infinity,
        presets,
      }
    })
    .filter((l) => l.volume > 0),
)
const seconds = (l: FillLine, to: number) => (flow.value ? fillSeconds(l.volume, l.minimum, to, flow.value) : null)
const secondsText = (s: number | null) =>
  s === null
    ? '–'
    : !Number.isFinite(s)
      ? 'never'
      : s < 90
        ? `${Math.max(1, Math.round(s))} s`
        : `${(s / 60).toFixed(1)} min`

const wiring = computed(() => job.value.wiring)
/** The way of the harness as it is routed; null where it has no place. */
const harness = computed(() => props.laid.find((l) => l.kind === 'harness')?.report.length ?? null)
/** There and back: as somebody measured it, else by the route of the harness. */
const loop = computed(() => wiring.value?.loop ?? (harness.value === null ? null : 2 * harness.value))
const wire = computed(() => {
  const { current, fuse } = unit.value ?? {}
  return loop.value !== null && current ? wiringFor(loop.value, current.full, { fuse: fuse ?? undefined }) : null
})
/** Lines that are set apart from each other, against those that it fills apart. */
const tooFewChannels = computed(() => {
  const channels = unit.value?.channels ?? null
  return channels !== null && lines.value.length > channels
})
/** How far the harness in the box falls short of its way; negative where it reaches. */
const harnessShort = computed(() =>
  unit.value?.harness && harness.value !== null ? harness.value - unit.value.harness : null,
)
/** Line from the compressor to the manifold, as it is routed. */
const feed = computed(() => {
  const ways = feedLines(props.circuit)?.map((id) => props.laid.find((l) => l.line === id)?.report.length)
  return ways?.every((w) => w !== undefined) ? ways.reduce((sum, w) => sum + w, 0) : null
})
/** All lines at once, from the min to the load that asks for most; null without a tank. */
const tank = computed(() => {
  const { cutOut } = unit.value ?? {}
  if (job.value.supply !== 'compressor-tank' || cutOut === undefined || !lines.value.length) return null
  const high = Math.max(...lines.value.flatMap((l) => l.presets.map((x) => x.pressure)), 0)
  // Each line takes what it needs; what the tank has left must still be over the highest of them.
  const need = lines.value.reduce((sum, l) => {
    const highest = Math.max(...l.presets.map((x) => x.pressure), l.minimum)
    return sum + tankFor(l.volume, l.minimum, highest, highest + cutOut - high)
  }, 0)
  return high > 0 ? need : null
})
const loopLimits = limitsOf(jobSchema.shape.wiring.unwrap().unwrap().shape.loop.unwrap())
const setWiring = (change: Partial<NonNullable<typeof wiring.value>>) =>
  store.edit(
    (j) => ({ ...j, wiring: { loop: null, feed: 'battery', auxiliary: null, ...j.wiring, ...change } }),
    'the wiring',
  )
const amps = (text: string): number | null => {
  const n = Number(text.replace(',', '.'))
  return n >= 1 && n <= 200 ? n : null
}
const auxFuse = ref('')
const auxRelay = ref('')
watch(
  () => job.value.wiring?.auxiliary,
  (a) => {
    if (!a) return
    auxFuse.value = String(a.fuse)
    auxRelay.value = String(a.relay)
  },
  { immediate: true },
)
const auxRefused = ref('')
function setAuxiliary() {
  const [fuse, relay] = [amps(auxFuse.value), amps(auxRelay.value)]
  auxRefused.value = fuse === null || relay === null ? 'Enter fuse and relay of the auxiliary circuit, 1 to 200 A.' : ''
  if (fuse !== null && relay !== null) setWiring({ auxiliary: { fuse, relay } })
}
const auxiliary = computed(() => {
  const a = wiring.value?.auxiliary
  return a && unit.value ? auxiliaryCarries(unit.value.current.full, a.fuse, a.relay) : null
})

const panel = ref<CompressorPanel | null>(null)
const failure = ref('')
async function ask(path: string, method: 'GET' | 'PUT' | 'POST', body?: unknown) {
  try {
    panel.value = await call<CompressorPanel>(`/compressor${path}`, { method, ...(body === undefined ? {} : { body }) })
    failure.value = ''
  } catch (error) {
    failure.value = failureText(error)
  }
}
watch(compressed, (isOn) => isOn && void ask('', 'GET'), { immediate: true })
// Its gauge sends by itself when what it shows has changed.
onShopEvent('reading', () => compressed.value && void ask('', 'GET'))
const nameOn = (l: FillLine) => standInLine(job.value, l.name)
const inLine = (l: FillLine) => panel.value?.lines.find((x) => x.line === nameOn(l)) ?? null
const to = ref<Record<string, number | null>>({})
/** What each line of the stand-in is made to lose an hour, from what is in it now. */
const lost = ref<Record<string, number>>({})
async function leak(l: FillLine, anHour: number) {
  lost.value[l.id] = anHour
  const there = (inLine(l)?.pressure ?? 0) + atmosphere(0)
  const share = Math.min(0.1, -Math.log(1 - Math.min(0.99, anHour / there)) / 3600)
  await ask('/lines', 'PUT', { line: nameOn(l), volume: l.volume, leak: share })
}
const hours = ref('')
const warmth = ref<number | null>(null)
const warmthLimits = limitsOf(compressorWaitSchema.shape.temperature)
async function wait() {
  const by = Number(hours.value.replace(',', '.'))
  if (hours.value.trim() === '' || !(by >= 0 && by <= 10_000)) {
    failure.value = 'Enter the hours that go by, 0 to 10,000.'
    return
  }
  await ask('/wait', 'POST', { hours: by, temperature: warmth.value ?? panel.value!.ambient })
  hours.value = ''
}
async function fill(l: FillLine) {
  const target = to.value[l.id] ?? null
  if (target === null) {
    failure.value = 'Enter the pressure to stop at.'
    return
  }
  // A free hanging axle lets a bag push it to the end of its shocks.
  const { support } = assessment.value.proof.now.stand
  if (support === 'axle-hanging' && isAbove(target, l.minimum)) {
    failure.value = `The axle hangs free: no more than the min, ${limitQuantity('min', 'pressure', l.minimum, preferences.system)}. Put it on its wheels or on its jack first.`
    return
  }
  if (isAbove(target, l.maximum)) {
    failure.value = `Over the max of this kit here, ${limitQuantity('max', 'pressure', l.maximum, preferences.system)}: not filled.`
    return
  }
  await ask('/lines', 'PUT', { line: nameOn(l), volume: l.volume, leak: inLine(l)?.leak ?? 0 })
  const now = inLine(l)?.pressure ?? 0
  await ask('/fill', 'POST', {
    line: nameOn(l),
    to: target,
    fuse: wire.value?.fuse ?? 30,
    unit: unit.value ?? undefined,
    letOut: target < now,
  })
}
</script>

<template>
  <section class="card" data-card="supply">
    <header>
      <h2>{{ compressed ? 'Compressor' : 'Filling' }}</h2>
      <label v-if="!compressed" class="small muted"
        >chuck, l/min free
        <input v-model="chuck" class="control few" inputmode="decimal" aria-label="Flow of the chuck"
      /></label>
      <span class="small muted">from the min, in short bursts, stop at the figure; nobody under it</span>
    </header>
    <p v-if="compressed && !unit" class="note" data-code="no-unit">
      Add the compressor's instructions on Plan: its flow, current and duty come from its sheet.
    </p>
    <p v-if="!compressed && chuckFlow === null" class="note stop" role="alert">
      Enter the flow of the chuck, {{ CHUCK.min }} to {{ CHUCK.max }} l/min.
    </p>
    <table class="dense">
      <thead>
        <tr>
          <th>Line</th>
          <th class="num">holds</th>
          <th>load</th>
          <th class="num">set</th>
          <th class="num">from min</th>
        </tr>
      </thead>
      <tbody>
        <template v-for="l in lines" :key="l.id">
          <tr v-for="(x, i) in l.presets" :key="`${l.id}${x.name}`">
            <td>{{ i ? '' : l.name }}</td>
            <td class="num">{{ i ? '' : `${(1000 * l.volume).toFixed(2)} l` }}</td>
            <td>{{ x.name }}</td>
            <td class="num">{{ p(x.pressure) }}</td>
            <td class="num" data-seconds>{{ secondsText(seconds(l, x.pressure)) }}</td>
          </tr>
        </template>
      </tbody>
    </table>
    <template v-if="compressed && unit">
      <form class="row" @submit.prevent>
        <QuantityField
          :value="wiring?.loop ?? null"
          kind="length"
          label="Wire, there and back"
          clearable
          v-bind="loopLimits"
          @commit="(v) => setWiring({ loop: v })"
        />
        <span v-if="wiring?.loop == null && loop !== null" class="small muted" data-loop
          >{{ formatRun(loop, preferences.system) }} by the route of the harness, until it is measured</span
        >
        <label class="small muted"
          >Fed from<select
            class="control"
            :value="wiring?.feed ?? 'battery'"
            aria-label="Fed from"
            @change="setWiring({ feed: ($event.target as HTMLSelectElement).value as 'battery' })"
          >
            <option value="battery">the battery</option>
            <option value="auxiliary">a factory auxiliary circuit</option>
          </select></label
        >
        <template v-if="wiring?.feed === 'auxiliary'">
          <label class="small muted"
            >its fuse, A<input
              v-model="auxFuse"
              class="control few"
              inputmode="decimal"
              aria-label="Fuse of the auxiliary circuit"
              @change="setAuxiliary"
          /></label>
          <label class="small muted"
            >its relay, A<input
              v-model="auxRelay"
              class="control few"
              inputmode="decimal"
              aria-label="Relay of the auxiliary circuit"
              @change="setAuxiliary"
          /></label>
        </template>
      </form>
      <p v-if="auxRefused" class="note stop" role="alert">{{ auxRefused }}</p>
      <div class="rows">
        <template v-if="wire">
          <PlateRow
            data-row="wire"
            label="Wire"
            says="3 % of 12 V over the loop, and what its fuse lets through (ASTM B258; common practice)"
            >{{
              wire.gauge === null
                ? 'thicker than 2 AWG: shorten the loop'
                : `${wire.gauge} AWG, loses ${wire.drop!.toFixed(2)} V, ${wire.percent!.toFixed(1)} %`
            }}</PlateRow
          >
          <PlateRow
            v-if="wiring?.feed !== 'auxiliary'"
            label="Fuse at the battery"
            :says="unit.fuse ? 'by its sheet' : '125 to 150 % of the running current (common practice)'"
            >{{ wire.fuse === null ? 'none is sold for it' : `${wire.fuse} A` }}</PlateRow
          >
          <PlateRow
            v-else
            label="Auxiliary circuit"
            :state="auxiliary === null ? 'unknown' : auxiliary ? 'fine' : 'stop'"
            >{{
              auxiliary === null
                ? 'fuse and relay to read'
                : auxiliary
                  ? 'carries it'
                  : 'does not carry it: feed from the battery'
            }}</PlateRow
          >
        </template>
        <PlateRow v-else label="Wire">measure the way of the harness, there and back</PlateRow>
        <PlateRow
          v-if="harnessShort !== null"
          data-row="harness"
          label="Harness in the box"
          :state="harnessShort > 0 ? 'stop' : 'fine'"
          >{{
            harnessShort > 0
              ? `${formatRun(harnessShort, preferences.system)} short of its way`
              : `${formatRun(unit.harness!, preferences.system)}, reaches`
          }}</PlateRow
        >
        <PlateRow label="Runs" says="by its sheet; over its duty it trips by heat"
          >{{ unit.current.idle }} to {{ unit.current.full }} A, {{ Math.round(100 * unit.duty) }} % of the
          time</PlateRow
        >
        <PlateRow v-if="unit.trigger !== null" data-row="trigger" label="Trigger"
          >{{ unit.trigger }} A at most: a switched source that carries it</PlateRow
        >
        <PlateRow
          v-if="unit.channels !== null"
          data-row="channels"
          label="Fills apart"
          :state="tooFewChannels ? 'stop' : 'fine'"
          says="by its sheet"
          >{{ unit.channels }} {{ unit.channels === 1 ? 'line' : 'lines' }}, {{ lines.length }} to set{{
            unit.presets === null ? '' : `; ${unit.presets} presets`
          }}</PlateRow
        >
        <PlateRow v-if="unit.fillsItself" data-row="fills-itself" label="Fills by itself" state="caution"
          >as soon as it has current: its fuse stays out until nobody is near the bags</PlateRow
        >
        <PlateRow v-if="unit.holes !== null" label="Holes for its plate"
          >{{ unit.holes.count }} of {{ formatQuantity('length', unit.holes.diameter, preferences.system) }}: look
          behind before drilling</PlateRow
        >
        <PlateRow
          v-if="tank !== null"
          label="Tank that fills them by itself"
          says="from its cut-out down to the figure, every line from its min to its highest load (ideal gas)"
          >{{
            Number.isFinite(tank) ? `${(1000 * tank).toFixed(1)} l or more` : 'none: the cut-out is too low'
          }}</PlateRow
        >
        <PlateRow
          data-row="feed"
          label="Line to the manifold"
          says="by its sheet: the air out of it is hot"
          :state="feed === null ? 'unknown' : feed < unit.hose ? 'stop' : 'fine'"
          >{{ feed === null ? 'not routed' : formatQuantity('length', feed, preferences.system) }},
          {{ formatQuantity('length', unit.hose, preferences.system) }} at least</PlateRow
        >
      </div>
      <p class="small muted needs">
        Place: dry, cool, filter upright so that water drains. Harness on the side away from the exhaust, small trigger
        from a switched source, ground to bare metal. Ignition off, battery negative off before the first wire, back on
        last.
      </p>
      <div v-if="panel" class="panel" data-panel>
        <h3>
          Stand-in compressor
          <StateSign :state="panel.tripped ? 'stop' : 'fine'" />
          {{
            panel.tripped
              ? FILL_END_TEXT[panel.tripped]
              : `motor ${formatQuantity('temperature', panel.motor, preferences.system)}`
          }}
          <button v-if="panel.tripped" class="plain" @click="ask('/reset', 'POST')">put right</button>
        </h3>
        <div v-for="l in lines" :key="l.id" class="row" :data-fill="l.id">
          <b>{{ l.name }}</b>
          <span>{{ inLine(l) ? p(inLine(l)!.pressure) : 'not joined' }}</span>
          <QuantityField
            :value="to[l.id] ?? null"
            kind="pressure"
            :label="`Fill to, ${l.name}`"
            hide-label
            :min="0"
            :max="1_500_000"
            :decimals="1"
            @update="(v) => (to[l.id] = v)"
          />
          <button v-for="x in l.presets" :key="x.name" class="plain" @click="to[l.id] = x.pressure">
            {{ x.name }} {{ formatNumber('pressure', x.pressure, preferences.system) }}
          </button>
          <el-button size="small" type="primary" @click="fill(l)">Fill</el-button>
          <button v-if="inLine(l)" class="plain" @click="ask('/look', 'POST', { line: nameOn(l), job: job.id })">
            {{ panel.gauge === nameOn(l) ? 'gauge is on it' : 'gauge on it' }}
          </button>
          <QuantityField
            v-if="inLine(l)"
            :value="lost[l.id] ?? 0"
            kind="pressure"
            :label="`Loses an hour, ${l.name}`"
            :min="0"
            :max="1_500_000"
            :decimals="1"
            @commit="(v) => leak(l, v ?? 0)"
          />
        </div>
        <form class="row" @submit.prevent="wait">
          <label class="small muted"
            >Hours that go by<input
              v-model="hours"
              class="control few"
              inputmode="decimal"
              aria-label="Hours that go by"
          /></label>
          <QuantityField
            :value="warmth ?? panel.ambient"
            kind="temperature"
            label="Then it is"
            v-bind="warmthLimits"
            @update="(v) => (warmth = v)"
          />
          <el-button native-type="submit" size="small">Let them go by</el-button>
        </form>
        <p v-if="panel.last" class="small" data-last>
          {{ FILL_END_TEXT[panel.last.end] }} after {{ secondsText(panel.last.seconds) }},
          {{ panel.last.current.toFixed(1) }} A at most
        </p>
      </div>
      <p v-if="failure" class="note stop" role="alert">{{ failure }}</p>
    </template>
  </section>
</template>

<style scoped>
.few {
  width: 64px;
}
.row {
  display: flex;
  align-items: flex-end;
  flex-wrap: wrap;
  gap: 10px;
  padding: 8px 12px;
}
.rows {
  padding: 0 12px;
}
.needs {
  padding: 4px 12px;
}
.panel {
  border-top: 1px solid #ece7db;
  padding: 6px 0;
}
.panel h3 {
  padding: 0 12px;
}
.panel [data-last] {
  padding: 0 12px;
}
.card .note {
  margin: 6px 12px;
}
</style>
