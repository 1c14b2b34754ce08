<script setup lang="ts">
import { computed, ref } from 'vue'
import { vehicleSchema, BEDS, BODIES, checkVin, tireDiameter, type Vehicle } from '@stout-shackle/core/vehicle'
import { maxLengthOf, formatQuantity } from '@stout-shackle/core/quantity'
import { BODY_NAMES } from '@stout-shackle/core/wording'
import { failureText } from '../entry/file'
import QuantityField from '../entry/QuantityField.vue'
import { usePreferences } from '../stores/preferences'
import { useShop } from '../stores/shop'
import { checkDraft, draftOf } from './draft'
import { DIMENSIONS, RATES, RATINGS, ratingLimits, vehicleLimits, WEIGHTS } from './fields'
import SpringFields from './SpringFields.vue'

/** A vehicle of the library: every figure the computation needs, unknown ones left empty on purpose. */
const props = defineProps<{
  /** What to start from; null for a new one. */
  vehicle: Vehicle | null
  /** Saves a checked vehicle, wherever it belongs; a failure is shown and nothing you typed is lost. */
  save: (vehicle: Vehicle) => Promise<void>
}>()
const emit = defineEmits<{ cancel: [] }>()
const preferences = usePreferences()

const draft = ref(draftOf(props.vehicle))
const problems = ref<string[]>([])
const shop = useShop()
void shop.loadPlatforms()
/** Built on a platform: what it knows fills what is still empty, and nothing that was typed. */
function onPlatform(id: string) {
  const platform = shop.platforms.find((p) => p.id === id)
  draft.value.platform = platform?.id ?? null
  if (!platform) return
  if (!draft.value.make) draft.value.make = platform.make
  for (const [key, value] of Object.entries(platform.geometry))
    if (draft.value[key as keyof Vehicle] === null) set(key as keyof Vehicle, value)
}

const set = (key: keyof Vehicle, value: number | null) => Object.assign(draft.value, { [key]: value })
const figure = (key: keyof Vehicle) => draft.value[key] as number | null
const VIN_NOTES = {
  ok: 'Check digit agrees.',
  length: 'A VIN has 17 characters: saved as typed, check it.',
  letters: 'A VIN has no I, O or Q: look again.',
  'check-digit': 'Check digit does not agree: mistyped, or a vehicle from outside North America.',
}
const vinCheck = computed(() => (draft.value.vin ? checkVin(draft.value.vin.trim().toUpperCase()) : null))
const tireNote = computed(() => {
  const d = tireDiameter(draft.value.tireSize ?? '')
  return d ? `${formatQuantity('length', d, preferences.system)} tall` : 'like 255/70R18'
})

async function submit() {
  const missing = [...DIMENSIONS, ...WEIGHTS, ...RATES].filter((f) => f.needed && draft.value[f.key] === null)
  const parsed = checkDraft(draft.value)
  problems.value = [
    ...missing.map((f) => `${f.label} is missing: it is needed for the axle weights`),
    ...(parsed.success
      ? []
      : parsed.error.issues.filter((i) => !missing.some((f) => f.key === i.path[0])).map((i) => i.message)),
  ]
  if (!parsed.success) return
  try {
    await props.save(parsed.data)
  } catch (error) {
    problems.value = [failureText(error)]
  }
}
</script>

<template>
  <form class="vehicle card" @submit.prevent="submit">
    <div class="grid">
      <label class="stacked"
        >Make<el-input v-model="draft.make!" :maxlength="maxLengthOf(vehicleSchema.shape.make)"
      /></label>
      <label class="stacked"
        >Model<el-input v-model="draft.model!" :maxlength="maxLengthOf(vehicleSchema.shape.model)"
      /></label>
      <label class="stacked"
        >Trim, if any<el-input v-model="draft.trim!" :maxlength="maxLengthOf(vehicleSchema.shape.trim)"
      /></label>
      <label class="stacked"
        >Platform<el-select
          :model-value="draft.platform ?? ''"
          aria-label="Platform"
          placeholder="stands alone"
          @update:model-value="onPlatform"
          ><el-option value="" label="stands alone" /><el-option
            v-for="p in shop.platforms"
            :key="p.id"
            :value="p.id"
            :label="`${p.make} ${p.name}`" /></el-select
      ></label>
      <label class="stacked"
        >Bed<el-select
          :model-value="draft.bed ?? ''"
          aria-label="Bed"
          placeholder="unknown"
          @update:model-value="(b: string) => (draft.bed = BEDS.find((x) => x === b) ?? null)"
          ><el-option value="" label="unknown" /><el-option
            v-for="b in BEDS"
            :key="b"
            :value="b"
            :label="b" /></el-select
      ></label>
      <label class="stacked">Year<el-input v-model.number="draft.year!" inputmode="numeric" /></label>
      <label class="stacked"
        >Body<el-select v-model="draft.body" aria-label="Body"
          ><el-option v-for="b in BODIES" :key="b" :value="b" :label="BODY_NAMES[b]" /></el-select
      ></label>
      <label class="stacked"
        >Rear suspension<el-select v-model="draft.suspension" aria-label="Rear suspension"
          ><el-option value="leaf" label="leaf" /><el-option value="coil" label="coil" /></el-select
      ></label>
      <label class="stacked"
        >Rear wheels<el-select v-model="draft.rearWheels" aria-label="Rear wheels"
          ><el-option value="single" label="single" /><el-option value="dual" label="dual" /></el-select
      ></label>
      <label class="stacked"
        >Drive<el-select v-model="draft.drive" aria-label="Drive"
          ><el-option value="rear" label="rear" /><el-option value="front" label="front" /><el-option
            value="all"
            label="all" /></el-select
      ></label>
      <label class="stacked"
        >Tire size<el-input v-model="draft.tireSize!" /><span class="small">{{ tireNote }}</span></label
      >
      <label class="stacked two"
        >VIN, if at hand<el-input v-model="draft.vin!" :maxlength="maxLengthOf(vehicleSchema.shape.vin)" /><span
          v-if="vinCheck"
          class="small"
          :data-vin="vinCheck"
          >{{ VIN_NOTES[vinCheck] }}</span
        ></label
      >
    </div>
    <template
      v-for="[title, fields] in [
        ['Dimensions', DIMENSIONS],
        ['Weights', WEIGHTS],
        ['Spring rates', RATES],
      ] as const"
      :key="title"
    >
      <h3>{{ title }}</h3>
      <div class="grid">
        <QuantityField
          v-for="f in fields"
          :key="f.key"
          :value="figure(f.key)"
          :kind="f.kind"
          :label="f.label + (f.needed ? '' : ', if known')"
          v-bind="vehicleLimits(f.key)"
          :signed="vehicleLimits(f.key).min < 0"
          clearable
          @commit="(v) => set(f.key, v)"
        />
        <template v-if="fields === WEIGHTS">
          <label class="stacked"
            >Front load index<el-input v-model="draft.tireIndexFront!" placeholder="121/118"
          /></label>
          <label class="stacked"
            >Rear load index<el-input v-model="draft.tireIndexRear!" placeholder="121/118"
          /></label>
          <el-checkbox v-model="draft.passengerTires!" class="tick">passenger tires</el-checkbox>
        </template>
        <template v-if="fields === RATES">
          <SpringFields v-model="draft" />
        </template>
      </div>
    </template>
    <h3>Ratings from the door-jamb label; leave empty what was not looked up</h3>
    <div class="grid">
      <QuantityField
        v-for="r in RATINGS"
        :key="r.key"
        :value="draft.ratings![r.key]"
        kind="mass"
        :label="r.label"
        v-bind="ratingLimits(r.key)"
        clearable
        @commit="(v) => (draft.ratings![r.key] = v)"
      />
    </div>
    <ul v-if="problems.length" class="note stop" role="alert">
      <li v-for="p in problems" :key="p">{{ p }}</li>
    </ul>
    <p class="buttons">
      <el-button @click="emit('cancel')">Cancel</el-button
      ><el-button type="primary" native-type="submit">Save vehicle</el-button>
    </p>
  </form>
</template>

<style scoped>
.vehicle {
  padding: 12px 14px;
  margin-top: 12px;
}
.grid {
  display: grid;
  grid-template-columns: repeat(4, minmax(0, 1fr));
  gap: 8px 12px;
}
h3 {
  margin: 12px 0 4px;
}
.two {
  grid-column: span 2;
}
.tick {
  align-self: end;
}
.buttons {
  display: flex;
  justify-content: flex-end;
  margin-top: 12px;
}
</style>
