<script setup lang="ts">
import { computed } from 'vue'
import { limitsOf, maxLengthOf } from '@stout-shackle/core/quantity'
import {
  axleSchema,
  BODIES,
  checkVin,
  SUSPENSIONS,
  vehicleSchema,
  vinHints,
  vinYear,
} from '@stout-shackle/core/vehicle'
import { BODY_NAMES, plain } from '@stout-shackle/core/wording'
import QuantityField from '../fields/QuantityField.vue'
import PlatformSelect from './PlatformSelect.vue'
import TireSizeField from './TireSizeField.vue'
import type { IntakeDraft } from './intake-draft'

/** What label, sidewall and customer tell: enough to open a job with. The rest is estimated until it is measured. */
const draft = defineModel<IntakeDraft>({ required: true })
const LABEL = [
  { key: 'gvwr', label: 'GVWR', limits: limitsOf(vehicleSchema.shape.ratings.shape.gvwr) },
  { key: 'gawrFront', label: 'GAWR front', limits: limitsOf(axleSchema.shape.rating) },
  { key: 'gawrRear', label: 'GAWR rear', limits: limitsOf(axleSchema.shape.rating) },
] as const
/** The year that a VIN hints at, to take over or not. */
const hinted = computed(() => {
  const vin = draft.value.vin.trim().toUpperCase()
  const hints = checkVin(vin) === 'ok' ? vinHints(vin) : null
  return hints ? vinYear(vin, hints) : null
})
</script>

<template>
  <fieldset class="fields intake card">
    <legend>From the label, the tire and the customer</legend>
    <label class="stacked"
      >Body<el-select v-model="draft.body" aria-label="Body"
        ><el-option v-for="b in BODIES" :key="b" :value="b" :label="BODY_NAMES[b]" /></el-select
    ></label>
    <TireSizeField v-model="draft.tireSize" label="Tire size" />
    <QuantityField
      v-for="f in LABEL"
      :key="f.key"
      :value="draft[f.key]"
      kind="mass"
      :label="`${f.label}, if read`"
      v-bind="f.limits"
      clearable
      @commit="(v) => (draft[f.key] = v)"
    />
    <label class="stacked"
      >Rear springs<el-select v-model="draft.suspension" aria-label="Rear springs"
        ><el-option value="" label="not looked" /><el-option
          v-for="s in SUSPENSIONS"
          :key="s"
          :value="s"
          :label="plain(s)" /></el-select
    ></label>
    <label class="stacked"
      >Make, if known<el-input v-model="draft.make" :maxlength="maxLengthOf(vehicleSchema.shape.make)"
    /></label>
    <label class="stacked"
      >Model, if known<el-input v-model="draft.model" :maxlength="maxLengthOf(vehicleSchema.shape.model)"
    /></label>
    <label class="stacked">Platform, if known<PlatformSelect v-model="draft.platform" none="not known" /></label>
    <label class="stacked"
      >Year, if known<el-input v-model="draft.year" inputmode="numeric" aria-label="Year" /><button
        v-if="hinted && draft.year !== String(hinted)"
        type="button"
        class="plain small"
        @click="draft.year = String(hinted)"
      >
        the VIN hints at {{ hinted }}
      </button></label
    >
    <el-checkbox v-model="draft.hitch" class="tick">has a hitch</el-checkbox>
    <p class="small muted wide">
      Everything else is estimated from platform or weight class, drawn dashed, and carries its tolerance until tape,
      scale or a loading test replaces it.
    </p>
  </fieldset>
</template>

<style scoped>
.intake {
  padding: 8px 14px 12px;
  margin-top: 10px;
}
legend {
  font-weight: 600;
}
.wide {
  grid-column: 1 / -1;
  margin: 0;
}
.tick {
  align-self: end;
}
</style>
