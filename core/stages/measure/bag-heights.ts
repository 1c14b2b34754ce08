import type { Meters } from '../../quantity'
import { AXLES, type AxleEnd } from '../../vehicle'
import { ofKind, type BayRecord } from '../../records'
import { kitAt, type Job } from '../../job'

/** Height of each axle's bags as read, mean of both sides. */
export type MeasuredBags = Partial<Record<AxleEnd, Meters>>

/**
 * Bag heights that were read on the job's own kits: they count before what the instructions say.
 * @param standing records that stand, oldest first
 * @returns m for an axle of which both sides were read
 */
export function measuredBags(job: Pick<Job, 'kits'>, standing: readonly BayRecord[]): MeasuredBags {
  const found: MeasuredBags = {}
  for (const axle of AXLES) {
    if (!kitAt(job, axle)) continue
    const read = ofKind(standing, 'gap').filter((r) => r.body.check === 'bag-height' && r.body.axle === axle)
    const heightOn = (side: 'left' | 'right') => read.findLast((r) => r.body.side === side)?.body.value
    const [left, right] = [heightOn('left'), heightOn('right')]
    if (left !== undefined && right !== undefined) found[axle] = (left + right) / 2
  }
  return found
}
