import { GAUGE_TOLERANCE, laterReading } from '../../air'
import type { Job } from '../../job'
import { isBelow, PSI, type Pascals } from '../../quantity'
import { ofKind, type BayRecord, type KeptReading } from '../../records'
import type { AxleEnd } from '../../vehicle'

const HOUR = 3_600_000
/** What an owner's tire gauge may be off by, where nobody said. Common practice, no published source. */
const OWNERS_GAUGE: Pascals = 3 * PSI

/** Why a reading brings a vehicle back. */
export interface PressureAlarm {
  code: 'under-minimum' | 'lost-too-much'
  axle: AxleEnd
  side: 'left' | 'right' | null
  pressure: Pascals
  /** The min of the kit, or the lowest that is no leak. */
  least: Pascals
}

/** What a reading may be off by. */
const doubtOf = ({ tolerance, source }: KeptReading): Pascals =>
  tolerance ?? (source === 'owner' ? OWNERS_GAUGE : GAUGE_TOLERANCE)

/**
 * Whether the bags, as they were read last, are under their min, or lower than warmth and what may be lost explain. What is only
 * in doubt is no alarm.
 * @param readings of the vehicle, in any order
 * @param standing records of the visit that set them, oldest first
 * @param minimum of each axle's bags, gauge Pa
 * @returns the worst first; none where all is well
 * Source: `laterReading`.
 */
export function pressureAlarms(
  job: Pick<Job, 'altitude' | 'recheck'>,
  standing: readonly BayRecord[],
  readings: readonly KeptReading[],
  minimum: Partial<Record<AxleEnd, Pascals>>,
): PressureAlarm[] {
  const latest = new Map<string, KeptReading>()
  const byTime = readings
    .filter((r) => r.withdrawn === null)
    .toSorted((a, b) => Date.parse(a.readAt) - Date.parse(b.readAt))
  for (const r of byTime) latest.set(`${r.axle} ${r.side ?? ''}`, r)
  const set = ofKind(standing, 'bag-pressure').map(({ body, at }) => ({ ...body, at }))
  // A short visit reads what the one before set.
  const before = (job.recheck?.bags ?? []).flatMap(({ axle, last }) =>
    last ? { axle, temperature: undefined, ...last } : [],
  )
  const sets = job.recheck ? before : set
  return [...latest.values()]
    .flatMap((r): PressureAlarm[] => {
      // Filled since: what it read before is no news.
      if (r.filledTo !== null) return []
      const { axle, side, pressure } = r
      const least = minimum[axle]
      const most = pressure + doubtOf(r)
      if (least !== undefined && isBelow(most, least)) return [{ code: 'under-minimum', axle, side, pressure, least }]
      const filled = byTime.findLast((b) => b.filledTo !== null && b.axle === axle && b.side === side)
      const left = sets.findLast((s) => s.axle === axle && s.at <= r.readAt)
      const start = filled
        ? { pressure: filled.filledTo!, temperature: filled.temperature, at: filled.readAt }
        : left && {
            pressure: side === 'right' ? left.right : left.left,
            temperature: left.temperature ?? null,
            at: left.at,
          }
      if (!start) return []
      const hours = (Date.parse(r.readAt) - Date.parse(start.at)) / HOUR
      if (hours <= 0) return []
      const { least: lowest } = laterReading(start, r.temperature, { hours, altitude: job.altitude, gauge: 0 })
      return isBelow(most, lowest) ? [{ code: 'lost-too-much', axle, side, pressure, least: lowest }] : []
    })
    .sort((a, b) => (a.code === b.code ? 0 : a.code === 'under-minimum' ? -1 : 1))
}
