<script setup lang="ts">
import { jobSchema } from '@stout-shackle/core/job'
import { maxLengthOf } from '@stout-shackle/core/quantity'
import { newKey } from '../api/key'
import dayjs from 'dayjs'
import { useDebounceFn } from '@vueuse/core'
import { computed, reactive, ref, watch } from 'vue'
import { useRouter } from 'vue-router'
import type { HistorySummary } from '@stout-shackle/core/contract'
import { intakeSchema, vehicleSchema, type Vehicle } from '@stout-shackle/core/vehicle'
import { vehicleName } from '@stout-shackle/core/wording'
import { call } from '../api/client'
import { failureText } from '../fields/file'
import { useShop } from '../stores/shop'
import VinNote from '../vehicles/VinNote.vue'
import LibraryVehicle from '../vehicles/LibraryVehicle.vue'
import { blankIntake, filledFrom, intakeOf } from '../vehicles/intake-draft'
import IntakeForm from '../vehicles/IntakeForm.vue'

const emit = defineEmits<{ close: [] }>()
const shop = useShop()
const router = useRouter()
void shop.loadVehicles()
/** The library is searched by the server: it may hold thousands. */
const search = useDebounceFn((find: string) => shop.loadVehicles(find), 200)

const NEW = 'new'
const INTAKE = 'intake'
const intake = ref(blankIntake())
const form = reactive({
  title: '',
  customer: '',
  contact: '',
  complaint: '',
  day: dayjs().format('YYYY-MM-DD'),
  bay: null as number | null,
  vehicle: INTAKE,
})
const created = ref<Vehicle | null>(null)
const problems = ref<Record<string, string>>({})
const busy = ref(false)
/** The vehicle chosen from the library, kept when a later search no longer lists it. */
const chosen = ref<Vehicle | null>(null)
watch(
  () => form.vehicle,
  (id) => (chosen.value = shop.vehicles.find((v) => v.document.id === id)?.document ?? chosen.value),
)
const vehicle = computed(() =>
  form.vehicle === NEW ? created.value : form.vehicle && form.vehicle !== INTAKE ? chosen.value : null,
)
/** What the list offers, the chosen one always among them. */
const offered = computed(() => {
  const list = shop.vehicles.map((v) => v.document)
  return chosen.value && !list.some((v) => v.id === chosen.value!.id) ? [chosen.value, ...list] : list
})

/** Vehicles that have been here with this VIN or plate. */
const been = ref<HistorySummary[]>([])
const lookUp = useDebounceFn(async () => {
  const { vin, plate } = intake.value
  const find = vin.trim().length === 17 ? vin.trim() : plate.trim().length > 2 ? plate.trim() : ''
  const found = find ? await call<HistorySummary[]>(`/histories?find=${encodeURIComponent(find)}`).catch(() => []) : []
  // Typed on meanwhile: this answer is about another one.
  if (intake.value.vin !== vin || intake.value.plate !== plate) return
  been.value = found.filter((h) => h.latest)
  const [known] = been.value
  if (known && been.value.length === 1) await fillIn(known)
}, 250)
/** Who it belongs to and what it is are filled in where nothing was typed yet. */
async function fillIn({ owners, latest }: HistorySummary) {
  const owner = owners.at(-1)
  form.customer ||= owner?.name ?? ''
  form.contact ||= owner?.contact ?? ''
  const stored = await call<{ job: { vehicle: Vehicle } }>(`/jobs/${latest!.job}`).catch(() => null)
  if (!stored) return
  intake.value = filledFrom(intake.value, stored.job.vehicle)
}
watch(() => [intake.value.vin, intake.value.plate], lookUp)
async function comeBack({ latest }: HistorySummary) {
  problems.value = {}
  try {
    const { job } = await call<{ job: { id: string } }>(`/jobs/${latest!.job}/return-visit`, {
      method: 'POST',
      key: newKey(),
      body: { day: form.day, bay: form.bay, complaint: form.complaint },
    })
    emit('close')
    await router.push({ name: 'measure', params: { id: job.id } })
  } catch (error) {
    problems.value.all = failureText(error)
  }
}
async function saveVehicle(vehicle: Vehicle) {
  await shop.saveVehicle(vehicle)
  created.value = vehicle
}
/** A figure that cannot be read is put right first: it would be left out without a word. */
const sheet = ref<HTMLFormElement | null>(null)
function isRed(): boolean {
  const red = sheet.value?.querySelector<HTMLElement>('[aria-invalid="true"]')
  red?.focus()
  return red !== null && red !== undefined
}
async function take() {
  problems.value = {}
  if (isRed()) {
    problems.value.all = "A figure can't be read: put right what is red, or empty it."
    return
  }
  const known = form.vehicle === INTAKE ? intakeSchema.safeParse(intakeOf(intake.value)) : null
  const title = form.title.trim() || form.complaint.trim().slice(0, maxLengthOf(jobSchema.shape.title))
  if (!title) problems.value.title = 'Enter a title, or the complaint.'
  if (known && !known.success) problems.value.vehicle = known.error.issues[0]!.message
  if (!form.customer.trim()) problems.value.customer = 'Enter the customer.'
  else if (!known && !vehicle.value)
    problems.value.vehicle = form.vehicle === NEW ? 'Fill in the vehicle and save it first.' : 'Choose a vehicle.'
  if (Object.keys(problems.value).length) return
  busy.value = true
  try {
    const { job } = await call<{ job: { id: string } }>('/jobs', {
      method: 'POST',
      key: newKey(),
      body: {
        title,
        customer: { name: form.customer, contact: form.contact },
        complaint: form.complaint,
        day: form.day,
        bay: form.bay,
        ...(known ? { intake: known.data } : { vehicle: vehicle.value }),
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
    <form ref="sheet" class="form" @submit.prevent="take">
      <label class="stacked"
        >Plate<el-input
          v-model="intake.plate"
          :maxlength="maxLengthOf(vehicleSchema.shape.plate)"
          aria-label="Plate"
          placeholder="finds a vehicle that was here"
      /></label>
      <label class="stacked"
        >VIN, if at hand<el-input
          v-model="intake.vin"
          :maxlength="maxLengthOf(vehicleSchema.shape.vin)"
          aria-label="VIN" /><VinNote :vin="intake.vin"
      /></label>
      <p v-for="h in been" :key="h.id" class="note wide" data-been-here>
        Been here before: {{ h.latest!.vehicle }}, job {{ h.latest!.number }} of {{ h.latest!.day }}
        <template v-if="h.owners.length">, {{ h.owners.at(-1)!.name }}</template
        >. A return visit begins with the vehicle and the kits as they left.
        <el-button link type="primary" @click="comeBack(h)">Open a return visit</el-button>
      </p>
      <label class="stacked"
        >Title, or take the complaint's<el-input
          v-model="form.title"
          :maxlength="maxLengthOf(jobSchema.shape.title)"
          placeholder="Hive run, spring contract"
        /><span v-if="problems.title" class="why" role="alert">{{ problems.title }}</span></label
      >
      <label class="stacked">Day<el-input v-model="form.day" type="date" /></label>
      <label class="stacked"
        >Customer<el-input v-model="form.customer" :maxlength="maxLengthOf(jobSchema.shape.customer.shape.name)" /><span
          v-if="problems.customer"
          class="why"
          role="alert"
          >{{ problems.customer }}</span
        ></label
      >
      <label class="stacked"
        >Contact<el-input v-model="form.contact" :maxlength="maxLengthOf(jobSchema.shape.customer.shape.contact)"
      /></label>
      <label class="stacked wide"
        >Complaint<el-input
          v-model="form.complaint"
          :maxlength="maxLengthOf(jobSchema.shape.complaint)"
          placeholder="Sags with the load on"
      /></label>
      <label class="stacked"
        >Vehicle
        <el-select
          v-model="form.vehicle"
          placeholder="From the library, or new"
          filterable
          remote
          :remote-method="search"
          aria-label="Vehicle"
        >
          <el-option label="From label and tire…" :value="INTAKE" />
          <el-option label="A new vehicle, every figure…" :value="NEW" />
          <el-option
            v-for="v in offered"
            :key="v.id"
            :value="v.id"
            :label="`${vehicleName(v)}${v.trim ? ` ${v.trim}` : ''}, ${v.rear.suspension}`"
          />
        </el-select>
        <span v-if="problems.vehicle" class="why" role="alert">{{ problems.vehicle }}</span>
      </label>
      <label class="stacked"
        >Bay
        <el-select v-model="form.bay" placeholder="In the yard" clearable aria-label="Bay"
          ><el-option v-for="b in 4" :key="b" :value="b" :label="`Bay ${b}`"
        /></el-select>
      </label>
      <button type="submit" hidden />
    </form>
    <IntakeForm v-if="form.vehicle === INTAKE" v-model="intake" />
    <LibraryVehicle
      v-if="form.vehicle === NEW && !created"
      :vehicle="null"
      :save="saveVehicle"
      @cancel="form.vehicle = ''"
    />
    <p v-else-if="created" class="small">Saved in the library: {{ vehicleName(created) }}.</p>
    <p v-if="problems.all" class="note stop" role="alert">{{ problems.all }}</p>
    <template #footer>
      <el-button @click="emit('close')">Cancel</el-button>
      <el-button type="primary" :loading="busy" @click="take">Create job</el-button>
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
