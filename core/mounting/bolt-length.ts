import { INCH, isAbove, type Meters } from '../quantity'

/** Bolts are sold by these steps of length. Common practice. */
export const LENGTH_STEP = { inch: INCH / 4, metric: 0.005 } as const
export type ThreadSeries = keyof typeof LENGTH_STEP
/** Threads that show beyond a nut. Common practice. */
export const THREADS_SHOWING = 2

export interface BoltQuestion {
  /** Thickness of each layer that it clamps. */
  grip: readonly Meters[]
  /** Thickness of each washer. */
  washers: readonly Meters[]
  /** Height of the nut, a lock nut's own; of a blind thread, how much of it has to be engaged. */
  nut: Meters
  pitch: Meters
  threads?: number
  series: ThreadSeries
  /** How deep a blind thread takes it, from its mouth. */
  reach?: Meters
  /** Space behind the nut. */
  room?: Meters
}

export interface BoltLength {
  needed: Meters
  /** The next length that is sold. */
  next: Meters
  /** What has to come off that one for the space behind it, or so that it does not bottom. */
  cut: Meters
  /** What stands out beyond the nut, uncut. */
  showing: Meters
  /** Whether a bolt that is long enough goes in there at all, cut if need be. */
  fits: boolean
}

/**
 * Length of bolt that a stack asks for.
 * @returns m
 * Source: grip, washers, nut and two threads showing, common practice; nut heights from ISO 4032 and ASME B18.2.2 are the caller's.
 *
 * @example
 * boltLength({ grip: [0.006, 0.005], washers: [0.002, 0.002], nut: 0.0084, pitch: 0.0015, threads: 2, series: 'metric' }).next // => 0.030
 */
export function boltLength(question: BoltQuestion): BoltLength {
  const { grip, washers, nut, pitch, threads = THREADS_SHOWING, series, reach = Infinity, room = Infinity } = question
  const clamped = [...grip, ...washers].reduce((sum, t) => sum + t, 0)
  const needed = clamped + nut + threads * pitch
  const step = LENGTH_STEP[series]
  // A length that comes out at a sold one but for rounding is that one.
  const next = Math.ceil(needed / step - 1e-9) * step
  const longest = Math.min(clamped + reach, clamped + nut + room)
  return {
    needed,
    next,
    cut: isAbove(next, longest) ? next - longest : 0,
    showing: next - clamped - nut,
    fits: !isAbove(needed, longest),
  }
}
