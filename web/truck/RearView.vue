<script setup lang="ts">
import { computed } from 'vue'
import { formatNumber, type UnitSystem } from '@stout-shackle/core/quantity'
import { tireDiameter, type Survey, type Vehicle } from '@stout-shackle/core/vehicle'
import type { Kit } from '@stout-shackle/core/kit'
import { coilOutline, helperOutline } from './helper-outline'
import type { Pose } from './pose'

/** The axle that the kit is for, from behind, looking forward: left is on the left. */
const props = defineProps<{
  vehicle: Vehicle
  survey: Survey
  kit: Kit | null
  pose: Pick<Pose, 'front' | 'rear' | 'pressure'>
  lean: number
  x: number
  height: number
  system: UnitSystem
}>()

const LABEL_BAND = 32
const scale = computed(() => Math.min(78, 118 / (props.vehicle.track + 0.5)))
const floor = computed(() => props.height - LABEL_BAND)
const tire = computed(() => tireDiameter(props.vehicle.tireSize) ?? 0.78)
const axleY = computed(() => floor.value - (tire.value / 2) * scale.value)
const half = computed(() => (props.vehicle.track / 2) * scale.value)
const bagHalf = computed(
  () => ((props.kit?.bag?.spacing ?? props.kit?.rubber?.spacing ?? props.vehicle.springSpacing) / 2) * scale.value,
)
const axle = computed(() => props.kit?.axle ?? 'rear')
const bagTop = computed(() => axleY.value - 34 - props.pose[axle.value] * 2 * scale.value)
const bagHeight = computed(() => Math.max(4, axleY.value - bagTop.value - 3))
const tilt = computed(() => (-props.lean * 2 * 180) / Math.PI)
const exhausts = computed(() => {
  const side = props.survey.exhaustSide
  return side === 'both' ? [-1, 1] : side === 'left' ? [-1] : side === 'right' ? [1] : []
})
const tires = computed(() => (props.vehicle.rearWheels === 'dual' && axle.value === 'rear' ? [0, 9] : [0]))
</script>

<template>
  <g
    :transform="`translate(${x} 0)`"
    role="img"
    :aria-label="`${axle === 'rear' ? 'Rear' : 'Front'} axle from behind, looking forward`"
  >
    <text x="0" y="20" class="remark">{{ axle }}, looking forward</text>
    <g :transform="`rotate(${tilt} 0 ${bagTop})`">
      <rect :x="-bagHalf - 16" :y="bagTop - 32" :width="2 * bagHalf + 32" height="24" rx="3" class="body" />
      <rect v-for="s in [-1, 1]" :key="s" :x="s * bagHalf - 6" :y="bagTop - 10" width="12" height="10" class="rail" />
    </g>
    <circle v-for="s in exhausts" :key="`e${s}`" :cx="s * (bagHalf - 24)" :cy="axleY - 14" r="5" class="exhaust" />
    <rect :x="-half" :y="axleY - 3" :width="2 * half" height="6" class="axle" />
    <circle cx="0" :cy="axleY" r="10" class="axle" />
    <template v-for="s in [-1, 1]" :key="`w${s}`">
      <rect
        v-for="inset in tires"
        :key="inset"
        :x="s * (half - inset) - 4 * (tires.length === 1 ? 2 : 1)"
        :y="floor - tire * scale"
        :width="tires.length === 1 ? 16 : 8"
        :height="tire * scale"
        rx="3"
        class="tire"
      />
    </template>
    <g v-for="s in [-1, 1]" :key="`b${s}`">
      <path v-if="!kit" :d="`M${s * bagHalf} ${bagTop}l-7 6 14 6-14 6 14 6-14 6 7 4`" class="spring" />
      <g v-else class="bag">
        <path
          :d="helperOutline(kit.family, s * bagHalf, bagTop, bagHeight)"
          :class="{ rubber: kit.family === 'rubber' }"
        />
        <path v-if="kit.family === 'in-coil'" :d="coilOutline(s * bagHalf, bagTop, bagHeight)" class="spring" />
        <text v-if="pose.pressure" :x="s * bagHalf" :y="(bagTop + axleY) / 2 + 4">
          {{ formatNumber('pressure', s < 0 ? pose.pressure.left : pose.pressure.right, system) }}
        </text>
      </g>
    </g>
    <line :x1="-half - 26" :x2="half + 26" :y1="floor" :y2="floor" class="floor" />
    <text :x="-half" :y="height - 12" class="side">L</text>
    <text :x="half" :y="height - 12" class="side">R</text>
  </g>
</template>

<style scoped>
.remark {
  font:
    400 12px 'Barlow',
    sans-serif;
  fill: #4f565a;
  text-anchor: middle;
}
.side {
  font: 600 14px var(--condensed);
  text-anchor: middle;
  fill: var(--muted);
}
.body {
  fill: #dfe6e6;
  stroke: var(--ink);
  stroke-width: 1.4;
}
.rail,
.axle,
.tire {
  fill: var(--ink);
}
.exhaust {
  fill: #c9a58f;
  stroke: var(--oxide);
}
.spring {
  fill: none;
  stroke: var(--ink);
  stroke-width: 2;
}
.bag path:not(.spring) {
  fill: var(--petrol);
}
.bag path.rubber {
  fill: var(--ink);
}
.bag text {
  font: 600 14px var(--condensed);
  text-anchor: middle;
  fill: #fff;
}
.floor {
  stroke: #6d6a60;
  stroke-width: 1.5;
}
</style>
