<script setup lang="ts">
import { ref } from 'vue'
import { jobSchema, type Job } from '@stout-shackle/core/job'
import { maxLengthOf, limitsOf } from '@stout-shackle/core/quantity'
import QuantityField from '../fields/QuantityField.vue'
import TextField from '../fields/TextField.vue'
import { useOpenJob } from '../stores/job'
import VehicleSheet from '../vehicles/VehicleSheet.vue'

/** Who, when, where, and the vehicle as it stands on this job: corrected here, the library stays as it is. */
const emit = defineEmits<{ close: [] }>()
const { store, job } = useOpenJob()
const problem = ref('')
const vehicle = ref(false)

/** Takes a change only if the whole job still holds, and says why not. */
function change(next: Job) {
  const parsed = jobSchema.safeParse(next)
  problem.value = parsed.success ? '' : parsed.error.issues[0]!.message
  if (parsed.success) store.edit(() => parsed.data)
}
const bayOf = (event: Event) => Number((event.target as HTMLSelectElement).value) || null
const customer = (part: Partial<Job['customer']>) =>
  change({ ...job.value, customer: { ...job.value.customer, ...part } })
</script>

<template>
  <el-dialog :model-value="true" :title="`Job sheet ${job.number}`" width="980px" top="6vh" @close="emit('close')">
    <div class="sheet">
      <TextField
        :value="job.title"
        label="Title"
        :maxlength="maxLengthOf(jobSchema.shape.title)"
        @commit="(title) => change({ ...job, title })"
      />
      <TextField :value="job.day" label="Day" type="date" @commit="(day) => change({ ...job, day })" />
      <TextField
        :value="job.customer.name"
        label="Customer"
        :maxlength="maxLengthOf(jobSchema.shape.customer.shape.name)"
        @commit="(name) => customer({ name })"
      />
      <TextField
        :value="job.customer.contact"
        label="Contact"
        :maxlength="maxLengthOf(jobSchema.shape.customer.shape.contact)"
        @commit="(contact) => customer({ contact })"
      />
      <TextField
        :value="job.complaint"
        label="Complaint"
        :maxlength="maxLengthOf(jobSchema.shape.complaint)"
        @commit="(complaint) => change({ ...job, complaint })"
      />
      <label class="stacked"
        >Bay<select class="control" :value="job.bay ?? ''" @change="change({ ...job, bay: bayOf($event) })">
          <option value="">in the yard</option>
          <option v-for="b in 4" :key="b" :value="b">Bay {{ b }}</option>
        </select></label
      >
      <QuantityField
        :value="job.altitude"
        kind="altitude"
        label="Altitude of the shop"
        v-bind="limitsOf(jobSchema.shape.altitude)"
        signed
        @commit="(v) => v !== null && change({ ...job, altitude: v })"
      />
    </div>
    <p v-if="problem" class="note stop" role="alert">{{ problem }}</p>
    <p class="vehicle">
      <strong>{{ job.vehicle.make }} {{ job.vehicle.model }} {{ job.vehicle.year }}</strong>
      <button v-if="!vehicle" class="plain" @click="vehicle = true">correct the vehicle on this job</button>
    </p>
    <VehicleSheet v-if="vehicle" :vehicle="job.vehicle" @change="(now) => change({ ...job, vehicle: now })" />
    <template #footer><el-button type="primary" @click="emit('close')">Close</el-button></template>
  </el-dialog>
</template>

<style scoped>
.sheet {
  display: grid;
  grid-template-columns: 2fr 1fr;
  gap: 10px 14px;
}
.vehicle {
  margin-top: 14px;
}
</style>
