<script setup lang="ts">
import { computed } from 'vue'
import { type AxleEnd, ARCHITECTURES, SUSPENSIONS } from '@stout-shackle/core/vehicle'
import { AXLE_NAMES, plain } from '@stout-shackle/core/wording'
import QuantityField from '../fields/QuantityField.vue'
import { figureAt, setFigure, type VehicleDraft } from './draft'
import { axleFields } from './fields'
import RatioField from './RatioField.vue'
import SpringFields from './SpringFields.vue'
import TireSizeField from './TireSizeField.vue'

/** One axle of a vehicle: its build, its springs, its tires, what stands on it. */
const props = defineProps<{ axle: AxleEnd }>()
const draft = defineModel<VehicleDraft>({ required: true })
const buildHere = computed(() => draft.value[props.axle])
const fields = computed(() => axleFields(props.axle))
const estimated = (path: string) => path in draft.value.estimated
function setWord(key: 'suspension' | 'architecture' | 'wheels', value: string) {
  Object.assign(draft.value[props.axle], { [key]: value })
  const { [`${props.axle}.${key}`]: _said, ...rest } = draft.value.estimated
  draft.value.estimated = rest
}
</script>

<template>
  <h3>{{ AXLE_NAMES[axle] }}</h3>
  <div class="fields">
    <label class="stacked" :class="{ estimated: estimated(`${axle}.suspension`) }"
      >Springs<el-select
        :model-value="buildHere.suspension"
        :aria-label="`${AXLE_NAMES[axle]}, springs`"
        @update:model-value="(v: string) => setWord('suspension', v)"
        ><el-option v-for="s in SUSPENSIONS" :key="s" :value="s" :label="plain(s)" /></el-select
    ></label>
    <label class="stacked" :class="{ estimated: estimated(`${axle}.architecture`) }"
      >Build<el-select
        :model-value="buildHere.architecture"
        :aria-label="`${AXLE_NAMES[axle]}, build`"
        @update:model-value="(v: string) => setWord('architecture', v)"
        ><el-option v-for="a in ARCHITECTURES" :key="a" :value="a" :label="a" /></el-select
    ></label>
    <label v-if="axle === 'rear'" class="stacked"
      >Wheels<el-select
        :model-value="buildHere.wheels"
        :aria-label="`${AXLE_NAMES[axle]}, wheels`"
        @update:model-value="(v: string) => setWord('wheels', v)"
        ><el-option value="single" label="single" /><el-option value="dual" label="dual" /></el-select
    ></label>
    <TireSizeField
      :model-value="buildHere.tireSize ?? ''"
      :placeholder="axle === 'front' ? 'as the rear' : ''"
      :label="`${AXLE_NAMES[axle]}, tire size`"
      @update:model-value="(v) => (draft[axle].tireSize = v)"
    />
    <label class="stacked"
      >Load index<el-input
        v-model="draft[axle].tireIndex!"
        placeholder="121/118"
        :aria-label="`${AXLE_NAMES[axle]}, load index`"
    /></label>
    <RatioField
      v-if="buildHere.architecture === 'independent'"
      :value="buildHere.motionRatio"
      :estimated="estimated(`${axle}.motionRatio`)"
      :label="`${AXLE_NAMES[axle]}, spring travel over wheel travel`"
      @commit="(v) => setFigure(draft, `${axle}.motionRatio`, v)"
    />
    <div v-for="f in fields" :key="f.path" :class="{ estimated: estimated(f.path) }">
      <QuantityField
        :value="figureAt(draft, f.path)"
        :kind="f.kind"
        :label="f.label + (f.needed ? '' : ', if known')"
        v-bind="f.limits"
        :signed="f.limits.min < 0"
        clearable
        @commit="(v) => setFigure(draft, f.path, v)"
      />
    </div>
    <SpringFields v-model="draft[axle]" :axle="axle" />
  </div>
</template>

<style scoped>
h3 {
  margin: 12px 0 4px;
}
</style>
