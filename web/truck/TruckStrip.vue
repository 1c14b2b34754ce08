<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import { computed, ref, useTemplateRef, watch } from 'vue'
import { STAGES, type Job, type StageId } from '@stout-shackle/core/job'
import type { Assessment } from '@stout-shackle/core/judge'
import { useShownAxle } from '../stores/job'
import { usePreferences } from '../stores/preferences'
import { offText } from '@stout-shackle/core/wording'
import { poseOf, readLast, type PoseMode } from './pose'
import RearView from './RearView.vue'
import SideView from './SideView.vue'

/** The customer's vehicle across the top of every job page: it answers while people type. */
const props = defineProps<{ job: Job; assessment: Assessment; stage: StageId }>()
const HEIGHT = 170
const MODES: Record<PoseMode, string> = {
  empty: 'empty',
  loaded: 'load on, no air',
  aired: 'load on, aired',
  read: 'as last read',
}

const preferences = usePreferences()
const { axle, kit } = useShownAxle()
const box = useTemplateRef('box')
const { width } = useElementSize(box, { width: 1212, height: HEIGHT })
const late = computed(() => STAGES.indexOf(props.stage) >= STAGES.indexOf('choose'))
const last = computed(() => readLast(props.assessment))
/** From the work on, as it was read last; a figure that was computed is no longer how it stands. */
const usual = computed<PoseMode>(() =>
  last.value && STAGES.indexOf(props.stage) >= STAGES.indexOf('air')
    ? 'read'
    : props.stage === 'measure' && props.assessment.active.squat.source !== 'measured'
      ? 'empty'
      : late.value && props.job.kits.length
        ? 'aired'
        : 'loaded',
)
const mode = ref<PoseMode>(usual.value)
watch(usual, (now) => (mode.value = now))

const pose = computed(() => poseOf(props.assessment, mode.value))
const items = computed(() => {
  if (mode.value === 'read')
    return props.assessment.cases.find((c) => c.loadCase.id === last.value?.loadCase)?.loadCase.items ?? []
  return mode.value === 'empty' ? [] : props.assessment.active.loadCase.items
})
const heights = computed(() => {
  const { front, rear } = props.assessment.active.heights.beforeEmpty
  return {
    front: front === null ? null : front + pose.value.front,
    rear: rear === null ? null : rear + pose.value.rear,
  }
})
/** How far it stands off as it was read, where that is outside the tolerance. */
const off = computed(() =>
  props.assessment.asLeft
    .filter((row) => row.within === false && row.loadCase === last.value?.loadCase)
    .map((row) => offText(row, props.job, preferences.system))
    .join('; '),
)
const rearView = computed(() => STAGES.indexOf(props.stage) >= STAGES.indexOf('choose'))
const sideWidth = computed(() => Math.max(500, width.value - (rearView.value ? 190 : 0)))
</script>

<template>
  <section ref="box" class="strip" aria-label="The vehicle as it stands">
    <svg :width="width" :height="HEIGHT">
      <SideView
        :vehicle="job.vehicle"
        :items="items"
        :pose="pose"
        :heights="heights"
        :width="sideWidth"
        :height="HEIGHT"
        :system="preferences.system"
      />
      <RearView
        v-if="rearView"
        :vehicle="job.vehicle"
        :survey="job.survey"
        :kit="kit"
        :axle="axle"
        :pose="pose"
        :lean="
          mode === 'read'
            ? -(last?.lean ?? 0) / job.vehicle[axle].track
            : mode === 'aired'
              ? (assessment.active.level[axle]?.lean ?? assessment.active.rubber[axle]?.lean ?? 0)
              : 0
        "
        :x="width - 110"
        :height="HEIGHT"
        :system="preferences.system"
      />
    </svg>
    <p v-if="mode === 'read' && off" class="off small" data-off>{{ off }}</p>
    <div class="modes" role="group" aria-label="How it stands">
      <button
        v-for="(name, key) in MODES"
        :key="key"
        :class="{ on: mode === key }"
        :aria-pressed="mode === key"
        :disabled="(key === 'aired' && !assessment.active.leveled) || (key === 'read' && !last)"
        @click="mode = key"
      >
        {{ name }}
      </button>
      <span v-if="!pose.known" class="muted">rear rate unknown: drawn level</span>
    </div>
  </section>
</template>

<style scoped>
.off {
  position: absolute;
  left: 14px;
  top: 6px;
  color: var(--oxide);
  font-weight: 600;
}
.strip {
  position: relative;
  contain: strict;
  height: 170px;
  background: var(--sand);
  border-bottom: 1px solid var(--edge);
  overflow: hidden;
}
svg {
  display: block;
}
.modes {
  position: absolute;
  top: 8px;
  left: 16px;
  display: flex;
  gap: 10px;
  font-size: 12.5px;
}
/* As tall as a finger, with its words where they are for a pointer. */
@media (pointer: coarse) {
  .modes {
    top: -6px;
  }
  .modes button.on {
    border-color: transparent;
    text-decoration: underline;
  }
}
.modes button {
  all: unset;
  cursor: pointer;
  color: var(--petrol);
  border-bottom: 2px solid transparent;
}
.modes button.on {
  color: var(--ink);
  font-weight: 600;
  border-color: var(--paint);
}
.modes button:focus-visible {
  outline: 2px solid var(--petrol);
}
.modes button:disabled {
  color: #8a877c;
  cursor: default;
}
</style>
