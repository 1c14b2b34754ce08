<script setup lang="ts">
import { ref, useId, watch } from 'vue'

/**
 * One line of text. While somebody is in it the text is theirs: whatever is drawn anew around it, no letter is lost.
 * `update` at every keystroke, `commit` on Enter or on leaving when it differs.
 */
const props = defineProps<{
  value: string
  label: string
  /** What it is about, for those who hear the label without seeing what it stands beside. */
  of?: string
  maxlength?: number
  type?: 'text' | 'date'
  hideLabel?: boolean
  placeholder?: string
  /** What is wrong with it, in words. */
  problem?: string | null
}>()
const emit = defineEmits<{ update: [text: string]; commit: [text: string] }>()
const id = useId()
const text = ref(props.value)
const focused = ref(false)
watch(
  () => props.value,
  (value) => {
    if (!focused.value) text.value = value
  },
)
const commit = () => text.value !== props.value && emit('commit', text.value)
function leave() {
  commit()
  focused.value = false
  // What was refused goes back to what stands, unless the page says what is wrong with it.
  if (!props.problem) text.value = props.value
}
</script>

<template>
  <span class="text-field">
    <label :for="id" :class="hideLabel ? 'visually-hidden' : 'label'"
      >{{ label }}<span v-if="of" class="visually-hidden">, {{ of }}</span></label
    >
    <input
      :id="id"
      v-model="text"
      class="control"
      autocomplete="off"
      :type="type ?? 'text'"
      :maxlength="maxlength"
      :placeholder="placeholder"
      :aria-invalid="problem ? 'true' : undefined"
      :aria-describedby="problem ? `${id}-why` : undefined"
      @focus="focused = true"
      @input="emit('update', text)"
      @blur="leave"
      @keydown.enter.prevent="commit"
      @keydown.esc="text = value"
    />
    <span v-if="problem" :id="`${id}-why`" class="why" role="alert">{{ problem }}</span>
  </span>
</template>

<style scoped>
.text-field {
  display: flex;
  flex-direction: column;
  min-width: 0;
}
.label {
  font-size: 12.5px;
  color: var(--muted);
}
.why {
  color: var(--oxide);
  font-size: 12.5px;
}
</style>
