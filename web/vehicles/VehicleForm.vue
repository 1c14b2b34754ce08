<script setup lang="ts">
import { ref } from 'vue'
import { AXLES, usuallyOnRails, vehicleSchema, BEDS, BODIES, type Vehicle } from '@stout-shackle/core/vehicle'
import { maxLengthOf } from '@stout-shackle/core/quantity'
import { AXLE_NAMES, BODY_NAMES } from '@stout-shackle/core/wording'
import { failureText } from '../fields/file'
import QuantityField from '../fields/QuantityField.vue'
import { useShop } from '../stores/shop'
import AxleFields from './AxleFields.vue'
import { checkDraft, draftOf, figureAt, setFigure } from './draft'
import { axleFields, DIMENSIONS, RATINGS } from './fields'
import PlatformSelect from './PlatformSelect.vue'
import VinNote from './VinNote.vue'

/** A vehicle of the library: every figure the computation needs, unknown ones left empty on purpose. */
const props = defineProps<{
  /** What to start from; null for a new one. */
  vehicle: Vehicle | null
  /** Saves a checked vehicle, wherever it belongs; a failure is shown and nothing you typed is lost. */
  save: (vehicle: Vehicle) => Promise<void>
}>()
const emit = defineEmits<{ cancel: [] }>()

const draft = ref(draftOf(props.vehicle))
const problems = ref<string[]>([])
const shop = useShop()
/** Built on a platform: what it knows fills what is still empty, and nothing that was typed. */
function onPlatform(id: string) {
  const platform = shop.platforms.find((p) => p.id === id)
  draft.value.platform = platform?.id ?? null
  if (!platform) return
  if (!draft.value.make) draft.value.make = platform.make
  const fill = (part: object, into: object, path: string) => {
    for (const [key, value] of Object.entries(part))
      if ((into as Record<string, unknown>)[key] === null) setFigure(draft.value, `${path}${key}`, value as number)
  }
  fill(platform.geometry, draft.value, '')
  for (const axle of AXLES) fill(platform[axle], draft.value[axle], `${axle}.`)
}
function setBody(body: Vehicle['body']) {
  draft.value.body = body
  draft.value.frameRails = usuallyOnRails(body)
}

async function submit() {
  const missing = [
    ...DIMENSIONS.map((f) => ({ ...f, where: '' })),
    ...AXLES.flatMap((axle) => axleFields(axle).map((f) => ({ ...f, where: `${AXLE_NAMES[axle]}: ` }))),
  ].filter((f) => f.needed && figureAt(draft.value, f.path) === null)
  const parsed = checkDraft(draft.value)
  problems.value = [
    ...missing.map((f) => `${f.where}${f.label} is missing: it is needed for the axle weights`),
    ...(parsed.success
      ? []
      : parsed.error.issues.filter((i) => !missing.some((f) => f.path === i.path.join('.'))).map((i) => i.message)),
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
    <div class="fields">
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
        >Platform<PlatformSelect
          :model-value="draft.platform ?? ''"
          none="stands alone"
          @update:model-value="onPlatform"
      /></label>
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
        >Body<el-select :model-value="draft.body" aria-label="Body" @update:model-value="setBody"
          ><el-option v-for="b in BODIES" :key="b" :value="b" :label="BODY_NAMES[b]" /></el-select
      ></label>
      <label class="stacked"
        >Drive<el-select v-model="draft.drive" aria-label="Drive"
          ><el-option value="rear" label="rear" /><el-option value="front" label="front" /><el-option
            value="all"
            label="all" /></el-select
      ></label>
      <el-checkbox v-model="draft.frameRails!" class="tick">frame rails</el-checkbox>
      <el-checkbox v-model="draft.passengerTires!" class="tick">passenger tires</el-checkbox>
      <label class="stacked"
        >Plate<el-input v-model="draft.plate!" :maxlength="maxLengthOf(vehicleSchema.shape.plate)"
      /></label>
      <label class="stacked two"
        >VIN, if at hand<el-input v-model="draft.vin!" :maxlength="maxLengthOf(vehicleSchema.shape.vin)" /><VinNote
          :vin="draft.vin"
      /></label>
    </div>
    <h3>Dimensions</h3>
    <div class="fields">
      <div v-for="f in DIMENSIONS" :key="f.path" :class="{ estimated: f.path in draft.estimated }">
        <QuantityField
          :value="figureAt(draft, f.path)"
          :kind="f.kind"
          :label="f.label + (f.needed ? '' : ', if known')"
          v-bind="f.limits"
          clearable
          @commit="(v) => setFigure(draft, f.path, v)"
        />
      </div>
    </div>
    <AxleFields v-for="axle in AXLES" :key="axle" v-model="draft" :axle="axle" />
    <h3>Ratings from the door-jamb label; leave empty what was not looked up</h3>
    <div class="fields">
      <QuantityField
        v-for="r in RATINGS"
        :key="r.path"
        :value="figureAt(draft, r.path)"
        kind="mass"
        :label="r.label"
        v-bind="r.limits"
        clearable
        @commit="(v) => setFigure(draft, r.path, v)"
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
