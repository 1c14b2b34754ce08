<script setup lang="ts">
import { computed, ref } from 'vue'
import TextField from './TextField.vue'

/** A share, typed in percent; speaks 0 to 1 outwards. */
const props = defineProps<{
  value: number | null
  label: string
  /** What it is a share of, for the label. */
  of?: string
  /** In percent. */
  min?: number
  clearable?: boolean
}>()
const emit = defineEmits<{ update: [value: number | null] }>()
const problem = ref<string | null>(null)
const shown = computed(() => (props.value === null ? '' : String(Number((100 * props.value).toFixed(1)))))

function read(text: string) {
  const typed = text.trim().replace(/%$/, '').trim()
  const value = Number(typed)
  problem.value = null
  if (typed === '' && props.clearable) emit('update', null)
  else if (typed !== '' && value >= (props.min ?? 0) && value <= 100) emit('update', value / 100)
  else problem.value = `"${text}" is not a share: type ${props.min ?? 0} to 100.`
}
</script>

<template>
  <TextField class="percent" :value="shown" :label="`% ${label}`" :of="of" :problem="problem" @update="read" />
</template>

<style scoped>
.percent {
  width: 170px;
  font-size: 12.5px;
}
</style>
