<script setup lang="ts">
import { computed, onBeforeUnmount, ref } from 'vue'
import { formatNumber, formatQuantity, INCH } from '@stout-shackle/core/quantity'
import { loadMass, tireDiameter, type LoadItem } from '@stout-shackle/core/vehicle'
import { useOpenJob } from '../stores/job'
import { usePreferences } from '../stores/preferences'
import { bodyOutline, roundedPath, type Point } from '../truck/bodies'
import { ACROSS, keyStep, movedBy, type View } from './placing'

/** The vehicle to scale from the side or from above, nose to the left: weights are dragged, or moved by arrow keys. */
const props = defineProps<{ view: View; width: number; height: number; scale: number; front: number; back: number }>()
const { store, job, assessment } = useOpenJob()
const preferences = usePreferences()
const vehicle = computed(() => job.value.vehicle)
const items = computed(() => assessment.value.active.loadCase.items)
const outline = computed(() => bodyOutline(vehicle.value))
const bodyWidth = computed(() => vehicle.value.rear.track + 0.3)
const tire = computed(() => tireDiameter(vehicle.value.rear.tireSize) ?? 0.78)
/** Room under the floor line for the axle's name. */
const FOOT = 16

const sx = (x: number) => props.width / 2 + ((props.front - props.back) / 2 - x) * props.scale
/** From above the left side is down, as if one stood on the right and looked over; from the side the ground is below. */
const sy = (across: number) =>
  props.view === 'side'
    ? props.height - FOOT - across * props.scale
    : (props.height - FOOT) / 2 + 8 + across * props.scale
const path = (points: readonly Point[], radius = 5) =>
  roundedPath(
    points.map(([x, z]): Point => [sx(x), sy(z)]),
    radius,
  )
/** Drawn once for a size, not at every frame of a drag. */
const shapes = computed(() => ({
  shell: path(outline.value.shell),
  windows: outline.value.windows.map((w) => path(w, 2)),
  bed: outline.value.bed && path(outline.value.bed, 2),
}))
/** Upwards on the screen is up from the side, but right from above. */
const upward = computed(() => (props.view === 'side' ? 1 : -1))

const boxes = computed(() =>
  items.value.map((item) => {
    const side = Math.min(1.2, Math.max(0.42, Math.sqrt(loadMass(item) / 320))) * props.scale
    const tall = props.view === 'side' ? Math.min(side, 0.62 * props.scale) : side
    return {
      item,
      side,
      tall,
      x: sx(item.x),
      y: sy(item[ACROSS[props.view]]),
      ball: item.place === 'tongue' || item.place === 'pin',
    }
  }),
)
const center = computed(() => {
  const total = items.value.reduce((sum, i) => sum + loadMass(i), 0)
  if (total <= 0) return null
  const mean = (of: (i: LoadItem) => number) => items.value.reduce((sum, i) => sum + loadMass(i) * of(i), 0) / total
  return { x: mean((i) => i.x), across: mean((i) => i[ACROSS[props.view]]) }
})
const remark = computed(() => {
  if (!center.value) return props.view === 'side' ? 'from the left side' : 'from above'
  const len = (v: number) => formatQuantity('length', Math.abs(v), preferences.system)
  const { x, across } = center.value
  if (props.view === 'side') return `load center ${len(x)} ${x < 0 ? 'behind' : 'ahead of'} the axle, ${len(across)} up`
  return Math.abs(across) < INCH / 8
    ? 'load center on the center line'
    : `load center ${len(across)} ${across > 0 ? 'left' : 'right'}`
})

/** A drag or a run of keys is undone as one. */
function put(item: LoadItem, place: Pick<LoadItem, 'x' | 'y' | 'z'>) {
  store.edit(
    (j) => ({
      ...j,
      loadCases: j.loadCases.map((c) =>
        c.id === j.activeCase ? { ...c, items: c.items.map((i) => (i.id === item.id ? { ...i, ...place } : i)) } : c,
      ),
    }),
    `${item.id} moved`,
  )
}
const drag = ref<{ x: number; y: number; item: LoadItem } | null>(null)
let latest: PointerEvent | null = null
let frame = 0
function grab(event: PointerEvent, item: LoadItem) {
  ;(event.currentTarget as Element).setPointerCapture(event.pointerId)
  drag.value = { x: event.clientX, y: event.clientY, item }
  store.moving = true
}
/** A mouse reports more often than the screen is drawn: the last place of each frame counts. */
function pull(event: PointerEvent) {
  if (!drag.value) return
  latest = event
  frame ||= requestAnimationFrame(settle)
}
function settle() {
  frame = 0
  if (!drag.value || !latest) return
  const { item, x, y } = drag.value
  const along = -(latest.clientX - x) / props.scale
  const across = (-upward.value * (latest.clientY - y)) / props.scale
  store.beat += 1
  put(item, movedBy(item, props.view, { along, across, grid: true }))
}
function drop() {
  if (frame) {
    cancelAnimationFrame(frame)
    settle()
  }
  drag.value = latest = null
  store.moving = false
}
onBeforeUnmount(drop)
function key(event: KeyboardEvent, item: LoadItem) {
  const step = keyStep(event.key, event.shiftKey)
  if (!step) return
  event.preventDefault()
  put(item, movedBy(item, props.view, { along: step[0], across: upward.value * step[1] }))
}
const label = (item: LoadItem) => {
  const len = (v: number) => formatQuantity('length', v, preferences.system)
  const across = props.view === 'side' ? `${len(item.z)} up` : `${len(item.y)} left of center`
  return `${item.name}, ${formatQuantity('mass', loadMass(item), preferences.system)}, ${len(item.x)} ahead of the rear axle, ${across}`
}
</script>

<template>
  <svg
    :width="width"
    :height="height"
    role="group"
    :aria-label="`Loads ${view === 'side' ? 'from the side' : 'from above'}; arrow keys move the one in focus by an inch`"
  >
    <template v-if="view === 'side'">
      <line :x1="6" :x2="width - 6" :y1="sy(0)" :y2="sy(0)" class="floor" />
      <path :d="shapes.shell" class="body" />
      <path v-for="(w, i) in shapes.windows" :key="i" :d="w" class="window" />
      <path v-if="shapes.bed" :d="shapes.bed" class="body" />
      <circle
        v-for="x in [vehicle.wheelbase, 0]"
        :key="x"
        :cx="sx(x)"
        :cy="sy(tire / 2)"
        :r="(tire / 2) * scale"
        class="tire"
      />
    </template>
    <template v-else>
      <rect
        :x="sx(vehicle.wheelbase + vehicle.frontOverhang)"
        :y="sy(-bodyWidth / 2)"
        :width="(vehicle.wheelbase + vehicle.frontOverhang + vehicle.rearOverhang) * scale"
        :height="bodyWidth * scale"
        rx="8"
        class="body"
      />
      <template v-for="x in [vehicle.wheelbase, 0]" :key="x">
        <rect
          v-for="s in [-1, 1]"
          :key="s"
          :x="sx(x + tire / 2)"
          :y="sy((s * vehicle[x ? 'front' : 'rear'].track) / 2) - 0.13 * scale"
          :width="tire * scale"
          :height="0.26 * scale"
          rx="3"
          class="tire"
        />
      </template>
      <line
        :x1="sx(vehicle.wheelbase + vehicle.frontOverhang) + 6"
        :x2="sx(-vehicle.rearOverhang)"
        :y1="sy(0)"
        :y2="sy(0)"
        class="center"
      />
      <text
        v-for="s in [-1, 1]"
        :key="`side ${s}`"
        :x="sx(vehicle.wheelbase / 2)"
        :y="sy((s * bodyWidth) / 2) + (s < 0 ? 14 : -5)"
        class="remark mid"
      >
        {{ s < 0 ? 'right' : 'left' }}
      </text>
    </template>
    <line
      :x1="sx(0)"
      :x2="sx(0)"
      :y1="view === 'side' ? 20 : sy(-bodyWidth / 2) - 4"
      :y2="height - FOOT"
      class="axle"
    />
    <text :x="sx(0)" :y="height - 4" class="remark mid">rear axle</text>
    <path
      v-if="vehicle.hitchBehindAxle"
      :d="`M${sx(-vehicle.rearOverhang)} ${sy(view === 'side' ? (vehicle.ballHeight ?? 0.5) : 0)}H${sx(-vehicle.hitchBehindAxle)}`"
      class="hitch"
    />
    <g
      v-for="b in boxes"
      :key="b.item.id"
      class="load"
      :class="b.item.kind"
      tabindex="0"
      role="slider"
      :aria-label="label(b.item)"
      :aria-valuenow="Math.round(b.item.x / INCH)"
      @pointerdown="grab($event, b.item)"
      @pointermove="drag?.item.id === b.item.id && pull($event)"
      @pointerup="drop"
      @pointercancel="drop"
      @keydown="key($event, b.item)"
    >
      <circle v-if="b.ball" :cx="b.x" :cy="b.y" r="8" />
      <rect v-else :x="b.x - b.side / 2" :y="b.y - b.tall / 2" :width="b.side" :height="b.tall" rx="2" />
      <text :x="b.x" :y="b.ball ? b.y - 11 : b.y + 4">
        {{ formatNumber('mass', loadMass(b.item), preferences.system) }}
      </text>
    </g>
    <g v-if="center" class="gravity" pointer-events="none">
      <circle :cx="sx(center.x)" :cy="sy(center.across)" r="5" />
      <path :d="`M${sx(center.x) - 8} ${sy(center.across)}h16M${sx(center.x)} ${sy(center.across) - 8}v16`" />
    </g>
    <text x="10" y="14" class="remark">{{ remark }}</text>
  </svg>
</template>

<style scoped>
svg {
  display: block;
  touch-action: none;
}
.body {
  fill: #f3f1ea;
  stroke: var(--ink);
  stroke-width: 1.3;
}
.window {
  fill: #fff;
  stroke: #9b9789;
}
.floor {
  stroke: #6d6a60;
}
.center,
.axle {
  stroke: var(--petrol);
  stroke-dasharray: 4 4;
}
.tire {
  fill: var(--ink);
}
.hitch {
  stroke: var(--ink);
  stroke-width: 4;
}
.load {
  cursor: grab;
}
.load rect,
.load circle {
  fill: var(--paint);
  stroke: var(--ink);
}
.load.tank rect {
  fill: #bcd6d8;
}
.load.passenger rect {
  fill: #f7dfa0;
}
.load:focus-visible {
  outline: 2px solid var(--petrol);
}
.load text {
  font: 600 13px var(--condensed);
  text-anchor: middle;
  user-select: none;
}
.gravity circle,
.gravity path {
  fill: none;
  stroke: var(--oxide);
  stroke-width: 1.8;
}
.remark {
  font:
    400 12px 'Barlow',
    sans-serif;
  fill: #596166;
}
.mid {
  text-anchor: middle;
}
</style>
