<script setup lang="ts">
import { computed } from 'vue'
import { type PlanStep, FAMILY_TABLE } from '@stout-shackle/core/kit'
import type { AxleEnd, Survey, Vehicle } from '@stout-shackle/core/vehicle'
import type { Job } from '@stout-shackle/core/job'
import AxleBuild from '../truck/AxleBuild.vue'
import { coilOutline, leafOutline } from '../truck/helper-outline'

/**
 * The axle of the step from behind, in its state: what holds it, where the wheels are, its own springs and build, which side
 * is meant.
 */
const props = defineProps<{ step: PlanStep; vehicle: Vehicle; survey: Survey; kits: Job['kits'] }>()
/** A step about the whole vehicle shows the axle whose end is up, else one with a kit. */
const axle = computed<AxleEnd>(() => props.step.axle ?? props.step.state.axle ?? props.kits.at(-1)?.kit.axle ?? 'rear')
const buildHere = computed(() => props.vehicle[axle.value])
const family = computed(() => props.kits.findLast(({ kit }) => kit.axle === axle.value)?.kit.family ?? null)
const inCoil = computed(() => family.value === 'in-coil' || family.value === 'coil-replacement')
/** This end is down while the other one is up. */
const up = computed(() => props.step.state.axle === null || props.step.state.axle === axle.value)
const support = computed(() => (up.value ? props.step.state.support : 'on-wheels'))
const wheels = computed(() => (up.value ? props.step.state.wheels : 'on'))
const FLOOR = 190
const HALF = 108
const axleY = computed(
  () => ({ 'on-wheels': 148, 'axle-hanging': 152, 'axle-raised': 118, 'frame-raised': 148 })[support.value],
)
const frameY = computed(
  () => ({ 'on-wheels': 92, 'axle-hanging': 66, 'axle-raised': 66, 'frame-raised': 58 })[support.value],
)
const isUp = computed(() => support.value !== 'on-wheels')
const meant = (s: number) => props.step.side === null || (props.step.side === 'left') === s < 0
const exhaust = computed(
  () =>
    ({ left: [-1], right: [1], both: [-1, 1], none: [] as number[] })[props.survey[axle.value].exhaustSide ?? 'none'],
)
</script>

<template>
  <svg
    viewBox="0 0 360 220"
    role="img"
    :aria-label="`${axle === 'rear' ? 'Rear' : 'Front'} axle from behind, ${buildHere.architecture}, ${buildHere.suspension}: ${step.title}`"
    :data-axle="axle"
  >
    <g transform="translate(180 0)">
      <line x1="-170" x2="170" :y1="FLOOR" :y2="FLOOR" class="floor" />
      <rect x="-86" :y="frameY - 16" width="172" height="12" class="frame" />
      <rect v-for="s in [-1, 1]" :key="`r${s}`" :x="s * 62 - 9" :y="frameY - 4" width="18" height="16" class="frame" />
      <template v-if="isUp">
        <path
          v-for="s in [-1, 1]"
          :key="`s${s}`"
          :d="`M${s * 84} ${frameY}L${s * 84 - 12} ${FLOOR}h24z`"
          class="stand"
        />
      </template>
      <template v-if="support === 'axle-raised'">
        <path
          v-for="at in buildHere.architecture === 'solid' ? [0] : [-70, 70]"
          :key="`j${at}`"
          :d="`M${at - 9} ${FLOOR}L${at} ${axleY + 10}L${at + 9} ${FLOOR}z`"
          class="jack"
        />
      </template>
      <circle v-for="s in exhaust" :key="`e${s}`" :cx="s * 34" :cy="axleY - 16" r="7" class="exhaust" />
      <AxleBuild
        :architecture="buildHere.architecture"
        :axle="axle"
        :half="HALF"
        :y="axleY"
        :scale="4 / 3"
        class="build"
      />
      <template v-if="wheels === 'on'">
        <rect
          v-for="s in [-1, 1]"
          :key="`w${s}`"
          :x="s * HALF - 13"
          :y="axleY - 42"
          width="26"
          height="84"
          rx="5"
          class="tire"
        />
      </template>
      <g v-for="s in [-1, 1]" :key="`b${s}`">
        <path v-if="buildHere.suspension === 'leaf'" :d="leafOutline(s * 84, axleY - 5)" class="spring" />
        <path
          v-if="family"
          :d="FAMILY_TABLE[family].outline(s * 62, frameY + 12, Math.max(10, axleY - frameY - 18))"
          class="bag"
          :class="{ meant: meant(s) }"
        />
        <path
          v-if="buildHere.suspension === 'coil' && !(family && FAMILY_TABLE[family].replacesSpring)"
          :d="coilOutline(s * (inCoil ? 62 : 86), frameY + 12, Math.max(10, axleY - frameY - 18))"
          class="coil"
        />
      </g>
      <text x="-150" y="26">LEFT</text>
      <text x="150" y="26">RIGHT</text>
      <text x="0" y="212" class="small">{{ axle }}, looking forward</text>
    </g>
  </svg>
</template>

<style scoped>
svg {
  width: 100%;
  max-height: 210px;
}
.floor {
  stroke: #7e868a;
  stroke-width: 2;
}
.frame {
  fill: #59646a;
}
.build {
  color: #aeb6ba;
}
.tire {
  fill: #05090a;
  stroke: #59646a;
}
.stand,
.jack {
  fill: none;
  stroke: #d7973a;
  stroke-width: 3;
}
.spring {
  fill: #8d979b;
  stroke: #14191b;
}
.coil {
  fill: none;
  stroke: #d9dedf;
  stroke-width: 2.5;
}
.exhaust {
  fill: none;
  stroke: #e0775f;
  stroke-width: 3;
}
.bag {
  fill: #24464b;
  stroke: #4b787f;
}
.meant {
  fill: #1b7e8b;
  stroke: #f2c24b;
  stroke-width: 3;
}
text {
  font: 600 17px var(--condensed);
  fill: #c6cac9;
  text-anchor: middle;
}
.small {
  font-size: 14px;
  font-weight: 500;
}
</style>
