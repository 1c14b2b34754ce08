<script setup lang="ts">
import { computed, ref } from 'vue'
import {
  AXLES,
  axleFieldOf,
  usuallyOnRails,
  vehicleField,
  vehicleSchema,
  type AxleEnd,
  type AxlePlace,
  type Vehicle,
} from '@stout-shackle/core/vehicle'
import { AXLE_NAMES } from '@stout-shackle/core/wording'
import { useShop } from '../stores/shop'
import PlatformSelect from './PlatformSelect.vue'
import SeenField from './SeenField.vue'
import SpringFields from './SpringFields.vue'
import VinNote from './VinNote.vue'
import { withPlatform } from './platform'

/**
 * A vehicle as it is corrected: first the five questions that settle kits, then the label, then per axle what narrows an answer, the rest
 * folded. A change is taken as it is made.
 */
const props = defineProps<{ vehicle: Vehicle }>()
const emit = defineEmits<{ change: [vehicle: Vehicle] }>()
const shop = useShop()
const problem = ref('')
/** Takes a change only if the vehicle still holds together, and says why not. */
function change(seen: Vehicle) {
  // Another body stands on what such bodies stand on, until somebody looked.
  const next = seen.body === props.vehicle.body ? seen : { ...seen, frameRails: usuallyOnRails(seen.body) }
  const read = vehicleSchema.safeParse(next)
  problem.value = read.success ? '' : read.error.issues[0]!.message
  if (read.success) emit('change', read.data)
}
const FIRST: readonly AxlePlace[] = ['wheels', 'architecture', 'suspension']
const NAMED = ['make', 'model', 'year', 'trim', 'body'] as const
const LABEL = ['ratings.gvwr', 'ratings.gcwr', 'vin', 'plate'] as const
const OF_LABEL: readonly AxlePlace[] = ['rating', 'tireSize', 'tireIndex']
/** What of an axle moves an answer most. */
const NARROWING: readonly AxlePlace[] = [
  'curb',
  'wheelRate',
  'wheelRateTolerance',
  'springSpacing',
  'track',
  'tirePressure',
  'reboundTravel',
]
const SELDOM: readonly AxlePlace[] = ['unsprung', 'tireRate', 'tireLimit', 'mark']
const SIZES = ['wheelbase', 'frontOverhang', 'rearOverhang', 'hitchBehindAxle'] as const
const REST = [
  'ratings.receiver',
  'ratings.tongue',
  'ballHeight',
  'hitchClearance',
  'bumperHeight',
  'gravityHeight',
  'tirePressureFull',
  'passengerTires',
  'frameRails',
] as const
const narrowing = (axle: AxleEnd): readonly AxlePlace[] =>
  props.vehicle[axle].architecture === 'independent' ? [...NARROWING, 'motionRatio'] : NARROWING
const open = computed(() => Object.keys(props.vehicle.estimated).length)
const onPlatform = (id: string) => change(withPlatform(props.vehicle, shop.platforms.find((p) => p.id === id) ?? null))
</script>

<template>
  <div class="sheet" data-vehicle-sheet>
    <p v-if="problem" class="note stop" role="alert">{{ problem }}</p>
    <section>
      <h3>Look first: this settles most kits</h3>
      <div class="row">
        <SeenField
          v-for="place in FIRST"
          :key="place"
          :vehicle="vehicle"
          :field="axleFieldOf('rear', place)"
          large
          @change="change"
        />
        <SeenField :vehicle="vehicle" :field="vehicleField('bed')" large @change="change" />
        <SeenField :vehicle="vehicle" :field="vehicleField('drive')" large @change="change" />
      </div>
    </section>
    <section>
      <h3>From the label</h3>
      <div class="row">
        <SeenField v-for="path in NAMED" :key="path" :vehicle="vehicle" :field="vehicleField(path)" @change="change" />
        <label class="small muted"
          >Platform<PlatformSelect
            :model-value="vehicle.platform ?? ''"
            none="stands alone"
            @update:model-value="onPlatform"
        /></label>
      </div>
      <div class="row">
        <SeenField v-for="path in LABEL" :key="path" :vehicle="vehicle" :field="vehicleField(path)" @change="change" />
        <VinNote :vin="vehicle.vin" />
      </div>
      <div v-for="axle in AXLES" :key="axle" class="row">
        <strong class="end">{{ AXLE_NAMES[axle] }}</strong>
        <SeenField
          v-for="place in OF_LABEL"
          :key="place"
          :vehicle="vehicle"
          :field="axleFieldOf(axle, place)"
          @change="change"
        />
      </div>
    </section>
    <section v-for="axle in AXLES" :key="`n${axle}`">
      <h3>{{ AXLE_NAMES[axle] }}: tape it, and answers are narrower</h3>
      <div class="row">
        <template v-if="axle === 'front'">
          <SeenField
            v-for="place in FIRST"
            :key="place"
            :vehicle="vehicle"
            :field="axleFieldOf('front', place)"
            @change="change"
          />
        </template>
        <SeenField
          v-for="place in narrowing(axle)"
          :key="place"
          :vehicle="vehicle"
          :field="axleFieldOf(axle, place)"
          @change="change"
        />
      </div>
    </section>
    <section>
      <h3>Sizes</h3>
      <div class="row">
        <SeenField v-for="path in SIZES" :key="path" :vehicle="vehicle" :field="vehicleField(path)" @change="change" />
      </div>
    </section>
    <el-collapse>
      <el-collapse-item title="The rest: hitch, helper leaves, sway bar, tires" name="rest">
        <div class="row">
          <SeenField v-for="path in REST" :key="path" :vehicle="vehicle" :field="vehicleField(path)" @change="change" />
        </div>
        <div v-for="axle in AXLES" :key="`s${axle}`" class="row">
          <strong class="end">{{ AXLE_NAMES[axle] }}</strong>
          <SeenField
            v-for="place in SELDOM"
            :key="place"
            :vehicle="vehicle"
            :field="axleFieldOf(axle, place)"
            @change="change"
          />
          <SpringFields
            :axle="axle"
            :model-value="vehicle[axle]"
            @update:model-value="(end) => change({ ...vehicle, [axle]: end })"
          />
        </div>
      </el-collapse-item>
    </el-collapse>
    <p class="small muted">
      {{ open ? `${open} figures and words are estimated, drawn dashed.` : 'Nothing is estimated.' }}
    </p>
  </div>
</template>

<style scoped>
.sheet {
  display: grid;
  gap: 12px;
}
.row {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 8px;
  align-items: start;
}
.end {
  align-self: center;
  width: 84px;
}
label {
  display: grid;
  min-width: 150px;
  padding-top: 4px;
}
</style>
