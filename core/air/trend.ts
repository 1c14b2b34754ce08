import { atmosphere, type Kelvin, type Meters, type Pascals } from '../quantity'
import { studentT } from './student'

/** A pressure read some day, with how warm the bag was and where. */
export interface LogReading {
  /** Days from any one day. */
  day: number
  /** Gauge. */
  pressure: Pascals
  temperature: Kelvin
  altitude: Meters
}
export type TrendCode = 'falling' | 'beyond-span' | 'rising' | 'too-few'
export interface Trend {
  /** Each reading as a gauge would show it at one temperature, at the standard atmosphere. */
  referred: Pascals[]
  /** Of ln of the referred pressure, a day; null under two days. */
  slope: number | null
  /** Standard error of the slope; null under three readings. */
  slopeError: number | null
  /** Share that is lost in 30 days. */
  lossPerMonth: number | null
  /** Day on which the minimum is reached, with its 95 % bounds; null where none can be told. */
  day: number | null
  dayLow: number | null
  dayHigh: number | null
  code: TrendCode
}
/** Days of a month, for a loss by the month. */
const MONTH = 30
/** Further off than so many times what was watched, a day is a direction and no date. */
const FURTHEST = 5
const CONFIDENCE = 0.95

/**
 * A reading as the gauge would show it at another temperature, at the standard atmosphere. Source: ideal gas at constant volume.
 *
 * @example
 * referredTo({ day: 40, pressure: 54 * PSI, temperature: 283.15, altitude: 0 }, 293.15) / PSI // => 56.426
 */
export const referredTo = ({ pressure, temperature, altitude }: LogReading, to: Kelvin): Pascals =>
  ((pressure + atmosphere(altitude)) * to) / temperature - atmosphere(0)

/**
 * How a bag loses air over weeks, weather taken out.
 *
 * Least squares of the logarithm of the referred pressure on days; the day of the minimum by Fieller's theorem, which is honest about a
 * slope that is hardly known: where the slope may be none, its far bound is none.
 * @param readings with no air added between them, pressures over zero
 * @param temperature that all are referred to
 * @param minimum gauge Pa
 * Source: ordinary least squares; Fieller 1954, J. Royal Statistical Society B 16, 175.
 */
export function leakTrend(readings: readonly LogReading[], temperature: Kelvin, minimum: Pascals): Trend {
  const referred = readings.map((r) => referredTo(r, temperature))
  const n = readings.length
  const days = readings.map((r) => r.day)
  const nothing = {
    referred,
    slope: null,
    slopeError: null,
    lossPerMonth: null,
    day: null,
    dayLow: null,
    dayHigh: null,
  }
  const logs = referred.map((p) => Math.log(p))
  const dayMean = mean(days)
  const logMean = mean(logs)
  const spread = days.reduce((sum, d) => sum + (d - dayMean) ** 2, 0)
  if (n < 2 || spread === 0 || logs.some((l) => !Number.isFinite(l))) return { ...nothing, code: 'too-few' }
  const slope = days.reduce((sum, d, i) => sum + (d - dayMean) * (logs[i]! - logMean), 0) / spread
  const lossPerMonth = 1 - Math.exp(MONTH * slope)
  if (n < 3) return { ...nothing, slope, lossPerMonth, code: 'too-few' }
  const rest = days.reduce((sum, d, i) => sum + (logs[i]! - logMean - slope * (d - dayMean)) ** 2, 0)
  const variance = rest / (n - 2)
  const slopeError = Math.sqrt(variance / spread)
  const known = { referred, slope, slopeError, lossPerMonth }
  if (slope >= 0) return { ...known, day: null, dayLow: null, dayHigh: null, code: 'rising' }
  const fall = Math.log(minimum) - logMean
  const ahead = fall / slope
  const day = dayMean + ahead
  const t = studentT(n - 2, CONFIDENCE)
  // Where the whole fall, less the slope over so many days, is within what chance does to it.
  const g = (t * slopeError) ** 2
  const a = slope * slope - g
  const root = fall * fall * g + (variance * t * t * a) / n
  const half = Math.sqrt(Math.max(0, root))
  const bounds = a > 0 ? [(slope * fall - half) / a, (slope * fall + half) / a].sort((x, y) => x - y) : null
  // A slope that may be none at all: from some day on, and no last one.
  const [low, high] = bounds ?? [
    a < 0 && root >= 0 ? Math.max((slope * fall + half) / a, (slope * fall - half) / a) : null,
    null,
  ]
  const span = Math.max(...days) - Math.min(...days)
  return {
    ...known,
    day,
    dayLow: low == null ? null : dayMean + low,
    dayHigh: high == null ? null : dayMean + high,
    code: day - Math.max(...days) > FURTHEST * span ? 'beyond-span' : 'falling',
  }
}
const mean = (values: readonly number[]): number => values.reduce((a, b) => a + b, 0) / values.length
