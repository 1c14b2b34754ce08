<script setup lang="ts">
import { newKey } from '../api/key'
import dayjs from 'dayjs'
import { computed, reactive, ref } from 'vue'
import { useRouter } from 'vue-router'
import type { Vehicle } from '@stout-shackle/core/vehicle'
import { call } from '../api/client'
import { failureText } from '../entry/file'
import { useShop } from '../stores/shop'
import VehicleForm from '../vehicles/VehicleForm.vue'

const emit = defineEmits<{ close: [] }>()
const shop = useShop()
const router = useRouter()
void shop.loadVehicles()

const NEW = 'new'
const form = reactive({
  title: '',
  customer: '',
  contact: '',
  complaint: '',
  day: dayjs().format('YYYY-MM-DD'),
  bay: null as number | null,
  vehicle: '',
})
const fresh = ref<Vehicle | null>(null)
const problems = ref<Record<string, string>>({})
const busy = ref(false)
const vehicle = computed(() =>
  form.vehicle === NEW ? fresh.value : (shop.vehicles.find((v) => v.document.id === form.vehicle)?.document ?? null),
)

async function keepVehicle(vehicle: Vehicle) {
  await shop.keepVehicle(vehicle)
  fresh.value = vehicle
}
async function take() {
  problems.value = {}
  if (!form.title.trim()) problems.value.title = 'Give the job a title, as you would call it across the shop.'
  if (!form.customer.trim()) problems.value.customer = 'Who brings it?'
  if (!vehicle.value)
    problems.value.vehicle = form.vehicle === NEW ? 'Fill in the vehicle and save it first.' : 'Which vehicle?'
  if (Object.keys(problems.value).length || !vehicle.value) return
  busy.value = true
  try {
    const { job } = await call<{ job: { id: string } }>('/jobs', {
      method: 'POST',
      key: newKey(),
      body: {
        title: form.title,
        customer: { name: form.customer, contact: form.contact },
        complaint: form.complaint,
        day: form.day,
        bay: form.bay,
        vehicle: vehicle.value,
      },
    })
    emit('close')
    await router.push({ name: 'measure', params: { id: job.id } })
  } catch (error) {
    problems.value.all = failureText(error)
  } finally {
    busy.value = false
  }
}
</script>

<template>
  <el-dialog :model-value="true" title="New job" width="760px" top="6vh" @close="emit('close')">
    <form class="form" @submit.prevent="take">
      <label class="stacked"
        >Title<el-input v-model="form.title" maxlength="80" placeholder="Hive run, spring contract" /><span
          v-if="problems.title"
          class="why"
          >{{ problems.title }}</span
        ></label
      >
      <label class="stacked">Day<el-input v-model="form.day" type="date" /></label>
      <label class="stacked"
        >Customer<el-input v-model="form.customer" maxlength="80" /><span v-if="problems.customer" class="why">{{
          problems.customer
        }}</span></label
      >
      <label class="stacked">Contact<el-input v-model="form.contact" maxlength="120" /></label>
      <label class="stacked wide"
        >Complaint<el-input v-model="form.complaint" maxlength="400" placeholder="Sags with the load on"
      /></label>
      <label class="stacked"
        >Vehicle
        <el-select v-model="form.vehicle" placeholder="From the library, or new" filterable aria-label="Vehicle">
          <el-option label="A new vehicle…" :value="NEW" />
          <el-option
            v-for="v in shop.vehicles"
            :key="v.document.id"
            :value="v.document.id"
            :label="`${v.document.make} ${v.document.model} ${v.document.year}, ${v.document.suspension}`"
          />
        </el-select>
        <span v-if="problems.vehicle" class="why">{{ problems.vehicle }}</span>
      </label>
      <label class="stacked"
        >Bay
        <el-select v-model="form.bay" placeholder="In the yard" clearable aria-label="Bay"
          ><el-option v-for="b in 4" :key="b" :value="b" :label="`Bay ${b}`"
        /></el-select>
      </label>
      <button type="submit" hidden />
    </form>
    <VehicleForm
      v-if="form.vehicle === NEW && !fresh"
      :vehicle="null"
      :keep="keepVehicle"
      @cancel="form.vehicle = ''"
    />
    <p v-else-if="fresh" class="small">Kept in the library: {{ fresh.make }} {{ fresh.model }} {{ fresh.year }}.</p>
    <p v-if="problems.all" class="note stop" role="alert">{{ problems.all }}</p>
    <template #footer>
      <el-button @click="emit('close')">Cancel</el-button>
      <el-button type="primary" :loading="busy" @click="take">Take it in</el-button>
    </template>
  </el-dialog>
</template>

<style scoped>
.form {
  display: grid;
  grid-template-columns: 2fr 1fr;
  gap: 10px 14px;
}
.wide {
  grid-column: 1 / -1;
}
.why {
  color: var(--oxide);
}
</style>
