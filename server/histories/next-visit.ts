import type { z } from 'zod'
import type { returnVisitSchema, StoredJob } from '@stout-shackle/core/contract'
import { assessJob, type Assessment } from '@stout-shackle/core/judge'
import { hasLeft, ofKind, standing } from '@stout-shackle/core/records'
import { connectionsOf, kitsLeft, newJob, standsOn, type Job, type JobKit } from '@stout-shackle/core/job'
import { recheckAfter } from '@stout-shackle/core/stages'
import { Problem } from '../problem'

/**
 * The next visit of a vehicle that has left: it begins with how it left. Vehicle, survey, loads and settings stay as they
 * were; kits that were fitted are there already.
 * @throws Problem 409 while the vehicle is still in the shop
 */
export function nextVisit(
  { job, records }: StoredJob,
  identity: { id: string; number: string },
  { day, bay, title, complaint, purpose }: z.output<typeof returnVisitSchema>,
): Job {
  if (!hasLeft(records))
    throw new Problem(
      409,
      'Still in the shop',
      `Job ${job.number} was not handed over yet: the vehicle has not left. Go on with that job.`,
      [{ field: 'job', message: 'was not handed over yet' }],
    )
  const assessed = assessJob(job, records)
  const next: Job = {
    ...job,
    ...newJob({ ...identity, title: title ?? job.title, day }, job.customer, job.vehicle),
    bay,
    complaint,
    mark: job.mark,
    survey: job.survey,
    tapeTolerance: job.tapeTolerance,
    fittings: job.fittings,
    loadCases: job.loadCases,
    activeCase: job.activeCase,
    target: job.target,
    air: job.air,
    supply: job.supply,
    circuit: job.circuit,
    wiring: job.wiring,
    frame: job.frame,
    altitude: job.altitude,
    kits: kitsLeft(job).map((jobKit) => ({
      ...jobKit,
      work: 'keep' as const,
      leftBy: job.id,
      // What was compared with its paper then still is.
      confirmed: [...jobKit.confirmed, ...confirmedOn(records, jobKit)],
      revised: [],
    })),
    history: job.history,
    // A short visit proves none of it, and hands on what it was handed.
    owed: job.recheck ? job.owed : owedAfter(assessed),
    recheck: null,
    leftConnections: connectionsOf(job).map((c) => c.id),
    preferences: job.preferences,
    choices: job.choices,
  }
  return purpose === 'recheck' ? { ...next, recheck: { ...recheckOn(job, assessed), standsOn: standsOn(next) } } : next
}

/** @throws Problem 409 where nothing was left to look at again */
function recheckOn(job: Job, { torques, standing, handedOver }: Assessment): ReturnType<typeof recheckAfter> {
  const recheck = handedOver && recheckAfter({ job, torques, standing, handedOver })
  if (recheck && recheck.torques.length + recheck.bags.length > 0) return recheck
  throw new Problem(409, 'Nothing to look at again', `Job ${job.number} left nothing to torque or to read again.`, [
    { field: 'purpose', message: 'must be work' },
  ])
}

/** Figures of a kit that were confirmed on a job. */
const confirmedOn = (records: StoredJob['records'], { kit }: JobKit): JobKit['confirmed'] =>
  ofKind(standing(records), 'kit-confirmed').flatMap(({ body }) =>
    body.axle === kit.axle && body.kit === kit.id ? body.figures : [],
  )

/** What was signed away, or is void since: it is proved on the next visit. */
const owedAfter = ({ finalChecks }: Assessment): Job['owed'] =>
  finalChecks
    .flatMap(({ check, state }) => {
      if (state === 'done' || state === 'not-applicable') return []
      const owed = check === 'loaded-clearance' ? 'clearance' : check
      return owed === 'soap' || owed === 'air-check' || owed === 'clearance' ? [owed] : []
    })
    .filter((what, i, all) => all.indexOf(what) === i)
