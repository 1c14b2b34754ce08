<script setup lang="ts">
import { computed, ref } from 'vue'
import { useElementSize } from '@vueuse/core'
import { kitAt } from '@stout-shackle/core/job'
import { sceneOf, sceneQuestion, type Scene } from '@stout-shackle/core/stages/fit/room'
import { partName } from '@stout-shackle/core/underbody'
import type { StepReport } from '@stout-shackle/core/stages'
import { useOpenJob } from '../stores/job'
import UnderbodyView from '../underbody/UnderbodyView.vue'
import { headArrow } from './bolt-head'
import { pictureOf } from './step-picture'
import StepDrawing from './StepDrawing.vue'

/** The step in the picture: this vehicle's axle, from the side that shows it, with what is in so far and what is meant. */
const props = defineProps<{ report: StepReport; steps: readonly StepReport[] }>()
const { job, assessment } = useOpenJob()
const box = ref<HTMLElement | null>(null)
const { width, height } = useElementSize(box)
const step = computed(() => props.report.step)
const axle = computed(() => step.value.axle ?? step.value.state.axle ?? job.value.kits.at(-1)?.kit.axle ?? 'rear')
const scene = computed(() => {
  const kit = kitAt(job.value, axle.value)?.kit
  const question = kit && sceneQuestion(job.value, kit, assessment.value.active)
  return question ? sceneOf(question) : null
})
const picture = computed(() => scene.value && pictureOf(scene.value, step.value, props.steps))
const FROM = {
  rear: 'from behind, looking forward: left is left',
  left: 'left side from outside, front is left',
  right: 'right side from outside, front is right',
  top: 'from above',
} as const
/** What a part around the axle is called. */
function partOf(s: Scene, id: string): string {
  const found = s.obstacles.find((o) => o.id === id)
  return found ? partName(found.part) : ''
}
/** What the parts that are meant are called, one line each. */
const names = computed(() => {
  const { value: s } = scene
  const { value: p } = picture
  if (!s || !p) return []
  const labels = p.meant.map(
    (id) =>
      s.brackets.find((b) => `${b.end}-${b.side}` === id)?.label ||
      partOf(s, id) ||
      (id.startsWith('bag') ? 'bag' : ''),
  )
  return [...new Set(labels.filter(Boolean))].slice(0, 4)
})
/** Which way the heads of the bolts that are put in or torqued here point. */
const heads = computed(() => {
  const { value: p } = picture
  if (!p) return []
  return [...step.value.leavesLoose, ...step.value.torques].flatMap(({ name, head }) =>
    head ? [`${name}: head ${head} ${headArrow(head, step.value.side, p.view)}`] : [],
  )
})
</script>

<template>
  <div ref="box" class="picture" data-picture>
    <template v-if="scene && picture">
      <UnderbodyView
        :scene="scene"
        :pose="picture.pose"
        :view="picture.view"
        pressure="min"
        :side="step.side ?? 'left'"
        :width="Math.max(300, width)"
        :height="Math.max(220, height)"
        :states="{}"
        :nearest="[]"
        :arrows="[]"
        :selected="null"
        :waists="scene.inCoil ? 1 : 2"
        :label="`${axle} axle, ${FROM[picture.view]}: ${step.title}`"
        still
        :meant="picture.meant"
        :absent="picture.absent"
        :off="picture.off"
        :holder="picture.held"
      />
      <p class="from">{{ axle }} axle, {{ FROM[picture.view] }}</p>
      <p v-if="heads.length" class="heads" data-heads>
        <template v-for="h in heads.slice(0, 3)" :key="h">{{ h }}<br /></template>
      </p>
      <p v-if="names.length" class="meant"><i />{{ names.join(' · ') }}</p>
    </template>
    <StepDrawing v-else :step="step" :vehicle="job.vehicle" :survey="job.survey" :kits="job.kits" />
  </div>
</template>

<style scoped>
.picture {
  position: relative;
  min-height: 0;
  overflow: hidden;
  background: #1d2427;
  border: 1px solid #353e42;
  border-radius: 4px;
  --ink: #0d1113;
}
.picture :deep(svg) {
  width: 100%;
  height: 100%;
  max-height: none;
}
.picture :deep(text) {
  fill: #ede8dc;
  stroke: #1d2427;
  font-size: 18px;
}
.picture :deep(.part.tire path) {
  fill: #0a0d0e;
  stroke: #7e868a;
}
.picture :deep(.wheel) {
  stroke: #7e868a;
  fill: none;
}
.picture :deep(.floor) {
  stroke: #7e868a;
}
.picture :deep(.bag path) {
  fill: #1b7e8b;
}
.picture :deep(.bag.absent path),
.picture :deep(.bracket.absent path) {
  fill: none;
}
.from,
.meant {
  position: absolute;
  left: 14px;
  margin: 0;
  color: #c6cac9;
  font-size: 18px;
}
.from,
.meant {
  background: rgb(20 25 27 / 0.82);
  padding: 2px 8px;
  border-radius: 4px;
}
.from {
  top: 8px;
}
.heads {
  position: absolute;
  right: 14px;
  top: 8px;
  margin: 0;
  color: #f2c24b;
  font-size: 20px;
  text-align: right;
  background: rgb(20 25 27 / 0.82);
  padding: 2px 8px;
}
.meant {
  bottom: 8px;
  color: #f2c24b;
  font-weight: 600;
}
.meant i {
  display: inline-block;
  width: 16px;
  height: 12px;
  border: 3px solid #f2c24b;
  margin-right: 8px;
}
</style>
