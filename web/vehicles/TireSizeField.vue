<script setup lang="ts">
import { computed } from 'vue'
import { formatQuantity } from '@stout-shackle/core/quantity'
import { tireDiameter } from '@stout-shackle/core/vehicle'
import { usePreferences } from '../stores/preferences'

/** A tire size as it stands on the sidewall, with how tall that is. */
defineProps<{ label: string; placeholder?: string }>()
const size = defineModel<string>({ required: true })
const preferences = usePreferences()
const note = computed(() => {
  const d = tireDiameter(size.value)
  return d ? `${formatQuantity('length', d, preferences.system)} tall` : 'like 255/70R18'
})
</script>

<template>
  <label class="stacked"
    >Tire size<el-input v-model="size" :placeholder="placeholder" :aria-label="label" /><span class="small">{{
      note
    }}</span></label
  >
</template>
