<script setup lang="ts">
import { ref, watch } from 'vue'
import { MOTION_RATIO } from './fields'

/** A ratio without a unit. What is no figure, or out of its limits, stays and says so. */
const props = defineProps<{ value: number | null; label: string; estimated: boolean }>()
const emit = defineEmits<{ commit: [value: number | null] }>()
const text = ref('')
const refused = ref('')
watch(
  () => props.value,
  (value) => (text.value = value === null ? '' : String(Number(value.toFixed(3)))),
  { immediate: true },
)
function commit() {
  const value = text.value.trim() === '' ? null : Number(text.value.replace(',', '.'))
  refused.value =
    value !== null && !(value >= MOTION_RATIO.min && value <= MOTION_RATIO.max)
      ? `Between ${MOTION_RATIO.min} and ${MOTION_RATIO.max}, for example 0.62.`
      : ''
  if (!refused.value) emit('commit', value)
}
</script>

<template>
  <label class="stacked" :class="{ estimated }"
    >Spring travel over wheel travel<el-input
      v-model="text"
      inputmode="decimal"
      :aria-label="label"
      @change="commit"
    /><span v-if="refused" class="small refused" role="alert">{{ refused }}</span></label
  >
</template>

<style scoped>
.refused {
  color: var(--oxide);
}
</style>
