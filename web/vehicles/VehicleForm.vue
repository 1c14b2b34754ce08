<script setup lang="ts">
import { computed, reactive, ref } from 'vue'
import { GRAVITY, type QuantityKind } from '@stout-shackle/core/quantity'
import { BEDS, BODIES, checkVin, tireDiameter, vehicleSchema, type Vehicle } from '@stout-shackle/core/vehicle'
import { formatQuantity } from '@stout-shackle/core/quantity'
import { BODY_NAMES } from '@stout-shackle/core/wording'
import { failureText } from '../entry/file'
import QuantityField from '../entry/QuantityField.vue'
import { usePreferences } from '../stores/preferences'
import { useShop } from '../stores/shop'

/** A vehicle of the library: every figure the computation needs, unknown ones left empty on purpose. */
const props = defineProps<{
  /** What to start from; null for a new one. */
  vehicle: Vehicle | null
  /** Keeps a checked vehicle, wherever it belongs; a failure is shown and nothing you typed is lost. */
  keep: (vehicle: Vehicle) => Promise<void>
}>()
const emit = defineEmits<{ cancel: [] }>()
const preferences = usePreferences()

type Draft = { [K in keyof Vehicle]: Vehicle[K] | null }
const blank = (): Draft => ({
  id: '',
  make: '',
  model: '',
  year: new Date().getFullYear(),
  body: 'pickup',
  suspension: 'leaf',
  rearWheels: 'single',
  drive: 'rear',
  wheelbase: null,
  frontOverhang: null,
  rearOverhang: null,
  hitchBehindAxle: null,
  track: null,
  springSpacing: null,
  tireSize: '',
  tireLimitFront: null,
  tireLimitRear: null,
  tireRate: null,
  curbFront: null,
  curbRear: null,
  rearUnsprung: null,
  ratings: { gvwr: null, gawrFront: null, gawrRear: null, receiver: null, tongue: null, gcwr: null },
  frontWheelRate: null,
  rearWheelRate: null,
  rearWheelRateTolerance: 0,
  reboundTravel: null,
  vin: null,
  tireIndexFront: null,
  tireIndexRear: null,
  passengerTires: false,
  tirePressureFront: null,
  tirePressureRear: null,
  tirePressureFull: null,
  rearStages: [],
  rearFriction: null,
  swayBarFront: 0,
  swayBarRear: 0,
  gravityHeight: null,
  ballHeight: null,
  hitchClearance: null,
  bumperHeight: null,
  markFront: 0,
  markRear: 0,
  trim: '',
  platform: null,
  bed: null,
  frontUnsprung: null,
})
const draft = reactive<Draft>(
  props.vehicle
    ? { ...props.vehicle, ratings: { ...props.vehicle.ratings }, rearStages: [...props.vehicle.rearStages] }
    : blank(),
)
const problems = ref<string[]>([])
const shop = useShop()
void shop.loadPlatforms()
/** Built on a platform: what it knows fills what is still empty, and nothing that was typed. */
function onPlatform(id: string) {
  const platform = shop.platforms.find((p) => p.id === id)
  draft.platform = platform?.id ?? null
  if (!platform) return
  if (!draft.make) draft.make = platform.make
  for (const [key, value] of Object.entries(platform.geometry))
    if (draft[key as keyof Vehicle] === null) set(key as keyof Vehicle, value)
}

interface FieldSpec {
  key: keyof Vehicle
  label: string
  kind: QuantityKind
  min: number
  max: number
  needed?: boolean
}
const DIMENSIONS: FieldSpec[] = [
  { key: 'wheelbase', label: 'Wheelbase', kind: 'length', min: 1.5, max: 9, needed: true },
  { key: 'frontOverhang', label: 'Front overhang', kind: 'length', min: 0.3, max: 2.5, needed: true },
  { key: 'rearOverhang', label: 'Rear overhang', kind: 'length', min: 0.3, max: 5, needed: true },
  { key: 'hitchBehindAxle', label: 'Axle to hitch ball', kind: 'length', min: 0.3, max: 6 },
  { key: 'track', label: 'Rear track', kind: 'length', min: 1, max: 2.6, needed: true },
  { key: 'springSpacing', label: 'Between rear springs', kind: 'length', min: 0.5, max: 2, needed: true },
  { key: 'reboundTravel', label: 'Rear travel down', kind: 'length', min: 0.02, max: 0.4 },
  { key: 'ballHeight', label: 'Ball height, empty', kind: 'length', min: 0.15, max: 1.5 },
  { key: 'hitchClearance', label: 'Under the hitch, empty', kind: 'length', min: 0.05, max: 1.2 },
  { key: 'bumperHeight', label: 'Rear bumper, empty', kind: 'length', min: 0.2, max: 1.5 },
  { key: 'gravityHeight', label: 'Center of gravity, up', kind: 'length', min: 0.3, max: 2.5 },
  { key: 'markFront', label: 'Front mark ahead of axle', kind: 'length', min: -1.5, max: 1.5, needed: true },
  { key: 'markRear', label: 'Rear mark ahead of axle', kind: 'length', min: -1.5, max: 1.5, needed: true },
]
const WEIGHTS: FieldSpec[] = [
  { key: 'curbFront', label: 'Front axle, empty', kind: 'mass', min: 200, max: 12000, needed: true },
  { key: 'curbRear', label: 'Rear axle, empty', kind: 'mass', min: 200, max: 15000, needed: true },
  { key: 'rearUnsprung', label: 'Rear axle unsprung', kind: 'mass', min: 40, max: 1500, needed: true },
  { key: 'frontUnsprung', label: 'Front axle unsprung', kind: 'mass', min: 30, max: 1500 },
  { key: 'tireLimitFront', label: 'Front tire limit, each', kind: 'mass', min: 50, max: 30000 },
  { key: 'tireLimitRear', label: 'Rear tire limit, each', kind: 'mass', min: 50, max: 30000 },
  { key: 'tirePressureFront', label: 'Front tires, cold', kind: 'pressure', min: 50000, max: 1200000 },
  { key: 'tirePressureRear', label: 'Rear tires, cold', kind: 'pressure', min: 50000, max: 1200000 },
  { key: 'tirePressureFull', label: 'Their index holds at', kind: 'pressure', min: 50000, max: 1200000 },
]
const RATES: FieldSpec[] = [
  { key: 'frontWheelRate', label: 'Front wheel rate, a side', kind: 'rate', min: 5000, max: 400000 },
  { key: 'rearWheelRate', label: 'Rear wheel rate, a side', kind: 'rate', min: 5000, max: 400000 },
  { key: 'rearWheelRateTolerance', label: '±', kind: 'rate', min: 0, max: 200000, needed: true },
  { key: 'tireRate', label: 'Tire rate, one tire', kind: 'rate', min: 50000, max: 2000000 },
]
/** Bars are known by what turns them a degree; friction by the weight that overcomes it. */
const DERIVED: {
  key: 'swayBarFront' | 'swayBarRear' | 'rearFriction'
  label: string
  kind: QuantityKind
  si: number
  max: number
}[] = [
  { key: 'swayBarFront', label: 'Front sway bar, a degree', kind: 'torque', si: 180 / Math.PI, max: 5200 },
  { key: 'swayBarRear', label: 'Rear sway bar, a degree', kind: 'torque', si: 180 / Math.PI, max: 5200 },
  { key: 'rearFriction', label: 'Rear spring friction, ±, if known', kind: 'mass', si: GRAVITY, max: 500 },
]
const derived = (d: (typeof DERIVED)[number]) => {
  const value = figure(d.key)
  return value === null ? null : value / d.si
}
const setDerived = (d: (typeof DERIVED)[number], value: number | null) =>
  set(d.key, value === null ? (d.key === 'rearFriction' ? null : 0) : value * d.si)
type Stage = Vehicle['rearStages'][number]
const STAGES: { kind: Stage['kind']; label: string; adds: string }[] = [
  { kind: 'leaf', label: 'Helper leaves touch after', adds: 'and add, a side' },
  { kind: 'bump-stop', label: 'On its stop after', adds: 'which adds, a side' },
]
/** What a rubber stop usually is beside the springs it stops (common practice, no published source). */
const USUAL_STAGE = { leaf: 50_000, 'bump-stop': 150_000 }
const stage = (kind: Stage['kind']) => draft.rearStages!.find((s) => s.kind === kind) ?? null
function setStage(kind: Stage['kind'], part: Partial<Stage> | null) {
  const others = draft.rearStages!.filter((s) => s.kind !== kind)
  const next = part && { kind, at: 0.08, adds: USUAL_STAGE[kind], ...stage(kind), ...part }
  draft.rearStages = (next ? [...others, next] : others).sort((a, b) => a.at - b.at)
}
const RATINGS: { key: keyof Vehicle['ratings']; label: string }[] = [
  { key: 'gvwr', label: 'GVWR' },
  { key: 'gawrFront', label: 'GAWR front' },
  { key: 'gawrRear', label: 'GAWR rear' },
  { key: 'receiver', label: 'Receiver' },
  { key: 'tongue', label: 'Tongue' },
  { key: 'gcwr', label: 'GCWR' },
]
const set = (key: keyof Vehicle, value: number | null) => Object.assign(draft, { [key]: value })
const figure = (key: keyof Vehicle) => draft[key] as number | null
const vinNote = computed(() => {
  if (!draft.vin) return null
  switch (checkVin(draft.vin.trim().toUpperCase())) {
    case 'ok':
      return 'Check digit agrees.'
    case 'length':
      return 'A VIN has 17 characters: saved as typed, check it.'
    case 'letters':
      return 'A VIN has no I, O or Q: look again.'
    default:
      return 'Check digit does not agree: mistyped, or a vehicle from outside North America.'
  }
})
const tireNote = computed(() => {
  const d = tireDiameter(draft.tireSize ?? '')
  return d ? `${formatQuantity('length', d, preferences.system)} tall` : 'like 255/70R18'
})

async function submit() {
  const id =
    draft.id ||
    `${draft.make} ${draft.model} ${draft.trim} ${draft.year}`
      .toLowerCase()
      .replace(/[^a-z0-9]+/g, '-')
      .replace(/^-|-$/g, '') ||
    'vehicle'
  const missing = [...DIMENSIONS, ...WEIGHTS, ...RATES].filter((f) => f.needed && draft[f.key] === null)
  const parsed = vehicleSchema.safeParse({
    ...draft,
    id,
    vin: draft.vin || null,
    tireIndexFront: draft.tireIndexFront || null,
    tireIndexRear: draft.tireIndexRear || null,
  })
  problems.value = [
    ...missing.map((f) => `${f.label} is missing: it is needed for the axle weights`),
    ...(parsed.success
      ? []
      : parsed.error.issues.filter((i) => !missing.some((f) => f.key === i.path[0])).map((i) => i.message)),
  ]
  if (!parsed.success) return
  try {
    await props.keep(parsed.data)
  } catch (error) {
    problems.value = [failureText(error)]
  }
}
</script>

<template>
  <form class="vehicle card" @submit.prevent="submit">
    <div class="grid">
      <label class="stacked">Make<el-input v-model="draft.make!" maxlength="60" /></label>
      <label class="stacked">Model<el-input v-model="draft.model!" maxlength="60" /></label>
      <label class="stacked">Trim, if any<el-input v-model="draft.trim!" maxlength="60" /></label>
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
          placeholder="not said"
          @update:model-value="(b: string) => (draft.bed = BEDS.find((x) => x === b) ?? null)"
          ><el-option value="" label="not said" /><el-option
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
        >VIN, if at hand<el-input v-model="draft.vin!" maxlength="17" /><span v-if="vinNote" class="small">{{
          vinNote
        }}</span></label
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
          :min="f.min"
          :max="f.max"
          :signed="f.min < 0"
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
          <QuantityField
            v-for="d in DERIVED"
            :key="d.key"
            :value="derived(d)"
            :kind="d.kind"
            :label="d.label"
            :min="0"
            :max="d.max"
            clearable
            @commit="(v) => setDerived(d, v)"
          />
          <template v-for="s in STAGES" :key="s.kind">
            <QuantityField
              :value="stage(s.kind)?.at ?? null"
              kind="length"
              :label="s.label"
              :min="0"
              :max="0.4"
              clearable
              @commit="(v) => setStage(s.kind, v === null ? null : { at: v })"
            />
            <QuantityField
              :value="stage(s.kind)?.adds ?? null"
              kind="rate"
              :label="s.adds"
              :min="1000"
              :max="2000000"
              :disabled="!stage(s.kind)"
              @commit="(v) => v !== null && setStage(s.kind, { adds: v })"
            />
          </template>
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
        :min="50"
        :max="60000"
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
