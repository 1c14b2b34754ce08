import type { PlanOutcome, PlanStep } from '../../plan'
import { ofKind, type BayRecord } from '../../job'

export interface StepReport {
  step: PlanStep
  outcome: 'open' | 'done' | 'skipped'
  reason: string
  by: string | null
}

/**
 * Every step of a plan with its latest standing record.
 * @param standing records that stand, oldest first
 */
export function stepReports(plan: PlanOutcome | null, standing: readonly BayRecord[]): StepReport[] {
  if (!plan?.ok) return []
  const latest = new Map(ofKind(standing, 'step').map((r) => [r.body.step, r]))
  return plan.plan.steps.map((step) => {
    const record = latest.get(step.id)
    return {
      step,
      outcome: record?.body.outcome ?? 'open',
      reason: record?.body.reason ?? '',
      by: record?.by ?? null,
    }
  })
}

/** Whether anything was taken off the vehicle yet. */
export const workBegun = (steps: readonly StepReport[]): boolean =>
  steps.some((s) => s.outcome === 'done' && s.step.kind === 'operation' && s.step.id !== 'make-safe')
