<script setup lang="ts">
import { computed, nextTick, ref, useTemplateRef } from 'vue'
import { CORNERS, type HeightPlace, AXLES } from '@stout-shackle/core/vehicle'
import { recordLimits, ofKind, type BayRecord, type RecordBody } from '@stout-shackle/core/records'
import { counts } from '@stout-shackle/core/proof'
import { hasAir } from '@stout-shackle/core/kit'
import { formatNumber } from '@stout-shackle/core/quantity'
import { CORNER_NAMES, contradictionText, VOIDS } from '@stout-shackle/core/wording'
import { usePreferences } from '../stores/preferences'
import QuantityField from '../fields/QuantityField.vue'
import { useOpenJob } from '../stores/job'
import { readingField } from '../stores/job/reading'

/** Four corner heights of one timing and load, typed as a person walks round: Enter goes on to the next. */
const props = defineProps<{
  timing: 'before' | 'after'
  load: 'empty' | 'loaded' | 'empty-again'
  title: string
  remark?: string
  /** One height an axle, where left and right were not read apart. */
  single?: boolean
}>()
const emit = defineEmits<{ end: [] }>()
const { store, job, assessment } = useOpenJob()
const preferences = usePreferences()
const system = computed(() => preferences.system)
const row = useTemplateRef<HTMLElement>('row')

const places = computed<readonly HeightPlace[]>(() => (props.single ? ['front', 'rear'] : CORNERS))
type Height = Extract<RecordBody, { kind: 'height' }>
const loadCase = () => (props.load === 'loaded' ? job.value.activeCase : null)
/** What was read before, one that proves something if there is one; typing does not count here. */
function earlier(corner: HeightPlace): (BayRecord & { body: Height }) | undefined {
  const reading = readOf(corner)
  const { proof } = store.kept
  return reading.findLast((r) => proof && counts(proof, r)) ?? reading.at(-1)
}
const readOf = (corner: HeightPlace) =>
  ofKind(store.kept.standing, 'height').filter(
    (r) =>
      r.body.timing === props.timing &&
      r.body.load === props.load &&
      r.body.corner === corner &&
      r.body.mark === job.value.mark &&
      r.body.loadCase === loadCase(),
  )
/** Why what stands in a corner proves nothing, where it does not. */
const doubts = computed(() => {
  const found = places.value.flatMap((corner) => {
    const reading = earlier(corner)
    const e = reading && store.kept.proof?.evidence.get(reading.id)
    if (e?.flag) return [contradictionText(e.flag, { ...assessment.value, job: job.value })]
    return e?.voided ? [VOIDS[e.voided.code]] : []
  })
  return [...new Set(found)]
})
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
/** With bags on it their pressure is read; as it goes out it is what was set, and asked for nowhere else. */
const hasBags = computed(() => job.value.kits.some(({ kit, work }) => work !== 'fit' && hasAir(kit)))
const bagPressure = computed(() =>
  props.timing === 'after'
    ? null
    : (typedPressure.value ?? places.value.map(earlier).find((r) => r)?.body.bagPressure ?? (hasBags.value ? null : 0)),
)
/** Readings of one round were taken at one pressure: typed anew, those that stand are corrected. */
function setPressure(pressure: number) {
  typedPressure.value = pressure
  for (const reading of places.value.flatMap((corner) => earlier(corner) ?? []))
    if (reading.body.bagPressure !== pressure)
      store.record({ ...reading.body, bagPressure: pressure }, { record: reading.id, why: 'bag pressure' })
}
const setText = computed(() => {
  const { air } = assessment.value.proof.now
  const sides = AXLES.flatMap((axle) => air[axle] ?? [])
  return sides.length
    ? sides
        .map(
          ({ left, right }) =>
            `${formatNumber('pressure', left, system.value)} / ${formatNumber('pressure', right, system.value)}`,
        )
        .join(' · ')
    : 'not set'
})
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
    <span v-if="timing === 'after'" class="small muted set">{{ setText }}</span>
    <QuantityField
      v-else
      :value="bagPressure"
      kind="pressure"
      :label="`Bags at, ${title}`"
      hide-label
      v-bind="recordLimits('height', 'bagPressure')"
      @commit="(v) => v !== null && setPressure(v)"
    />
    <p v-for="why in doubts" :key="why" class="small doubt" data-doubt>
      These prove nothing: {{ why }}. Read them again.
    </p>
  </div>
</template>

<style scoped>
.title {
  display: flex;
  flex-direction: column;
  line-height: 1.2;
}
.set {
  white-space: nowrap;
}
.doubt {
  grid-column: 1 / -1;
  color: var(--amber);
}
</style>
