import type { PlanOutcome } from '../../plan'
import type { PlanStep } from '../../kit'
import { ofKind, type BayRecord } from '../../records'
import { counts, type Flag, type Proof, type Voided } from '../../proof'

export interface StepReport {
  step: PlanStep
  outcome: 'open' | 'done' | 'skipped'
  reason: string
  by: string | null
  /** Why the latest record of it proves nothing; null where it does, or where there is none. */
  flag: Flag | null
  voided: Voided | null
}

/**
 * Every step of a plan with its latest record that fits the state of the work.
 * @param standing records that stand, oldest first
 */
export function stepReports(plan: PlanOutcome | null, standing: readonly BayRecord[], proof: Proof): StepReport[] {
  if (!plan?.ok) return []
  const records = ofKind(standing, 'step')
  const latest = new Map(records.map((r) => [r.body.step, r]))
  const valid = new Map(records.filter((r) => counts(proof, r)).map((r) => [r.body.step, r]))
  return plan.plan.steps.map((step) => {
    const record = valid.get(step.id)
    const last = latest.get(step.id)
    const evidence = !record && last ? proof.evidence.get(last.id) : undefined
    return {
      step,
      outcome: record?.body.outcome ?? 'open',
      reason: record?.body.reason ?? '',
      by: record?.by ?? null,
      flag: evidence?.flag ?? null,
      voided: evidence?.voided ?? null,
    }
  })
}

/** Whether anything was taken off the vehicle yet. */
export const workBegun = (steps: readonly StepReport[]): boolean =>
  steps.some((s) => s.outcome === 'done' && s.step.kind === 'operation' && s.step.id !== 'make-safe')
