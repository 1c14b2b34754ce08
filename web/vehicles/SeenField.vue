<script setup lang="ts">
import { computed } from 'vue'
import { formatQuantity, type Field } from '@stout-shackle/core/quantity'
import { valueAt, withSeen, type Vehicle } from '@stout-shackle/core/vehicle'
import SchemaField from '../fields/SchemaField.vue'
import { usePreferences } from '../stores/preferences'

/** A field of a vehicle: dashed with its tolerance while it is estimated; an estimate that is right is tapped, and is none any more. */
const props = defineProps<{ vehicle: Vehicle; field: Field; large?: boolean; hideLabel?: boolean }>()
const emit = defineEmits<{ change: [vehicle: Vehicle] }>()
const preferences = usePreferences()
const value = computed(() => valueAt(props.vehicle, props.field.path))
/** Which end, for those who hear the label by itself. */
const end = computed(() => /^(front|rear)\./.exec(props.field.path)?.[1])
const estimate = computed(() => props.vehicle.estimated[props.field.path] ?? null)
const set = (next: unknown) => emit('change', withSeen(props.vehicle, props.field.path, next))
const shown = computed(() => {
  const { words, kind } = props.field
  if (typeof value.value === 'boolean') return value.value ? 'yes' : 'no'
  if (kind && typeof value.value === 'number') return formatQuantity(kind, value.value, preferences.system)
  const said = typeof value.value === 'number' || typeof value.value === 'string' ? String(value.value) : ''
  return words.choices?.[said] ?? said
})
const band = computed(() => {
  const { kind } = props.field
  const tolerance = estimate.value?.tolerance ?? 0
  if (!estimate.value || !tolerance) return 'estimated'
  return kind ? `± ${formatQuantity(kind, tolerance, preferences.system)}` : `± ${tolerance}`
})
</script>

<template>
  <span class="seen" :class="{ open: estimate, large }" :data-seen="field.path" :data-estimated="estimate !== null">
    <SchemaField :field="field" :value="value" :of="end" :hide-label="hideLabel" @change="set" />
    <span v-if="estimate" class="small band">
      {{ band }}
      <el-button
        v-if="value !== null"
        link
        type="primary"
        size="small"
        :aria-label="`${field.words.label}: ${shown}, looked at`"
        @click="set(value)"
        >{{ field.kind ? 'it is so' : `yes, ${shown}` }}</el-button
      >
    </span>
  </span>
</template>

<style scoped>
.seen {
  display: inline-flex;
  flex-direction: column;
  gap: 2px;
  padding: 4px 6px;
  border: 1px solid transparent;
  border-radius: 4px;
}
.open {
  border: 1px dashed var(--amber-sign);
  background: #fffaf0;
}
.band {
  display: flex;
  gap: 6px;
  align-items: baseline;
  color: var(--amber);
}
.band :deep(.el-button) {
  padding: 0;
  height: auto;
}
.large :deep(.el-segmented) {
  --el-segmented-item-selected-color: #fff;
  font-size: 16px;
  min-height: 44px;
}
</style>
