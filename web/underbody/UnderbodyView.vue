<script setup lang="ts">
import { computed, ref } from 'vue'
import { carried, radiusAt, type Pose, type Vector } from '@stout-shackle/core/clearance'
import type { Meters } from '@stout-shackle/core/quantity'
import {
  girthAt,
  SIDES,
  type Scene,
  type SceneObstacle,
  type ScenePressure,
  type Side,
} from '@stout-shackle/core/stages/fit/room'
import { bagOutline, boxOutline, path, project, runPoints, unproject, type Frame, type View } from './projection'

/** What surrounds the bags of an axle, to scale, in a pose, from one direction. The axle and parts can be dragged. */
const props = defineProps<{
  scene: Scene
  pose: Pose
  view: View
  pressure: ScenePressure['id']
  /** Side that is looked at; parts of the other are left out of a side view. */
  side: Side
  width: number
  height: number
  /** How each part stands, by its id and side. */
  states: Record<string, 'fine' | 'caution' | 'stop' | 'unknown'>
  /** Lines of nearest points, with their figure. */
  nearest: readonly { id: string; first: Vector; second: Vector; text: string; state: string }[]
  /** Distances to be taken with the tape. */
  arrows: readonly { from: Vector; to: Vector }[]
  selected: string | null
  waists: number
  label: string
  /** Only looked at: nothing is dragged. */
  still?: boolean
  /** Parts that are meant, by id; `bag-left`, `upper-left`, `lower-left` for those of the kit. */
  meant?: readonly string[]
  /** Parts of the kit that are not there yet, named alike: drawn as where they will be. */
  absent?: readonly string[]
  /** Parts of the vehicle that are off, by id. */
  off?: readonly string[]
  /** What holds it, to be drawn under it, and how high the floor is then. */
  holder?: { stands: boolean; jack: boolean; floor: Meters } | null
}>()
const emit = defineEmits<{
  /** The axle is dragged: how far, and on which side of the middle it was taken. */
  axle: [up: Meters, at: Meters]
  select: [part: string]
  /** A part is dragged by so much. */
  move: [part: string, by: Vector]
  settle: []
}>()

const radius = computed(() => girthAt(props.scene, props.pressure))
const outer = computed(() =>
  Math.max(
    0.7,
    ...props.scene.obstacles.flatMap(({ part: { kind, shape } }) =>
      kind === 'tire' && shape.kind === 'box' ? [Math.abs(shape.low[1]), Math.abs(shape.high[1])] : [],
    ),
  ),
)
const top = computed(() => Math.max(props.scene.bags.left.upper[2] + 0.22, 0.75))
/** Lowest that is drawn. */
const bottom = computed(() => Math.min(0, props.holder?.floor ?? 0))
/** Scale: the whole axle from behind and above, a reach ahead and behind from a side. */
const frame = computed((): Frame => {
  const { width, height, view } = props
  const across = view === 'rear' || view === 'top' ? 2 * outer.value + 0.1 : 1.1
  const up = view === 'top' ? 1.1 : top.value - bottom.value + 0.1
  const scale = Math.min(width / across, height / up)
  return { scale, x: width / 2, y: view === 'top' ? height / 2 : height - 0.04 * scale - 10 + bottom.value * scale }
})
const shown = computed(() => {
  const order = ['frame-rail', 'seat', 'fuel-tank', 'spare', 'tire', 'axle-tube', 'differential', 'leaf-pack']
  const rank = ({ kind }: SceneObstacle) => (order.includes(kind) ? order.indexOf(kind) : order.length)
  return props.scene.obstacles
    .filter(({ side, kind }) =>
      props.view === 'left' || props.view === 'right'
        ? (side === props.view || side === 'center') && kind !== 'fuel-tank'
        : true,
    )
    .toSorted((a, b) => rank(a) - rank(b))
})
const bags = computed(() =>
  SIDES.filter((s) => props.view === 'rear' || props.view === 'top' || s === props.view).map((s) => {
    const { lower, upper } = props.scene.bags[s]
    const center = carried(props.scene.motion, lower, props.pose)
    const tall = Math.hypot(center[0] - upper[0], center[1] - upper[1], center[2] - upper[2])
    return {
      side: s,
      d: bagOutline(props.view, frame.value, {
        lower: center,
        upper,
        roll: props.pose.roll,
        radius: radiusAt(radius.value, tall),
        plate: props.scene.plateRadius,
        waists: props.waists,
      }),
    }
  }),
)
/** How the axle moves, and where it is. */
const posed = computed(() => ({ motion: props.scene.motion, pose: props.pose }))
const brackets = computed(() =>
  props.scene.brackets
    .filter((b) => props.view === 'rear' || props.view === 'top' || b.side === props.view)
    // From above the upper one hides the other.
    .filter((b) => props.view !== 'top' || b.end === 'upper')
    .map((b) => {
      const d = path(boxOutline(props.view, frame.value, { ...posed.value, carrier: b.on, low: b.low, high: b.high }))
      const middle = b.low.map((l, i) => (l + b.high[i]!) / 2) as unknown as Vector
      const point = b.on === 'axle' ? carried(props.scene.motion, middle, props.pose) : middle
      const c = project(props.view, frame.value, point)
      const reach = props.scene.plateRadius * 1.25
      const tip =
        b.port && project(props.view, frame.value, point.map((v, i) => v + reach * b.port![i]!) as unknown as Vector)
      const shown = tip && Math.hypot(tip.x - c.x, tip.y - c.y) > 4 ? tip : null
      return { ...b, d, c, tip: shown }
    }),
)
const outlineOf = ({ part: { shape } }: SceneObstacle) =>
  shape.kind === 'box'
    ? path(boxOutline(props.view, frame.value, { ...posed.value, carrier: shape.on, low: shape.low, high: shape.high }))
    : ''
const lineOf = ({ part: { shape, freeLength } }: SceneObstacle) =>
  shape.kind === 'run'
    ? runPoints(props.view, frame.value, { ...posed.value, shape, freeLength })
        .map(({ x, y }) => `${x.toFixed(1)},${y.toFixed(1)}`)
        .join(' ')
    : ''
/** Nowhere near the bags along the vehicle: from behind it only stands in the way. */
const isFar = ({ part: { shape } }: SceneObstacle) =>
  props.view === 'rear' && shape.kind === 'box' && (shape.low[0] > NEAR || shape.high[0] < -NEAR)
const NEAR: Meters = 0.3
const widthOf = ({ part: { shape } }: SceneObstacle) =>
  shape.kind === 'run' ? Math.max(2, 2 * shape.radius * frame.value.scale) : 1
const round = ({ kind }: SceneObstacle) => kind === 'tire' && (props.view === 'left' || props.view === 'right')
const wheel = ({ part: { shape } }: SceneObstacle) => {
  if (shape.kind !== 'box') return { x: 0, y: 0, r: 0 }
  const middle = shape.low.map((l, i) => (l + shape.high[i]!) / 2) as unknown as Vector
  const c = project(props.view, frame.value, carried(props.scene.motion, middle, props.pose))
  return { ...c, r: ((shape.high[2] - shape.low[2]) / 2) * frame.value.scale }
}
const stateOf = (o: SceneObstacle) => props.states[`${o.id}:${o.side === 'center' ? props.side : o.side}`] ?? 'unknown'
const lines = computed(() =>
  props.nearest.map((n) => {
    const a = project(props.view, frame.value, n.first)
    const b = project(props.view, frame.value, n.second)
    return { ...n, a, b, x: (a.x + b.x) / 2, y: (a.y + b.y) / 2 }
  }),
)
const measures = computed(() =>
  props.arrows.map(({ from, to }) => {
    const [a, b] = [project(props.view, frame.value, from), project(props.view, frame.value, to)]
    return { a, b, long: Math.hypot(a.x - b.x, a.y - b.y) > 3 }
  }),
)
const floor = computed(() => project(props.view, frame.value, [0, 0, props.holder?.floor ?? 0]).y)
const isMeant = (id: string) => props.meant?.includes(id) ?? false
const isAbsent = (id: string) => props.absent?.includes(id) ?? false
/** Stands under the rails and a jack under the axle, from behind and from a side. */
const holders = computed(() => {
  const { holder, scene, view } = props
  if (!holder || view === 'top') return { stands: [], jack: [] }
  const rail = scene.bags.left.upper
  const projectAt = (y: number, z: number) => project(view, frame.value, [view === 'rear' ? 0 : 0.42, y, z])
  const foot = (y: number, z: number) => {
    const [head, ground] = [projectAt(y, z), floor.value]
    return `${head.x},${head.y} ${head.x - 16},${ground} ${head.x + 16},${ground}`
  }
  const under = carried(scene.motion, [0, 0, 0.3], props.pose)
  const axle = project(view, frame.value, [0, 0, under[2]])
  return {
    stands: holder.stands ? (view === 'rear' ? [0.38, -0.38] : [0]).map((y) => foot(y, rail[2])) : [],
    jack: holder.jack ? [`${axle.x},${axle.y} ${axle.x - 13},${floor.value} ${axle.x + 13},${floor.value}`] : [],
  }
})

/** What carries the axle about when it is taken hold of. */
const CARRIES = new Set(['tire', 'axle-tube', 'differential', 'leaf-pack'])
const dragged = ref<{ part: string | null; x: number; y: number; at: number } | null>(null)
function take(event: PointerEvent, obstacle: SceneObstacle | null) {
  if (props.still) return
  const part = obstacle && !CARRIES.has(obstacle.kind) ? obstacle.id : null
  if (part) emit('select', part)
  ;(event.currentTarget as Element).setPointerCapture(event.pointerId)
  const box = (event.currentTarget as SVGElement).ownerSVGElement!.getBoundingClientRect()
  const across = ((event.clientX - box.left) / box.width) * props.width
  dragged.value = {
    part,
    x: event.clientX,
    y: event.clientY,
    at: props.view === 'rear' ? -(across - frame.value.x) / frame.value.scale : 0,
  }
}
function drag(event: PointerEvent) {
  const current = dragged.value
  if (!current) return
  const box = (event.currentTarget as SVGElement).ownerSVGElement!.getBoundingClientRect()
  const stretch = props.width / box.width
  const by = unproject(
    props.view,
    frame.value,
    (event.clientX - current.x) * stretch,
    (event.clientY - current.y) * stretch,
  )
  dragged.value = { ...current, x: event.clientX, y: event.clientY }
  if (current.part) emit('move', current.part, by)
  else if (props.view !== 'top') emit('axle', by[2], current.at)
}
const NUDGE: Meters = 0.0254 / 16
const ARROWS: Record<string, readonly [number, number]> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
}
/** Arrow keys move the part that is picked, a sixteenth at a time; with none picked they move the axle. */
function nudge(event: KeyboardEvent) {
  if (props.still) return
  const way = ARROWS[event.key]
  if (!way) return
  event.preventDefault()
  const by = unproject(props.view, { ...frame.value, scale: 1 }, way[0] * NUDGE, way[1] * NUDGE)
  if (props.selected) {
    emit('move', props.selected, by)
    emit('settle')
  } else if (props.view !== 'top') emit('axle', by[2], 0)
}
function drop() {
  if (dragged.value?.part) emit('settle')
  dragged.value = null
}
</script>

<template>
  <svg
    :viewBox="`0 0 ${width} ${height}`"
    :data-view="view"
    :role="still ? 'img' : 'application'"
    :aria-label="label"
    :tabindex="still ? undefined : 0"
    :class="{ still }"
    @keydown="nudge"
  >
    <line v-if="view !== 'top'" x1="0" :x2="width" :y1="floor" :y2="floor" class="floor" />
    <polygon v-for="s in holders.stands" :key="s" :points="s" class="stand" />
    <polygon v-for="j in holders.jack" :key="j" :points="j" class="jack" />
    <g
      v-for="o in shown"
      :key="o.id"
      class="part"
      :class="[
        o.kind,
        stateOf(o),
        { on: o.id === selected, far: isFar(o), meant: isMeant(o.id), off: off?.includes(o.id) },
      ]"
      :data-part="o.id"
      @pointerdown="take($event, o)"
      @pointermove="drag"
      @pointerup="drop"
      @pointercancel="drop"
    >
      <template v-if="round(o)">
        <circle :cx="wheel(o).x" :cy="wheel(o).y" :r="wheel(o).r" class="wheel" />
      </template>
      <path v-else-if="o.part.shape.kind === 'box'" :d="outlineOf(o)" />
      <polyline
        v-else
        :points="lineOf(o)"
        :stroke-width="widthOf(o)"
        fill="none"
        stroke-linecap="round"
        stroke-linejoin="round"
      />
    </g>
    <g
      v-for="b in bags"
      :key="b.side"
      class="bag"
      :class="{ meant: isMeant(`bag-${b.side}`), absent: isAbsent(`bag-${b.side}`) }"
      :data-bag="b.side"
      @pointerdown="take($event, null)"
      @pointermove="drag"
      @pointerup="drop"
      @pointercancel="drop"
    >
      <path :d="b.d" />
    </g>
    <g
      v-for="b in brackets"
      :key="`${b.side}${b.end}`"
      class="bracket"
      :class="{
        wrong: b.wrong,
        meant: isMeant(`${b.end}-${b.side}`),
        absent: isAbsent(`${b.end}-${b.side}`),
      }"
      :data-bracket="`${b.end}-${b.side}`"
    >
      <path :d="b.d" />
      <g v-if="b.tip" class="port">
        <line :x1="b.c.x" :y1="b.c.y" :x2="b.tip.x" :y2="b.tip.y" />
        <circle :cx="b.tip.x" :cy="b.tip.y" r="3" />
      </g>
      <title>
        {{ b.end }} bracket, {{ b.side }}{{ b.label ? `: ${b.label}` : '' }}{{ b.wrong ? ', for the other side' : '' }}
      </title>
      <text
        v-if="b.label && view !== 'top' && (view !== 'rear' || b.end === 'upper')"
        :x="b.c.x"
        :y="b.c.y + (b.end === 'upper' ? -8 : 14)"
        text-anchor="middle"
      >
        {{ b.label }}
      </text>
    </g>
    <g v-for="(m, i) in measures" :key="`m${i}`" class="measure" data-arrow>
      <template v-if="m.long">
        <line :x1="m.a.x" :y1="m.a.y" :x2="m.b.x" :y2="m.b.y" />
        <circle :cx="m.a.x" :cy="m.a.y" r="3.5" />
        <circle :cx="m.b.x" :cy="m.b.y" r="3.5" />
      </template>
    </g>
    <g v-for="n in lines" :key="n.id" class="nearest" :class="n.state">
      <line :x1="n.a.x" :y1="n.a.y" :x2="n.b.x" :y2="n.b.y" />
      <circle :cx="n.a.x" :cy="n.a.y" r="2.5" />
      <circle :cx="n.b.x" :cy="n.b.y" r="2.5" />
      <text :x="Math.min(width - 44, Math.max(4, n.x + 6))" :y="Math.max(14, n.y - 6)">{{ n.text }}</text>
    </g>
  </svg>
</template>

<style scoped>
svg {
  display: block;
  width: 100%;
  touch-action: none;
  user-select: none;
}
.floor {
  stroke: #6d6a60;
  stroke-width: 1.5;
}
.part {
  cursor: grab;
}
.part path {
  fill: #9aa3a6;
  stroke: var(--ink);
  stroke-width: 0.8;
}
.part polyline {
  stroke: #7d8488;
}
.part.tire path {
  fill: #2c3338;
}
.wheel {
  fill: rgba(44, 51, 56, 0.12);
  stroke: #2c3338;
  stroke-width: 2;
  stroke-dasharray: 5 4;
}
.part.frame-rail path,
.part.seat path {
  fill: #4b5459;
}
.part.fuel-tank path,
.part.spare path {
  fill: #d8d2c4;
}
.part.coil polyline {
  opacity: 0.35;
}
.part.exhaust polyline {
  stroke: #c9a58f;
}
.part.high-voltage polyline {
  stroke: #d9731a;
}
.part.caution polyline {
  stroke: var(--amber-sign);
}
.part.stop polyline {
  stroke: var(--oxide);
}
.part.caution path {
  stroke: var(--amber-sign);
  stroke-width: 2;
}
.part.stop path {
  stroke: var(--oxide);
  stroke-width: 2;
}
.part.far {
  opacity: 0.25;
}
.part.on path,
.part.on polyline {
  filter: drop-shadow(0 0 0 var(--paint)) drop-shadow(0 0 2px var(--paint));
}
.bag {
  cursor: ns-resize;
}
.bag path {
  fill: rgba(14, 90, 99, 0.72);
  stroke: #0e5a63;
  stroke-width: 1.2;
}
.bracket path {
  fill: #0e5a63;
}
.bracket.wrong path {
  fill: var(--oxide);
}
.bracket text {
  font: 600 11px var(--condensed);
  fill: var(--ink);
  paint-order: stroke;
  stroke: #fff;
  stroke-width: 3px;
  pointer-events: none;
}
.port line {
  stroke: var(--ink);
  stroke-width: 2;
}
.port circle {
  fill: #fff;
  stroke: var(--ink);
  stroke-width: 1.5;
}
.measure line {
  stroke: var(--paint);
  stroke-width: 4;
}
.measure circle {
  fill: var(--paint);
  stroke: var(--ink);
}
.nearest line {
  stroke: var(--ink);
  stroke-width: 1.5;
}
.nearest text {
  font: 600 13px var(--condensed);
  fill: var(--ink);
  paint-order: stroke;
  stroke: #fff;
  stroke-width: 3px;
}
.nearest.stop line {
  stroke: var(--oxide);
}
.nearest.stop text {
  fill: var(--oxide);
}
.still .part,
.still .bag {
  cursor: default;
}
.stand,
.jack {
  fill: none;
  stroke: #d7973a;
  stroke-width: 3;
}
.jack {
  stroke: #f2c24b;
}
.part.off {
  opacity: 0.18;
}
.absent path {
  fill: none;
  stroke-dasharray: 5 5;
  stroke: #8d979b;
}
.absent .port,
.absent text {
  display: none;
}
.meant path,
.part.meant path {
  stroke: var(--paint);
  stroke-width: 3.5;
}
.part.meant polyline {
  stroke: var(--paint);
}
</style>
