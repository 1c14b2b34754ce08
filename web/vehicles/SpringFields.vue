<script setup lang="ts">
import { limitsOf } from '@stout-shackle/core/quantity'
import { type Axle, type AxleEnd, stageSchema } from '@stout-shackle/core/vehicle'
import QuantityField from '../fields/QuantityField.vue'
import { DERIVED, derivedMax, STAGES, USUAL_STAGE, type Stage } from './fields'

/** Sway bar, friction, helper leaves and bump stop of an axle: what comes in beside its springs' rate. */
const props = defineProps<{ axle: AxleEnd }>()
const draft = defineModel<Axle>({ required: true })
const named = (label: string) => `${props.axle === 'front' ? 'Front' : 'Rear'} ${label}`
type Derived = (typeof DERIVED)[number]
const derived = (d: Derived) => {
  const value = draft.value[d.key]
  return value === null ? null : value / d.si
}
const setDerived = (d: Derived, value: number | null) =>
  (draft.value = { ...draft.value, [d.key]: value === null ? (d.key === 'friction' ? null : 0) : value * d.si })
const STAGE_LIMITS = { at: limitsOf(stageSchema.shape.at), adds: limitsOf(stageSchema.shape.adds) }
const stage = (kind: Stage['kind']) => draft.value.stages.find((s) => s.kind === kind) ?? null
function setStage(kind: Stage['kind'], part: Partial<Stage> | null) {
  const others = draft.value.stages.filter((s) => s.kind !== kind)
  const next = part && { kind, at: 0.08, adds: USUAL_STAGE[kind], ...stage(kind), ...part }
  draft.value = { ...draft.value, stages: (next ? [...others, next] : others).sort((a, b) => a.at - b.at) }
}
</script>

<template>
  <QuantityField
    v-for="d in DERIVED"
    :key="d.key"
    :value="derived(d)"
    :kind="d.kind"
    :label="named(d.label)"
    :min="0"
    :max="derivedMax(d.key) / d.si"
    clearable
    @commit="(v) => setDerived(d, v)"
  />
  <template v-for="s in STAGES" :key="s.kind">
    <QuantityField
      :value="stage(s.kind)?.at ?? null"
      kind="length"
      :label="named(s.label)"
      v-bind="STAGE_LIMITS.at"
      clearable
      @commit="(v) => setStage(s.kind, v === null ? null : { at: v })"
    />
    <QuantityField
      :value="stage(s.kind)?.adds ?? null"
      kind="rate"
      :label="named(s.adds)"
      v-bind="STAGE_LIMITS.adds"
      :disabled="!stage(s.kind)"
      @commit="(v) => v !== null && setStage(s.kind, { adds: v })"
    />
  </template>
</template>
