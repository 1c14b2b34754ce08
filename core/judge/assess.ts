import type { PlanOutcome } from '../plan'
import { foundJob, type Job } from '../job'
import type { BayRecord } from '../records'
import { type Facts, factsOf } from '../facts'
import { judge, type Judgment } from './judge'
import { planFor } from '../stages/plan'

export type Assessment = Omit<Facts, 'job'> & Judgment

/**
 * Everything the computation has to say about a job, from its plan and its records: facts are worked out in the order
 * people work, each from those before it; then every stage judges them.
 *
 * The same function runs in the page while somebody types and on the server when a job is saved or handed over.
 * @param job what was planned
 * @param records all of them, oldest first, corrected ones included
 * @param plan the work plan, when the caller keeps it from an earlier call with the same kit, vehicle, survey and choices
 */
export function assessJob(
  job: Job,
  records: readonly BayRecord[],
  plan: PlanOutcome | null = planFor(job, records),
): Assessment {
  const judged = foundJob(job, records)
  const { job: _job, ...facts } = factsOf(judged, records, plan)
  const judgment = judge({ job: judged, ...facts })
  const { handedOver } = facts
  if (!handedOver?.origin?.imported || !judgment.stops.length) return { ...facts, ...judgment }
  const here = { ...facts, handedOver: null, leftElsewhere: handedOver }
  return { ...here, ...judge({ job: judged, ...here }) }
}
