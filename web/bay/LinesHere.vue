<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { useElementSize } from '@vueuse/core'
import { withPoints } from '@stout-shackle/core/circuit'
import { circuitOf } from '@stout-shackle/core/job'
import { laidBy, spotOn, strandsOf, undersideOf } from '@stout-shackle/core/stages/air/lines'
import type { StepHands } from '@stout-shackle/core/stages/hand'
import { detourText } from '@stout-shackle/core/wording'
import LinesPicture from '../air/LinesPicture.vue'
import { keptCircuit } from '../air/use-circuit'
import { useOpenJob } from '../stores/job'

/** The way of the line that is run at this step, from above or from the left; tapped where it lies otherwise. */
const props = defineProps<{ lines: StepHands; line: string }>()
const { store, job, assessment } = useOpenJob()
const box = ref<HTMLElement | null>(null)
const { width, height } = useElementSize(box)
const under = computed(() => undersideOf(job.value, assessment.value.active))
const view = ref<'top' | 'left'>('top')
const picking = ref(false)
const refusal = ref('')
watch(
  () => props.line,
  () => {
    picking.value = false
    refusal.value = ''
  },
)
const nameOf = (id: string) => under.value.obstacles.find((o) => o.id === id)?.name ?? id
function lay(seen: Parameters<typeof spotOn>[1]) {
  picking.value = false
  const way = props.lines.laid.find((l) => l.line === props.line)?.way
  if (!way) return
  const detour = laidBy(under.value, props.lines.circuit, props.line, spotOn(way, seen))
  refusal.value = detour.ok ? '' : detourText(detour, nameOf)
  if (!detour.ok) return
  const points = strandsOf(detour.circuit).find((s) => s.id === props.line)?.points ?? []
  // Only this line was seen: the others stay as they were, drawn or estimated.
  store.edit((j) => keptCircuit(j, withPoints(circuitOf(j), props.line, points)), 'the way of a line')
}
</script>

<template>
  <div class="lines" data-lines-here>
    <div ref="box" class="map">
      <LinesPicture
        :under="under"
        :circuit="lines.circuit"
        :laid="lines.laid"
        :view="view"
        :width="Math.max(300, width)"
        :height="Math.max(220, height)"
        :selected="line"
        :picking="picking"
        :label="view === 'top' ? 'This line from above' : 'This line from the left'"
        still
        @pick="lay"
      />
    </div>
    <p v-if="refusal" class="refusal" role="alert">{{ refusal }}</p>
    <p class="tools">
      <el-button size="large" @click="view = view === 'top' ? 'left' : 'top'">{{
        view === 'top' ? 'From the left' : 'From above'
      }}</el-button>
      <el-button size="large" :type="picking ? 'primary' : ''" data-another-way @click="picking = !picking">{{
        picking ? 'Tap where it goes' : 'Lies another way'
      }}</el-button>
    </p>
  </div>
</template>

<style scoped>
.lines {
  position: relative;
  min-height: 0;
  overflow: hidden;
  background: #d5d9d4;
  border: 1px solid #353e42;
  border-radius: 4px;
  display: flex;
  flex-direction: column;
}
/* The picture takes the room there is: it never asks for more. */
.map {
  position: relative;
  flex: 1;
  min-height: 360px;
}
.map :deep(svg) {
  position: absolute;
  inset: 0;
  height: 100%;
}
.tools {
  display: flex;
  gap: 10px;
  margin: 0;
  padding: 8px;
}
.tools :deep(.el-button) {
  min-height: 56px;
  margin: 0;
  font-size: 20px;
}
.refusal {
  margin: 0;
  padding: 6px 12px;
  color: var(--oxide);
  font-size: 20px;
}
</style>
