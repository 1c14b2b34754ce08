<script setup lang="ts">
import { computed } from 'vue'
import { formatNumber, type UnitSystem } from '@stout-shackle/core/quantity'
import { type AxleEnd, tireDiameter, type Survey, type Vehicle } from '@stout-shackle/core/vehicle'
import { type Kit, standOf, familyOf, FAMILY_TABLE } from '@stout-shackle/core/kit'
import AxleBuild from './AxleBuild.vue'
import { coilOutline, leafOutline } from './helper-outline'
import type { Pose } from './pose'

/** One axle from behind, looking forward: left is on the left. Springs and build are the vehicle's own. */
const props = defineProps<{
  vehicle: Vehicle
  survey: Survey
  kit: Kit | null
  axle: AxleEnd
  pose: Pick<Pose, 'front' | 'rear' | 'pressure'>
  lean: number
  x: number
  height: number
  system: UnitSystem
}>()

const LABEL_BAND = 32
/** Drawn dashed while nobody has looked. */
const guessed = computed(() =>
  ['suspension', 'architecture'].some((key) => `${props.axle}.${key}` in props.vehicle.estimated),
)
const buildHere = computed(() => props.vehicle[props.axle])
const scale = computed(() => Math.min(78, 118 / (buildHere.value.track + 0.5)))
const floor = computed(() => props.height - LABEL_BAND)
const tire = computed(() => tireDiameter(buildHere.value.tireSize) ?? 0.78)
const axleY = computed(() => floor.value - (tire.value / 2) * scale.value)
const half = computed(() => (buildHere.value.track / 2) * scale.value)
const springHalf = computed(() => (buildHere.value.springSpacing / 2) * scale.value)
/** In the coil, or in its place, a bag stands where the coil does. */
const inCoil = computed(() => props.kit !== null && standOf(props.kit).atCoil)
const bagHalf = computed(() =>
  inCoil.value
    ? springHalf.value
    : ((props.kit?.bag?.spacing ?? props.kit?.rubber?.spacing ?? buildHere.value.springSpacing) / 2) * scale.value,
)
const bagTop = computed(() => axleY.value - 34 - props.pose[props.axle] * 2 * scale.value)
const bagHeight = computed(() => Math.max(4, axleY.value - bagTop.value - 3))
const tilt = computed(() => (-props.lean * 2 * 180) / Math.PI)
const exhausts = computed(() => {
  const side = props.survey[props.axle].exhaustSide
  return side === 'both' ? [-1, 1] : side === 'left' ? [-1] : side === 'right' ? [1] : []
})
const tires = computed(() => (buildHere.value.wheels === 'dual' ? [0, 9] : [0]))
const pressure = computed(() => props.pose.pressure[props.axle])
/** The steel that is there, with the kit in place. */
const coils = computed(
  () => buildHere.value.suspension === 'coil' && !(props.kit && familyOf(props.kit).replacesSpring),
)
/** A helper outside its coil is drawn inboard of it. */
const coilAt = computed(() =>
  inCoil.value || !props.kit ? springHalf.value : Math.max(springHalf.value, bagHalf.value + 13),
)
const leafAt = computed(() => (props.kit ? Math.max(springHalf.value, bagHalf.value + 15) : springHalf.value))
</script>

<template>
  <g
    :transform="`translate(${x} 0)`"
    role="img"
    :aria-label="`${axle === 'rear' ? 'Rear' : 'Front'} axle from behind, looking forward: ${buildHere.architecture}, ${buildHere.suspension}`"
    :data-axle="axle"
    :class="{ guessed }"
  >
    <text x="0" y="20" class="remark">{{ axle }}, looking forward</text>
    <g :transform="`rotate(${tilt} 0 ${bagTop})`">
      <rect :x="-bagHalf - 16" :y="bagTop - 32" :width="2 * bagHalf + 32" height="24" rx="3" class="body" />
      <rect v-for="s in [-1, 1]" :key="s" :x="s * bagHalf - 6" :y="bagTop - 10" width="12" height="10" class="rail" />
    </g>
    <circle v-for="s in exhausts" :key="`e${s}`" :cx="s * (bagHalf - 24)" :cy="axleY - 14" r="5" class="exhaust" />
    <AxleBuild :architecture="buildHere.architecture" :axle="axle" :half="half" :y="axleY" :scale="1" class="build" />
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
      <path
        v-if="buildHere.suspension === 'leaf'"
        :d="leafOutline(s * leafAt, axleY - 4)"
        class="leaf"
        data-part="leaf"
      />
      <circle
        v-if="buildHere.suspension === 'torsion-bar'"
        :cx="s * 15"
        :cy="axleY - 1"
        r="4"
        class="bar"
        data-part="bar"
      />
      <path
        v-if="buildHere.suspension === 'air'"
        :d="FAMILY_TABLE.sleeve.outline(s * leafAt, bagTop, bagHeight)"
        class="stock"
        data-part="air"
      />
      <g v-if="kit" class="bag" data-part="kit">
        <path
          :d="FAMILY_TABLE[kit.family].outline(s * bagHalf, bagTop, bagHeight)"
          :class="{ rubber: !familyOf(kit).air }"
        />
      </g>
      <path v-if="coils" :d="coilOutline(s * coilAt, bagTop, bagHeight)" class="spring" data-part="coil" />
      <text v-if="kit && pressure" :x="s * bagHalf" :y="(bagTop + axleY) / 2 + 4" class="psi">
        {{ formatNumber('pressure', s < 0 ? pressure.left : pressure.right, system) }}
      </text>
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
.tire {
  fill: var(--ink);
}
.build {
  color: var(--ink);
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
.bag path {
  fill: var(--petrol);
}
.bag path.rubber {
  fill: var(--ink);
}
.psi {
  font: 600 14px var(--condensed);
  text-anchor: middle;
  fill: #fff;
}
.guessed .spring,
.guessed .leaf,
.guessed .build {
  stroke-dasharray: 5 4;
}
.leaf {
  fill: #7d8488;
  stroke: var(--ink);
}
.bar {
  fill: var(--sand);
  stroke: var(--ink);
  stroke-width: 2;
}
.stock {
  fill: #9aa3a6;
  stroke: var(--ink);
}
.floor {
  stroke: #6d6a60;
  stroke-width: 1.5;
}
</style>
