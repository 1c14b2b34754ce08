<script setup lang="ts">
/** State by shape and color: stop is a square, caution a triangle, fine a disc, unknown a ring. */
defineProps<{ state: 'stop' | 'caution' | 'fine' | 'unknown'; label?: string }>()
const WORDS = { stop: 'stop', caution: 'caution', fine: 'within limits', unknown: 'unknown' }
</script>

<template>
  <svg class="sign" viewBox="0 0 12 12" role="img" :aria-label="label ?? WORDS[state]" :class="state">
    <rect v-if="state === 'stop'" x="1" y="1" width="10" height="10" />
    <path v-else-if="state === 'caution'" d="M6 0.8 11.6 11H0.4z" />
    <circle v-else-if="state === 'fine'" cx="6" cy="6" r="5" />
    <circle v-else cx="6" cy="6" r="4" fill="none" stroke="currentColor" stroke-width="2" />
  </svg>
</template>

<style scoped>
.sign {
  width: 11px;
  height: 11px;
  flex: none;
  fill: currentColor;
  vertical-align: -1px;
}
.stop {
  color: var(--oxide);
}
.caution {
  color: var(--amber-sign);
}
.fine {
  color: var(--moss);
}
.unknown {
  color: var(--muted);
}
</style>
