<script setup lang="ts">
import { procedureField } from '@stout-shackle/core/kit'
import SchemaField from '../../fields/SchemaField.vue'
import { useWriting } from './writing'

/** A field of an accessory's sheet. */
defineProps<{ path: Parameters<typeof procedureField>[0] }>()
const { put, valueAt, problemAt } = useWriting()
</script>

<template>
  <SchemaField
    :field="procedureField(path)"
    :value="valueAt(path)"
    :problem="problemAt(path)"
    @change="(v) => put(path, v)"
  />
</template>
