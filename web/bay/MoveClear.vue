<script setup lang="ts">
import { computed, ref } from 'vue'
import type { PlanStep } from '@stout-shackle/core/kit'
import { holderOf } from '@stout-shackle/core/plan'
import { reach } from '../api/reach'
import { useOpenJob } from '../stores/job'
import { useSession } from '../stores/session'
import { underIt } from '@stout-shackle/core/stages'

/**
 * Before the vehicle is moved: what holds it now and then, and that everybody is clear. Without the server nobody is asked on other
 * tablets: one person answers for all, by name.
 */
const props = defineProps<{ step: PlanStep; from: PlanStep['state'] }>()
const { store, job, assessment } = useOpenJob()
const session = useSession()
const me = computed(() => session.person?.name ?? null)
const under = computed(() => underIt(assessment.value.standing, props.step.id, me.value))
const waits = computed(() => under.value.filter((p) => !p.clear))
const iAmClear = computed(() =>
  assessment.value.standing.some(
    ({ by, body }) => body.kind === 'clear' && body.step === props.step.id && by === me.value,
  ),
)
const away = computed(() => reach.away)
const answering = ref(false)
const now = computed(() => holderOf(props.from, job.value.vehicle, job.value.choices.lift))
const then = computed(() => holderOf(props.step.state, job.value.vehicle, job.value.choices.lift))
const say = (names: string[]) => store.record({ kind: 'clear', step: props.step.id, names })
</script>

<template>
  <section class="move" data-move>
    <p class="holds">
      <span>frame</span> {{ now.frame
      }}<template v-if="then.frame !== now.frame">
        → <b>{{ then.frame }}</b></template
      >
    </p>
    <p class="holds">
      <span>axle</span> {{ now.axle
      }}<template v-if="then.axle !== now.axle">
        → <b>{{ then.axle }}</b></template
      >
    </p>
    <p v-if="away" class="away" data-no-link>
      No link to the other tablets: this one cannot see who is under it. Look, call out, and answer for everybody by
      name.
    </p>
    <p v-for="p in under" :key="p.name" :data-clear="p.clear ? 'yes' : 'no'" class="who">
      {{ p.name }}: {{ p.clear ? 'clear' : 'has not said clear' }}
    </p>
    <p class="row">
      <button :class="{ on: iAmClear }" @click="say([])">I am clear</button>
      <button v-if="waits.length && !answering" class="stop" @click="answering = true">
        {{ away ? 'Answer for' : 'Not at a tablet:' }} {{ waits.map((p) => p.name).join(', ') }}
      </button>
      <button v-else-if="waits.length" class="stop" @click="(say(waits.map((p) => p.name)), (answering = false))">
        {{ me ?? 'Somebody' }} says: {{ waits.map((p) => p.name).join(', ') }} clear, seen
      </button>
    </p>
  </section>
</template>

<style scoped>
.move {
  background: #1d2427;
  border: 2px solid #d7973a;
  border-radius: 4px;
  padding: 8px 16px;
}
.holds {
  margin: 0;
}
.holds span {
  display: inline-block;
  width: 70px;
  color: #aab0ae;
}
.away {
  background: #3a2b14;
  border-left: 8px solid #e0a03f;
  padding: 8px 12px;
  margin: 8px 0;
}
.who {
  margin: 4px 0;
}
[data-clear='no'] {
  color: #f2b483;
}
[data-clear='yes'] {
  color: #8fcf9f;
}
.row {
  display: flex;
  gap: 12px;
  margin: 6px 0 0;
}
button {
  flex: 1;
  min-height: 60px;
  background: #14191b;
  color: #ede8dc;
  border: 2px solid #59646a;
  border-radius: 4px;
  font: 600 24px var(--condensed);
}
.on {
  border-color: #6fae7f;
  color: #8fcf9f;
}
.stop {
  border-color: #dd8a45;
  color: #f2b483;
}
</style>
