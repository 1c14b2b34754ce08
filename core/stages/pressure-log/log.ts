import { GAUGE_TOLERANCE, leakTrend, referredTo, type Trend } from '../../air'
import type { KeptReading } from '../../records'
import type { AxleEnd } from '../../vehicle'
import { ZERO_CELSIUS, type Kelvin, type Pascals } from '../../quantity'

const DAY = 86_400_000
/** All readings are looked at as they would be at this temperature. */
export const REFERENCE: Kelvin = ZERO_CELSIUS + 20

/** One line's readings, and what they come to since air was last added. */
export interface LineLog {
  axle: AxleEnd
  side: 'left' | 'right' | null
  /** Those that count, oldest first. */
  readings: KeptReading[]
  /** Index of the first reading since air was added. */
  since: number
  /** Each reading at one temperature and the standard atmosphere; null where nobody knows how warm it was. */
  referred: (Pascals | null)[]
  trend: Trend | null
  /** By how much the gauge fell since air was added, and how much of that was weather. */
  fell: { gauge: Pascals; weather: Pascals } | null
  /** A fall at once, out of line with the readings before it. */
  sudden: { from: string; to: string; lost: Pascals } | null
  /** Days from now until the min, by the trend, with its 95 % bounds; null where none can be told. */
  due: { days: number; low: number | null; high: number | null } | null
}

/**
 * The log of a vehicle by line, each with its trend since air was last added.
 * @param minimum of each axle's bags, gauge Pa
 * @param altitude where a reading says none
 * @param now ms
 * Source: `leakTrend`.
 */
export function pressureLog(
  readingsHere: readonly KeptReading[],
  minimum: Partial<Record<AxleEnd, Pascals>>,
  altitude: number,
  now: number,
): LineLog[] {
  const stands = readingsHere
    .filter((r) => r.withdrawn === null)
    .toSorted((a, b) => Date.parse(a.readAt) - Date.parse(b.readAt))
  const lines = new Map<string, KeptReading[]>()
  for (const r of stands) {
    const key = `${r.axle} ${r.side ?? 'both'}`
    lines.set(key, [...(lines.get(key) ?? []), r])
  }
  return [...lines.values()].map((readings): LineLog => {
    const [{ axle, side }] = readings as [KeptReading]
    const filled = readings.findLastIndex((r) => r.filledTo !== null)
    const since = Math.max(0, filled)
    const dayOf = (r: KeptReading) => Date.parse(r.readAt) / DAY
    const pointOf = (r: KeptReading, pressure: Pascals) =>
      r.temperature === null
        ? null
        : { day: dayOf(r), pressure, temperature: r.temperature, altitude: r.altitude ?? altitude }
    const referred = readings.map((r) => {
      const point = pointOf(r, r.pressure)
      return point && referredTo(point, REFERENCE)
    })
    // The segment begins with what it was filled to.
    const points = readings
      .slice(since)
      .flatMap((r, i) => pointOf(r, i === 0 ? (r.filledTo ?? r.pressure) : r.pressure) ?? [])
    const least = minimum[axle]
    const trend = points.length && least !== undefined ? leakTrend(points, REFERENCE, least) : null
    const [first, last] = [points[0], points.at(-1)]
    const fell =
      first && last && points.length > 1
        ? {
            gauge: first.pressure - last.pressure,
            weather: first.pressure - last.pressure - (trend!.referred[0]! - trend!.referred.at(-1)!),
          }
        : null
    const today = now / DAY
    return {
      axle,
      side,
      readings,
      since,
      referred,
      trend,
      fell,
      sudden:
        least === undefined
          ? null
          : suddenFall(
              points,
              readings.slice(since).filter((r) => r.temperature !== null),
              least,
            ),
      due:
        trend?.day != null && trend.code === 'falling'
          ? {
              days: trend.day - today,
              low: trend.dayLow === null ? null : trend.dayLow - today,
              high: trend.dayHigh === null ? null : trend.dayHigh - today,
            }
          : null,
    }
  })
}

/** How many times what the trend before would have lost makes a fall a sudden one. */
const OUT_OF_LINE = 3

/** Whether the last reading lies well below where those before it pointed. */
function suddenFall(
  points: readonly { day: number; pressure: Pascals; temperature: Kelvin; altitude: number }[],
  readings: readonly KeptReading[],
  minimum: Pascals,
): LineLog['sudden'] {
  if (points.length < 3) return null
  const before = leakTrend(points.slice(0, -1), REFERENCE, minimum)
  if (before.slope === null) return null
  const [last, previous] = [points.at(-1)!, points.at(-2)!]
  const was = before.referred.at(-1)!
  const expected = was * Math.exp(Math.min(0, before.slope) * (last.day - previous.day))
  const lost = expected - referredTo(last, REFERENCE)
  const usual = was - expected
  return lost > 2 * GAUGE_TOLERANCE && lost > OUT_OF_LINE * usual
    ? { from: readings.at(-2)!.id, to: readings.at(-1)!.id, lost }
    : null
}
