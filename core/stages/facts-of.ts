import type { PlanOutcome } from '../plan'
import { kitsLeft, lateRecords, ofKind, standing as standingOf, type BayRecord, type Job } from '../job'
import { airState } from './air'
import { openItemsOf, stepReports, torqueStates } from './bay'
import { assessCase, assessKit, caseEstimates, cautionsOf } from './choose'
import type { Facts } from './facts'
import { judgeGaps } from './fit'
import { cornerFindings, loadCases } from './load'
import { unansweredOf } from './measure'
import { decidedCatalog } from './plan'

/**
 * What a job comes to, in the order people work, each fact from those before it.
 * @param records all of the job, oldest first
 * @param plan its work plan; null without a kit
 */
export function factsOf(job: Job, records: readonly BayRecord[], plan: PlanOutcome | null): Facts {
  const standing = standingOf(records)
  const { cases: loaded, springs } = loadCases(job, standing)
  const estimates = caseEstimates(job, standing, loaded)
  const cases = loaded.map((at, i) => assessCase(job, standing, at, springs.rear, estimates?.[i] ?? null))
  const active = cases.find((c) => c.loadCase.id === job.activeCase) ?? cases[0]!
  const late = lateRecords(standing)
  const torques = plan?.ok ? torqueStates(plan.plan, standing) : []
  return {
    job,
    standing,
    cases,
    active,
    springs,
    corners: cornerFindings(job, standing, active),
    cautions: cautionsOf(job, active, springs.rear),
    chosen: kitsLeft(job).map((own) => assessKit(job, own.kit, active, decidedCatalog(own), active)),
    gaps: judgeGaps(job, standing),
    plan,
    steps: stepReports(plan, standing),
    torques,
    openItems: plan?.ok ? openItemsOf(plan.plan, standing, torques) : null,
    air: airState(job, standing),
    late,
    // What came in late has to be looked at: the vehicle is handed over again after it.
    handedOver: late.length ? null : (ofKind(standing, 'handed-over').at(-1) ?? null),
    unanswered: unansweredOf(job),
  }
}
