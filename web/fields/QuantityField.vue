<script setup lang="ts">
import { computed, ref, useId, watch } from 'vue'
import { formatNumber, parseQuantity, refusalText, UNITS, type QuantityKind } from '@stout-shackle/core/quantity'
import { usePreferences } from '../stores/preferences'

/**
 * One quantity typed as people write it. Speaks SI outwards: `update` at every keystroke that reads, `commit` on Enter
 * or on leaving. What can't be read stays in the field with a sentence, and nothing is sent.
 */
const props = defineProps<{
  value: number | null
  kind: QuantityKind
  label: string
  /** What it is about, for those who hear the label without seeing what it stands beside. */
  of?: string
  min: number
  max: number
  signed?: boolean
  /** An emptied field means "unknown". */
  clearable?: boolean
  decimals?: number
  about?: boolean
  hideLabel?: boolean
  /** The unit stands in the column's head already. */
  hideUnit?: boolean
  disabled?: boolean
}>()
const emit = defineEmits<{
  update: [value: number | null, about: boolean]
  commit: [value: number | null, about: boolean]
  next: []
}>()

const preferences = usePreferences()
const id = useId()
const focused = ref(false)
const shown = computed(() =>
  props.value === null
    ? ''
    : `${props.about ? 'about ' : ''}${formatNumber(props.kind, props.value, preferences.system, props.decimals).replace('−', '-').replace(/,/g, '')}`,
)
const text = ref(shown.value)
const touched = ref(false)
watch([shown, () => preferences.system], () => {
  if (!focused.value) text.value = shown.value
})

const parsed = computed(() =>
  parseQuantity(props.kind, text.value, {
    system: preferences.system,
    min: props.min,
    max: props.max,
    signed: props.signed,
  }),
)
const refusal = computed(() => {
  if (!touched.value || parsed.value.ok) return null
  if (parsed.value.code === 'empty') return props.clearable || props.value === null ? null : refusalText(parsed.value)
  return refusalText(parsed.value)
})
const unit = computed(() => UNITS[props.kind][preferences.system].symbol)
/** Typed in since it was told last: the same figure typed again is told too, for whoever read it anew. */
let untold = false

function typed() {
  touched.value = true
  untold = true
  if (parsed.value.ok) emit('update', parsed.value.value, parsed.value.about)
  else if (parsed.value.code === 'empty' && props.clearable) emit('update', null, false)
}
function commit() {
  if (!untold) return
  touched.value = true
  if (parsed.value.ok) {
    untold = false
    emit('commit', parsed.value.value, parsed.value.about)
    touched.value = false
  } else if (parsed.value.code === 'empty' && props.clearable) {
    untold = false
    emit('commit', null, false)
  }
}
function leave() {
  commit()
  focused.value = false
  if (parsed.value.ok || parsed.value.code === 'empty') {
    touched.value = false
    text.value = shown.value
  }
}
function enter() {
  commit()
  if (parsed.value.ok || text.value === '') emit('next')
}
function giveUp() {
  untold = false
  text.value = shown.value
  touched.value = false
  emit('update', props.value, props.about ?? false)
}
</script>

<template>
  <span class="field" :class="{ wrong: refusal }">
    <label :for="id" :class="hideLabel ? 'visually-hidden' : 'label'"
      >{{ label }}<span v-if="of" class="visually-hidden">, {{ of }}</span></label
    >
    <span class="box">
      <input
        :id="id"
        v-model="text"
        autocomplete="off"
        spellcheck="false"
        :disabled="disabled"
        :aria-invalid="refusal ? 'true' : undefined"
        :aria-describedby="refusal ? `${id}-why` : undefined"
        @input="typed"
        @focus="((focused = true), ($event.target as HTMLInputElement).select())"
        @blur="leave"
        @keydown.enter.prevent="enter"
        @keydown.esc="giveUp"
      />
      <span v-if="!hideUnit" class="unit">{{ unit }}</span>
    </span>
    <span v-if="refusal" :id="`${id}-why`" class="why" role="alert">{{ refusal }}</span>
  </span>
</template>

<style scoped>
.field {
  position: relative;
  display: inline-flex;
  flex-direction: column;
  min-width: 84px;
}
.label {
  font-size: 12.5px;
  color: var(--muted);
}
.box {
  display: flex;
  align-items: baseline;
  gap: 4px;
  background: #fff;
  border: 1px solid var(--edge);
  border-radius: 4px;
  padding: 0 7px;
  height: 30px;
}
@media (pointer: coarse) {
  .box {
    height: 44px;
    align-items: center;
  }
}
.box:focus-within {
  border-color: var(--petrol);
  outline: 1px solid var(--petrol);
}
.wrong .box {
  border-color: var(--oxide);
}
input {
  all: unset;
  flex: 1;
  min-width: 0;
  width: 40px;
  text-align: right;
  font: 600 16px/28px var(--condensed);
  font-variant-numeric: tabular-nums;
}
input:disabled {
  color: var(--muted);
}
.why {
  position: absolute;
  top: 100%;
  left: 0;
  z-index: 20;
  width: max-content;
  max-width: 260px;
  white-space: normal;
  background: var(--oxide);
  color: #fff;
  font-size: 12.5px;
  padding: 4px 8px;
  border-radius: 0 0 4px 4px;
  text-align: left;
}
</style>
