import type { PlanOutcome } from '../plan'
import { ofKind, standing as standingOf, type BayRecord, type Job, type StageId } from '../job'
import { airState } from './air'
import { ALL_STAGES } from './all'
import { openItemsOf, stepReports, torqueStates } from './bay'
import { assessCase, assessKit, cautionsOf } from './choose'
import type { Facts } from './facts'
import { judgeGaps } from './fit'
import { FINAL_CHECKS, type FinalCheckId } from './hand-over'
import { cornerFindings, loadCases } from './load'
import { unansweredOf } from './measure'
import { decidedCatalog, planFor } from './plan'
import type { AnyStage, FinalCheckReport, FinalCheckRule, Findings, Stop, WaitsOf } from './stage'

const STAGES_IN_ORDER: readonly AnyStage[] = ALL_STAGES

export type WaitCode = WaitsOf<(typeof ALL_STAGES)[number]>
/** What a stage still waits for; `count` where it is a number of things. */
export interface Waiting {
  code: WaitCode
  stage: StageId
  count: number
}
export interface StageReport {
  stage: StageId
  state: 'open' | 'waiting' | 'done'
  waits: Waiting[]
}

export interface Assessment extends Omit<Facts, 'job'> {
  finalChecks: FinalCheckReport[]
  /** What keeps the vehicle from being handed over. */
  stops: Stop[]
  stages: StageReport[]
}

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
  plan: PlanOutcome | null = planFor(job),
): Assessment {
  const { job: _job, ...facts } = factsOf(job, records, plan)
  return { ...facts, ...judge({ job, ...facts }) }
}

function factsOf(job: Job, records: readonly BayRecord[], plan: PlanOutcome | null): Facts {
  const standing = standingOf(records)
  const { cases: loaded, spring } = loadCases(job, standing)
  const cases = loaded.map((at) => assessCase(job, standing, at, spring))
  const active = cases.find((c) => c.loadCase.id === job.activeCase) ?? cases[0]!
  const torques = plan?.ok ? torqueStates(plan.plan, standing) : []
  return {
    job,
    standing,
    cases,
    active,
    spring,
    corners: cornerFindings(job, standing, active),
    cautions: cautionsOf(job, active, spring),
    chosen: job.kit ? assessKit(job, job.kit, active, decidedCatalog(job)) : null,
    gaps: judgeGaps(job, standing),
    plan,
    steps: stepReports(plan, standing),
    torques,
    openItems: plan?.ok ? openItemsOf(plan.plan, standing, torques) : null,
    air: airState(job, standing),
    handedOver: ofKind(standing, 'handed-over').at(-1) ?? null,
    unanswered: unansweredOf(job.vehicle, job.survey),
  }
}

const RULES = Object.fromEntries(
  STAGES_IN_ORDER.flatMap((stage: AnyStage) =>
    Object.entries(stage.checks).map(([check, rule]) => [check, { stage: stage.id, rule }]),
  ),
) as Record<FinalCheckId, { stage: StageId; rule: FinalCheckRule }>

function judge(facts: Facts): Findings & Pick<Assessment, 'finalChecks' | 'stops' | 'stages'> {
  const finalChecks = FINAL_CHECKS.map((check) => finalCheck(check, facts))
  const stops = [
    ...STAGES_IN_ORDER.flatMap((stage) => stage.stops(facts).map((stop): Stop => ({ ...stop, stage: stage.id }))),
    ...finalChecks
      .filter((c) => c.state === 'open')
      .map(({ check, stage }): Stop => ({ code: 'final-check-open', about: check, stage })),
  ]
  const stages = STAGES_IN_ORDER.map((stage: AnyStage): StageReport => {
    const waits = Object.entries(stage.waits(facts, { finalChecks, stops }))
      .filter(([, count]) => count)
      .map(([code, count]) => ({ code: code as WaitCode, stage: stage.id, count: Number(count) }))
    return { stage: stage.id, waits, state: waits.length === 0 ? 'done' : stage.begun(facts) ? 'waiting' : 'open' }
  })
  return { finalChecks, stops, stages }
}

function finalCheck(check: FinalCheckId, facts: Facts): FinalCheckReport {
  const { stage, rule } = RULES[check]
  const report = (state: FinalCheckReport['state'], because: string | null = null): FinalCheckReport => ({
    check,
    stage,
    state,
    because,
    never: null,
  })
  if (rule.done(facts)) return report('done')
  const never = rule.never?.(facts) ?? null
  if (never) return { ...report('not-applicable'), never }
  const answer = ofKind(facts.standing, 'final-check').findLast((r) => r.body.check === check)?.body
  return answer ? report(answer.outcome, answer.because) : report('open')
}
