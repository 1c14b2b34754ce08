import { factWords, type PlanStep } from '../kit'
import { isSurveyFigure } from '../vehicle'
import { defineStage } from './stage'
import { inputsOf, isSamePlan, planFor } from '../stages/plan'

/** Fasteners that are to be torqued at ride height, and are torqued in another state: two instructions disagree. */
const brokenRegimes = (steps: readonly PlanStep[]): string[] => [
  ...new Set(
    steps
      .filter((s) => s.support !== 'ride-height' && s.raise?.until !== 'ride-height')
      .flatMap((s) => s.torques.filter((f) => f.when === 'at-ride-height').map((f) => f.name)),
  ),
]

export const planStage = defineStage({
  id: 'plan',
  begun: ({ job }) => job.kits.length > 0,
  waits: ({ chosen, plan, steps }) => ({
    'no-kit': chosen.length === 0,
    'plan-stuck': plan !== null && !plan.ok,
    'plan-unsure': steps.filter((s) => s.step.unsure).length,
  }),
  checks: {},
  // eslint-disable-next-line complexity -- one refusal after the other, each a line
  refuses(body, { job, records }) {
    if (body.kind === 'planned') {
      const outcome = planFor(job, records)
      const same = outcome?.ok && body.of === inputsOf(job) && isSamePlan(body.steps, outcome.plan.steps)
      return same ? null : { field: 'steps', code: 'plan-differs', about: '' }
    }
    if (body.kind === 'step-added') {
      const last = records.at(-1)
      const outcome = planFor(job, [
        ...records,
        { id: 'new', sequence: (last?.sequence ?? 0) + 1, at: '', by: 'nobody', supersedes: null, body },
      ])
      return outcome?.ok ? null : { field: 'operation', code: 'cannot-add', about: outcome?.stuck.join(', ') ?? '' }
    }
    if (body.kind !== 'finding') return null
    const words = factWords(body.fact)
    const isFigure = typeof body.answer === 'number' && isSurveyFigure(body.fact, body.answer)
    if (words ? !words.includes(body.answer as string | boolean) : !isFigure)
      return { field: 'answer', code: 'no-such-answer', about: words ? words.map(String).join(', ') : 'a figure' }
    const plan = planFor(job, records)
    return body.step === null ||
      (plan?.ok && plan.plan.steps.some((s) => s.id === body.step && s.asks.includes(body.fact)))
      ? null
      : { field: 'step', code: 'not-asked-here', about: body.step }
  },
  stops: ({ plan }) =>
    plan?.ok
      ? brokenRegimes(plan.plan.steps).map((about) => ({ code: 'torque-regime' as const, about, hard: true }))
      : plan
        ? [{ code: 'plan-stuck', about: plan.stuck.join(', '), hard: true }]
        : [],
})
