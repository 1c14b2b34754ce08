<script setup lang="ts">
import { computed, onScopeDispose, ref, shallowRef, watch } from 'vue'
import { proxy, wrap } from 'comlink'
import type { WayToWork } from '@stout-shackle/core/stages/plan'
import { useOpenJob } from '../stores/job'
import type { PlanWork } from './plan.worker'
import { hoursText } from '@stout-shackle/core/wording'

/** What the work comes to wheels off or on, on the floor or on a lift, alone or by two: worked out beside the page. */
const { store, job, assessment } = useOpenJob()
/** One time for one plan: what was done or found on the way is in it. */
const planned = computed(() => (assessment.value.plan?.ok ? assessment.value.plan.plan.minutes : null))
const ways = shallowRef<readonly WayToWork[]>([])
const progress = ref<[number, number] | null>(null)
let worker: Worker | null = null
let timer: ReturnType<typeof setTimeout> | undefined
const PAUSE = 300

function end() {
  clearTimeout(timer)
  worker?.terminate()
  worker = null
  progress.value = null
}
async function ask() {
  end()
  if (!job.value.kits.length) return
  worker = new Worker(new URL('./plan.worker.ts', import.meta.url), { type: 'module' })
  progress.value = [0, 8]
  const thread = worker
  const found = await wrap<PlanWork>(worker).ways(
    JSON.stringify(job.value),
    proxy((done: number, of: number) => void (progress.value = [done, of])),
  )
  if (thread !== worker) return
  ways.value = found
  end()
}
const inputs = computed(() => JSON.stringify([job.value.kits, job.value.survey, job.value.vehicle]))
watch(
  inputs,
  () => {
    clearTimeout(timer)
    timer = setTimeout(() => void ask().catch(end), PAUSE)
  },
  { immediate: true },
)
onScopeDispose(end)

const isNow = ({ choices, kits }: WayToWork) =>
  kits === 'together' &&
  choices.wheels === job.value.choices.wheels &&
  choices.lift === job.value.choices.lift &&
  choices.crew === job.value.choices.crew
const take = ({ choices }: WayToWork) => store.edit((j) => ({ ...j, choices: { ...j.choices, ...choices } }))
</script>

<template>
  <section class="card" data-ways>
    <header>
      <h2>Other ways to do it</h2>
      <span v-if="progress" class="small muted" role="status"
        >{{ progress[0] }} of {{ progress[1] }} <button type="button" class="plain" @click="end">Stop</button></span
      >
    </header>
    <table class="dense">
      <thead>
        <tr>
          <th>Wheels</th>
          <th>Held by</th>
          <th>Technicians</th>
          <th v-if="ways.some((w) => w.kits === 'apart')">Kits</th>
          <th class="num">time</th>
          <th class="num">supports</th>
          <th class="num">wheels</th>
          <th />
        </tr>
      </thead>
      <tbody>
        <tr v-for="(w, i) in ways" :key="i" :class="{ now: isNow(w) }">
          <td>{{ w.choices.wheels }}</td>
          <td>{{ w.choices.lift === 'lift' ? 'two-post lift' : 'floor jack, stands' }}</td>
          <td>{{ w.choices.crew === 1 ? 'one' : 'two' }}</td>
          <td v-if="ways.some((x) => x.kits === 'apart')">{{ w.kits === 'apart' ? 'two visits' : 'one visit' }}</td>
          <td class="num">{{ hoursText(isNow(w) && planned !== null ? planned : w.minutes) }}</td>
          <td class="num">{{ w.supportChanges }}</td>
          <td class="num">{{ w.wheelChanges }}</td>
          <td class="small">
            <span v-if="isNow(w)" class="muted">planned</span>
            <button v-else-if="w.kits === 'together'" type="button" class="plain" @click="take(w)">plan it so</button>
          </td>
        </tr>
      </tbody>
    </table>
  </section>
</template>

<style scoped>
td,
th {
  height: 28px;
}
.now td {
  background: #f3f0e8;
  font-weight: 600;
}
</style>
