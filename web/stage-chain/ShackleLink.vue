<script setup lang="ts">
import type { StageReport } from '@stout-shackle/core/judge'

/** A shackle: open it is to do, with a pin half in it waits, with its pin through it is done. */
defineProps<{ state: StageReport['state']; current?: boolean; small?: boolean }>()
</script>

<template>
  <svg class="shackle" :class="[state, { current, small }]" viewBox="0 0 40 34" aria-hidden="true">
    <path d="M10 7h15a10 10 0 0 1 0 20H10" class="bow" />
    <circle cx="9" cy="7" r="4" class="eye" />
    <circle cx="9" cy="27" r="4" class="eye" />
    <rect v-if="state === 'done'" x="6.5" y="0" width="5" height="34" rx="1" class="pin" />
    <rect v-else-if="state === 'waiting'" x="6.5" y="0" width="5" height="15" rx="1" class="pin" />
  </svg>
</template>

<style scoped>
.shackle {
  width: 34px;
  height: 29px;
  flex: none;
}
.small {
  width: 20px;
  height: 17px;
}
.bow {
  fill: none;
  stroke: var(--ink);
  stroke-width: 4;
}
.current .bow {
  stroke: var(--petrol);
}
.eye {
  fill: var(--ink);
}
.current .eye {
  fill: var(--petrol);
}
.done .pin {
  fill: var(--moss);
}
.waiting .pin {
  fill: var(--amber-sign);
}
.open .bow {
  opacity: 0.55;
}
.open .eye {
  opacity: 0.55;
}
</style>
