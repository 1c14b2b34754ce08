<script setup lang="ts">
import { recordLimits } from '@stout-shackle/core/records'
import QuantityField from '../fields/QuantityField.vue'
import { useOpenJob } from '../stores/job'
import { gapField, gapReading, type ReadGap } from './room-gap'

/** A gap as it is read at the vehicle; what is typed counts at once, and is a record when the field is left. */
const props = defineProps<{ gap: ReadGap; label: string; hideUnit?: boolean }>()
const { store } = useOpenJob()
const standing = () => gapReading(store, props.gap)?.body
</script>

<template>
  <QuantityField
    :value="standing()?.value ?? null"
    :about="standing()?.about"
    kind="length"
    :label="label"
    hide-label
    :hide-unit="hideUnit"
    clearable
    v-bind="recordLimits('room-gap', 'value')"
    @update="(v, about) => gapField(store, gap).type(v, about)"
    @commit="(v, about) => gapField(store, gap).commit(v, about)"
  />
</template>
