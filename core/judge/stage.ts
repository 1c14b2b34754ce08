import type { Remedy } from '../vehicle'
import type { Missing } from '../proof'
import type { Job, StageId } from '../job'
import type { BayRecord, RecordBody, RecordOf, FinalCheckId } from '../records'
import type { Facts } from '../facts'

/** Something that keeps the vehicle from being handed over, by a code of its stage. */
export interface StageStop<Code extends string = string> {
  code: Code
  /** Final check, open item or load case it is about. */
  about: string
  /** What would bring an overload inside, for each rating that is exceeded. */
  remedies?: Remedy[]
  /** Nobody can sign it away. */
  hard: boolean
}

type FinalCheckState = 'done' | 'open' | 'not-applicable' | 'waived'
export interface FinalCheckReport {
  check: FinalCheckId
  stage: StageId
  state: FinalCheckState
  /** What it still lacks to be proved. */
  missing: Missing[]
  /** Ids of the records that prove it, or prove a part of it; looked up when somebody asks. */
  evidence: () => string[]
  /** Why it can never apply to this job, by code; null where it does. */
  never: NeverCode | null
  /** Whether what is missing can be signed away. */
  waivable: boolean
  /** What was signed, where that stands for what is missing. */
  waiver: RecordOf<'waiver'> | null
}
/** Why a check does not apply: no air in it; a kit that was there and was not touched; no load was ever listed; nothing on this kit to read; a short visit. */
export type NeverCode = 'no-air' | 'kept' | 'no-load' | 'none' | 'recheck'

/** What all stages together have found, for what a stage waits for. */
interface Findings {
  finalChecks: readonly FinalCheckReport[]
  stops: readonly StageStop[]
}

/** Why a record cannot be taken: the field it is about, and what would be right. */
export interface StageRefusal<Code extends string = string> {
  field: string
  code: Code
  /** What was given, or how many there are. */
  about: string
}

/** What a record is judged against before it is taken. */
interface AcceptContext {
  job: Job
  records: readonly BayRecord[]
  /** Worked out when it is asked for. */
  assess: () => Omit<Facts, 'job'> & Findings
  /** ms since 1970. */
  now: number
}

/** A final check: what it lacks, what proves it, and when it can never apply. */
export interface FinalCheckRule {
  missing(facts: Facts): Missing[]
  /** Ids of the records that prove it. */
  evidence(facts: Facts): string[]
  never?(facts: Facts): NeverCode | null
}

/**
 * What one stage knows about a job. Adding a check, a stop or something to wait for is done in the stage's own folder:
 * here, with its words in words.ts, and with its record kind in records.ts.
 */
export interface StageDefinition<
  Wait extends string = string,
  Check extends FinalCheckId = FinalCheckId,
  Stop extends string = string,
  Refusal extends string = string,
> {
  id: StageId
  /** Whether anything was entered yet. */
  begun(facts: Facts): boolean
  /** What it waits for, in the order people work: true, or how many of it. */
  waits(facts: Facts, findings: Findings): Record<Wait, boolean | number>
  checks: Record<Check, FinalCheckRule>
  stops(facts: Facts): StageStop<Stop>[]
  /** Why a record of this stage cannot be taken by the job as it stands. */
  refuses?(body: RecordBody, context: AcceptContext): StageRefusal<Refusal> | null
}

/** Any of the stages, where it does not matter which. */
export interface AnyStage extends Omit<StageDefinition, 'waits' | 'checks'> {
  waits(facts: Facts, findings: Findings): Record<string, boolean | number>
  checks: Partial<Record<FinalCheckId, FinalCheckRule>>
}

/** A stage as it is, its codes kept as types: whoever gives each a name is told when one is missing. */
export const defineStage = <
  Wait extends string,
  Check extends FinalCheckId = never,
  Stop extends string = never,
  Refusal extends string = never,
>(
  stage: StageDefinition<Wait, Check, Stop, Refusal>,
): StageDefinition<Wait, Check, Stop, Refusal> => stage

/** Codes of what a stage waits for. */
export type WaitsOf<S> = S extends { waits(...args: never[]): Record<infer Wait extends string, unknown> }
  ? Wait
  : never
/** Codes of what it stops the hand-over for. */
export type StopsOf<S> = S extends { stops(...args: never[]): StageStop<infer Stop>[] } ? Stop : never
/** Codes of why it refuses a record. */
export type RefusalsOf<S> = S extends { refuses?(...args: never[]): StageRefusal<infer Refusal> | null }
  ? Refusal
  : never
