<script setup lang="ts">
import type { AxleEnd, Axle } from '@stout-shackle/core/vehicle'

/** What carries the wheels, from behind: a beam, or a link to each. Drawn in the color of its text. */
defineProps<{
  architecture: Axle['architecture']
  axle: AxleEnd
  /** Center to wheel, where its center line lies, and how thick it is drawn: 1 for a beam of six. */
  half: number
  y: number
  scale: number
}>()
</script>

<template>
  <g v-if="architecture === 'solid'">
    <rect :x="-half" :y="y - 3 * scale" :width="2 * half" :height="6 * scale" data-part="beam" />
    <circle v-if="axle === 'rear'" cx="0" :cy="y" :r="10 * scale" />
  </g>
  <g v-else>
    <line
      v-for="s in [-1, 1]"
      :key="s"
      :x1="s * 13 * scale"
      :y1="y - scale"
      :x2="s * half"
      :y2="y + 5 * scale"
      :stroke-width="6 * scale"
      class="link"
      data-part="link"
    />
    <rect :x="-12 * scale" :y="y - 10 * scale" :width="24 * scale" :height="14 * scale" :rx="3 * scale" />
  </g>
</template>

<style scoped>
g {
  fill: currentcolor;
}
.link {
  stroke: currentcolor;
  stroke-linecap: round;
}
</style>
