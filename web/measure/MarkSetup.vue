<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { ofKind } from '@stout-shackle/core/records'
import { limitsOf } from '@stout-shackle/core/quantity'
import { axleSchema, AXLES, looksLike, MARKS, tireDiameter, type AxleEnd, type Mark } from '@stout-shackle/core/vehicle'
import { MARK_NAMES } from '@stout-shackle/core/wording'
import QuantityField from '../fields/QuantityField.vue'
import { useOpenJob } from '../stores/job'

/**
 * From where the heights are read: lip over the wheel, or any mark at a distance from its axle. Figures that are there are kept when
 * it turns out that they were read from elsewhere.
 */
const { store, job, assessment } = useOpenJob()
const options = MARKS.map((value) => ({ value, label: MARK_NAMES[value] }))
const readings = (mark: Mark) => ofKind(assessment.value.standing, 'height').filter((r) => r.body.mark === mark)
/** Figures under another mark than the one that is set: they count for nothing until somebody says what they are. */
const left = computed(() => MARKS.flatMap((m) => (m !== job.value.mark && readings(m).length ? [m] : [])))
const setMark = (mark: Mark) => store.edit((j) => ({ ...j, mark }))
/** They were read from this mark after all: each is corrected, none is typed again. */
function takeOver(from: Mark, to: Mark) {
  for (const { id, body } of readings(from))
    store.record({ ...body, mark: to }, { record: id, why: `read ${MARK_NAMES[to]}` })
  setMark(to)
}
const guess = computed(() => {
  const empty = readings(job.value.mark).filter((r) => r.body.load === 'empty' && r.body.timing === 'before')
  const tire = tireDiameter(job.value.vehicle.rear.tireSize)
  if (empty.length < 2 || !tire || elsewhere.value) return null
  const seen = looksLike(
    empty.map((r) => r.body.value),
    tire,
  )
  return seen === job.value.mark ? null : seen
})
const elsewhere = computed(() => AXLES.some((axle) => job.value.vehicle[axle].mark !== 0))
const open = ref(false)
watch(
  () => job.value.id,
  () => (open.value = elsewhere.value),
  { immediate: true },
)
const limits = limitsOf(axleSchema.shape.mark)
/** Typed as people measure it: in front of the front axle, behind the rear one. */
const sign = (axle: AxleEnd) => (axle === 'front' ? 1 : -1)
function setDistance(axle: AxleEnd, distance: number) {
  // From a bumper or a bed edge it is read up from the ground.
  store.edit((j) => ({
    ...j,
    mark: distance === 0 ? j.mark : 'ground',
    vehicle: { ...j.vehicle, [axle]: { ...j.vehicle[axle], mark: distance === 0 ? 0 : sign(axle) * distance } },
  }))
}
function overWheels(is: unknown) {
  open.value = is === 'elsewhere'
  if (!open.value) for (const axle of AXLES) if (job.value.vehicle[axle].mark !== 0) setDistance(axle, 0)
}
</script>

<template>
  <span class="marks">
    <el-select
      :model-value="job.mark"
      :disabled="elsewhere"
      aria-label="Mark of the heights"
      size="small"
      @update:model-value="setMark"
    >
      <el-option v-for="o in options" :key="o.value" v-bind="o" />
    </el-select>
    <el-segmented
      :model-value="open ? 'elsewhere' : 'lip'"
      size="small"
      aria-label="Where the marks are"
      :options="[
        { value: 'lip', label: 'over the wheels' },
        { value: 'elsewhere', label: 'bumper, hitch or bed edge' },
      ]"
      @update:model-value="overWheels"
    />
  </span>
  <div v-if="open" class="distances">
    <QuantityField
      v-for="axle in AXLES"
      :key="axle"
      :value="sign(axle) * job.vehicle[axle].mark"
      kind="length"
      :label="axle === 'front' ? 'Front mark, ahead of the front axle' : 'Rear mark, behind the rear axle'"
      v-bind="limits"
      @commit="(v) => setDistance(axle, v ?? 0)"
    />
    <span class="small muted">read up from level ground, the same marks before and after; minus: the other way</span>
  </div>
  <p v-if="guess" class="note caution" data-guess>
    These look like {{ MARK_NAMES[guess] }}.
    <el-button size="small" @click="takeOver(job.mark, guess)">They are: keep the figures</el-button>
  </p>
  <p v-for="m in left" :key="m" class="note" :data-left="m">
    {{ readings(m).length }} {{ readings(m).length === 1 ? 'height was' : 'heights were' }} typed as
    {{ MARK_NAMES[m] }}.
    <el-button size="small" @click="takeOver(m, job.mark)">They are {{ MARK_NAMES[job.mark] }}: keep them</el-button>
    <el-button size="small" @click="setMark(m)">Back to {{ MARK_NAMES[m] }}</el-button>
  </p>
</template>

<style scoped>
.marks {
  display: inline-flex;
  align-items: center;
  gap: 8px;
}
.marks .el-select {
  width: 170px;
}
.distances {
  flex-basis: 100%;
  display: flex;
  flex-wrap: wrap;
  gap: 6px 16px;
  align-items: end;
}
.note {
  flex-basis: 100%;
}
</style>
