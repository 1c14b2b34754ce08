<script setup lang="ts">
import { computed, ref, useId, watch } from 'vue'
import type { Field } from '@stout-shackle/core/quantity'
import QuantityField from './QuantityField.vue'

/**
 * One field as its schema has it: label, hint, limits and choices are the schema's, the control is Element Plus's but for quantities.
 * `change` is told once a value reads.
 */
const props = defineProps<{
  field: Field
  value: unknown
  /** What it is about, for those who hear the label without seeing what it stands beside. */
  of?: string
  hideLabel?: boolean
  problem?: string | null
}>()
const emit = defineEmits<{ change: [value: unknown] }>()
const id = useId()
const words = computed(() => props.field.words)
const name = computed(() => (props.of ? `${words.value.label}, ${props.of}` : words.value.label))
const choices = computed(() =>
  props.field.options.map((value) => ({ value, label: words.value.choices?.[value] ?? value })),
)
const FEW = 4
/** More than these are a list to choose from. */
const MANY = 8
const isSegmented = computed(
  () => props.field.type === 'choice' && !props.field.nullable && choices.value.length <= FEW,
)
/** Text as it is typed: what cannot be read stays to be mended. */
const text = ref('')
const refused = ref('')
watch(
  () => props.value,
  (value) => {
    text.value = typeof value === 'number' || typeof value === 'string' ? String(value) : ''
    refused.value = ''
  },
  { immediate: true },
)
/** Why a number is none for this field; empty where it is one. */
function whyNot(number: number): string {
  const { min, max, whole } = props.field
  const isOne = Number.isFinite(number) && (!whole || Number.isInteger(number))
  if (isOne && number >= (min ?? -Infinity) && number <= (max ?? Infinity)) return ''
  const range = min !== null && max !== null ? ` from ${min} to ${max}` : ''
  return `${words.value.label} must be ${whole ? 'a whole number' : 'a number'}${range}`
}
function commitText() {
  const typed = text.value.trim()
  if (props.field.type === 'text')
    return typed === (props.value ?? '') ? undefined : emit('change', typed || (props.field.nullable ? null : ''))
  if (!typed && props.field.nullable) {
    refused.value = ''
    return emit('change', null)
  }
  const number = typed ? Number(typed.replace(',', '.')) : NaN
  refused.value = whyNot(number)
  if (!refused.value && number !== props.value) emit('change', number)
}
const why = computed(() => refused.value || props.problem || '')
const quantity = computed(() => (typeof props.value === 'number' ? props.value : null))
const shownAs = computed(() => (props.value ?? null) as string | null)
</script>

<template>
  <span class="schema-field" :class="[field.type, { wrong: why }]" :data-field="field.path">
    <QuantityField
      v-if="field.type === 'quantity'"
      :value="quantity"
      :kind="field.kind!"
      :label="words.label"
      :of="of"
      :hide-label="hideLabel"
      :min="field.min!"
      :max="field.max!"
      :clearable="field.nullable"
      @commit="(v) => emit('change', v)"
    />
    <template v-else-if="field.type === 'yes-no'">
      <el-checkbox
        :model-value="value === true"
        :aria-label="name"
        @change="(on: unknown) => emit('change', on === true)"
        >{{ words.label }}</el-checkbox
      >
    </template>
    <template v-else>
      <label :for="id" :class="hideLabel ? 'visually-hidden' : 'label'"
        >{{ words.label }}<span v-if="of" class="visually-hidden">, {{ of }}</span></label
      >
      <el-segmented
        v-if="isSegmented"
        :id="id"
        :model-value="shownAs ?? undefined"
        :options="choices"
        :aria-label="name"
        @change="(v: unknown) => emit('change', v)"
      />
      <el-select
        v-else-if="field.type === 'choices' && choices.length > MANY"
        :id="id"
        multiple
        filterable
        :model-value="(value ?? []) as string[]"
        :aria-label="name"
        placeholder="–"
        @change="(v: unknown) => emit('change', v)"
      >
        <el-option v-for="c in choices" :key="c.value" :value="c.value" :label="c.label" />
      </el-select>
      <el-checkbox-group
        v-else-if="field.type === 'choices'"
        :model-value="(value ?? []) as string[]"
        :aria-label="name"
        @change="(v: unknown) => emit('change', v)"
      >
        <el-checkbox-button v-for="c in choices" :key="c.value" :value="c.value">{{ c.label }}</el-checkbox-button>
      </el-checkbox-group>
      <el-select
        v-else-if="field.type === 'choice'"
        :id="id"
        :model-value="shownAs ?? undefined"
        :aria-label="name"
        :clearable="field.nullable"
        :value-on-clear="null"
        filterable
        placeholder="–"
        @change="(v: string | null) => emit('change', v ?? null)"
      >
        <el-option v-for="c in choices" :key="c.value" :value="c.value" :label="c.label" />
      </el-select>
      <el-input
        v-else
        :id="id"
        v-model="text"
        :type="words.lines ? 'textarea' : 'text'"
        :maxlength="field.maxLength ?? undefined"
        :aria-invalid="why ? 'true' : undefined"
        :aria-describedby="why ? `${id}-why` : undefined"
        autocomplete="off"
        @change="commitText"
        @keydown.enter="commitText"
      >
        <template v-if="words.unit" #suffix
          ><span class="unit">{{ words.unit }}</span></template
        >
      </el-input>
    </template>
    <span v-if="words.hint && !hideLabel" class="hint small muted">{{ words.hint }}</span>
    <span v-if="why" :id="`${id}-why`" class="why small" role="alert">{{ why }}</span>
  </span>
</template>

<style scoped>
.schema-field {
  display: inline-flex;
  flex-direction: column;
  min-width: 0;
}
.label {
  font-size: 12.5px;
  color: var(--muted);
}
.hint {
  line-height: 1.2;
}
.why {
  color: var(--oxide);
}
.number {
  flex: none;
  width: 110px;
}
.text,
.choice {
  min-width: 130px;
}
</style>
