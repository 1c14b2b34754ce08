import { defineStage } from '../stage'

export const planStage = defineStage({
  id: 'plan',
  begun: ({ job }) => job.kits.length > 0,
  waits: ({ chosen, plan, steps }) => ({
    'no-kit': chosen.length === 0,
    'plan-stuck': plan !== null && !plan.ok,
    'plan-unsure': steps.filter((s) => s.step.unsure).length,
  }),
  checks: {},
  stops: ({ plan }) => (plan && !plan.ok ? [{ code: 'plan-stuck', about: plan.stuck.join(', '), hard: true }] : []),
})
