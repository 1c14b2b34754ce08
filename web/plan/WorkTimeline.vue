<script setup lang="ts">
import { onSide } from '@stout-shackle/core/vehicle'
import { computed, onBeforeUnmount, onMounted, ref } from 'vue'
import interact from 'interactjs'
import type { Plan, PlanBooking } from '@stout-shackle/core/plan'
import { SUPPORT_NAMES } from '@stout-shackle/core/wording'
import { hoursText } from '@stout-shackle/core/wording'

/** Who does what when, and what holds the vehicle meanwhile; a move stands across both technicians. */
const props = defineProps<{ plan: Plan }>()
const emit = defineEmits<{ dropOn: [moved: string, on: string] }>()
const WIDTH = 760
const LEFT = 78
const ROW = 30
const whole = computed(() => Math.max(1, ...props.plan.timeline.map((b) => b.end)))
const x = (minute: number) => LEFT + ((WIDTH - LEFT) * minute) / whole.value
const byId = computed(() => new Map(props.plan.steps.map((s) => [s.id, s])))
const rows = computed(() => (props.plan.crew === 2 ? [1, 2] : [1]))
const blocks = computed(() =>
  props.plan.timeline.flatMap((b) => {
    const step = byId.value.get(b.step)
    return step ? [{ ...b, step, tall: b.both ? rows.value.length : 1 }] : []
  }),
)
/** What holds it, from one move to the next. */
const runsHere = computed(() => {
  const runs: { from: number; to: number; text: string }[] = []
  for (const b of blocks.value) {
    const { state } = b.step
    const text = `${state.axle ? `${state.axle} end, ` : ''}${SUPPORT_NAMES[state.support]}, wheels ${state.wheels}`
    const last = runs.at(-1)
    if (last?.text === text) last.to = Math.max(last.to, b.end)
    else runs.push({ from: b.start, to: b.end, text })
  }
  return runs
})
const drawing = ref<SVGSVGElement | null>(null)
/** Step that is being dragged, and how far, in the drawing's own units. */
const dragged = ref<{ id: string; dx: number; dy: number } | null>(null)
const over = ref<string | null>(null)
const stepOf = (element: Element | null | undefined) => element?.getAttribute('data-step') ?? null
/** Units of the drawing in a pixel of the screen. */
const scale = () => WIDTH / (drawing.value?.getBoundingClientRect().width || WIDTH)
const blocksOn = (context: SVGSVGElement) => interact('g[data-step]', { context })
onMounted(() => {
  if (!drawing.value) return
  blocksOn(drawing.value)
    .draggable({
      listeners: {
        start: (event: { target: Element }) => (dragged.value = { id: stepOf(event.target)!, dx: 0, dy: 0 }),
        move: ({ dx, dy }: { dx: number; dy: number }) => {
          if (!dragged.value) return
          const by = scale()
          dragged.value = { ...dragged.value, dx: dragged.value.dx + dx * by, dy: dragged.value.dy + dy * by }
        },
        end: () => (dragged.value = null),
      },
    })
    .dropzone({
      overlap: 'pointer',
      ondragenter: (event: { target: Element }) => (over.value = stepOf(event.target)),
      ondragleave: () => (over.value = null),
      ondrop: (event: { target: Element; relatedTarget: Element }) => {
        over.value = null
        const [moved, target] = [stepOf(event.relatedTarget), stepOf(event.target)]
        if (moved && target) emit('dropOn', moved, target)
      },
    })
})
onBeforeUnmount(() => drawing.value && blocksOn(drawing.value).unset())
const titleOf = (b: Omit<PlanBooking, 'step'> & { step: Plan['steps'][number] }) =>
  `${onSide(b.step.title, b.step.side)}: ${hoursText(b.start)} to ${hoursText(b.end)}`
const fits = (text: string, minutes: number) => text.length * 5.6 < ((WIDTH - LEFT) * minutes) / whole.value - 6
</script>

<template>
  <section class="card" data-timeline>
    <header>
      <h2>
        {{ plan.crew === 2 ? 'Two technicians' : 'One technician' }}, {{ hoursText(plan.minutes)
        }}<template v-if="plan.leastMinutes < plan.minutes - 0.5">
          (at least {{ hoursText(plan.leastMinutes) }})</template
        >
      </h2>
      <span class="small muted">{{ plan.proved ? 'no order moves it less often' : 'the best order found' }}</span>
    </header>
    <svg
      ref="drawing"
      :viewBox="`0 0 ${WIDTH} ${ROW * (rows.length + 1) + 16}`"
      role="img"
      aria-label="Who does what when"
    >
      <text v-for="(r, i) in rows" :key="r" x="0" :y="20 + i * ROW">
        {{ rows.length > 1 ? `technician ${r}` : 'steps' }}
      </text>
      <text x="0" :y="20 + rows.length * ROW">held by</text>
      <g
        v-for="b in blocks"
        :key="b.step.id"
        :class="{
          move: b.step.kind === 'state',
          both: b.both,
          over: over === b.step.id,
          held: dragged?.id === b.step.id,
        }"
        :data-step="b.step.id"
        :transform="dragged?.id === b.step.id ? `translate(${dragged.dx} ${dragged.dy})` : undefined"
      >
        <rect
          :x="x(b.start)"
          :y="4 + (b.both ? 0 : (b.technician - 1) * ROW)"
          :width="Math.max(1, x(b.end) - x(b.start) - 1)"
          :height="ROW * b.tall - 6"
        >
          <title>{{ titleOf(b) }}</title>
        </rect>
        <text
          v-if="fits(b.step.title, b.end - b.start)"
          :x="x(b.start) + 4"
          :y="20 + (b.both ? 0 : (b.technician - 1) * ROW)"
          class="in"
        >
          {{ b.step.title }}
        </text>
      </g>
      <g v-for="h in runsHere" :key="h.from" class="by">
        <rect :x="x(h.from)" :y="4 + rows.length * ROW" :width="Math.max(1, x(h.to) - x(h.from) - 1)" :height="ROW - 8">
          <title>{{ h.text }}</title>
        </rect>
        <text v-if="fits(h.text, h.to - h.from)" :x="x(h.from) + 4" :y="19 + rows.length * ROW" class="in">
          {{ h.text }}
        </text>
      </g>
    </svg>
  </section>
</template>

<style scoped>
svg {
  width: 100%;
  user-select: none;
  padding: 4px 12px;
}
text {
  font:
    12px 'Barlow',
    sans-serif;
  fill: var(--ink);
}
.in {
  font: 600 11px var(--condensed);
  pointer-events: none;
}
rect {
  fill: #7fb0b6;
}
.both rect {
  fill: #0e5a63;
}
.both .in {
  fill: #fff;
}
.move rect {
  fill: #d8973a;
}
.move .in {
  fill: var(--ink);
}
[data-step] {
  cursor: grab;
  touch-action: none;
}
[data-step].held {
  opacity: 0.7;
  pointer-events: none;
}
.over rect {
  stroke: var(--ink);
  stroke-width: 2;
}
.by rect {
  fill: #f0e4cc;
  stroke: #d8d2c4;
}
</style>
