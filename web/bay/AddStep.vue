<script setup lang="ts">
import { computed, reactive, ref } from 'vue'
import { recordMaxLength } from '@stout-shackle/core/records'
import { type PlanStep, PLAIN_FASTENER, PLAIN_OPERATION, type Fastener, type Operation } from '@stout-shackle/core/kit'
import { planFor } from '@stout-shackle/core/stages'
import { SUPPORT_NAMES } from '@stout-shackle/core/wording'
import { parseQuantity, refusalText, UNITS } from '@stout-shackle/core/quantity'
import { usualTarget } from '@stout-shackle/core/torque'
import { useOpenJob } from '../stores/job'
import { usePreferences } from '../stores/preferences'

/** A step that the plan does not have: the work shows that it is needed. It is put in order like any other. */
const props = defineProps<{ current: PlanStep }>()
const emit = defineEmits<{ added: [] }>()
const { store, job, assessment } = useOpenJob()
const preferences = usePreferences()
const unit = computed(() => UNITS.torque[preferences.system].symbol)
const form = reactive<{
  title: string
  lines: string
  why: string
  side: Operation['side']
  now: boolean
  stands: 'now' | 'ride-height'
  torque: string
  count: string
  fastener: string
  source: string
}>({
  title: '',
  lines: '',
  why: '',
  side: props.current.side ?? 'once',
  now: true,
  stands: 'now',
  torque: '',
  count: '1',
  fastener: '',
  source: '',
})
const refused = ref('')

function fastenerOf(): Fastener | null | undefined {
  if (!form.fastener.trim() && !form.torque.trim()) return null
  const parsed = parseQuantity('torque', form.torque, { system: preferences.system, min: 0.1, max: 800 })
  const count = Number(form.count)
  refused.value = !form.fastener.trim()
    ? 'Fastener: enter what is torqued.'
    : !parsed.ok
      ? `Torque: ${refusalText(parsed)}`
      : !form.source.trim()
        ? 'Source: enter the manual and page the torque is from.'
        : !Number.isInteger(count) || count < 1 || count > 24
          ? 'How many: 1 to 24 a side.'
          : ''
  if (refused.value || !parsed.ok) return undefined
  return {
    ...PLAIN_FASTENER,
    id: 'own',
    name: form.fastener.trim(),
    count,
    spec: usualTarget(parsed.value),
    evenly: count > 2,
    when: form.stands === 'ride-height' ? 'at-ride-height' : 'as-fitted',
    source: form.source.trim(),
  }
}
// eslint-disable-next-line complexity -- one refusal after the other, each at its field
function add() {
  refused.value = !form.title.trim()
    ? 'Title: enter what is to be done.'
    : !form.why.trim()
      ? 'Why: enter why it is needed.'
      : ''
  if (refused.value) return
  const fastener = fastenerOf()
  if (fastener === undefined) return
  const { state, axle } = props.current
  const steps = form.lines
    .split('\n')
    .map((l) => l.trim())
    .filter(Boolean)
  const operation: Operation = {
    ...PLAIN_OPERATION,
    id: 'step',
    title: form.title.trim(),
    phase: 'refit',
    side: form.side,
    support: form.stands === 'ride-height' ? 'ride-height' : state.support,
    wheels: form.stands === 'ride-height' || state.support === 'on-wheels' ? 'on' : state.wheels,
    steps: steps.length ? steps : [form.title.trim()],
    tools: fastener ? ['torque wrench'] : [],
    torques: fastener ? [fastener.id] : [],
    blocking: true,
  }
  const body = {
    kind: 'step-added' as const,
    axle: axle ?? state.axle,
    operation,
    fastener,
    before: form.now && form.stands === 'now' && props.current.kind === 'operation' ? props.current.id : null,
    why: form.why.trim(),
  }
  const outcome = planFor(job.value, [
    ...assessment.value.standing,
    {
      id: 'new',
      sequence: Number.MAX_SAFE_INTEGER,
      at: new Date().toISOString(),
      by: 'nobody',
      supersedes: null,
      body,
    },
  ])
  if (!outcome?.ok) {
    refused.value = 'With this step the rest cannot be put in order: choose how it stands, or take it out of its place.'
    return
  }
  store.record(body)
  emit('added')
}
</script>

<template>
  <form class="add" data-add-step @submit.prevent="add">
    <label
      >What is to be done <input v-model="form.title" class="control" maxlength="240" aria-label="What is to be done"
    /></label>
    <label
      >How, a line each
      <textarea v-model="form.lines" class="control" rows="2" aria-label="How it is done" />
    </label>
    <label
      >Why it is needed
      <input
        v-model="form.why"
        class="control"
        :maxlength="recordMaxLength('step-added', 'why')"
        aria-label="Why it is needed"
    /></label>
    <div class="two">
      <label
        >Side
        <select v-model="form.side" class="control" aria-label="Side">
          <option value="once">once</option>
          <option value="each">each side</option>
          <option value="left">left</option>
          <option value="right">right</option>
        </select></label
      >
      <label
        >It stands
        <select v-model="form.stands" class="control" aria-label="How it stands for it">
          <option value="now">
            as now: {{ SUPPORT_NAMES[current.state.support] }}, wheels {{ current.state.wheels }}
          </option>
          <option value="ride-height">settled at ride height</option>
        </select></label
      >
    </div>
    <label v-if="form.stands === 'now'" class="check"
      ><input v-model="form.now" type="checkbox" /> before the step on the screen</label
    >
    <details>
      <summary>It has a torque</summary>
      <div class="two">
        <label>Fastener <input v-model="form.fastener" class="control" aria-label="Fastener" /></label>
        <label>How many a side <input v-model="form.count" class="control" inputmode="numeric" /></label>
        <label>Torque, {{ unit }} <input v-model="form.torque" class="control" inputmode="decimal" /></label>
        <label>Manual, page <input v-model="form.source" class="control" aria-label="Source of the torque" /></label>
      </div>
    </details>
    <p v-if="refused" class="note stop" role="alert">{{ refused }}</p>
    <button class="control">Add it to the plan</button>
  </form>
</template>

<style scoped>
.add {
  display: grid;
  gap: 10px;
  padding: 12px 16px;
}
.two {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 10px;
}
label {
  display: grid;
  gap: 2px;
}
.check {
  display: flex;
  gap: 8px;
  align-items: center;
}
.control {
  min-height: 48px;
  font-size: 18px;
}
textarea.control {
  height: auto;
  padding: 6px 8px;
}
</style>
