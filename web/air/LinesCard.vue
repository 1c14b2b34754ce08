<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import {
  circuitFaultText,
  labelsOf,
  nodeName,
  NODE_NAMES,
  RUN_BEGINS,
  RUN_NAMES,
  runName,
  runsTo,
  SET_INTO_LINES,
  tubeName,
  tubeSize,
  VALVE_PLACE_NAMES,
  withBeside,
  withInLine,
  withNode,
  withNodeChanged,
  withoutInLine,
  withoutRun,
  withoutTube,
  withPoints,
  withTube,
  type CircuitFault,
} from '@stout-shackle/core/circuit'
import {
  CIRCUIT_FORMAT,
  circuitFileSchema,
  portsOf,
  SUPPLIES,
  VALVE_PLACES,
  type Circuit,
  type NodeKind,
  type Place,
  type RunKind,
} from '@stout-shackle/core/fittings'
import { aired, connectionsOf, type Job } from '@stout-shackle/core/job'
import { formatQuantity, formatRun, INCH } from '@stout-shackle/core/quantity'
import {
  HAS_HOLES,
  holeAxis,
  laidBy,
  routed,
  spotOn,
  strandsOf,
  type LaidLine,
  type Underside,
} from '@stout-shackle/core/stages/air/lines'
import { detourText, SUPPLY_NAMES, VALVE_PLACE_RULES } from '@stout-shackle/core/wording'
import { readJsonFile, saveFile } from '../fields/file'
import StateSign from '../fields/StateSign.vue'
import { useOpenJob } from '../stores/job'
import { usePreferences } from '../stores/preferences'
import QuantityField from '../fields/QuantityField.vue'
import BesideEditor from './BesideEditor.vue'
import LinesPicture from './LinesPicture.vue'
import { routeSvg, stripSvg } from './route-svg'

/** Lines and fittings as a drawing: what joins what, where it runs, what is wrong with it. */
const props = defineProps<{
  under: Underside
  circuit: Circuit
  laid: readonly LaidLine[]
  faults: readonly CircuitFault[]
  selected: string | null
  /** Nobody said how they lie: the program's own way. */
  estimated?: boolean
}>()
const emit = defineEmits<{
  select: [id: string | null]
  move: [circuit: Circuit]
  keep: [circuit: Circuit]
  look: []
}>()
const { store, job, assessment } = useOpenJob()
const preferences = usePreferences()
const view = ref<'top' | 'left'>('top')
const message = ref('')

/** Another supply or plumbing is another circuit: what was drawn for the one before is put away, and Undo brings it back. */
type Rebuild = Partial<Pick<Job, 'air' | 'supply'>>
const rebuild = (change: Rebuild) => store.edit((j) => ({ ...j, ...change, circuit: null }), 'the air circuit')
/** A change that takes away what was read already: said before it is made. Null while there is none. */
const asked = ref<{ change: Rebuild; soaped: number; holds: number } | null>(null)
function rebuilt(change: Rebuild) {
  const { air } = assessment.value
  const left = new Set(connectionsOf({ ...job.value, ...change, circuit: null }).map((c) => c.id))
  const soaped = air.connections.filter((c) => c.result === 'no-bubbles' && !left.has(c.id)).length
  const holds = air.checks.filter((c) => c.state === 'begun' || c.state === 'read').length
  if (soaped + holds) asked.value = { change, soaped, holds }
  else rebuild(change)
}
function answer(goOn: boolean) {
  if (goOn && asked.value) rebuild(asked.value.change)
  asked.value = null
}
const axles = computed(() => aired(job.value))

/** What a line, a harness or a hose is called. */
function lineName(circuit: Circuit, id: string): string {
  const tube = circuit.tubes.find((t) => t.id === id)
  if (tube) return tubeName(circuit, tube)
  return runName(
    circuit,
    circuit.runs.find((r) => r.id === id)!,
  )
}
/** Every way as the program would run it: nobody has said of any that it goes so. */
function routeAll() {
  const { none } = routed(props.under, props.circuit)
  message.value = none.length
    ? `No way was found for ${none.map((id) => lineName(props.circuit, id)).join(' and ')}: move a fitting.`
    : ''
  const bare = strandsOf(props.circuit).reduce((now, { id }) => withPoints(now, id, []), props.circuit)
  emit('keep', bare)
}
/** The next tap on the picture is where the picked line goes. */
const picking = ref(false)
watch(
  () => props.selected,
  () => (picking.value = false),
)
function laySelected(seen: Parameters<typeof spotOn>[1]) {
  picking.value = false
  const { line, way } = laidLine.value ?? {}
  if (!line || !way) return
  const detour = laidBy(props.under, props.circuit, line, spotOn(way, seen))
  message.value = detour.ok ? '' : detourText(detour, nameOf)
  if (detour.ok) emit('keep', detour.circuit)
}
const isByHand = computed(() => job.value.supply === 'valves' || job.value.supply === 'gauges')
/** Usual length left coiled for a compressor that comes later, m. Common practice, no published source. */
const USUAL_LATER = 36 * INCH
const setLater = (length: number | null) =>
  store.edit((j) => ({ ...j, compressorLater: length ?? undefined }), 'the compressor that comes later')
const selectedThings = computed(() => (tube.value ?? run.value)?.beside ?? [])
const node = computed(() => props.circuit.nodes.find((n) => n.id === props.selected) ?? null)
const tube = computed(() => props.circuit.tubes.find((t) => t.id === props.selected) ?? null)
const run = computed(() => props.circuit.runs.find((r) => r.id === props.selected) ?? null)
const laidLine = computed(() => props.laid.find((l) => l.line === props.selected) ?? null)
/** Half way along the line that is picked. */
const middle = computed((): Place | null => {
  const { way } = laidLine.value ?? {}
  if (!way) return null
  const long = (i: number) => Math.hypot(...way[i]!.map((v, k) => v - way[i - 1]![k]!))
  let left = way.reduce((sum, _, i) => sum + (i ? long(i) : 0), 0) / 2
  for (let i = 1; i < way.length; i++) {
    if (left <= long(i)) return way[i - 1]!.map((v, k) => v + ((way[i]![k]! - v) * left) / (long(i) || 1)) as Place
    left -= long(i)
  }
  return way.at(-1)!
})
/** What the picked line pays for keeping clear of what is between its ends. */
const longer = computed(() => {
  const { way, report } = laidLine.value ?? {}
  return way && report ? report.length - Math.hypot(...way[0]!.map((v, k) => v - way.at(-1)![k]!)) : 0
})
/** Harness or hose of a compressor that was taken out. */
const noRuns = computed(() =>
  props.circuit.nodes
    .filter((n) => n.kind === 'compressor')
    .flatMap((n) => runsTo(n.id))
    .filter((r) => !props.circuit.runs.some((run) => run.to === r.to && run.kind === r.kind)),
)
/** Ends with nothing in them, other than of the part that is picked. */
const open = computed(() =>
  props.circuit.nodes.flatMap((n) =>
    portsOf(n)
      .filter(
        (port) => !props.circuit.tubes.some((t) => [t.from, t.to].some((e) => e.node === n.id && e.port === port)),
      )
      .map((port) => ({ node: n, port, key: `${n.id} ${port}` })),
  ),
)
const from = ref('')
const to = ref('')
function join() {
  const [a, b] = [from.value, to.value].map((k) => open.value.find((o) => o.key === k))
  if (!a || !b || a.node.id === b.node.id) {
    message.value = 'Pick two open ends of two different parts.'
    return
  }
  message.value = ''
  emit(
    'keep',
    withTube(props.circuit, { node: a.node.id, port: a.port }, { node: b.node.id, port: b.port }, size.value),
  )
  from.value = to.value = ''
}
const size = computed(() => props.circuit.tubes[0] ?? tubeSize(axles.value[0]?.tube ?? 0.00635))
const ADDABLE: NodeKind[] = ['tee', 'valve', 'gauge', 'check-valve', 'dump-valve', 'tank', 'manifold', 'compressor']
const adding = ref<NodeKind | RunKind | 'hole' | ''>('')
const passage = computed(() => props.circuit.passages.find((p) => p.id === props.selected) ?? null)
/** A hole in the rail or cross member that is nearest to what is picked: it is there already, nothing is drilled for a line. */
function addHole() {
  const near = middle.value ?? [-0.6, 0.4, 0.6]
  const rails = props.under.parts.flatMap(({ part }) =>
    HAS_HOLES.includes(part.kind) && part.shape.kind === 'box'
      ? [{ id: part.id, kind: part.kind, low: part.shape.low, high: part.shape.high }]
      : [],
  )
  const off = ({ low, high }: (typeof rails)[number]) =>
    Math.max(0, low[0] - near[0], near[0] - high[0]) + Math.max(0, low[1] - near[1], near[1] - high[1])
  const [rail] = rails.toSorted((a, b) => off(a) - off(b))
  if (!rail) {
    message.value =
      'Nothing that could have a hole is described under this vehicle: add a rail, seat or cross member on Fit.'
    return
  }
  const { low, high, kind } = rail
  /** Along the face that the hole is in, as near to the line as the part goes. */
  const edge = (k: 0 | 1) =>
    holeAxis(kind) === k
      ? (low[k] + high[k]) / 2
      : Math.max(Math.min(high[k] - 0.05, Math.max(low[k] + 0.05, near[k])), low[k])
  const id = `hole-${props.circuit.passages.length + 1}-${rail.id}`.slice(0, 50)
  emit('keep', {
    ...props.circuit,
    passages: [
      ...props.circuit.passages.filter((p) => p.id !== id),
      { id, part: rail.id, at: [edge(0), edge(1), (low[2] + high[2]) / 2] },
    ],
  })
}
function add() {
  const kind = adding.value
  adding.value = ''
  if (!kind) return
  if (kind === 'hole') return addHole()
  if (kind === 'harness' || kind === 'intake-hose') {
    const back = noRuns.value.find((r) => r.kind === kind)
    if (back) emit('keep', { ...props.circuit, runs: [...props.circuit.runs, back] })
    return
  }
  const into = tube.value
  if (into && SET_INTO_LINES.includes(kind)) emit('keep', withInLine(props.circuit, into.id, kind, middle.value))
  else emit('keep', withNode(props.circuit, kind, [-0.3, 0, 0.6]))
}
function remove() {
  if (passage.value)
    emit('keep', { ...props.circuit, passages: props.circuit.passages.filter((p) => p !== passage.value) })
  else if (run.value) emit('keep', withoutRun(props.circuit, run.value.id))
  else if (tube.value) emit('keep', withoutTube(props.circuit, tube.value.id))
  else if (node.value && node.value.kind !== 'bag') emit('keep', withoutInLine(props.circuit, node.value.id))
  emit('select', null)
}
const out = () =>
  saveFile(
    `circuit-${job.value.number}.json`,
    'application/json',
    JSON.stringify({ format: CIRCUIT_FORMAT, circuit: props.circuit }, null, 2),
  )
async function take(event: Event) {
  const read = await readJsonFile(event, circuitFileSchema)
  if (!read) return
  message.value = read.ok ? '' : `Nothing was taken in. ${read.why}`
  if (read.ok) emit('keep', read.value.circuit)
}
const svg = () =>
  saveFile(`route-${job.value.number}.svg`, 'image/svg+xml', routeSvg(props.under, props.circuit, view.value))
const strip = () => {
  const line = laidLine.value
  if (line)
    saveFile(`strip-${line.line}.svg`, 'image/svg+xml', stripSvg(lineName(props.circuit, line.line), line.report))
}
const len = (v: number) => formatQuantity('length', v, preferences.system)
const worst = (line: LaidLine) => line.report.near.filter((n) => n.gap < n.least)
const nameOf = (id: string) => props.under.obstacles.find((o) => o.id === id)?.name ?? id
/** What goes on a label at each valve, gauge and channel. */
const labels = computed(() =>
  labelsOf(props.circuit).map((l) => ({
    ...l,
    text: `${nodeName(
      props.circuit,
      props.circuit.nodes.find((n) => n.id === l.node)!,
    )}${l.port.startsWith('out') ? ` ${l.port.slice(4)}` : ''}: ${[l.axle, l.side ?? 'both'].filter(Boolean).join(' ').toUpperCase()}`,
  })),
)
const rows = computed(() =>
  strandsOf(props.circuit).map(({ id, kind }) => ({ id, kind, line: props.laid.find((l) => l.line === id) ?? null })),
)
const sum = (all: readonly { from: number; to: number }[]) => all.reduce((s, x) => s + x.to - x.from, 0)
</script>

<template>
  <section class="card" data-card="lines">
    <header>
      <h2>Lines</h2>
      <label v-for="a in axles" :key="a.axle" class="small muted"
        ><template v-if="axles.length > 1">{{ a.axle }} </template
        ><select
          class="control"
          :value="a.lines"
          :aria-label="`Lines of the ${a.axle} bags`"
          @change="rebuilt({ air: { ...job.air, [a.axle]: ($event.target as HTMLSelectElement).value as 'teed' } })"
        >
          <option value="separate">separate lines</option>
          <option value="teed">teed</option>
        </select></label
      >
      <select
        class="control"
        :value="job.supply"
        aria-label="Air comes from"
        @change="rebuilt({ supply: ($event.target as HTMLSelectElement).value as Job['supply'] })"
      >
        <option v-for="s in SUPPLIES" :key="s" :value="s">{{ SUPPLY_NAMES[s] }}</option>
      </select>
      <button class="plain" @click="routeAll">Route them</button>
      <button class="plain" :aria-pressed="view === 'left'" @click="view = view === 'top' ? 'left' : 'top'">
        {{ view === 'top' ? 'from the left' : 'from above' }}
      </button>
      <span class="files">
        <button class="plain small" @click="svg">SVG</button>
        <button class="plain small" @click="out">JSON out</button>
        <label class="file small">JSON in<input type="file" accept=".json,application/json" @change="take" /></label>
      </span>
    </header>
    <div v-if="isByHand" class="later" data-later>
      <el-checkbox
        :model-value="job.compressorLater !== undefined"
        label="A compressor comes later"
        @change="(is: unknown) => setLater(is ? USUAL_LATER : null)"
      />
      <QuantityField
        v-if="job.compressorLater !== undefined"
        label="left coiled at each valve"
        kind="length"
        :value="job.compressorLater"
        :min="0.15"
        :max="5"
        @commit="setLater"
      />
    </div>
    <p v-if="estimated" class="note amber estimate" data-estimated>
      Ways as the program would run them: estimated until somebody looked under the vehicle.
      <el-button size="small" @click="emit('look')">Looked at: they go so</el-button>
    </p>
    <div v-if="asked" class="note" role="alert" data-voids>
      This takes away {{ asked.soaped }} soaped {{ asked.soaped === 1 ? 'connection' : 'connections' }} and
      {{ asked.holds }} {{ asked.holds === 1 ? 'air check' : 'air checks' }}: they are read again.
      <el-button size="small" type="primary" @click="answer(true)">Change it</el-button>
      <el-button size="small" @click="answer(false)">Leave it as it is</el-button>
    </div>
    <LinesPicture
      :under="under"
      :circuit="circuit"
      :laid="laid"
      :view="view"
      :width="780"
      :height="330"
      :selected="selected"
      :picking="picking"
      :label="view === 'top' ? 'Lines from above' : 'Lines from the left'"
      @pick="laySelected"
      @select="(id) => emit('select', id)"
      @move="(c) => emit('move', c)"
      @settle="(c) => emit('keep', c)"
    />
    <p v-for="f in faults" :key="`${f.code}${f.node}${f.port}`" class="note stop" :data-fault="f.code">
      {{ circuitFaultText(circuit, f) }}
    </p>
    <p v-if="message" class="note stop" role="alert">{{ message }}</p>
    <div class="edit">
      <template v-if="node">
        <strong>{{ nodeName(circuit, node) }}</strong>
        <select
          v-if="node.kind === 'valve'"
          class="control"
          :value="node.where ?? ''"
          aria-label="Where the valve is"
          @change="
            emit(
              'keep',
              withNodeChanged(circuit, node!.id, {
                where: (($event.target as HTMLSelectElement).value || null) as null,
              }),
            )
          "
        >
          <option value="">where it is…</option>
          <option v-for="w in VALVE_PLACES" :key="w" :value="w">{{ VALVE_PLACE_NAMES[w] }}</option>
        </select>
        <span v-if="node.where" class="small muted">{{ VALVE_PLACE_RULES[node.where] }}</span>
        <button v-if="node.kind !== 'bag'" class="plain" @click="remove">take it out</button>
      </template>
      <template v-else-if="laidLine">
        <strong>{{ lineName(circuit, laidLine.line) }}</strong>
        <span class="small">{{
          laidLine.kind === 'tube'
            ? `cut ${formatRun(laidLine.report.cut, preferences.system)}`
            : `${formatRun(laidLine.report.length, preferences.system)} long`
        }}</span>
        <span v-if="longer > 0.01" class="small muted"
          >{{ formatRun(longer, preferences.system) }} longer than straight, to keep clear</span
        >
        <span v-if="run" class="small muted">drag the square: the {{ RUN_BEGINS[run.kind] }}</span>
        <span v-if="laidLine.report.heat" class="small"
          >{{ len(Math.max(0, laidLine.report.heat.gap)) }} from the pipe at the nearest</span
        >
        <span v-for="n in worst(laidLine)" :key="n.obstacle" class="small stop"
          >{{ n.gap <= 0 ? 'through' : `${len(n.gap)} from` }} the {{ nameOf(n.obstacle).toLowerCase() }},
          {{ len(n.least) }} at least</span
        >
        <span v-if="laidLine.report.tight.length" class="small stop"
          >bent too tight at {{ laidLine.report.tight.length }}</span
        >
        <button class="plain" @click="strip">marks as a strip</button>
        <el-button size="small" :type="picking ? 'primary' : ''" data-another-way @click="picking = !picking">{{
          picking ? 'Tap where it goes' : 'Lies another way'
        }}</el-button>
        <span class="small muted">double-click adds a bend</span>
        <button class="plain" @click="remove">take it out</button>
      </template>
      <template v-else-if="passage">
        <strong>hole in the {{ nameOf(passage.part).toLowerCase() }}</strong>
        <span class="small muted">one that is there already; nothing is drilled for a line</span>
        <button class="plain" @click="remove">take it out</button>
      </template>
      <span v-else class="small muted">Pick a line or a fitting; drag it, or move it with the arrow keys.</span>
      <span class="add">
        <select v-model="adding" class="control" aria-label="Add a part" @change="add">
          <option value="">add…</option>
          <option value="hole">a hole that is there in a rail or cross member</option>
          <option v-for="r in noRuns" :key="r.id" :value="r.kind">{{ RUN_NAMES[r.kind] }}</option>
          <option v-for="k in ADDABLE" :key="k" :value="k">
            {{ NODE_NAMES[k] }}{{ tube && SET_INTO_LINES.includes(k) ? ' in this line' : '' }}
          </option>
        </select>
      </span>
    </div>
    <BesideEditor
      v-if="laidLine"
      :key="laidLine.line"
      :things="selectedThings"
      @change="(things) => emit('keep', withBeside(circuit, laidLine!.line, things))"
    />
    <form v-if="open.length" class="edit" @submit.prevent="join">
      <span class="small">Open ends:</span>
      <select v-model="from" class="control" aria-label="Line from">
        <option value="">from…</option>
        <option v-for="o in open" :key="o.key" :value="o.key">{{ nodeName(circuit, o.node) }}, {{ o.port }}</option>
      </select>
      <select v-model="to" class="control" aria-label="Line to">
        <option value="">to…</option>
        <option v-for="o in open" :key="o.key" :value="o.key">{{ nodeName(circuit, o.node) }}, {{ o.port }}</option>
      </select>
      <el-button native-type="submit" size="small">Join them</el-button>
    </form>
    <p v-if="labels.length" class="small labels" data-labels>
      Labels: <span v-for="l in labels" :key="`${l.node}${l.port}`">{{ l.text }}</span>
    </p>
    <table class="dense">
      <thead>
        <tr>
          <th>Line</th>
          <th class="num">cut</th>
          <th class="num">pipe</th>
          <th class="num">sleeve</th>
          <th class="num">loom</th>
          <th class="num">ties</th>
          <th>look at</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="{ id, kind, line } in rows" :key="id" :class="{ on: id === selected }" :data-line="id">
          <td>
            <button type="button" class="plain name" @click="emit('select', id)">{{ lineName(circuit, id) }}</button>
          </td>
          <template v-if="line">
            <td class="num">
              {{ formatRun(kind === 'tube' ? line.report.cut : line.report.length, preferences.system) }}
            </td>
            <td class="num">
              <StateSign v-if="line.report.heat" :state="line.report.sleeve.length ? 'caution' : 'fine'" />
              {{ line.report.heat ? len(Math.max(0, line.report.heat.gap)) : '–' }}
            </td>
            <td class="num">
              {{ line.report.sleeve.length ? formatRun(sum(line.report.sleeve), preferences.system) : '–' }}
            </td>
            <td class="num">
              {{ line.report.loom.length ? formatRun(sum(line.report.loom), preferences.system) : '–' }}
            </td>
            <td class="num">{{ line.report.ties.length }}</td>
            <td class="small">
              <template v-if="worst(line).length || line.report.tight.length">
                <StateSign state="stop" />
                {{
                  worst(line)
                    .map((n) => nameOf(n.obstacle).toLowerCase())
                    .join(', ')
                }}{{ line.report.tight.length ? ' bent too tight' : '' }}
              </template>
              <template v-else-if="line.report.untied > 0.5"
                >{{ len(line.report.untied) }} with nothing to tie it to</template
              >
              <template v-else>–</template>
            </td>
          </template>
          <td v-else colspan="6" class="small muted">its ends have no place yet: add the bag to the room on Fit</td>
        </tr>
      </tbody>
    </table>
  </section>
</template>

<style scoped>
.edit {
  display: flex;
  align-items: center;
  flex-wrap: wrap;
  gap: 10px;
  padding: 6px 12px;
  border-top: 1px solid #ece7db;
  min-height: 44px;
}
.later {
  display: flex;
  align-items: center;
  gap: 14px;
  padding: 4px 12px;
}
.add {
  margin-left: auto;
}
.labels {
  padding: 4px 12px;
}
.labels span {
  margin-right: 14px;
}
.card > header {
  flex-wrap: wrap;
}
.card > header .plain,
.card > header .file {
  white-space: nowrap;
}
.files {
  margin-left: auto;
  display: inline-flex;
  gap: 10px;
}
.stop {
  color: var(--oxide);
}
.card .note {
  margin: 4px 12px;
}
tr.on td {
  background: #fbf3dd;
}
</style>
