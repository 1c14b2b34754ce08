import type { BayRecord, Job, RecordInput } from '@stout-shackle/core/job'
import { assessJob, refusalOf } from '@stout-shackle/core/stages'
import { refusedRecordText, stopText } from '@stout-shackle/core/wording'
import { Problem } from '../problem'

/**
 * Refuses a record that the job as it stands cannot take.
 * @throws Problem 422 naming the field; 409 with every stop for a handover that is not ready
 */
export function acceptRecord(job: Job, records: readonly BayRecord[], input: RecordInput): void {
  const refusal = refusalOf(job, records, input, Date.now())
  if (!refusal) return
  const message = refusedRecordText(refusal)
  if (refusal.code !== 'not-road-ready')
    throw new Problem(422, 'Cannot be recorded', message, [
      { field: `body.${refusal.field}`, message, code: refusal.code },
    ])
  const { stops } = assessJob(job, records)
  throw new Problem(
    409,
    'Not road-ready',
    message,
    stops.map((s) => ({ field: s.about || s.code, message: stopText(s), code: s.code })),
    { stops },
  )
}
