import { catalogOf, EMPTY_CATALOG, judgeOn, type KitCatalog, type NeededPart } from '../../kit'
import { buildPlan, type PlanOutcome } from '../../plan'
import type { Job } from '../../job'

/**
 * Work plan of the job's kit; null while none is chosen.
 * @returns the plan, or the steps that wait for each other
 */
export function planFor(job: Job): PlanOutcome | null {
  const { kit, vehicle, survey } = job
  return kit && buildPlan(kit, vehicle, survey, job.choices, neededParts(job))
}

/** What the job's kit needs on this vehicle beyond its box. */
export const neededParts = (job: Job): NeededPart[] =>
  job.kit ? judgeOn(decidedCatalog(job), job.kit, job.vehicle, job.survey).parts : []

/** The job's kit with the rules and list it was chosen by; those as shipped for a job from before there were any. */
export function decidedCatalog({ kit, decided }: Job): KitCatalog {
  if (!kit) return EMPTY_CATALOG
  return decided ? catalogOf([kit], decided.applications, decided.rules) : catalogOf([kit])
}
