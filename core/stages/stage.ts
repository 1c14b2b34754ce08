import type { Remedy } from '../vehicle'
import type { BayRecord, Job, RecordBody, StageId } from '../job'
import type { Facts } from './facts'
import type { FinalCheckId } from './hand-over/records'

/** Something that keeps the vehicle from being handed over. */
export interface Stop {
  code: StopCode
  /** Final check, open item or load case it is about. */
  about: string
  stage: StageId
  /** What would bring an overload inside, for each rating that is exceeded. */
  remedies?: Remedy[]
}
export type StopCode =
  'final-check-open' | 'item-open' | 'over-rating' | 'steps-left' | 'no-kit' | 'plan-stuck' | 'torque-wrong'

export type FinalCheckState = 'done' | 'open' | 'not-applicable' | 'refused'
export interface FinalCheckReport {
  check: FinalCheckId
  stage: StageId
  state: FinalCheckState
  /** Why it is not done: typed by a person, or null. */
  because: string | null
  /** Why it can never apply to this job, by code; null where it does. */
  never: 'no-air' | null
}

/** What all stages together have found, for what a stage waits for. */
export interface Findings {
  finalChecks: readonly FinalCheckReport[]
  stops: readonly Stop[]
}

/** Why a record cannot be taken: the field it is about, and what would be right. */
export interface Refusal {
  field: string
  code: RefusalCode
  /** What was given, or how many there are. */
  about: string
}
export type RefusalCode =
  'unknown-load-case' | 'unknown-step' | 'unknown-fastener' | 'no-such-place' | 'in-the-future' | 'not-road-ready'

/** What a record is judged against before it is taken. */
export interface AcceptContext {
  job: Job
  records: readonly BayRecord[]
  /** Worked out when it is asked for. */
  assess: () => Pick<Facts, 'plan'> & Findings
  /** ms since 1970. */
  now: number
}

/** A final check: when it is done, and when it can never apply. */
export interface FinalCheckRule {
  done(facts: Facts): boolean
  never?(facts: Facts): FinalCheckReport['never']
}

/**
 * What one stage knows about a job. Adding a check, a stop or something to wait for is done in the stage's own folder:
 * here, with its words in words.ts, and with its record kind in records.ts.
 */
export interface StageDefinition<Wait extends string = string, Check extends FinalCheckId = FinalCheckId> {
  id: StageId
  /** Whether anything was entered yet. */
  begun(facts: Facts): boolean
  /** What it waits for, in the order people work: true, or how many of it. */
  waits(facts: Facts, findings: Findings): Record<Wait, boolean | number>
  checks: Record<Check, FinalCheckRule>
  stops(facts: Facts): Omit<Stop, 'stage'>[]
  /** Why a record of this stage cannot be taken by the job as it stands. */
  refuses?(body: RecordBody, context: AcceptContext): Refusal | null
}

/** Any of the stages, where it does not matter which. */
export interface AnyStage extends Omit<StageDefinition, 'waits' | 'checks'> {
  waits(facts: Facts, findings: Findings): Record<string, boolean | number>
  checks: Partial<Record<FinalCheckId, FinalCheckRule>>
}

export const defineStage = <Wait extends string, Check extends FinalCheckId = never>(
  stage: StageDefinition<Wait, Check>,
): StageDefinition<Wait, Check> => stage

/** Codes of what a stage waits for. */
export type WaitsOf<S> = S extends StageDefinition<infer Wait, never> ? Wait : never
