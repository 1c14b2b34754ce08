<script setup lang="ts">
import { computed, ref } from 'vue'
import { nodeName, RUN_BEGINS, withNodeChanged, withPoints, withRunChanged } from '@stout-shackle/core/circuit'
import type { Circuit, CircuitNode, Place } from '@stout-shackle/core/fittings'
import { HEAT_DISTANCE, rounded, leastBend, type Stretch } from '@stout-shackle/core/route'
import {
  strandsOf,
  type LaidLine,
  type Strand,
  type Underside,
  type UnderPart,
} from '@stout-shackle/core/stages/air/lines'
import { formatQuantity } from '@stout-shackle/core/quantity'
import { usePreferences } from '../stores/preferences'
import { placeLabels } from './labels'

/** Lines and fittings over what is under the vehicle, to scale, from above or from the left; front is left. */
const props = defineProps<{
  under: Underside
  circuit: Circuit
  laid: readonly LaidLine[]
  view: 'top' | 'left'
  width: number
  height: number
  selected: string | null
  label: string
  /** The next tap says where the picked line goes. */
  picking?: boolean
  /** Nothing is moved on it, as on a tablet under the vehicle. */
  still?: boolean
}>()
const emit = defineEmits<{
  select: [id: string | null]
  /** While something is dragged. */
  move: [circuit: Circuit]
  /** It was let go. */
  settle: [circuit: Circuit]
  /** A spot that was tapped, as it is seen from here. */
  pick: [seen: { x: number; y: number } | { x: number; z: number }]
}>()

const preferences = usePreferences()
const MARGIN = 0.12
/** What is seen: all bags, all fittings, and the rear end. */
const window = computed(() => {
  const xs = [...props.circuit.nodes, ...props.circuit.runs].flatMap((n) => (n.at ? [n.at[0]] : []))
  const { rear, half, ceiling } = props.under
  const tire = 0.45
  const low = Math.min(rear, ...xs) - MARGIN
  const high =
    Math.max(
      tire,
      ...props.circuit.nodes.flatMap((n) => (n.at ? [n.at[0] + (n.kind === 'bag' ? 0.6 : 0.2)] : [])),
      ...props.circuit.runs.flatMap((r) => (r.at ? [r.at[0] + 0.2] : [])),
    ) + MARGIN
  return props.view === 'top'
    ? { low, high, top: -half - 0.02, bottom: half + 0.02 }
    : { low, high, top: -ceiling - 0.1, bottom: 0.02 }
})
const scale = computed(() => {
  const { low, high, top, bottom } = window.value
  return Math.min(props.width / (high - low), props.height / (bottom - top))
})
const shift = computed(() => {
  const { low, high, top, bottom } = window.value
  return {
    x: (props.width - scale.value * (high - low)) / 2,
    y: (props.height - scale.value * (bottom - top)) / 2,
  }
})
/** From above with the front at the left, the right side is up. */
const down = ([, y, z]: readonly number[]) => (props.view === 'top' ? y! : -z!)
const screenPoint = (p: readonly number[]) => ({
  x: shift.value.x + scale.value * (window.value.high - p[0]!),
  y: shift.value.y + scale.value * (down(p) - window.value.top),
})
const points = (way: readonly (readonly number[])[]) =>
  way.map((p) => `${screenPoint(p).x.toFixed(1)},${screenPoint(p).y.toFixed(1)}`).join(' ')

const ORDER = [
  'frame-rail',
  'seat',
  'fuel-tank',
  'spare',
  'hitch-rail',
  'cross-member',
  'tire',
  'axle-tube',
  'differential',
  'leaf-pack',
]
const rank = ({ part: { kind } }: UnderPart) => {
  const i = ORDER.indexOf(kind)
  return i < 0 ? ORDER.length : i
}
const parts = computed(() =>
  props.under.parts
    .filter(({ part }) => part.shape.kind !== 'plane')
    .filter(({ part }) => props.view === 'top' || part.side !== 'right')
    .toSorted((a, b) => rank(a) - rank(b))
    .map(({ part, name }) => {
      if (part.shape.kind !== 'box') {
        const way = part.shape.kind === 'run' ? part.shape.points.map((p) => p.at) : []
        const radius = part.shape.kind === 'run' ? part.shape.radius : 0
        return {
          part,
          name,
          box: null,
          way: points(way),
          wide: Math.max(1.5, 2 * radius * scale.value),
          halo: 2 * (radius + HEAT_DISTANCE) * scale.value,
        }
      }
      const [a, b] = [screenPoint(part.shape.low), screenPoint(part.shape.high)]
      const box = {
        x: Math.min(a.x, b.x),
        y: Math.min(a.y, b.y),
        width: Math.abs(a.x - b.x),
        height: Math.abs(a.y - b.y),
      }
      return { part, name, box, way: '', wide: 0, halo: 0 }
    }),
)
const bags = computed(() =>
  props.circuit.nodes.flatMap((n) => {
    const scene = n.kind === 'bag' && n.axle ? props.under.scenes[n.axle] : undefined
    if (!scene || !n.side || (props.view === 'left' && n.side === 'right')) return []
    const { lower, upper } = scene.bags[n.side]
    const x = n.axle === 'front' ? props.under.motions.front.center[0] : 0
    const [low, high] = [lower, upper].map((p) => screenPoint([p[0] + x, p[1], p[2]]))
    const r = (scene.bag.maximumDiameter / 2) * scale.value
    return [{ id: n.id, side: n.side, low: low!, high: high!, r }]
  }),
)
const fittings = computed(() =>
  props.circuit.nodes.filter((n): n is CircuitNode & { at: Place } => n.at !== null && n.kind !== 'bag'),
)
const placed = ({ from, to, points: bends }: Strand): Place[] | null => (from && to ? [from, ...bends, to] : null)
const begins = computed(() => props.circuit.runs.flatMap((r) => (r.at ? [{ ...r, at: r.at }] : [])))
/** A stretch of a polyline, by how far along it is. */
function stretchOf(way: readonly (readonly number[])[], { from, to }: Stretch): number[][] {
  const out: number[][] = []
  let done = 0
  way.slice(1).forEach((p, i) => {
    const q = way[i]!
    const long = Math.hypot(p[0]! - q[0]!, p[1]! - q[1]!, p[2]! - q[2]!)
    const pointOn = (s: number) => q.map((v, k) => v + ((p[k]! - v) * (s - done)) / long)
    if (long > 0 && done + long >= from && done <= to) {
      out.push(pointOn(Math.max(from, done)), pointOn(Math.min(to, done + long)))
    }
    done += long
  })
  return out
}
const lines = computed(() =>
  strandsOf(props.circuit).flatMap((strand) => {
    const way = placed(strand)
    if (!way) return []
    const smooth = rounded(way, leastBend(strand.outside)).points
    const report = props.laid.find((l) => l.line === strand.id)?.report ?? null
    const bad = report !== null && (report.tight.length > 0 || report.near.some((n) => n.gap < n.least))
    return [
      {
        strand,
        way,
        drawn: points(smooth),
        bad,
        sleeve: (report?.sleeve ?? []).map((s) => points(stretchOf(smooth, s))),
        loom: (report?.loom ?? []).map((s) => points(stretchOf(smooth, s))),
        ties: (report?.ties ?? []).map((s) => screenPoint(stretchOf(smooth, { from: s, to: s + 0.001 })[0] ?? way[0]!)),
      },
    ]
  }),
)
/** Where the picked line is nearest to a hot surface. */
const nearest = computed(() => {
  const heat = props.laid.find((l) => l.line === props.selected)?.report.heat
  return heat ? { ...screenPoint(heat.at), gap: Math.max(0, heat.gap), hot: heat.gap < HEAT_DISTANCE } : null
})
const labels = computed(() =>
  placeLabels(
    [
      ...(nearest.value
        ? [
            {
              id: 'nearest',
              text: `${formatQuantity('length', nearest.value.gap, preferences.system)} from the pipe`,
              x: nearest.value.x,
              y: nearest.value.y,
            },
          ]
        : []),
      ...bags.value.map((b) => ({ id: b.id, text: b.side, x: b.low.x + b.r, y: (b.low.y + b.high.y) / 2 })),
      ...fittings.value.map((n) => ({ id: n.id, text: nodeName(props.circuit, n), ...screenPoint(n.at) })),
      ...begins.value.map((r) => ({ id: r.id, text: RUN_BEGINS[r.kind], ...screenPoint(r.at) })),
    ],
    props.width,
    props.height,
    [...fittings.value, ...begins.value].map((n) => ({ ...screenPoint(n.at), r: 9 })),
  ),
)

type Held = { node: string } | { strand: string; bend: number } | { passage: string } | { run: string }
const dragged = ref<Held | null>(null)
const before = ref({ x: 0, y: 0 })
let last: Circuit | null = null
function take(event: PointerEvent, what: Held, id: string) {
  emit('select', id)
  if (props.still) return
  ;(event.currentTarget as Element).setPointerCapture(event.pointerId)
  dragged.value = what
  before.value = { x: event.clientX, y: event.clientY }
}
const moved = (p: Place, dx: number, dy: number): Place => {
  const round = (v: number) => Math.round(v * 1e4) / 1e4
  return props.view === 'top'
    ? [round(p[0] - dx / scale.value), round(p[1] + dy / scale.value), p[2]]
    : [round(p[0] - dx / scale.value), p[1], round(p[2] - dy / scale.value)]
}
function movedBy(what: Held, dx: number, dy: number): Circuit {
  const { circuit } = props
  if ('node' in what) {
    const node = circuit.nodes.find((n) => n.id === what.node)
    return node?.at ? withNodeChanged(circuit, what.node, { at: moved(node.at, dx, dy) }) : circuit
  }
  if ('passage' in what)
    return {
      ...circuit,
      passages: circuit.passages.map((p) => (p.id === what.passage ? { ...p, at: moved(p.at, dx, dy) } : p)),
    }
  if ('run' in what) {
    const run = circuit.runs.find((r) => r.id === what.run)
    return run?.at ? withRunChanged(circuit, run.id, { at: moved(run.at, dx, dy) }) : circuit
  }
  const strand = strandsOf(circuit).find((s) => s.id === what.strand)
  return strand
    ? withPoints(
        circuit,
        strand.id,
        strand.points.map((p, i) => (i === what.bend ? moved(p, dx, dy) : p)),
      )
    : circuit
}
function drag(event: PointerEvent) {
  if (!dragged.value) return
  const box = (event.currentTarget as SVGElement).ownerSVGElement!.getBoundingClientRect()
  const stretch = props.width / box.width
  last = movedBy(dragged.value, (event.clientX - before.value.x) * stretch, (event.clientY - before.value.y) * stretch)
  before.value = { x: event.clientX, y: event.clientY }
  emit('move', last)
}
/** Where on the vehicle a tap is, however the picture is stretched. */
function pick(event: MouseEvent) {
  const matrix = (event.currentTarget as SVGGraphicsElement).getScreenCTM()?.inverse()
  if (!matrix) return
  const { high, top } = window.value
  const x = high - (matrix.a * event.clientX + matrix.e - shift.value.x) / scale.value
  const v = top + (matrix.d * event.clientY + matrix.f - shift.value.y) / scale.value
  emit('pick', props.view === 'top' ? { x, y: v } : { x, z: -v })
}
function drop() {
  if (dragged.value && last) emit('settle', last)
  dragged.value = null
  last = null
}
/** A new bend where a line was clicked twice. */
function bend(event: MouseEvent, strand: Strand) {
  if (props.still) return
  const box = (event.currentTarget as SVGElement).ownerSVGElement!.getBoundingClientRect()
  const stretch = props.width / box.width
  const click = { x: (event.clientX - box.left) * stretch, y: (event.clientY - box.top) * stretch }
  const way = placed(strand)!
  let best = { i: 0, t: 0.5, off: Infinity }
  way.slice(1).forEach((p, i) => {
    const [a, b] = [screenPoint(way[i]!), screenPoint(p)]
    const size = (b.x - a.x) ** 2 + (b.y - a.y) ** 2
    const t =
      size > 0 ? Math.min(1, Math.max(0, ((click.x - a.x) * (b.x - a.x) + (click.y - a.y) * (b.y - a.y)) / size)) : 0.5
    const off = Math.hypot(a.x + t * (b.x - a.x) - click.x, a.y + t * (b.y - a.y) - click.y)
    if (off < best.off) best = { i, t, off }
  })
  const [a, b] = [way[best.i]!, way[best.i + 1]!]
  const place = a.map((v, k) => v + best.t * (b[k]! - v)) as Place
  emit('settle', withPoints(props.circuit, strand.id, strand.points.toSpliced(best.i, 0, place)))
}
/** An eighth of an inch at a time; Delete takes a bend out. */
const NUDGE = 0.0254 / 8
function key(event: KeyboardEvent, what: Held) {
  if (props.still) return
  const ways: Record<string, [number, number]> = {
    ArrowLeft: [-1, 0],
    ArrowRight: [1, 0],
    ArrowUp: [0, -1],
    ArrowDown: [0, 1],
  }
  const way = ways[event.key]
  if (way) {
    event.preventDefault()
    emit('settle', movedBy(what, way[0] * NUDGE * scale.value, way[1] * NUDGE * scale.value))
  } else if (event.key === 'Delete' && 'bend' in what) {
    const strand = strandsOf(props.circuit).find((s) => s.id === what.strand)!
    emit(
      'settle',
      withPoints(
        props.circuit,
        strand.id,
        strand.points.filter((_, i) => i !== what.bend),
      ),
    )
  }
}
/** What makes something on the picture one that is dragged, and moved by keys. */
const grip = (what: Held, id: string, label: string) => ({
  tabindex: 0,
  role: 'button',
  'aria-label': label,
  onPointerdown: (event: PointerEvent) => take(event, what, id),
  onPointermove: drag,
  onPointerup: drop,
  onPointercancel: drop,
  onKeydown: (event: KeyboardEvent) => key(event, what),
})
</script>

<template>
  <svg
    :viewBox="`0 0 ${width} ${height}`"
    role="group"
    :aria-label="label"
    :data-view="view"
    @pointerdown.self="emit('select', null)"
  >
    <g class="parts">
      <template v-for="p in parts" :key="p.part.id">
        <polyline v-if="p.part.kind === 'exhaust'" :points="p.way" class="halo" :stroke-width="p.halo" />
      </template>
      <template v-for="p in parts" :key="p.part.id">
        <rect
          v-if="p.box"
          v-bind="p.box"
          :class="p.part.kind"
          :rx="view === 'left' && p.part.kind === 'tire' ? p.box.width / 2 : 2"
        >
          <title>{{ p.name }}</title>
        </rect>
        <polyline v-else :points="p.way" :class="p.part.kind" :stroke-width="p.wide">
          <title>{{ p.name }}</title>
        </polyline>
      </template>
    </g>
    <line
      v-if="view === 'top'"
      class="end"
      :x1="screenPoint([under.rear, 0, 0]).x"
      :x2="screenPoint([under.rear, 0, 0]).x"
      :y1="screenPoint([0, -under.half, 0]).y"
      :y2="screenPoint([0, under.half, 0]).y"
    />
    <template v-for="b in bags" :key="b.id">
      <circle v-if="view === 'top'" :cx="b.low.x" :cy="b.low.y" :r="b.r" class="bag" />
      <rect
        v-else
        :x="b.low.x - b.r"
        :y="b.high.y"
        :width="2 * b.r"
        :height="Math.max(2, b.low.y - b.high.y)"
        rx="8"
        class="bag"
      />
    </template>
    <g
      v-for="l in lines"
      :key="l.strand.id"
      class="line"
      :class="[l.strand.kind, { on: l.strand.id === selected, bad: l.bad }]"
      :data-line="l.strand.id"
    >
      <polyline v-for="s in l.sleeve" :key="`s${s}`" :points="s" class="sleeve" />
      <polyline v-for="s in l.loom" :key="`l${s}`" :points="s" class="loom" />
      <polyline :points="l.drawn" class="drawn" />
      <circle v-for="(t, i) in l.ties" :key="i" :cx="t.x" :cy="t.y" r="2.2" class="tie" />
      <polyline
        :points="l.drawn"
        class="reach"
        @click="emit('select', l.strand.id)"
        @dblclick="bend($event, l.strand)"
      />
      <template v-if="l.strand.id === selected">
        <rect
          v-for="(p, i) in l.strand.points"
          :key="i"
          class="bend"
          :x="screenPoint(p).x - 5"
          :y="screenPoint(p).y - 5"
          width="10"
          height="10"
          v-bind="
            grip(
              { strand: l.strand.id, bend: i },
              l.strand.id,
              `Bend ${i + 1}: arrow keys move it, Delete takes it out`,
            )
          "
        />
      </template>
    </g>
    <rect
      v-for="p in circuit.passages"
      :key="p.id"
      class="passage"
      :class="{ on: p.id === selected }"
      :data-passage="p.id"
      :x="screenPoint(p.at).x - 6"
      :y="screenPoint(p.at).y - 6"
      width="12"
      height="12"
      v-bind="grip({ passage: p.id }, p.id, 'Hole: arrow keys move it')"
    />
    <rect
      v-for="r in begins"
      :key="r.id"
      class="begin"
      :class="{ on: r.id === selected }"
      :data-begin="r.id"
      :x="screenPoint(r.at).x - 8"
      :y="screenPoint(r.at).y - 8"
      width="16"
      height="16"
      v-bind="grip({ run: r.id }, r.id, `${RUN_BEGINS[r.kind]}: arrow keys move it`)"
    />
    <g
      v-for="n in fittings"
      :key="n.id"
      class="fitting"
      :class="[n.kind, { on: n.id === selected }]"
      :data-node="n.id"
      v-bind="grip({ node: n.id }, n.id, `${nodeName(circuit, n)}: arrow keys move it`)"
    >
      <rect
        v-if="['compressor', 'tank', 'manifold'].includes(n.kind)"
        :x="screenPoint(n.at).x - 11"
        :y="screenPoint(n.at).y - 8"
        width="22"
        height="16"
        rx="3"
      />
      <path
        v-else-if="n.kind === 'tee'"
        :d="`M${screenPoint(n.at).x - 7} ${screenPoint(n.at).y}h14M${screenPoint(n.at).x} ${screenPoint(n.at).y}v7`"
      />
      <circle v-else :cx="screenPoint(n.at).x" :cy="screenPoint(n.at).y" r="6" />
      <circle class="grip" :cx="screenPoint(n.at).x" :cy="screenPoint(n.at).y" r="13" />
    </g>
    <circle
      v-if="nearest"
      class="nearest"
      :class="{ hot: nearest.hot }"
      data-nearest
      :cx="nearest.x"
      :cy="nearest.y"
      r="5"
    />
    <text v-for="l in labels" :key="l.id" :x="l.left + 2" :y="l.top + 12" class="label">{{ l.text }}</text>
    <text :x="width - 8" :y="height - 8" text-anchor="end" class="hint">front is left</text>
    <rect v-if="picking" class="picking" data-picking x="0" y="0" :width="width" :height="height" @click="pick" />
  </svg>
</template>

<style scoped>
svg {
  display: block;
  width: 100%;
  touch-action: none;
  user-select: none;
}
.parts rect,
.parts polyline {
  fill: #c9c4b6;
  stroke: none;
}
.parts polyline {
  fill: none;
  stroke: #9aa3a6;
  stroke-linecap: round;
  stroke-linejoin: round;
}
.parts .tire {
  fill: #20262a;
}
/* From the left a wheel stands before all that is inside of it. */
[data-view='left'] .parts .tire {
  opacity: 0.18;
}
.parts .frame-rail,
.parts .seat,
.parts .hitch-rail,
.parts .cross-member {
  fill: #4b5459;
}
.parts .axle-tube {
  stroke: #8d979b;
}
.parts .fuel-tank,
.parts .spare {
  fill: #e2dccd;
}
.parts .exhaust {
  stroke: #c27a5a;
}
.parts .brake-line,
.parts .brake-hose {
  stroke: #a5402d;
}
.parts .high-voltage {
  stroke: #d9731a;
}
.parts .halo {
  stroke: #a5402d;
  opacity: 0.09;
  stroke-linecap: round;
}
.end {
  stroke: #6d6a60;
  stroke-dasharray: 6 5;
}
.bag {
  fill: rgba(14, 90, 99, 0.55);
  stroke: #0e5a63;
}
.drawn {
  fill: none;
  stroke: #0e5a63;
  stroke-width: 2.5;
  stroke-linejoin: round;
}
.harness .drawn {
  stroke: #20262a;
  stroke-width: 3;
  stroke-dasharray: 7 3;
}
.intake-hose .drawn {
  stroke: #6d6a60;
  stroke-width: 4;
}
.on .drawn {
  stroke-width: 4.5;
}
.bad .drawn {
  stroke: var(--oxide);
}
.sleeve {
  fill: none;
  stroke: var(--paint);
  stroke-width: 9;
  opacity: 0.9;
}
.loom {
  fill: none;
  stroke: #20262a;
  stroke-width: 7;
  stroke-dasharray: 3 2;
}
.reach {
  fill: none;
  stroke: transparent;
  stroke-width: 14;
  cursor: pointer;
}
.tie {
  fill: #fff;
  stroke: #0e5a63;
  pointer-events: none;
}
.bend {
  fill: #fff;
  stroke: #0e5a63;
  stroke-width: 2;
  cursor: grab;
}
.passage {
  fill: #fff;
  stroke: var(--ink);
  stroke-width: 1.5;
  stroke-dasharray: 3 2;
  cursor: grab;
}
.begin {
  fill: #fff;
  stroke: var(--ink);
  stroke-width: 2;
  cursor: grab;
}
.begin.on {
  stroke: #0e5a63;
  stroke-width: 3;
}
.nearest {
  fill: #fff;
  stroke: var(--moss, #3c7a4b);
  stroke-width: 2.5;
  pointer-events: none;
}
.nearest.hot {
  stroke: #b97709;
}
.passage.on {
  stroke-width: 3;
}
.fitting {
  cursor: grab;
}
.fitting rect,
.fitting circle {
  fill: var(--paint);
  stroke: var(--ink);
  stroke-width: 1.2;
}
.fitting path {
  fill: none;
  stroke: var(--ink);
  stroke-width: 5;
  stroke-linecap: round;
}
.fitting .grip {
  fill: transparent;
  stroke: none;
}
@media (pointer: coarse) {
  .fitting .grip {
    r: 22px;
  }
}
.fitting.on .grip {
  stroke: var(--petrol, #0e5a63);
  stroke-width: 2;
}
.label {
  font: 600 13px var(--condensed);
  fill: var(--ink);
  paint-order: stroke;
  stroke: #fff;
  stroke-width: 3px;
  pointer-events: none;
}
.picking {
  fill: transparent;
  stroke: var(--paint);
  stroke-width: 6;
  cursor: crosshair;
}
.hint {
  font:
    400 12px 'Barlow',
    sans-serif;
  fill: var(--muted);
}
</style>
