import { drillingOf, FOR_GOOD, type PlanStep } from '../kit'
import { kitAt, type Job } from '../job'
import type { ConsentTo } from '../records'

/** What the owner has to agree to before a step is done, and what of it: it cannot be undone. */
export interface StepConsent {
  to: ConsentTo
  about: string
}

/** Consents that a step of a plan waits for; none for most. What the plan has of its own drills nothing. */
export function consentsOfStep(job: Pick<Job, 'kits'>, step: PlanStep): StepConsent[] {
  const cut = step.fates.find((f) => FOR_GOOD.includes(f.fate))
  const isFitting = step.from !== null || (step.axle !== null && kitAt(job, step.axle)?.work === 'fit')
  const drills = step.kind === 'operation' && isFitting && drillingOf(step) !== null
  return [
    ...(cut ? [{ to: 'cutting' as const, about: cut.part }] : []),
    ...(drills ? [{ to: 'drilling' as const, about: step.title }] : []),
  ]
}
