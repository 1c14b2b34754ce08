<script setup lang="ts">
import { nextTick, ref } from 'vue'

/** A line typed as the paper has it; Enter takes it and makes the next. What cannot be read stays, with a sentence. */
const props = defineProps<{
  label: string
  placeholder: string
  /** Takes the line; a sentence where it cannot be read. */
  take: (text: string) => string | null
}>()
const text = ref('')
const why = ref('')
const box = ref<{ focus: () => void } | null>(null)
async function enter() {
  const typed = text.value.trim()
  if (!typed) return
  why.value = props.take(typed) ?? ''
  if (!why.value) text.value = ''
  await nextTick()
  box.value?.focus()
}
</script>

<template>
  <div class="line">
    <el-input
      ref="box"
      v-model="text"
      :aria-label="label"
      :placeholder="placeholder"
      :aria-invalid="why ? 'true' : undefined"
      autocomplete="off"
      @keydown.enter.prevent="enter"
      @blur="enter"
    />
    <p v-if="why" class="why small" role="alert">{{ why }}</p>
  </div>
</template>

<style scoped>
.line {
  padding: 6px 12px 10px;
}
.why {
  color: var(--oxide);
}
</style>
