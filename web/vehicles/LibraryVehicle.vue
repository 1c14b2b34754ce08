<script setup lang="ts">
import { ref, shallowRef } from 'vue'
import { idOf } from '@stout-shackle/core/kit'
import { estimateVehicle, intakeSchema, type Vehicle } from '@stout-shackle/core/vehicle'
import IntakeForm from './IntakeForm.vue'
import { blankIntake, intakeOf } from './intake-draft'
import { failureText } from '../fields/file'
import { useShop } from '../stores/shop'
import VehicleSheet from './VehicleSheet.vue'

/** A vehicle of the library: a new one from its label and tire, the rest estimated until it is measured; saved as a whole. */
const props = defineProps<{
  /** What to start from; null for a new one. */
  vehicle: Vehicle | null
  /** Saves it, wherever it belongs; a failure is shown and nothing you typed is lost. */
  save: (vehicle: Vehicle) => Promise<void>
}>()
const emit = defineEmits<{ cancel: [] }>()
const shop = useShop()
const draft = shallowRef<Vehicle | null>(props.vehicle)
const intake = ref(blankIntake())
const problem = ref('')
/** Letters of a name, and four figures that no other has. */
const newId = (name: string) =>
  `${idOf(name).slice(0, 40)}-${String(Math.floor(Math.random() * 10_000)).padStart(4, '0')}`
function begin() {
  const read = intakeSchema.safeParse(intakeOf(intake.value))
  problem.value = read.success ? '' : read.error.issues[0]!.message
  if (!read.success) return
  const { make, model, year, body } = read.data
  const platform = shop.platforms.find((p) => p.id === read.data.platform) ?? null
  draft.value = estimateVehicle(
    { ...read.data, id: newId([make, model, year, body].filter(Boolean).join(' ')) },
    platform,
  )
}
async function submit() {
  if (!draft.value) return begin()
  try {
    await props.save(draft.value)
  } catch (error) {
    problem.value = failureText(error)
  }
}
</script>

<template>
  <form class="card library" data-library-vehicle @submit.prevent="submit">
    <IntakeForm v-if="!draft" v-model="intake" />
    <VehicleSheet v-else :vehicle="draft" @change="(next) => (draft = next)" />
    <p v-if="problem" class="note stop" role="alert">{{ problem }}</p>
    <div class="acts">
      <el-button @click="emit('cancel')">Cancel</el-button>
      <el-button type="primary" native-type="submit">{{ draft ? 'Save vehicle' : 'Estimate the rest' }}</el-button>
    </div>
  </form>
</template>

<style scoped>
.library {
  padding: 12px;
  display: grid;
  gap: 10px;
}
.acts {
  display: flex;
  justify-content: end;
  gap: 8px;
}
</style>
