<script setup lang="ts">
import { computed, nextTick, ref, useTemplateRef } from 'vue'
import { CORNERS, type HeightPlace } from '@stout-shackle/core/vehicle'
import { recordLimits, ofKind, type BayRecord, type RecordBody } from '@stout-shackle/core/job'
import { CORNER_NAMES } from '@stout-shackle/core/wording'
import QuantityField from '../entry/QuantityField.vue'
import { useOpenJob } from '../stores/job'
import { isTyped, readingField } from '../stores/reading'

/** Four corner heights of one timing and load, typed as a person walks round: Enter goes on to the next. */
const props = defineProps<{
  timing: 'before' | 'after'
  load: 'empty' | 'loaded' | 'empty-again'
  title: string
  remark?: string
  /** One height an axle, where left and right were not read apart. */
  single?: boolean
  /** Gauge pressure in the bags that is likely while these are read; what is typed counts. */
  likelyPressure?: number
}>()
const emit = defineEmits<{ end: [] }>()
const { store, job, assessment } = useOpenJob()
const row = useTemplateRef<HTMLElement>('row')

const places = computed<readonly HeightPlace[]>(() => (props.single ? ['front', 'rear'] : CORNERS))
type Height = Extract<RecordBody, { kind: 'height' }>
const loadCase = () => (props.load === 'loaded' ? job.value.activeCase : null)
/** What was read before; typing does not count here. */
function earlier(corner: HeightPlace): (BayRecord & { body: Height }) | undefined {
  return ofKind(assessment.value.standing, 'height').findLast(
    (r) =>
      !isTyped(r) &&
      r.body.timing === props.timing &&
      r.body.load === props.load &&
      r.body.corner === corner &&
      r.body.mark === job.value.mark &&
      r.body.loadCase === loadCase(),
  )
}
const body = (corner: HeightPlace, value: number, about: boolean): Height => ({
  kind: 'height',
  timing: props.timing,
  load: props.load,
  loadCase: loadCase(),
  corner,
  mark: job.value.mark,
  value,
  about,
  tolerance: about ? null : job.value.tapeTolerance,
  bagPressure: bagPressure.value,
})
const typedPressure = ref<number | null>(null)
const bagPressure = computed(
  () => typedPressure.value ?? places.value.map(earlier).find((r) => r)?.body.bagPressure ?? props.likelyPressure ?? 0,
)
/** Readings of one round were taken at one pressure: typed anew, those that stand are corrected. */
function setPressure(pressure: number) {
  typedPressure.value = pressure
  for (const reading of places.value.flatMap((corner) => earlier(corner) ?? []))
    if (reading.body.bagPressure !== pressure)
      store.record({ ...reading.body, bagPressure: pressure }, { record: reading.id, why: 'bag pressure' })
}
const field = (corner: HeightPlace) =>
  readingField(
    store,
    `height:${props.timing}:${props.load}:${corner}`,
    () => earlier(corner),
    (value, about) => body(corner, value, about),
  )
async function next(index: number) {
  await nextTick()
  const inputs = row.value!.querySelectorAll('input')
  if (index + 1 < places.value.length) inputs[index + 1]!.focus()
  else emit('end')
}
const value = (corner: HeightPlace) => earlier(corner)?.body.value ?? null
defineExpose({ focus: () => row.value?.querySelector('input')?.focus() })
</script>

<template>
  <div ref="row" class="corners" :class="{ single }">
    <span class="title"
      ><strong>{{ title }}</strong
      ><span v-if="remark" class="small muted">{{ remark }}</span></span
    >
    <QuantityField
      v-for="(corner, i) in places"
      :key="corner"
      :value="value(corner)"
      :about="earlier(corner)?.body.about"
      kind="length"
      :label="`${CORNER_NAMES[corner]}, ${title}`"
      hide-label
      v-bind="recordLimits('height', 'value')"
      clearable
      @update="(v, about) => field(corner).type(v, about)"
      @commit="(v, about) => field(corner).commit(v, about)"
      @next="next(i)"
    />
    <QuantityField
      :value="bagPressure"
      kind="pressure"
      :label="`Bags at, ${title}`"
      hide-label
      v-bind="recordLimits('height', 'bagPressure')"
      @commit="(v) => v !== null && setPressure(v)"
    />
  </div>
</template>

<style scoped>
.title {
  display: flex;
  flex-direction: column;
  line-height: 1.2;
}
</style>
