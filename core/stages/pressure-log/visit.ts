import { GAUGE_TOLERANCE } from '../../air'
import type { Job } from '../../job'
import type { Pascals } from '../../quantity'
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
    const ofLine = (side: 'left' | 'right' | null): NamedReading[] => {
      const of = ({ body }: RecordOf<'bag-pressure'>) => (side === 'right' ? body.right : body.left)
      /** Whether air went in between one reading and the one before it. */
      const isFilled = (i: number) => i > 0 && of(read[i]!) > of(read[i - 1]!) + GAUGE_TOLERANCE
      /** The last of the fills that follow a reading. */
      const filledTo = (i: number): Pascals | null => {
        let last = i
        while (last + 1 < read.length && isFilled(last + 1)) last += 1
        return last > i ? of(read[last]!) : null
      }
      return read.flatMap((r, i): NamedReading[] =>
        isFilled(i)
          ? []
          : [
              {
                id: `${r.id}-${side ?? 'both'}`,
                axle,
                side,
                pressure: of(r),
                temperature: r.body.temperature ?? null,
                altitude: null,
                readAt: r.at,
                load: null,
                source: 'shop',
                readBy: r.by,
                tolerance: null,
                filledTo: filledTo(i),
              },
            ],
      )
    }
    return job.air[axle] === 'teed' ? ofLine(null) : [...ofLine('left'), ...ofLine('right')]
  })
}
