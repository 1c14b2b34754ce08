<script setup lang="ts">
import { computed } from 'vue'
import type { StepReport } from '@stout-shackle/core/stages'
import { SUPPORT_NAMES } from '@stout-shackle/core/wording'
import { holderOf } from '@stout-shackle/core/plan'
import type { Vehicle } from '@stout-shackle/core/vehicle'
import WhoIsHere from '../people/WhoIsHere.vue'

/** The top of the bay view: whose vehicle, how far, and what holds it now. */
const props = defineProps<{
  id: string
  title: string
  what: string
  steps: readonly StepReport[]
  index: number
  /** Of the steps that are open. */
  minutes: number
  wrench: { name: string; connected: boolean; job: string | null } | null
  vehicle: Vehicle
  lift: 'floor' | 'lift'
  /** Who else is at which step. */
  others: readonly string[]
  /** The server does not answer: nobody else is seen. */
  away: boolean
}>()
defineEmits<{ takeWrench: [] }>()
const step = computed(() => props.steps[props.index]!.step)
const holds = computed(() => holderOf(step.value.state, props.vehicle, props.lift))
const blockClass = (i: number) => (i === props.index ? 'now' : props.steps[i]!.outcome)
</script>

<template>
  <header>
    <RouterLink :to="{ name: 'bay', params: { id } }" class="leave" aria-label="Leave the bay view">‹</RouterLink>
    <span class="what"
      ><strong>{{ title }}</strong> · {{ what }}</span
    >
    <span>{{ index + 1 }} of {{ steps.length }} · {{ minutes }} min left · <WhoIsHere dark /></span>
  </header>
  <div class="blocks" aria-hidden="true">
    <i v-for="(s, i) in steps" :key="s.step.id" :class="blockClass(i)" />
  </div>
  <p class="chips">
    <span class="chip lead">{{ SUPPORT_NAMES[step.state.support] }}</span>
    <span class="chip">wheels {{ step.state.wheels }}</span>
    <span v-if="step.hands > 1" class="chip">two pairs of hands</span>
    <span class="chip" data-holds>axle held by {{ holds.axle }}</span>
    <span v-for="o in others" :key="o" class="chip lead" data-other>{{ o }}</span>
    <span v-if="away" class="chip lead" data-alone>no link: others not seen</span>
    <button
      v-if="wrench && wrench.job !== id"
      class="chip lead take"
      data-wrench="elsewhere"
      @click="$emit('takeWrench')"
    >
      {{ wrench.name }} is {{ wrench.job ? 'at another job' : 'at no job' }}: use it here
    </button>
    <span
      v-else-if="wrench"
      class="chip"
      :class="{ lead: !wrench.connected }"
      :data-wrench="wrench.connected ? 'ready' : 'away'"
      >{{ wrench.name }} {{ wrench.connected ? 'ready' : 'not connected' }}</span
    >
  </p>
</template>

<style scoped>
header {
  display: flex;
  justify-content: space-between;
  align-items: center;
  gap: 14px;
  padding-right: 54px;
  color: #b5bab8;
}
header strong {
  font: 600 26px var(--condensed);
  color: #ede8dc;
}
.what {
  flex: 1;
}
.leave {
  display: grid;
  place-items: center;
  width: 56px;
  height: 56px;
  margin: -10px -10px -10px -16px;
  font-size: 38px;
  color: #ede8dc;
  text-decoration: none;
}
.blocks {
  display: flex;
  gap: 4px;
  margin: 10px 0;
}
.blocks i {
  flex: 1;
  height: 14px;
  border-radius: 2px;
  background: #2e3639;
}
.blocks .done {
  background: #6fae7f;
}
.blocks .skipped {
  background: #dd8a45;
}
.blocks .now {
  background: #f2c24b;
}
.chips {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
}
.chip {
  border: 1px solid #454e52;
  border-radius: 4px;
  padding: 5px 12px;
  font-size: 20px;
}
button.take {
  background: none;
  font: inherit;
  font-size: 20px;
  cursor: pointer;
}
.lead {
  border-color: #f2c24b;
  color: #f2c24b;
}
/* A phone: the visit after the first miles is done on one. */
@media (width < 600px) {
  header {
    flex-wrap: wrap;
    gap: 4px 10px;
    font-size: 18px;
  }
  header strong {
    font-size: 22px;
  }
  .what {
    flex: 1 0 70%;
  }
  .chips {
    font-size: 16px;
  }
}
</style>
