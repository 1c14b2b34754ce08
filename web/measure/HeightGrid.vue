<script setup lang="ts">
import { nextTick, useTemplateRef } from 'vue'
import { CORNERS, type Corner } from '@stout-shackle/core/vehicle'
import { ofKind, type BayRecord, type RecordBody } from '@stout-shackle/core/job'
import { CORNER_NAMES } from '@stout-shackle/core/wording'
import QuantityField from '../entry/QuantityField.vue'
import { useOpenJob } from '../stores/job'
import { isTyped, readingField } from '../stores/reading'

/** Four corner heights of one moment and load, typed as a person walks round: Enter goes on to the next. */
const props = defineProps<{
  moment: 'before' | 'after'
  load: 'empty' | 'loaded'
  title: string
  remark?: string
  bagPressure?: number
}>()
const emit = defineEmits<{ end: [] }>()
const { store, job, assessment } = useOpenJob()
const row = useTemplateRef<HTMLElement>('row')

type Height = Extract<RecordBody, { kind: 'height' }>
const loadCase = () => (props.load === 'loaded' ? job.value.activeCase : null)
/** What was read before; typing does not count here. */
function earlier(corner: Corner): (BayRecord & { body: Height }) | undefined {
  return ofKind(assessment.value.standing, 'height').findLast(
    (r) =>
      !isTyped(r) &&
      r.body.moment === props.moment &&
      r.body.load === props.load &&
      r.body.corner === corner &&
      r.body.mark === job.value.mark &&
      r.body.loadCase === loadCase(),
  )
}
const body = (corner: Corner, value: number, about: boolean): Height => ({
  kind: 'height',
  moment: props.moment,
  load: props.load,
  loadCase: loadCase(),
  corner,
  mark: job.value.mark,
  value,
  about,
  bagPressure: props.bagPressure ?? 0,
})
const field = (corner: Corner) =>
  readingField(
    store,
    `height:${props.moment}:${props.load}:${corner}`,
    () => earlier(corner),
    (value, about) => body(corner, value, about),
  )
async function next(index: number) {
  await nextTick()
  const inputs = row.value!.querySelectorAll('input')
  if (index + 1 < inputs.length) inputs[index + 1]!.focus()
  else emit('end')
}
const value = (corner: Corner) => earlier(corner)?.body.value ?? null
defineExpose({ focus: () => row.value?.querySelector('input')?.focus() })
</script>

<template>
  <div ref="row" class="corners">
    <span class="title"
      ><strong>{{ title }}</strong
      ><span v-if="remark" class="small muted">{{ remark }}</span></span
    >
    <QuantityField
      v-for="(corner, i) in CORNERS"
      :key="corner"
      :value="value(corner)"
      :about="earlier(corner)?.body.about"
      kind="length"
      :label="`${CORNER_NAMES[corner]}, ${title}`"
      hide-label
      :min="0.1"
      :max="2.5"
      clearable
      @update="(v, about) => field(corner).type(v, about)"
      @commit="(v, about) => field(corner).commit(v, about)"
      @next="next(i)"
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
