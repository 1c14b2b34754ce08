<script setup lang="ts">
import { computed } from 'vue'
import type { Fastener } from '@stout-shackle/core/kit'
import { SUPPORT_NAMES } from '@stout-shackle/core/wording'
import { buildPlan, type PlanStep } from '@stout-shackle/core/plan'
import NeedsKit from '../entry/NeedsKit.vue'
import PlateRow from '../entry/PlateRow.vue'
import StampedPlate from '../entry/StampedPlate.vue'
import StateSign from '../entry/StateSign.vue'
import StageColumns from '../job/StageColumns.vue'
import { useOpenJob } from '../stores/job'
import { usePreferences } from '../stores/preferences'
import { specText } from './spec'

const { store, job, assessment } = useOpenJob()
const preferences = usePreferences()
/** Both ends are worked on: each step says which. */
const both = computed(() => new Set(job.value.kits.map(({ kit }) => kit.axle)).size > 1)
const plan = computed(() => (assessment.value.plan?.ok ? assessment.value.plan.plan : null))
const stateText = ({ axle, support, wheels }: PlanStep['state']) =>
  `${axle ? `${axle} end, ` : ''}${SUPPORT_NAMES[support]}, wheels ${wheels}`
/** Steps that follow each other in one state. */
const runs = computed(() => {
  const groups: { state: PlanStep['state']; steps: { step: PlanStep; number: number }[] }[] = []
  plan.value?.steps.forEach((step, i) => {
    const last = groups.at(-1)
    if (
      last &&
      last.state.support === step.state.support &&
      last.state.wheels === step.state.wheels &&
      last.state.axle === step.state.axle
    )
      last.steps.push({ step, number: i + 1 })
    else groups.push({ state: step.state, steps: [{ step, number: i + 1 }] })
  })
  return groups
})
/** Hours that the instructions of the kits to fit give, added up. */
const said = computed(() => {
  const fitted = job.value.kits.filter(({ work }) => work === 'fit').map(({ kit }) => kit.minutes)
  return { low: fitted.reduce((sum, m) => sum + m.low, 0), high: fitted.reduce((sum, m) => sum + m.high, 0) }
})
/** What the shop's other way with the wheels would take. */
const otherWay = computed(() => {
  const { kits, vehicle, survey, choices } = job.value
  if (!kits.length) return null
  const outcome = buildPlan(kits, vehicle, survey, { wheels: choices.wheels === 'off' ? 'on' : 'off' })
  return outcome.ok ? outcome.plan : null
})
const setWheels = (value: string) =>
  store.edit((j) => ({ ...j, choices: { ...j.choices, wheels: value as 'off' | 'on' } }))
const clampNote = {
  ok: '',
  'look-again': 'look again: over 75 % of proof at a low nut factor',
  refused: 'over proof load',
  'likely-inch-pounds': 'so low it may be inch-pounds',
}
const torque = (f: Fastener) => specText(f.spec, preferences.system)
const hours = (minutes: number) => `${Math.floor(minutes / 60)} h ${String(Math.round(minutes % 60)).padStart(2, '0')}`
</script>

<template>
  <NeedsKit v-if="!job.kits.length" :job="job.id" what="The work plan" />
  <StageColumns v-else>
    <template #work>
      <p v-if="assessment.plan && !assessment.plan.ok" class="note stop">
        These operations wait for each other and cannot be ordered: {{ assessment.plan.stuck.join(', ') }}. The kit's
        data needs mending.
      </p>
      <section v-if="plan" class="card">
        <table class="dense steps">
          <tbody v-for="(run, i) in runs" :key="i">
            <tr class="state">
              <th colspan="5">
                {{ stateText(run.state) }}
              </th>
            </tr>
            <tr v-for="{ step, number } in run.steps" :key="step.id" :class="{ change: step.kind === 'state' }">
              <td class="num n">{{ number }}</td>
              <td>
                <strong v-if="step.kind === 'state'">{{ step.title }}</strong><template v-else>{{
                  step.title
                }}</template
                ><span v-if="step.unsure" class="small muted"> · survey answer decides</span>
              </td>
              <td class="side">{{ [both ? step.axle : null, step.side].filter(Boolean).join(' ') }}</td>
              <td class="small muted">
                {{ step.torques.map((f) => `${f.name}: ${torque(f)}`).join('; ') || (step.trap ? step.trap : '') }}
              </td>
              <td class="num">
                {{ step.minutes.toFixed(0) }}<span class="unit"> min{{ step.hands > 1 ? ', two' : '' }}</span>
              </td>
            </tr>
          </tbody>
        </table>
      </section>
      <section v-if="plan" class="card">
        <header><h2>Torques</h2></header>
        <table class="dense">
          <thead>
            <tr>
              <th>Fastener</th>
              <th>Wants</th>
              <th>Thread</th>
              <th class="num">places</th>
              <th class="num">clamp kN</th>
              <th class="num">% of proof</th>
              <th />
            </tr>
          </thead>
          <tbody>
            <tr v-for="row in plan.torques" :key="row.fastener.id">
              <td>{{ row.fastener.name }}</td>
              <td>{{ torque(row.fastener) }}</td>
              <td>{{ row.fastener.thread ?? '–' }}{{ row.fastener.grade ? `, ${row.fastener.grade}` : '' }}</td>
              <td class="num">{{ row.fastener.count * row.steps.length }}</td>
              <td class="num">{{ row.clamp ? (row.clamp.force / 1000).toFixed(1) : '–' }}</td>
              <td class="num">{{ row.clamp ? (100 * row.clamp.proof).toFixed(0) : '–' }}</td>
              <td class="small">
                <template v-if="row.clamp && row.clamp.note !== 'ok'"
                  ><StateSign state="caution" /> {{ clampNote[row.clamp.note] }}</template
                >
              </td>
            </tr>
          </tbody>
        </table>
      </section>
    </template>
    <template #plate>
      <StampedPlate v-if="plan" title="The work">
        <div class="figures">
          <span class="figure">{{ hours(plan.minutes) }}</span><span class="unit"
            >{{ plan.steps.length }} steps, one pair of hands mostly</span
          >
        </div>
        <PlateRow label="Changes of support" says="the fewest any allowed order needs (searched exactly)">{{
          plan.supportChanges
        }}</PlateRow>
        <PlateRow label="Wheel changes">{{ plan.wheelChanges }}</PlateRow>
        <PlateRow label="Instructions say"
          >{{ (said.low / 60).toFixed(1) }} to {{ (said.high / 60).toFixed(1) }} h</PlateRow
        >
        <label class="choice"
          >Wheels
          <select
            class="control"
            :value="job.choices.wheels"
            @change="setWheels(($event.target as HTMLSelectElement).value)"
          >
            <option value="off">off for access</option>
            <option value="on">stay on, frame raised</option>
          </select></label
        >
        <p v-if="otherWay" class="small muted">
          With wheels {{ job.choices.wheels === 'off' ? 'on' : 'off' }}: {{ hours(otherWay.minutes) }},
          {{ otherWay.supportChanges }} changes of support.
        </p>
        <p class="note">
          The kit maker's instructions outrank this plan. No drilling or welding on frame flanges or axle without the
          vehicle maker's word.
        </p>
      </StampedPlate>
      <section v-if="plan" class="card lists">
        <h3>Lay out</h3>
        <p>{{ plan.tools.join(' · ') }}</p>
        <h3>From the box</h3>
        <p>{{ plan.hardware.map((h) => `${h.count} × ${h.name}`).join(' · ') }}</p>
        <template v-if="plan.extraParts.length"
          ><h3><StateSign state="caution" /> Not in the box</h3>
          <p>{{ plan.extraParts.join(' · ') }}</p></template
        >
      </section>
    </template>
  </StageColumns>
</template>

<style scoped>
.steps td,
.steps th {
  height: 30px;
}
.state th {
  font: 600 15px var(--condensed);
  color: var(--petrol);
}
.change td {
  background: #f3f0e8;
}
.n {
  width: 34px;
  color: var(--muted);
}
.side {
  width: 52px;
  font: 600 15px var(--condensed);
}
.lists {
  padding: 10px 14px;
  font-size: 13px;
}
.lists h3:not(:first-child) {
  margin-top: 8px;
}
.choice {
  display: flex;
  align-items: center;
  gap: 8px;
  margin-top: 8px;
}
</style>
