<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import { computed, ref, useTemplateRef, watch } from 'vue'
import { STAGES, type Job, type StageId } from '@stout-shackle/core/job'
import { type Assessment } from '@stout-shackle/core/stages'
import { useShownAxle } from '../stores/job'
import { usePreferences } from '../stores/preferences'
import { poseOf, type PoseMode } from './pose'
import RearView from './RearView.vue'
import SideView from './SideView.vue'

/** The customer's vehicle across the top of every job page: it answers while people type. */
const props = defineProps<{ job: Job; assessment: Assessment; stage: StageId }>()
const HEIGHT = 170
const MODES: Record<PoseMode, string> = { empty: 'empty', loaded: 'load on, no air', aired: 'load on, aired' }

const preferences = usePreferences()
const { axle, kit } = useShownAxle()
const box = useTemplateRef('box')
const { width } = useElementSize(box, { width: 1212, height: HEIGHT })
const late = computed(() => STAGES.indexOf(props.stage) >= STAGES.indexOf('choose'))
const usual = computed<PoseMode>(() =>
  props.stage === 'measure' && props.assessment.active.squat.source !== 'measured'
    ? 'empty'
    : late.value && props.job.kits.length
      ? 'aired'
      : 'loaded',
)
const mode = ref<PoseMode>(usual.value)
watch(usual, (now) => (mode.value = now))

const pose = computed(() => poseOf(props.assessment, mode.value))
const items = computed(() => (mode.value === 'empty' ? [] : props.assessment.active.loadCase.items))
const heights = computed(() => {
  const { front, rear } = props.assessment.active.heights.beforeEmpty
  return {
    front: front === null ? null : front + pose.value.front,
    rear: rear === null ? null : rear + pose.value.rear,
  }
})
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
          mode === 'aired' ? (assessment.active.level[axle]?.lean ?? assessment.active.rubber[axle]?.lean ?? 0) : 0
        "
        :x="width - 110"
        :height="HEIGHT"
        :system="preferences.system"
      />
    </svg>
    <div class="modes" role="group" aria-label="How it stands">
      <button
        v-for="(name, key) in MODES"
        :key="key"
        :class="{ on: mode === key }"
        :aria-pressed="mode === key"
        :disabled="key === 'aired' && !assessment.active.leveled"
        @click="mode = key"
      >
        {{ name }}
      </button>
      <span v-if="!pose.known" class="muted">rear rate unknown: drawn level</span>
    </div>
  </section>
</template>

<style scoped>
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
