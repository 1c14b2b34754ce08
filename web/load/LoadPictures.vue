<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import { computed, useTemplateRef } from 'vue'
import { useOpenJob } from '../stores/job'
import { bodyOutline } from '../truck/bodies'
import LoadDrawing from './LoadDrawing.vue'

/** Side and top view beside each other, to one scale. */
const { job, assessment } = useOpenJob()
const box = useTemplateRef<HTMLElement>('box')
const { width } = useElementSize(box, { width: 820, height: 150 })
const MARGIN = 0.35
/** Head and foot of a picture, for words. */
const WORDS = 38

const vehicle = computed(() => job.value.vehicle)
const each = computed(() => width.value / 2)
const front = computed(() => vehicle.value.wheelbase + vehicle.value.frontOverhang + 0.1)
/** As far back as anything sits. */
const back = computed(
  () =>
    Math.max(
      vehicle.value.rearOverhang,
      vehicle.value.hitchBehindAxle ?? 0,
      ...assessment.value.active.loadCase.items.map((i) => -i.x),
    ) + MARGIN,
)
const scale = computed(() => (each.value - 12) / (front.value + back.value))
const height = computed(() =>
  Math.round(Math.max(vehicle.value.rear.track + 0.4, bodyOutline(vehicle.value).roof + 0.1) * scale.value + WORDS),
)
</script>

<template>
  <div ref="box" class="pictures">
    <LoadDrawing
      v-for="view in ['side', 'top'] as const"
      :key="view"
      :view="view"
      :width="each"
      :height="height"
      :scale="scale"
      :front="front"
      :back="back"
    />
  </div>
</template>

<style scoped>
.pictures {
  display: flex;
  border-bottom: 1px solid var(--edge);
  overflow: hidden;
  contain: content;
}
</style>
