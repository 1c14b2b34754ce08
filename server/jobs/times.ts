import type { BayRecord, RecordBody, RecordInput } from '@stout-shackle/core/records'

/** Less than this is the way through the network, not a clock that is off. */
const TRANSIT_MS = 5000

export interface Times {
  /** When it was done, by this server's clock, ms since 1970. */
  at: number
  /** By how much the screen's clock is ahead, s; 0 where nobody would call it off. */
  clockOff: number
}

/**
 * When a record was taken down, told from the screen's own clock: what that clock said when it sent the record, less what
 * the server's says as it comes in, is by how much it is off.
 *
 * @param takenDown by the screen; absent from a caller that is never away
 * @param received ms since 1970
 * @param earlier when that screen took down the record before this one, ms; a clock that was set in between cannot turn
 *   its records around
 */
export function correctedTime(takenDown: RecordInput['takenDown'], received: number, earlier: number): Times {
  if (!takenDown) return { at: received, clockOff: 0 }
  const ahead = Date.parse(takenDown.sent) - received
  const off = Math.abs(ahead) > TRANSIT_MS ? ahead : 0
  const time = Math.min(received, Math.max(earlier, Date.parse(takenDown.at) - off))
  return { at: time, clockOff: Math.round(off / 1000) }
}

/**
 * What a record says of times, by this server's clock: the screen that took them down may be off. A correction that leaves the time as
 * it was leaves it by this clock.
 * @param clockOff by how much the screen's clock is ahead, s
 * @param records of the job
 */
export function correctedBody(
  { body, supersedes }: Pick<RecordInput, 'body' | 'supersedes'>,
  clockOff: number,
  records: readonly BayRecord[],
): RecordBody {
  if (body.kind !== 'air-check' || !clockOff) return body
  const before = records.find((r) => r.id === supersedes?.record)?.body
  if (before?.kind === 'air-check' && before.readAt === body.readAt) return body
  return { ...body, readAt: new Date(Date.parse(body.readAt) - clockOff * 1000).toISOString() }
}
