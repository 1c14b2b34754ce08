<script setup lang="ts">
import { computed } from 'vue'
import { formatNumber, formatQuantity, type UnitSystem } from '@stout-shackle/core/quantity'
import { attitude, loadMass, tireDiameter, type LoadItem, type Vehicle, AXLES } from '@stout-shackle/core/vehicle'
import { bodyOutline, roundedPath, type Point } from './bodies'
import type { Pose } from './pose'

/** The vehicle from its left side, to scale, nose to the left, standing on the floor line. */
const props = defineProps<{
  vehicle: Vehicle
  items: readonly LoadItem[]
  pose: Pose
  /** Heights to print under the wheels, in m; null where unknown. */
  heights: { front: number | null; rear: number | null }
  width: number
  height: number
  system: UnitSystem
}>()

/** Pitch is drawn larger than it is, or nobody would see it. */
const EXAGGERATION = 2
const LABEL_BAND = 32
const BEAM_PX = 190

const radius = computed(() => (tireDiameter(props.vehicle.rear.tireSize) ?? 0.78) / 2)
/** Drawn dashed while its length is only an estimate. */
const guessed = computed(() => 'wheelbase' in props.vehicle.estimated)
const outline = computed(() => bodyOutline(props.vehicle))
const floorY = computed(() => props.height - LABEL_BAND)
const trailer = computed(() => props.items.some((i) => i.place === 'tongue'))
const scale = computed(() => {
  const { wheelbase, frontOverhang, rearOverhang } = props.vehicle
  const tall = outline.value.roof + 0.22
  return Math.min(
    (floorY.value - 6) / tall,
    (props.width - 2 * BEAM_PX) / (wheelbase + frontOverhang + rearOverhang + (trailer.value ? 3.4 : 0)),
  )
})
const originX = computed(() => {
  const { wheelbase, frontOverhang, rearOverhang } = props.vehicle
  const middle = (wheelbase + frontOverhang - rearOverhang - (trailer.value ? 2.6 : 0)) / 2
  return props.width * 0.48 + middle * scale.value
})
const sx = (x: number) => originX.value - x * scale.value
const sy = (z: number) => floorY.value - z * scale.value
const lift = (x: number) =>
  EXAGGERATION * (props.pose.road.rear + ((props.pose.road.front - props.pose.road.rear) * x) / props.vehicle.wheelbase)
const onBody = ([x, z]: Point): Point => [sx(x), sy(z + lift(x))]
const path = (points: readonly Point[], r = 6) => roundedPath(points.map(onBody), r)
const ghost = (points: readonly Point[]) =>
  roundedPath(
    points.map(([x, z]): Point => [sx(x), sy(z)]),
    6,
  )
const empty = computed(() => ghost(outline.value.shell))
const moved = computed(() => Math.abs(props.pose.front) + Math.abs(props.pose.rear) > 0.002)

const boxes = computed(() =>
  props.items
    .filter((i) => i.place !== 'tongue' && loadMass(i) > 0)
    .map((item) => {
      const side = Math.min(1.25, Math.max(0.34, Math.sqrt(loadMass(item) / 330)))
      // In an open bed even a small load shows over the side.
      const tall = item.place === 'rack' ? 0.3 : outline.value.bed ? Math.max(0.6, side * 0.75) : side * 0.75
      const x = sx(item.x + side / 2)
      const y = sy(item.z + tall / 2 + lift(item.x))
      const w = side * scale.value
      const h = tall * scale.value
      return {
        item,
        x,
        y,
        w,
        h,
        label:
          w > 34
            ? formatQuantity('mass', loadMass(item), props.system)
            : formatNumber('mass', loadMass(item), props.system),
      }
    })
    .sort((a, b) => loadMass(b.item) - loadMass(a.item)),
)
const ball = computed(() => {
  const hitch = props.vehicle.hitchBehindAxle
  const tongue = props.items.filter((i) => i.place === 'tongue').reduce((sum, i) => sum + loadMass(i), 0)
  return hitch === null
    ? null
    : { x: sx(-hitch), y: sy(0.5 + lift(-hitch)), frameX: sx(-props.vehicle.rearOverhang), tongue }
})
const beam = computed(() => {
  const [x, y] = onBody(outline.value.lamp)
  const { pitch, beamRise } = attitude(props.pose.road.front, props.pose.road.rear, props.vehicle.wheelbase)
  const rise = Math.tan(pitch) * EXAGGERATION * BEAM_PX
  return {
    points: `${x},${y - 3} ${x - BEAM_PX},${y - 22 - rise} ${x - BEAM_PX},${y + 24 - rise} ${x},${y + 4}`,
    rise: beamRise,
    x,
  }
})
/** One for each axle that has air in its bags. */
const bags = computed(() =>
  AXLES.flatMap((axle) => {
    const p = props.pose.pressure[axle]
    return p
      ? [
          {
            axle,
            text: formatNumber('pressure', (p.left + p.right) / 2, props.system),
            x: sx(axle === 'front' ? props.vehicle.wheelbase : 0),
            y: sy(radius.value * 2 + 0.14),
          },
        ]
      : []
  }),
)
const wheels = computed(() => [
  { x: sx(props.vehicle.wheelbase), height: props.heights.front, change: props.pose.front, name: 'front' },
  { x: sx(0), height: props.heights.rear, change: props.pose.rear, name: 'rear' },
])
const description = computed(() => {
  const total = props.items.reduce((sum, i) => sum + loadMass(i), 0)
  return `${props.vehicle.model} from the side, ${formatQuantity('mass', total, props.system)} on it, rear ${formatQuantity('length', Math.abs(props.pose.rear), props.system)} ${props.pose.rear < 0 ? 'lower' : 'higher'} than empty`
})
</script>

<template>
  <g role="img" :aria-label="description">
    <polygon :points="beam.points" class="beam" />
    <line x1="0" :x2="width" :y1="floorY" :y2="floorY" class="floor" />
    <g v-if="trailer && ball" class="trailer">
      <path :d="`M${ball.x} ${ball.y}L${ball.x + 0.9 * scale} ${sy(0.55)}`" />
      <rect :x="ball.x + 0.75 * scale" :y="sy(1.75)" :width="2.3 * scale" :height="1.2 * scale" rx="3" />
      <circle :cx="ball.x + 2 * scale" :cy="sy(0.34)" :r="0.34 * scale" />
    </g>
    <path v-if="moved" :d="empty" class="ghost" />
    <template v-if="outline.bed">
      <g v-for="box in boxes" :key="box.item.id" class="load">
        <rect :x="box.x" :y="box.y" :width="box.w" :height="box.h" rx="1.5" />
      </g>
    </template>
    <path :d="path(outline.shell)" class="body" :class="{ guessed }" />
    <path v-for="(w, i) in outline.windows" :key="i" :d="path(w, 3)" class="window" />
    <template v-if="outline.bed">
      <path :d="path(outline.bed, 2)" class="body" :class="{ guessed }" />
      <!-- Over the side of the bed, which hides most of a low load. -->
      <g v-for="box in boxes" :key="box.item.id" class="load">
        <text :x="box.x + box.w / 2" :y="box.y + Math.min(14, box.h / 2 + 4)">{{ box.label }}</text>
      </g>
    </template>
    <template v-if="!outline.bed">
      <g v-for="box in boxes" :key="box.item.id" class="load">
        <rect :x="box.x" :y="box.y" :width="box.w" :height="box.h" rx="1.5" />
        <text :x="box.x + box.w / 2" :y="box.y + Math.min(16, box.h / 2 + 5)">{{ box.label }}</text>
      </g>
    </template>
    <path v-if="ball" :d="`M${ball.frameX} ${ball.y}L${ball.x} ${ball.y}`" class="hitch" />
    <circle v-if="ball" :cx="ball.x" :cy="ball.y - 3" r="4" class="ball" />
    <g v-if="ball && ball.tongue > 0" class="tongue">
      <path
        :d="`M${ball.x} ${ball.y - 66}L${ball.x} ${ball.y - 12}M${ball.x - 4} ${ball.y - 20}L${ball.x} ${ball.y - 11}L${ball.x + 4} ${ball.y - 20}`"
      />
      <text :x="ball.x + 7" :y="ball.y - 58">{{ formatQuantity('mass', ball.tongue, system) }} on the ball</text>
    </g>
    <g v-for="wheel in wheels" :key="wheel.name">
      <circle :cx="wheel.x" :cy="sy(radius)" :r="(radius + 0.07) * scale" class="arch" />
      <circle :cx="wheel.x" :cy="sy(radius)" :r="radius * scale" class="tire" />
      <circle :cx="wheel.x" :cy="sy(radius)" :r="radius * 0.58 * scale" class="rim" />
      <circle :cx="wheel.x" :cy="sy(radius)" :r="radius * 0.14 * scale" class="tire" />
      <text :x="wheel.x" :y="height - 12" class="height">
        <tspan v-if="wheel.height !== null">{{ formatQuantity('length', wheel.height, system) }}</tspan>
        <tspan v-if="Math.abs(wheel.change) >= 0.0008" dx="6" :class="wheel.change < 0 ? 'down' : 'up'">
          {{ wheel.change < 0 ? '▼' : '▲' }} {{ wheel.change > 0 ? '+' : ''
          }}{{ formatNumber('length', wheel.change, system) }}
        </tspan>
      </text>
    </g>
    <g v-for="bag in bags" :key="bag.axle" class="bag" :data-bag="bag.axle">
      <rect :x="bag.x - 13" :y="bag.y - 3" width="26" height="22" rx="6" />
      <text :x="bag.x" :y="bag.y + 12">{{ bag.text }}</text>
    </g>
    <text x="18" :y="floorY - 8" class="remark">
      Lamp beam {{ beam.rise >= 0 ? '+' : '' }}{{ formatQuantity('length', beam.rise, system) }} at 25 ft
    </text>
    <text v-if="moved" x="18" y="40" class="remark">Drawn with {{ EXAGGERATION }}× the pitch</text>
  </g>
</template>

<style scoped>
.floor {
  stroke: #6d6a60;
  stroke-width: 1.5;
}
.beam {
  fill: #f2b61b;
  opacity: 0.28;
}
.ghost {
  fill: none;
  stroke: #8d897c;
  stroke-dasharray: 3 3;
}
.body {
  fill: #dfe6e6;
  stroke: var(--ink);
  stroke-width: 1.6;
}
.guessed {
  stroke-dasharray: 6 4;
}
.window {
  fill: #f7f5ef;
  stroke: var(--ink);
  stroke-width: 1;
}
.arch {
  fill: var(--sand);
}
.tire {
  fill: var(--ink);
}
.rim {
  fill: #efece4;
}
.load rect {
  fill: var(--paint);
  stroke: var(--ink);
}
.load text,
.height {
  font: 600 13px var(--condensed);
  text-anchor: middle;
  fill: var(--ink);
}
.height {
  font-size: 16px;
}
.down {
  fill: var(--oxide);
}
.up {
  fill: var(--amber);
}
.hitch {
  stroke: var(--ink);
  stroke-width: 4;
}
.ball {
  fill: var(--ink);
}
.tongue path {
  fill: none;
  stroke: var(--oxide);
  stroke-width: 2;
}
.tongue text {
  font: 600 14px var(--condensed);
}
.trailer path,
.trailer rect,
.trailer circle {
  fill: #f1eee6;
  stroke: #9b9789;
  stroke-width: 1.3;
}
.bag rect {
  fill: var(--petrol);
  stroke: #fff;
}
.bag text {
  font: 600 14px var(--condensed);
  text-anchor: middle;
  fill: #fff;
}
.remark {
  font:
    400 12.5px 'Barlow',
    sans-serif;
  fill: #4f565a;
}
</style>
