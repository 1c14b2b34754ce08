import { catalogOf, judgeOn, type KitCatalog, type NeededPart } from '../../kit'
import { buildPlan, type PlanOutcome } from '../../plan'
import type { Job, JobKit } from '../../job'

/**
 * Work plan of the job's kits; null while none is chosen.
 * @returns the plan, or the steps that wait for each other
 */
export function planFor(job: Job): PlanOutcome | null {
  const { kits, vehicle, survey } = job
  return kits.length ? buildPlan(kits, vehicle, survey, job.choices, neededParts(job)) : null
}

/** What the kits that are fitted need on this vehicle beyond their boxes. */
export const neededParts = (job: Job): NeededPart[] =>
  job.kits.flatMap((own) =>
    own.work === 'fit' ? judgeOn(decidedCatalog(own), own.kit, job.vehicle, job.survey).parts : [],
  )

/** A kit of a job with the rules and list it was chosen by; those as shipped where there were none. */
export function decidedCatalog({ kit, decided }: JobKit): KitCatalog {
  return decided ? catalogOf([kit], decided.applications, decided.rules) : catalogOf([kit])
}
