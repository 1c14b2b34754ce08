<script setup lang="ts">
import { computed } from 'vue'
import type { PlanStep } from '@stout-shackle/core/plan'
import type { Survey, Vehicle } from '@stout-shackle/core/vehicle'

/** Rear axle from behind in the state of the step: what holds it, where the wheels are, which side is meant. */
const props = defineProps<{ step: PlanStep; vehicle: Vehicle; survey: Survey }>()
const FLOOR = 190
const HALF = 108
const axleY = computed(
  () => ({ 'on-wheels': 148, 'axle-hanging': 152, 'axle-raised': 118, 'frame-raised': 148 })[props.step.state.support],
)
const frameY = computed(
  () => ({ 'on-wheels': 92, 'axle-hanging': 66, 'axle-raised': 66, 'frame-raised': 58 })[props.step.state.support],
)
const held = computed(() => props.step.state.support !== 'on-wheels')
const meant = (s: number) => props.step.side === null || (props.step.side === 'left') === s < 0
const exhaust = computed(
  () => ({ left: [-1], right: [1], both: [-1, 1], none: [] as number[] })[props.survey.exhaustSide ?? 'none'],
)
</script>

<template>
  <svg viewBox="0 0 360 220" role="img" :aria-label="`Rear axle from behind: ${step.title}`">
    <g transform="translate(180 0)">
      <line x1="-170" x2="170" :y1="FLOOR" :y2="FLOOR" class="floor" />
      <rect x="-86" :y="frameY - 16" width="172" height="12" class="frame" />
      <rect v-for="s in [-1, 1]" :key="`r${s}`" :x="s * 62 - 9" :y="frameY - 4" width="18" height="16" class="frame" />
      <template v-if="held">
        <path
          v-for="s in [-1, 1]"
          :key="`s${s}`"
          :d="`M${s * 84} ${frameY}L${s * 84 - 12} ${FLOOR}h24z`"
          class="stand"
        />
      </template>
      <path v-if="step.state.support === 'axle-raised'" :d="`M-9 ${FLOOR}L0 ${axleY + 10}L9 ${FLOOR}z`" class="jack" />
      <circle v-for="s in exhaust" :key="`e${s}`" :cx="s * 34" :cy="axleY - 16" r="7" class="exhaust" />
      <rect :x="-HALF" :y="axleY - 4" :width="2 * HALF" height="8" class="steel" />
      <circle cx="0" :cy="axleY" r="13" class="steel" />
      <template v-if="step.state.wheels === 'on'">
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
      <rect
        v-for="s in [-1, 1]"
        :key="`b${s}`"
        :x="s * 62 - 15"
        :y="frameY + 12"
        width="30"
        :height="Math.max(10, axleY - frameY - 18)"
        rx="9"
        class="bag"
        :class="{ meant: meant(s) }"
      />
      <text x="-150" y="26">LEFT</text>
      <text x="150" y="26">RIGHT</text>
      <text x="0" y="212" class="small">rear, looking forward</text>
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
.steel {
  fill: #aeb6ba;
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
