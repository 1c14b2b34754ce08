<script setup lang="ts">
import type { AxleEnd } from '@stout-shackle/core/vehicle'
import { AXLE_NAMES } from '@stout-shackle/core/wording'

/** Which of two axles is looked at. */
defineProps<{ axles: readonly AxleEnd[]; axle: AxleEnd }>()
const emit = defineEmits<{ show: [axle: AxleEnd] }>()
</script>

<template>
  <span v-if="axles.length > 1" class="axles" role="group" aria-label="Axle">
    <button
      v-for="a in axles"
      :key="a"
      type="button"
      class="plain"
      :class="{ on: a === axle }"
      :aria-pressed="a === axle"
      @click="emit('show', a)"
    >
      {{ AXLE_NAMES[a] }}
    </button>
  </span>
</template>

<style scoped>
.axles {
  display: inline-flex;
  gap: 14px;
}
.axles .on {
  color: var(--ink);
  font-weight: 600;
  border-bottom: 2px solid var(--paint);
}
</style>
