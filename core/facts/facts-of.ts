import type { PlanOutcome } from '../plan'
import { kitsLeft, type Job } from '../job'
import { everTold, lateRecords, ofKind, standing as standingOf, type BayRecord, type RecordOf } from '../records'
import { counts, replay, withPressure } from '../proof'
import { ratingReport, type RatingMargin } from '../vehicle'
import { airState } from '../stages/air'
import { departuresOf, openItemsOf, stepLooks, stepReports, torqueStates, type OpenItems } from '../stages/bay'
import { alteredOn, assessCase, assessKit, caseEstimates, cautionsOf, unconfirmedOn } from '../stages/choose'
import type { Facts } from './facts'
import { judgeGaps, roomGapsOf } from '../stages/fit'
import { touchesAsMounted } from '../stages/fit/room'
import { asLeftOf } from '../stages/hand-over'
import { correctedCases, correctionsOf, cornerFindings, loadCases, weigh } from '../stages/load'
import { unansweredOf } from '../stages/measure'
import { decidedCatalog } from '../stages/plan'

/**
 * What a job comes to, in the order people work, each fact from those before it.
 * @param records all of the job, oldest first
 * @param plan its work plan; null without a kit
 */
export function factsOf(job: Job, records: readonly BayRecord[], plan: PlanOutcome | null): Facts {
  const standing = standingOf(records)
  const proof = replay(job, plan, standing)
  // What contradicts the state of the work, or is void since, changes no figure.
  const sound = standing.filter((r) => r.body.kind === 'step' || counts(proof, r)).map((r) => withPressure(r, proof))
  const read = loadCases(job, sound)
  const corrections = correctionsOf(job, sound, read.cases)
  const { cases: loaded, springs } = correctedCases(job, read, corrections)
  const estimates = caseEstimates(job, sound, loaded)
  const cases = loaded.map((loadedCase, i) =>
    assessCase(job, sound, loadedCase, { spring: springs.rear, estimate: estimates?.[i] ?? null }),
  )
  const active = cases.find((c) => c.loadCase.id === job.activeCase) ?? cases[0]!
  const late = lateRecords(standing)
  const told = everTold(records)
  const torques = plan?.ok ? torqueStates(plan.plan, standing, proof, instrumentPulls(records, standing)) : []
  const chosen = kitsLeft(job).map((jobKit) =>
    assessKit(job, jobKit.kit, active, { catalog: decidedCatalog(jobKit), fitted: active }),
  )
  const steps = stepReports(plan, standing, proof)
  return {
    job,
    standing,
    proof,
    cases,
    active,
    springs,
    corrections,
    corners: cornerFindings(job, sound, active),
    cautions: cautionsOf(job, active, springs.rear),
    chosen,
    unconfirmed: unconfirmedOn(job, standing),
    gaps: judgeGaps(job, standing, proof),
    roomGaps: roomGapsOf(job, standing, proof),
    touches: touchesAsMounted(job, active),
    plan,
    steps,
    looks: stepLooks(job, steps, standing, { proof, told }),
    torques,
    runs: lastRuns(told),
    departures: departuresOf({ job, standing, proof, steps, torques }),
    openItems: plan?.ok ? withAltered(job, openItemsOf(plan.plan, standing, torques, proof)) : null,
    air: airState(job, standing, proof, { chosen, springs, told }),
    asLeft: asLeftOf(job, standing, proof, { cases, chosen }),
    emptyOver: emptyOver(job, sound),
    late,
    // What came in late has to be looked at: the vehicle is handed over again after it.
    handedOver: late.length ? null : (ofKind(standing, 'handed-over').at(-1) ?? null),
    leftElsewhere: null,
    unanswered: unansweredOf(job),
  }
}

const lastRuns = (told: readonly BayRecord[]): RecordOf<'travel-run'>[] => [
  ...new Map(ofKind(told, 'travel-run').map((r) => [`${r.body.axle} ${r.body.side}`, r])).values(),
]

/** Torques that an instrument read and that do not stand any more: what was pulled was pulled. */
function instrumentPulls(records: readonly BayRecord[], stand: readonly BayRecord[]): RecordOf<'torque'>[] {
  const known = new Set(stand)
  return ofKind(records, 'torque').filter((r) => r.body.reading !== null && !known.has(r))
}

const withAltered = (job: Job, items: OpenItems): OpenItems => ({
  ...items,
  deviations: [...items.deviations, ...alteredOn(job)],
})

/** Ratings that the vehicle passes with nothing listed on it: no load is light enough then. */
function emptyOver(job: Job, standing: readonly BayRecord[]): RatingMargin[] {
  const nothing = { id: '', name: '', items: [] }
  return ratingReport(job.vehicle, [], weigh(job, standing, nothing)).exceeded
}
