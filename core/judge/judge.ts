import type { StageId } from '../job'
import { missing } from '../proof'
import { ALL_STAGES } from './all'
import type { Facts } from '../facts'
import { isWaivable, signatureFor } from '../stages/hand-over'
import { FINAL_CHECKS, type FinalCheckId, type WaiverId } from '../records'
import { isAnsweredBefore, isProvedBefore } from './recheck'
import type { AnyStage, FinalCheckReport, FinalCheckRule, StageStop, StopsOf, WaitsOf } from './stage'

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

export type StopCode = StopsOf<(typeof ALL_STAGES)[number]> | 'final-check-open'
/** Something that keeps the vehicle from being handed over, and where it is put right. */
export interface Stop extends StageStop<StopCode> {
  stage: StageId
}

/** What the stages make of the facts. */
export interface Judgment {
  finalChecks: FinalCheckReport[]
  /** What keeps the vehicle from being handed over. */
  stops: Stop[]
  stages: StageReport[]
}

const RULES = Object.fromEntries(
  STAGES_IN_ORDER.flatMap((stage: AnyStage) =>
    Object.entries(stage.checks).map(([check, rule]) => [check, { stage: stage.id, rule }]),
  ),
) as Record<FinalCheckId, { stage: StageId; rule: FinalCheckRule }>

/** Asks every stage for its checks, its stops and what it waits for. */
export function judge(facts: Facts): Judgment {
  const finalChecks = FINAL_CHECKS.map((check) => finalCheck(check, facts))
  const stops = [
    ...STAGES_IN_ORDER.flatMap((stage) =>
      stage
        .stops(facts)
        .filter((stop) => !isAnsweredBefore(facts, stop.code))
        .map((stop): Stop => ({ ...stop, code: stop.code as StopCode, stage: stage.id })),
    ),
    ...finalChecks
      .filter((c) => c.state === 'open')
      .map(({ check, stage, waivable }): Stop => ({ code: 'final-check-open', about: check, stage, hard: !waivable })),
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
  const lacks = facts.job.kits.length ? rule.missing(facts) : [missing('not-done', '')]
  const never = isProvedBefore(facts, check) ? ('recheck' as const) : (rule.never?.(facts) ?? null)
  const waivable = lacks.length > 0 && isWaivable(facts, check, lacks)
  const waiver = waivable && !never ? signatureFor(facts, check as WaiverId) : null
  return {
    check,
    stage,
    state: never ? 'not-applicable' : lacks.length === 0 ? 'done' : waiver ? 'waived' : 'open',
    missing: never ? [] : lacks,
    evidence: () => rule.evidence(facts),
    never,
    waivable,
    waiver,
  }
}
