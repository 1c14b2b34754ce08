<script setup lang="ts">
import { onSide } from '@stout-shackle/core/vehicle'
import { computed, ref } from 'vue'
import type { Plan } from '@stout-shackle/core/plan'
import { useOpenJob } from '../stores/job'
import { useMove } from './use-move'
import WorkTimeline from './WorkTimeline.vue'

/** The timeline with what a person wants otherwise: a step dragged before another, or chosen from two lists. */
const props = defineProps<{ plan: Plan }>()
const { store, job, assessment } = useOpenJob()
const {
  said: message,
  refused,
  pins,
  put,
  drop,
  free,
} = useMove(
  job,
  assessment,
  computed(() => props.plan),
  (next) => store.edit((j) => ({ ...j, choices: { ...j.choices, pins: next } })),
)
const first = ref('')
const then = ref('')
const steps = computed(() =>
  props.plan.steps.map((s, i) => ({ s, number: i + 1 })).filter(({ s }) => s.kind === 'operation'),
)
const textOf = ({ s, number }: (typeof steps.value)[number]) => `${number} ${onSide(s.title, s.side)}`
function take() {
  if (first.value && then.value) put(first.value, then.value)
}
</script>

<template>
  <WorkTimeline class="screen-only" :plan="plan" @drop-on="drop" />
  <section class="card own screen-only" data-own-order>
    <form @submit.prevent="take">
      <span>Do</span>
      <select v-model="first" class="control" aria-label="Step that comes first">
        <option value="">step</option>
        <option v-for="o in steps" :key="o.s.id" :value="o.s.id">{{ textOf(o) }}</option>
      </select>
      <span>before</span>
      <select v-model="then" class="control" aria-label="Step that comes after it">
        <option value="">step</option>
        <option v-for="o in steps" :key="o.s.id" :value="o.s.id">{{ textOf(o) }}</option>
      </select>
      <button class="plain" :disabled="!first || !then">Change the order</button>
      <span class="small muted">or drag a step onto another</span>
    </form>
    <p v-if="refused" class="note stop" role="alert">{{ refused }}</p>
    <p v-else-if="message" class="note" role="status">{{ message }}</p>
    <p v-for="{ pin, text } in pins" :key="text" class="small pin">
      {{ text }}
      <button type="button" class="plain" :aria-label="`as it was: ${text}`" @click="free(pin)">as it was</button>
    </p>
  </section>
</template>

<style scoped>
.own {
  padding: 8px 14px;
}
form {
  display: flex;
  gap: 8px;
  align-items: center;
  flex-wrap: wrap;
}
select {
  max-width: 230px;
}
.pin {
  margin: 4px 0 0;
}
</style>
