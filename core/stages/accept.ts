import type { BayRecord, Job, RecordInput } from '../job'
import { ALL_STAGES } from './all'
import { assessJob, type Assessment } from './assess'
import type { AnyStage, RefusalsOf, StageRefusal } from './stage'

export type RefusalCode = RefusalsOf<(typeof ALL_STAGES)[number]>
/** Why a record was not taken. */
export type Refusal = StageRefusal<RefusalCode>

/**
 * Why the job as it stands cannot take a record: a step that is not in its plan, a torque on a fastener that is not
 * there, a reading from the future, a handover with something still open.
 * @param records those the job has, oldest first
 * @param now ms since 1970, by the server's clock
 * @returns null where it can be taken
 */
export function refusalOf(job: Job, records: readonly BayRecord[], input: RecordInput, now: number): Refusal | null {
  let assessment: Assessment | null = null
  const context = { job, records, assess: () => (assessment ??= assessJob(job, records)), now }
  for (const stage of ALL_STAGES as readonly AnyStage[]) {
    const refusal = stage.refuses?.(input.body, context)
    if (refusal) return refusal as Refusal
  }
  return null
}
