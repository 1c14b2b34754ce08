<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import { computed, ref, useTemplateRef } from 'vue'
import { formatNumber, formatQuantity, INCH } from '@stout-shackle/core/quantity'
import { tyreDiameter, type LoadItem } from '@stout-shackle/core/vehicle'
import { useOpenJob } from '../stores/job'
import { usePreferences } from '../stores/preferences'

/** The vehicle from above, to scale, nose to the left: weights are dragged, or moved an inch by an arrow key. */
const { store, job, assessment } = useOpenJob()
const preferences = usePreferences()
const HEIGHT = 176
const MARGIN = 0.55

const box = useTemplateRef<HTMLElement>('box')
const { width } = useElementSize(box, { width: 780, height: HEIGHT })
const vehicle = computed(() => job.value.vehicle)
const items = computed(() => assessment.value.active.loadCase.items)
const front = computed(() => vehicle.value.wheelbase + vehicle.value.frontOverhang)
/** As far back as anything sits. */
const back = computed(
  () =>
    Math.max(vehicle.value.rearOverhang, vehicle.value.hitchBehindAxle ?? 0, ...items.value.map((i) => -i.x)) + MARGIN,
)
const bodyWidth = computed(() => vehicle.value.track + 0.3)
const scale = computed(() => Math.min((width.value - 16) / (front.value + back.value), (HEIGHT - 46) / bodyWidth.value))
const sx = (x: number) => width.value / 2 + ((front.value - back.value) / 2 - x) * scale.value
// A little below the middle: two remarks stand above it.
const sy = (y: number) => HEIGHT / 2 + 3 + y * scale.value
const tyre = computed(() => tyreDiameter(vehicle.value.tyreSize) ?? 0.78)

const boxes = computed(() =>
  items.value.map((item) => {
    const side = Math.min(1.3, Math.max(0.4, Math.sqrt(item.mass / 300))) * scale.value
    return { item, side, x: sx(item.x), y: sy(-item.y), ball: item.place === 'tongue' || item.place === 'pin' }
  }),
)
const centre = computed(() => {
  const total = items.value.reduce((sum, i) => sum + i.mass, 0)
  if (total <= 0) return null
  const mean = (of: (i: LoadItem) => number) => items.value.reduce((sum, i) => sum + i.mass * of(i), 0) / total
  const y = mean((i) => i.y)
  return {
    x: mean((i) => i.x),
    y,
    side:
      Math.abs(y) < INCH / 8
        ? 'on the centre line'
        : `${formatQuantity('length', Math.abs(y), preferences.system)} ${y > 0 ? 'left' : 'right'}`,
  }
})

const clamp = (value: number, least: number, most: number) => Math.min(most, Math.max(least, value))
/** Moves an item, within what a load can be; a drag or a run of keys is undone as one. */
function move(item: LoadItem, x: number, y: number) {
  const place = { x: clamp(x, -8, 9), y: clamp(y, -1.5, 1.5) }
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
const drag = ref<{ id: string; x: number; y: number; item: LoadItem } | null>(null)
function grab(event: PointerEvent, item: LoadItem) {
  ;(event.currentTarget as Element).setPointerCapture(event.pointerId)
  drag.value = { id: item.id, x: event.clientX, y: event.clientY, item }
}
function pull(event: PointerEvent) {
  if (!drag.value) return
  const { item, x, y } = drag.value
  // To the nearest half inch: finer than anybody places a load.
  const snap = (metres: number) => Math.round(metres / (INCH / 2)) * (INCH / 2)
  move(item, snap(item.x - (event.clientX - x) / scale.value), snap(item.y - (event.clientY - y) / scale.value))
}
const STEPS: Record<string, [number, number]> = {
  ArrowLeft: [INCH, 0],
  ArrowRight: [-INCH, 0],
  ArrowUp: [0, INCH],
  ArrowDown: [0, -INCH],
}
function key(event: KeyboardEvent, item: LoadItem) {
  const step = STEPS[event.key]
  if (!step) return
  event.preventDefault()
  const by = event.shiftKey ? 6 : 1
  move(item, item.x + by * step[0], item.y + by * step[1])
}
const label = (item: LoadItem) =>
  `${item.name}, ${formatQuantity('mass', item.mass, preferences.system)}, ${formatQuantity('length', item.x, preferences.system)} ahead of the rear axle, ${formatQuantity('length', item.y, preferences.system)} left of centre`
</script>

<template>
  <div ref="box" class="plan">
    <svg
      :width="width"
      :height="HEIGHT"
      role="group"
      aria-label="Loads from above; arrow keys move the one in focus by an inch"
    >
      <text x="12" y="16" class="remark">from above · drag a weight, or arrow keys, shift for 6</text>
      <rect
        :x="sx(front)"
        :y="sy(-bodyWidth / 2)"
        :width="(front + vehicle.rearOverhang) * scale"
        :height="bodyWidth * scale"
        rx="10"
        class="body"
      />
      <line :x1="sx(front) + 8" :x2="sx(-vehicle.rearOverhang)" :y1="sy(0)" :y2="sy(0)" class="centre" />
      <template v-for="x in [vehicle.wheelbase, 0]" :key="x">
        <rect
          v-for="s in [-1, 1]"
          :key="s"
          :x="sx(x + tyre / 2)"
          :y="sy((s * vehicle.track) / 2) - 0.13 * scale"
          :width="tyre * scale"
          :height="0.26 * scale"
          rx="3"
          class="tyre"
        />
      </template>
      <line :x1="sx(0)" :x2="sx(0)" :y1="sy(-bodyWidth / 2) - 6" :y2="sy(bodyWidth / 2) + 6" class="axle" />
      <text :x="sx(0)" :y="HEIGHT - 3" class="remark mid">rear axle</text>
      <path
        v-if="vehicle.hitchBehindAxle"
        :d="`M${sx(-vehicle.rearOverhang)} ${sy(0)}H${sx(-vehicle.hitchBehindAxle)}`"
        class="hitch"
      />
      <g
        v-for="b in boxes"
        :key="b.item.id"
        class="load"
        tabindex="0"
        role="slider"
        :aria-label="label(b.item)"
        :aria-valuenow="Math.round(b.item.x / INCH)"
        @pointerdown="grab($event, b.item)"
        @pointermove="drag?.id === b.item.id && pull($event)"
        @pointerup="drag = null"
        @pointercancel="drag = null"
        @keydown="key($event, b.item)"
      >
        <circle v-if="b.ball" :cx="b.x" :cy="b.y" r="9" />
        <rect v-else :x="b.x - b.side / 2" :y="b.y - b.side / 2" :width="b.side" :height="b.side" rx="2" />
        <text :x="b.x" :y="b.ball ? b.y - 13 : b.y + 4">
          {{ formatNumber('mass', b.item.mass, preferences.system) }}
        </text>
      </g>
      <g v-if="centre" class="gravity" pointer-events="none">
        <circle :cx="sx(centre.x)" :cy="sy(-centre.y)" r="6" />
        <path :d="`M${sx(centre.x) - 9} ${sy(-centre.y)}h18M${sx(centre.x)} ${sy(-centre.y) - 9}v18`" />
      </g>
      <text v-if="centre" :x="width - 12" y="16" class="remark end">
        load centre {{ formatQuantity('length', Math.abs(centre.x), preferences.system) }}
        {{ centre.x < 0 ? 'behind' : 'ahead of' }} the axle, {{ centre.side }}
      </text>
    </svg>
  </div>
</template>

<style scoped>
.plan {
  border-bottom: 1px solid var(--edge);
  overflow: hidden;
}
svg {
  display: block;
  touch-action: none;
}
.body {
  fill: #f3f1ea;
  stroke: var(--ink);
  stroke-width: 1.4;
}
.centre,
.axle {
  stroke: var(--petrol);
  stroke-dasharray: 4 4;
}
.tyre {
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
.load:focus-visible {
  outline: 2px solid var(--petrol);
}
.load text {
  font: 600 14px var(--condensed);
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
.end {
  text-anchor: end;
}
</style>
