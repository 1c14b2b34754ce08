<script setup lang="ts">
import { computed } from 'vue'
import type { Fact } from '@stout-shackle/core/kit'
import { axleFieldOf, vehicleField, type AxleEnd } from '@stout-shackle/core/vehicle'
import { useOpenJob } from '../stores/job'
import SeenField from '../vehicles/SeenField.vue'

/** Where a fact of the vehicle is answered while a kit is chosen. */
const props = defineProps<{ fact: Fact; axle: AxleEnd }>()
const { store, job } = useOpenJob()
const field = computed(() => {
  switch (props.fact) {
    case 'suspension':
    case 'architecture':
    case 'wheels':
      return axleFieldOf(props.axle, props.fact)
    case 'linkRatio':
      return axleFieldOf(props.axle, 'motionRatio')
    case 'body':
    case 'frameRails':
    case 'drive':
    case 'bed':
    case 'trim':
    case 'year':
      return vehicleField(props.fact)
    default:
      return null
  }
})
</script>

<template>
  <SeenField
    v-if="field"
    :vehicle="job.vehicle"
    :field="field"
    hide-label
    data-vehicle-answer
    @change="(vehicle) => store.edit((j) => ({ ...j, vehicle }))"
  />
  <span v-else class="small muted">type make and model on the job sheet</span>
</template>
