<script setup lang="ts">
import { computed, nextTick, ref } from 'vue'
import { withStep } from '@stout-shackle/core/paper'
import DriverSide from './DriverSide.vue'
import LinesInput from './LinesInput.vue'
import PartCard from './PartCard.vue'
import StepRow from './StepRow.vue'
import { PAPER, withOrigin } from '@stout-shackle/core/kit'
import { driverAsked, isKit, useWriting } from './writing'

/** The steps as the paper numbers them. Enter makes the next; what holds the truck is taken over from the step before. */
const { paper, change, driver } = useWriting()
const steps = computed(() => paper.value?.operations ?? [])
/** Bolts whose torque no step gives yet: dragged onto theirs. */
const bolts = computed(() =>
  (paper.value?.fasteners ?? []).filter(
    ({ id, spec }) => spec.kind !== 'none-given' && !steps.value.some((o) => o.torques.includes(id)),
  ),
)
const selected = defineModel<string | null>('selected', { required: true })
/** Why a step cannot be read yet. */
const waits = ref('')
/** Where the next one goes: behind a step, or at the end. */
const behind = ref<string | null>(null)
function add(text: string, at?: number): string | null {
  if (!paper.value) return null
  waits.value = driverAsked(text, driver.value)
  if (waits.value) return waits.value
  const { written, id } = withStep(paper.value, text, { at, driver: driver.value })
  change(isKit(written) ? withOrigin(written, [`operations.${id}`], PAPER) : written)
  selected.value = id
  return null
}
async function insert(id: string) {
  behind.value = id
  await nextTick()
  document.querySelector<HTMLInputElement>('[data-insert] input')?.focus()
}
function takeBehind(id: string, text: string): string | null {
  const why = add(text, steps.value.findIndex((o) => o.id === id) + 1)
  if (!why) behind.value = null
  return why
}
</script>

<template>
  <PartCard
    part="steps"
    hint="Enter makes the next · Alt and an arrow moves one · how it stands is taken over from the step before"
  >
    <p v-if="steps.length && bolts.length" class="bolts small muted">
      Onto its step:
      <span
        v-for="bolt in bolts"
        :key="bolt.id"
        class="bolt"
        draggable="true"
        :data-drag="bolt.id"
        @dragstart="(e) => e.dataTransfer?.setData('text/bolt', bolt.id)"
        >{{ bolt.name }}</span
      >
    </p>
    <ol class="steps">
      <template v-for="(o, i) in steps" :key="o.id">
        <StepRow
          :step="o"
          :number="i + 1"
          :selected="selected === o.id"
          @select="selected = selected === o.id ? null : o.id"
          @insert="insert(o.id)"
        />
        <li v-if="behind === o.id" data-insert>
          <LinesInput
            :label="`Step after ${i + 1}`"
            placeholder="What is done"
            :take="(text) => takeBehind(o.id, text)"
          />
        </li>
      </template>
    </ol>
    <DriverSide v-if="waits" />
    <LinesInput label="Next step" :placeholder="`${steps.length + 1}  Next step…`" :take="(text) => add(text)" />
  </PartCard>
</template>

<style scoped>
.bolts {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
  align-items: center;
  margin: 0;
  padding: 6px 12px;
}
.bolt {
  cursor: grab;
  padding: 1px 9px;
  border: 1px dashed var(--amber-sign);
  border-radius: 12px;
  background: #fffaf0;
  color: var(--amber);
}
.steps {
  list-style: none;
  margin: 0;
  padding: 0;
}
</style>
