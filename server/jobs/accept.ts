import type { Job } from '@stout-shackle/core/job'
import type { BayRecord, RecordInput } from '@stout-shackle/core/records'
import { assessJob, refusalOf } from '@stout-shackle/core/judge'
import { refusedRecordText, stopText } from '@stout-shackle/core/wording'
import { Problem } from '../problem'
import { correctedBody, correctedTime } from './times'

/** A hand-over that waited longer than this in a queue was not made with the server in sight, ms. */
const IN_SIGHT_MS = 60_000

/** A vehicle that has left is changed on its next visit. */
export const visitClosed = (): Problem =>
  new Problem(409, 'Visit closed', 'It was handed over: this visit is closed. Open a return visit.', [
    { field: 'job', message: 'was handed over', code: 'visit-closed' },
  ])

/**
 * Refuses a record that the job as it stands cannot take.
 * @throws Problem 422 naming the field; 409 with every stop for a handover that is not ready or was made away from
 *   the server, and for a visit that is closed
 */
export function acceptRecord(job: Job, records: readonly BayRecord[], input: RecordInput): void {
  const { takenDown } = input
  if (
    input.body.kind === 'handed-over' &&
    takenDown &&
    Date.parse(takenDown.sent) - Date.parse(takenDown.at) > IN_SIGHT_MS
  )
    throw new Problem(
      409,
      'Needs the server',
      'A vehicle is handed over with the server in sight: other screens may hold work it does not know. Hand it over again.',
      [{ field: 'takenDown', message: 'was away', code: 'needs-server' }],
    )
  const now = Date.now()
  const { at: time, clockOff } = correctedTime(takenDown, now, 0)
  const refusal = refusalOf(job, records, { ...input, body: correctedBody(input, clockOff, records) }, { time, now })
  if (!refusal) return
  const message = refusedRecordText(refusal)
  if (refusal.code === 'visit-closed') throw visitClosed()
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
  ).with({ extra: { stops } })
}
