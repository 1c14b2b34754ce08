<script setup lang="ts">
import { limitsOf } from '@stout-shackle/core/quantity'
import { stageSchema } from '@stout-shackle/core/vehicle'
import QuantityField from '../entry/QuantityField.vue'
import type { VehicleDraft } from './draft'
import { DERIVED, STAGES, USUAL_STAGE, vehicleLimits, type Stage } from './fields'

/** Sway bars, friction, helper leaves and bump stop: what comes in beside the springs' rate. */
const draft = defineModel<VehicleDraft>({ required: true })
type Derived = (typeof DERIVED)[number]
const derived = (d: Derived) => {
  const value = draft.value[d.key]
  return value === null ? null : value / d.si
}
const derivedLimits = (d: Derived) => ({ min: 0, max: vehicleLimits(d.key).max / d.si })
const setDerived = (d: Derived, value: number | null) =>
  Object.assign(draft.value, { [d.key]: value === null ? (d.key === 'rearFriction' ? null : 0) : value * d.si })
const STAGE_LIMITS = { at: limitsOf(stageSchema.shape.at), adds: limitsOf(stageSchema.shape.adds) }
const stage = (kind: Stage['kind']) => draft.value.rearStages!.find((s) => s.kind === kind) ?? null
function setStage(kind: Stage['kind'], part: Partial<Stage> | null) {
  const others = draft.value.rearStages!.filter((s) => s.kind !== kind)
  const next = part && { kind, at: 0.08, adds: USUAL_STAGE[kind], ...stage(kind), ...part }
  draft.value.rearStages = (next ? [...others, next] : others).sort((a, b) => a.at - b.at)
}
</script>

<template>
  <QuantityField
    v-for="d in DERIVED"
    :key="d.key"
    :value="derived(d)"
    :kind="d.kind"
    :label="d.label"
    v-bind="derivedLimits(d)"
    clearable
    @commit="(v) => setDerived(d, v)"
  />
  <template v-for="s in STAGES" :key="s.kind">
    <QuantityField
      :value="stage(s.kind)?.at ?? null"
      kind="length"
      :label="s.label"
      v-bind="STAGE_LIMITS.at"
      clearable
      @commit="(v) => setStage(s.kind, v === null ? null : { at: v })"
    />
    <QuantityField
      :value="stage(s.kind)?.adds ?? null"
      kind="rate"
      :label="s.adds"
      v-bind="STAGE_LIMITS.adds"
      :disabled="!stage(s.kind)"
      @commit="(v) => v !== null && setStage(s.kind, { adds: v })"
    />
  </template>
</template>
