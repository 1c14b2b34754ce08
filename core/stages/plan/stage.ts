import { factWords } from '../../kit'
import { defineStage } from '../stage'
import { inputsOf, isSamePlan, planFor } from './plan-for'

export const planStage = defineStage({
  id: 'plan',
  begun: ({ job }) => job.kits.length > 0,
  waits: ({ chosen, plan, steps }) => ({
    'no-kit': chosen.length === 0,
    'plan-stuck': plan !== null && !plan.ok,
    'plan-unsure': steps.filter((s) => s.step.unsure).length,
  }),
  checks: {},
  refuses(body, { job, records }) {
    if (body.kind === 'planned') {
      const outcome = planFor(job)
      const same = outcome?.ok && body.of === inputsOf(job) && isSamePlan(body.steps, outcome.plan.steps)
      return same ? null : { field: 'steps', code: 'plan-differs', about: '' }
    }
    if (body.kind !== 'finding') return null
    const words = factWords(body.fact)
    if (words ? !words.includes(body.answer as string | boolean) : typeof body.answer !== 'number')
      return { field: 'answer', code: 'no-such-answer', about: words ? words.map(String).join(', ') : 'a figure' }
    const plan = planFor(job, records)
    return body.step === null ||
      (plan?.ok && plan.plan.steps.some((s) => s.id === body.step && s.asks.includes(body.fact)))
      ? null
      : { field: 'step', code: 'not-asked-here', about: body.step }
  },
  stops: ({ plan }) => (plan && !plan.ok ? [{ code: 'plan-stuck', about: plan.stuck.join(', '), hard: true }] : []),
})
