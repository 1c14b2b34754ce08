import { type Job } from '../job'
import { lateRecords, ofKind, standing, type BayRecord, type RecordInput, type RecordOf } from '../records'
import { ALL_STAGES } from './all'
import { assessJob, type Assessment } from './assess'
import type { AnyStage, RefusalsOf, StageRefusal } from './stage'

export type RefusalCode = RefusalsOf<(typeof ALL_STAGES)[number]> | 'visit-closed'
/** Why a record was not taken. */
export type Refusal = StageRefusal<RefusalCode>

/** A hand-over that was a slip is taken back within this, ms; after it the vehicle has left. */
const SLIP_MS = 30 * 60_000

/**
 * The hand-over that closed a visit; null while it is open, or open again by what came in late. One that a file tells of closes nothing
 * while things are open.
 * @param records all of the job, oldest first
 */
function closedBy(job: Job, records: readonly BayRecord[]): RecordOf<'handed-over'> | null {
  return lateRecords(standing(records)).length ? null : leftWith(job, records)
}
/**
 * The hand-over with which the vehicle of a job left, also where records came in late since: they reopen what was proved, not the plan.
 * @param records all of the job, oldest first
 */
export function leftWith(job: Job, records: readonly BayRecord[]): RecordOf<'handed-over'> | null {
  const left = ofKind(standing(records), 'handed-over').at(-1) ?? null
  return left?.origin?.imported && assessJob(job, records).leftElsewhere ? null : left
}

/**
 * Why the job as it stands cannot take a record: a step that is not in its plan, a torque on a fastener that is not
 * there, a reading from the future, a visit that is closed, a handover with something still open.
 * @param records those the job has, oldest first
 * @param time when it was done, ms since 1970, by the server's clock
 * @param now ms since 1970, by the server's clock
 * @returns null where it can be taken
 */
export function refusalOf(
  job: Job,
  records: readonly BayRecord[],
  input: RecordInput,
  { time, now }: { time: number; now: number },
): Refusal | null {
  const left = closedBy(job, records)
  if (left && !isLate(left, time) && !isSlip(left, input, now))
    return { field: 'kind', code: 'visit-closed', about: left.at }
  let assessment: Assessment | null = null
  const context = { job, records, assess: () => (assessment ??= assessJob(job, records)), now }
  for (const stage of ALL_STAGES as readonly AnyStage[]) {
    const refusal = stage.refuses?.(input.body, context)
    if (refusal) return refusal as Refusal
  }
  return null
}
/** Done before the vehicle left: a tablet was away. It is kept, and reopens what it touches. */
const isLate = (left: BayRecord, time: number): boolean => time <= Date.parse(left.at)
/**
 * Whether a hand-over may still be taken back as a slip.
 * @param now ms since 1970
 */
export const canTakeBack = (left: Pick<BayRecord, 'at'>, now: number): boolean => now - Date.parse(left.at) <= SLIP_MS
const isSlip = (left: BayRecord, { body, supersedes }: RecordInput, now: number): boolean =>
  body.kind === 'withdrawn' && supersedes?.record === left.id && canTakeBack(left, now)
