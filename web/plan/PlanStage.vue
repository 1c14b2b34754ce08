<script setup lang="ts">
import { computed, ref } from 'vue'
import { isConfirmed, originOf, type Fastener, type PlanStep, FOR_GOOD } from '@stout-shackle/core/kit'
import {
  FATE_NAMES,
  originWords,
  preparedText,
  PROCEDURE_NAMES,
  SUPPORT_NAMES,
  SURVEY_QUESTIONS,
} from '@stout-shackle/core/wording'
import { callsForASecond, minutesByPart, named, ownFastener, WORK_PARTS, type WorkPart } from '@stout-shackle/core/plan'
import { partsHere } from '@stout-shackle/core/proof'
import NeedsKit from '../fields/NeedsKit.vue'
import PlateRow from '../fields/PlateRow.vue'
import StampedPlate from '../fields/StampedPlate.vue'
import StateSign from '../fields/StateSign.vue'
import ConfirmKit from '../choose/ConfirmKit.vue'
import StageColumns from '../job/StageColumns.vue'
import type { Job } from '@stout-shackle/core/job'
import { useOpenJob } from '../stores/job'
import { usePreferences } from '../stores/preferences'
import { hoursText } from '@stout-shackle/core/wording'
import { specText } from '@stout-shackle/core/wording'
import { useHand } from '../hand/use-hand'
import { useLearned } from './use-learned'
import WaysToWork from './WaysToWork.vue'
import ShortCard from './ShortCard.vue'
import OwnOrder from './OwnOrder.vue'
import ProceduresCard from './ProceduresCard.vue'

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
const summary = computed(() => {
  const fitted = job.value.kits.filter(({ work }) => work === 'fit').map(({ kit }) => kit.minutes)
  return { low: fitted.reduce((sum, m) => sum + m.low, 0), high: fitted.reduce((sum, m) => sum + m.high, 0) }
})
type Choices = Job['choices']
const choose = (part: Partial<Choices>) => store.edit((j) => ({ ...j, choices: { ...j.choices, ...part } }))
/** Kits that can be fitted in more than one way. */
const withMethods = computed(() => job.value.kits.filter(({ kit, work }) => work === 'fit' && kit.methods.length > 1))
const setMethod = (id: string, method: string) =>
  store.edit((j) => ({ ...j, kits: j.kits.map((jobKit) => (jobKit.kit.id === id ? { ...jobKit, method } : jobKit)) }))
/** Parts that belong in the boxes for this vehicle. */
const box = computed(() =>
  job.value.kits.filter(({ work }) => work === 'fit').flatMap((jobKit) => partsHere(jobKit, job.value)),
)
/** What each step says on the tablet: printed with the plan. */
const { textsAt } = useHand(
  job,
  assessment,
  ref(null),
  computed(() => preferences.system),
)
const onPaper = (step: PlanStep): string =>
  [
    ...textsAt(step).map(({ label, figure, note }) => [label, figure, note].filter(Boolean).join(' ')),
    ...step.torques.map((f) => `${f.name}: ${torque(f)}`),
  ].join('; ')
const learned = useLearned(job, plan)
const PART_NAMES: Record<WorkPart, string> = {
  kit: 'Steps of the kit',
  lines: 'Air lines',
  checks: 'Checks and making safe',
  moves: 'Moving the vehicle, wheels',
  others: 'Other instructions',
}
/** Where the minutes go, so that they can be told from the instructions' hours. */
const spent = computed(() => {
  if (!plan.value) return []
  const parts = minutesByPart(plan.value)
  return WORK_PARTS.filter((p) => parts[p] > 0).map((p) => ({ name: PART_NAMES[p], minutes: parts[p] }))
})
const calls = computed(() => (plan.value ? callsForASecond(plan.value) : []))
const numberOf = (id: string) => (plan.value?.steps.findIndex((s) => s.id === id) ?? -1) + 1
/** Questions that are answered at the vehicle, with the step that asks them. */
const questions = computed(() =>
  (plan.value?.steps ?? []).flatMap((s) =>
    s.asks.map((fact) => ({ ask: SURVEY_QUESTIONS[fact].ask, step: numberOf(s.id) })),
  ),
)
/** What nothing undoes. */
const forGood = computed(() =>
  (plan.value?.steps ?? []).flatMap((s) =>
    s.fates
      .filter((f) => FOR_GOOD.includes(f.fate))
      .map((f) => `${f.part} ${FATE_NAMES[f.fate]}${f.note ? `, ${f.note}` : ''} (step ${numberOf(s.id)})`),
  ),
)
const clampNote = {
  ok: '',
  'look-again': 'look again: over 75 % of proof at a low nut factor',
  refused: 'over proof load',
  'likely-inch-pounds': 'so low it may be inch-pounds',
}
/** Where a torque is from that nobody has confirmed; empty for one of the maker's paper. */
function fromOf({ fastener }: { fastener: Fastener }): string {
  for (const { kit } of job.value.kits) {
    const id = ownFastener(kit.axle, fastener.id)
    if (named(kit.axle, id) !== fastener.id || !kit.fasteners.some((f) => f.id === id)) continue
    const origin = originOf(kit, `fasteners.${id}`)
    return isConfirmed(origin) ? '' : originWords(origin)
  }
  return ''
}
/** What the line of a step says beside its title: what is prepared, what is torqued, or else its trap. */
const noteOf = (step: PlanStep) =>
  [...preparedText(step), ...step.torques.map((f) => `${f.name}: ${torque(f)}`)].join('; ') || step.trap || ''
const torque = (f: Fastener) => specText(f.spec, preferences.system)
</script>

<template>
  <NeedsKit v-if="!job.kits.length" :job="job.id" what="The work plan" />
  <StageColumns v-else>
    <template #work>
      <ConfirmKit class="screen-only" />
      <p v-if="assessment.plan && !assessment.plan.ok" class="note stop">
        These operations wait for each other and cannot be ordered: {{ assessment.plan.stuck.join(', ') }}.
        <button v-if="job.choices.pins.length" type="button" class="plain" @click="choose({ pins: [] })">
          Take your own order back
        </button>
        <template v-else>The instructions need mending, or one of the procedures beside them left out.</template>
      </p>
      <ShortCard v-if="plan" />
      <OwnOrder v-if="plan && plan.timeline.length" :plan="plan" />
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
                ><span v-if="step.from" class="small muted"> · {{ PROCEDURE_NAMES[step.from] }}</span
                ><span v-if="step.unsure" class="small muted"> · survey answer decides</span>
                <span class="small paper-only" data-on-paper>{{ onPaper(step) }}</span>
              </td>
              <td class="side">{{ [both ? step.axle : null, step.side].filter(Boolean).join(' ') }}</td>
              <td class="small muted screen-only">
                {{ noteOf(step) }}
              </td>
              <td class="num">
                {{ step.minutes.toFixed(0) }}<span class="unit"> min{{ step.hands > 1 ? ', two' : '' }}</span>
              </td>
            </tr>
          </tbody>
        </table>
      </section>
      <WaysToWork v-if="plan" class="screen-only" />
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
              <td :class="{ dashed: fromOf(row) }">
                {{ torque(row.fastener) }}<span v-if="fromOf(row)" class="small from"> · {{ fromOf(row) }}</span
                ><span v-if="row.fastener.source" class="small muted"> · {{ row.fastener.source }}</span>
              </td>
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
      <StampedPlate v-if="plan" class="screen-only" title="The work">
        <div class="figures">
          <span class="figure">{{ hoursText(plan.minutes) }}</span><span class="unit"
            >{{ plan.steps.length }} steps, {{ plan.crew === 1 ? 'one technician' : 'two technicians' }}</span
          >
        </div>
        <PlateRow v-if="learned" label="By this shop's own times"
          >{{ hoursText(learned.minutes) }} ± {{ learned.doubt.toFixed(0) }} min, {{ learned.jobs }}
          {{ learned.jobs === 1 ? 'job' : 'jobs' }}</PlateRow
        >
        <PlateRow
          label="Changes of support"
          :says="plan.proved ? 'no order needs fewer' : `at least ${plan.bound.supportChanges}`"
          >{{ plan.supportChanges }}</PlateRow
        >
        <PlateRow label="Wheel changes">{{ plan.wheelChanges }}</PlateRow>
        <PlateRow label="Walks between sides">{{ plan.sideWalks }}</PlateRow>
        <PlateRow label="Tool changes">{{ plan.toolChanges }}</PlateRow>
        <PlateRow label="Instructions say"
          >{{ (summary.low / 60).toFixed(1) }} to {{ (summary.high / 60).toFixed(1) }} h</PlateRow
        >
        <PlateRow v-for="part in spent" :key="part.name" :label="part.name" data-spent>{{
          hoursText(part.minutes)
        }}</PlateRow>
        <p v-if="calls.length" class="note amber" data-calls>
          Two people at step {{ calls.map((s) => numberOf(s.id)).join(', ') }}: one of them has to be called.
        </p>
        <label class="choice"
          >Wheels
          <select
            class="control"
            :value="job.choices.wheels"
            @change="choose({ wheels: ($event.target as HTMLSelectElement).value as Choices['wheels'] })"
          >
            <option value="off">off for access</option>
            <option value="on">stay on, frame raised</option>
          </select></label
        >
        <label class="choice"
          >Held by
          <select
            class="control"
            :value="job.choices.lift"
            @change="choose({ lift: ($event.target as HTMLSelectElement).value as Choices['lift'] })"
          >
            <option value="floor">floor jack and stands</option>
            <option value="lift">two-post lift, pole jack</option>
          </select></label
        >
        <label class="choice"
          >Technicians
          <select
            class="control"
            :value="job.choices.crew"
            @change="choose({ crew: Number(($event.target as HTMLSelectElement).value) as 1 | 2 })"
          >
            <option :value="1">one</option>
            <option :value="2">two</option>
          </select></label
        >
        <label v-for="own in withMethods" :key="own.kit.id" class="choice"
          >{{ own.kit.name }}
          <select
            class="control"
            :value="own.method ?? own.kit.methods.find((m) => m.instructed)?.id"
            @change="setMethod(own.kit.id, ($event.target as HTMLSelectElement).value)"
          >
            <option v-for="m in own.kit.methods" :key="m.id" :value="m.id">
              {{ m.name }}{{ m.instructed ? '' : ' (not by the instructions)' }}
            </option>
          </select></label
        >
        <p>
          <a :href="`/api/jobs/${job.id}/plan.pdf?units=${preferences.system}`" target="_blank">Plan on paper</a>
        </p>
        <p class="note">
          The kit maker's instructions outrank this plan. No drilling or welding on frame flanges or axle without the
          vehicle maker's word.
        </p>
      </StampedPlate>
      <ProceduresCard class="screen-only" />
      <section v-if="plan && (questions.length || forGood.length)" class="card lists">
        <template v-if="questions.length">
          <h3>Asked in the bay</h3>
          <p v-for="a in questions" :key="a.step + a.ask">
            {{ a.ask }}? <strong>step {{ a.step }}</strong>
          </p>
        </template>
        <p v-if="forGood.length" class="note amber" data-for-good>
          Cannot be undone: {{ forGood.join('; ') }}. The owner signs first.
        </p>
      </section>
      <section v-if="plan" class="card lists">
        <h3>Lay out</h3>
        <p>{{ plan.tools.join(' · ') }}</p>
        <h3>From the box</h3>
        <p>{{ plan.hardware.map((h) => `${h.count} × ${h.name}`).join(' · ') }}</p>
        <template v-if="box.length">
          <h3>In the box, to be counted</h3>
          <p data-box>{{ box.map((p) => `${p.count} × ${p.name}`).join(' · ') }}</p>
        </template>
      </section>
    </template>
  </StageColumns>
</template>

<style scoped>
td.dashed {
  outline: 1px dashed var(--amber-sign);
  outline-offset: -3px;
  background: #fffaf0;
}
.from {
  color: var(--amber);
}
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
