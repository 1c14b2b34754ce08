import { GAUGE_TOLERANCE } from '../../air'
import type { Job } from '../../job'
import { ofKind, type BayRecord, type PressureReading, type RecordOf } from '../../records'

/** A reading of the log with the name that it always has, so that it is not there twice. */
type NamedReading = PressureReading & { id: string }

/** The names under which a record of bag pressures stands in the log. */
export const readingIds = (record: string): string[] => ['left', 'right', 'both'].map((side) => `${record}-${side}`)

/**
 * What a short visit read of the bags, as readings of the vehicle's log: as it came in, and what it was filled to where air was added.
 * @param standing records that stand, oldest first
 * @returns none for any other visit
 */
export function readingsOfVisit(job: Pick<Job, 'recheck' | 'air'>, standing: readonly BayRecord[]): NamedReading[] {
  if (!job.recheck) return []
  return job.recheck.bags.flatMap(({ axle }) => {
    const read = ofKind(standing, 'bag-pressure').filter(({ body }) => body.axle === axle)
    const [first] = read
    if (!first) return []
    const last = read.at(-1)!.body
    const reading = (side: 'left' | 'right' | null): NamedReading => {
      const of = (body: RecordOf<'bag-pressure'>['body']) => (side === 'right' ? body.right : body.left)
      return {
        id: `${first.id}-${side ?? 'both'}`,
        axle,
        side,
        pressure: of(first.body),
        temperature: first.body.temperature ?? null,
        altitude: null,
        readAt: first.at,
        load: null,
        source: 'shop',
        readBy: first.by,
        tolerance: null,
        filledTo: of(last) > of(first.body) + GAUGE_TOLERANCE ? of(last) : null,
      }
    }
    return job.air[axle] === 'teed' ? [reading(null)] : [reading('left'), reading('right')]
  })
}
