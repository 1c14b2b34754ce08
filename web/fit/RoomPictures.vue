<script setup lang="ts">
import { computed } from 'vue'
import { heaveLimits, rollLimit, type Pose, type Vector } from '@stout-shackle/core/clearance'
import { formatNumber, formatQuantity, INCH, UNITS, type Meters, type UnitSystem } from '@stout-shackle/core/quantity'
import type { Scene, ScenePressure, Side } from '@stout-shackle/core/stages/fit/room'
import UnderbodyView from '../underbody/UnderbodyView.vue'
import type { View } from '../underbody/projection'

/** The axle from three directions, moved by hand: drag it, or use the sliders and their keys. */
const props = defineProps<{
  scene: Scene
  pose: Pose
  pressure: ScenePressure['id']
  side: Side
  states: Record<string, 'fine' | 'caution' | 'stop' | 'unknown'>
  nearest: readonly { id: string; first: Vector; second: Vector; text: string; state: string }[]
  arrows: readonly { from: Vector; to: Vector }[]
  selected: string | null
  waists: number
  system: UnitSystem
}>()
const emit = defineEmits<{
  pose: [pose: Pose]
  select: [part: string]
  move: [part: string, by: Vector]
  settle: []
}>()

const DEGREE = Math.PI / 180
const travel = computed(() => props.scene.motion.travel)
/** A pose inside the ends of the travel. */
function within({ heave, roll }: Pose): Pose {
  const most = rollLimit(travel.value)
  const turned = Math.min(most, Math.max(-most, roll))
  const { low, high } = heaveLimits(travel.value, turned)
  return { roll: turned, heave: Math.min(Math.max(heave, Math.min(low, high)), high) }
}
const limits = computed(() => heaveLimits(travel.value, 0))
const most = computed(() => rollLimit(travel.value))
/** A wheel that is lifted alone turns the axle about the other. */
function dragged(up: Meters, length: Meters) {
  const half = props.scene.bags.left.lower[1] * 1.6
  const share = Math.max(-1, Math.min(1, length / half))
  emit(
    'pose',
    within({
      heave: props.pose.heave + up,
      roll: props.pose.roll + (Math.abs(share) > 0.55 ? (share * up) / half : 0),
    }),
  )
}
const step = computed(() => (props.system === 'us' ? INCH / 16 : 0.001))
const views = computed<{ view: View; title: string; width: number }[]>(() => [
  { view: 'rear', title: 'Rear, looking forward', width: 430 },
  { view: props.side, title: `${props.side === 'left' ? 'Left' : 'Right'} side, from outside`, width: 235 },
  { view: 'top', title: 'From above, front is up', width: 225 },
])
const says = computed(
  () =>
    `${props.pose.heave < 0 ? 'down' : 'up'} ${formatQuantity('length', Math.abs(props.pose.heave), props.system)}, ` +
    `${(Math.abs(props.pose.roll) / DEGREE).toFixed(1)}° ${props.pose.roll >= 0 ? 'left' : 'right'} side up`,
)
</script>

<template>
  <div class="views">
    <figure v-for="v in views" :key="v.view" :style="{ flexGrow: v.width }">
      <figcaption class="small">{{ v.title }}</figcaption>
      <UnderbodyView
        :scene="scene"
        :pose="pose"
        :view="v.view"
        :pressure="pressure"
        :side="side"
        :width="v.width"
        :height="250"
        :states="states"
        :nearest="v.view === 'top' ? [] : nearest"
        :arrows="arrows"
        :selected="selected"
        :waists="waists"
        :label="`${v.title}: axle ${says}`"
        @axle="dragged"
        @select="emit('select', $event)"
        @move="(part, by) => emit('move', part, by)"
        @settle="emit('settle')"
      />
    </figure>
  </div>
  <div class="sliders">
    <label class="small"
      >Axle
      <input
        type="range"
        data-slider="heave"
        :min="limits.low"
        :max="limits.high"
        :step="step"
        :value="pose.heave"
        :aria-valuetext="says"
        @input="emit('pose', within({ ...pose, heave: Number(($event.target as HTMLInputElement).value) }))"
      />
      <span class="num">{{ formatNumber('length', pose.heave, system) }} {{ UNITS.length[system].symbol }}</span>
    </label>
    <label v-if="most > 0" class="small"
      >Roll
      <input
        type="range"
        data-slider="roll"
        :min="-most"
        :max="most"
        :step="most / 40"
        :value="pose.roll"
        :aria-valuetext="says"
        @input="emit('pose', within({ ...pose, roll: Number(($event.target as HTMLInputElement).value) }))"
      />
      <span class="num">{{ (pose.roll / DEGREE).toFixed(1) }}°</span>
    </label>
    <button type="button" class="plain" @click="emit('pose', { heave: 0, roll: 0 })">Ride height</button>
    <button type="button" class="plain" @click="emit('pose', within({ heave: limits.high, roll: 0 }))">
      Full jounce
    </button>
    <button type="button" class="plain" @click="emit('pose', within({ heave: limits.low, roll: 0 }))">
      Full droop
    </button>
  </div>
</template>

<style scoped>
.views {
  display: flex;
  border-top: 1px solid #ece7db;
}
figure {
  margin: 0;
  flex: 1 1 0;
  min-width: 0;
  border-right: 1px solid #ece7db;
}
figure:last-child {
  border-right: 0;
}
figcaption {
  padding: 4px 8px;
  color: var(--muted);
}
.sliders {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 4px 10px;
  padding: 6px 12px;
  border-top: 1px solid #ece7db;
}
.sliders label {
  display: flex;
  align-items: center;
  gap: 6px;
}
.sliders .num {
  min-width: 52px;
}
.sliders input {
  width: 104px;
  accent-color: var(--petrol);
}
@media (width < 700px) {
  .views {
    flex-direction: column;
  }
}
</style>
