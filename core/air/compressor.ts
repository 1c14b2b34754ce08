import { atmosphere, PSI, type Kelvin, type Pascals } from '../quantity'
import type { FlowPoint } from './fill'

/** What a compressor's sheet says of it. */
export interface CompressorUnit {
  /** Free air against the pressure it works against, m³/s, rising pressures. */
  flow: readonly FlowPoint[]
  /** Running current against no pressure, and at the last point of the flow, A. */
  current: { idle: number; full: number }
  /** It stops itself here, gauge. */
  cutOut: Pascals
  /** Share of a cycle that it may run, by its maker. */
  duty: number
}
/** What it is like at one moment. */
export interface CompressorState {
  /** Of its motor. */
  temperature: Kelvin
  /** Why it stands still until somebody looks; null while nothing is wrong. */
  tripped: 'fuse' | 'heat' | null
  /** Seconds that it ran in all. */
  ran: number
}
/** A line that it fills: what is in it, and what it loses. */
export interface FilledLine {
  pressure: Pascals
  /** m³, with its bags. */
  volume: number
  /** Share of its absolute pressure over the atmosphere that goes each second. */
  leak: number
}
export type FillEnd = 'reached' | 'cut-out' | 'fuse' | 'heat' | 'never' | 'stopped'
export interface FillRun {
  end: FillEnd
  seconds: number
  /** Highest current on the way, A. */
  current: number
  line: FilledLine
  state: CompressorState
}

const STEP = 0.25
/** A motor's own warming where it runs at the duty its maker gives, and what it cools by. From memory, no published source. */
const HOTTEST: Kelvin = 393.15
const COOLS_IN = 600
/** Longest that anybody waits for a line. */
const LONGEST = 1800

/** Straight between points, as at the ends beyond them. */
function along<T extends { pressure: Pascals }>(points: readonly T[], of: (p: T) => number, pressure: Pascals): number {
  const next = points.findIndex((p) => p.pressure >= pressure)
  if (next < 0) return of(points.at(-1)!)
  if (next === 0) return of(points[0]!)
  const [a, b] = [points[next - 1]!, points[next]!]
  return of(a) + ((of(b) - of(a)) * (pressure - a.pressure)) / (b.pressure - a.pressure)
}

/** Current against a pressure, A: straight from idle to full. */
const currentAt = ({ current, flow }: CompressorUnit, pressure: Pascals): number =>
  current.idle + (current.full - current.idle) * Math.min(1, Math.max(0, pressure / flow.at(-1)!.pressure))

/** Cooling for so many seconds. Source: Newton's law of cooling. */
export const cooled = (temperature: Kelvin, ambient: Kelvin, seconds: number): Kelvin =>
  ambient + (temperature - ambient) * Math.exp(-seconds / COOLS_IN)

/**
 * A compressor that fills a line to a figure, as a stand-in: it delivers by its curve, warms up so that it trips where it runs for longer
 * than its duty, blows its fuse where it draws more, stops at its cut-out, and the line leaks meanwhile.
 *
 * @param to gauge, where it is stopped
 * @param fuse A
 * @param ambient K
 * @param seconds that it may run at most
 */
export function runCompressor(
  unit: CompressorUnit,
  state: CompressorState,
  {
    line,
    to,
    fuse,
    ambient,
    seconds = LONGEST,
  }: { line: FilledLine; to: Pascals; fuse: number; ambient: Kelvin; seconds?: number },
): FillRun {
  const air = atmosphere(0)
  // At its duty for good it comes to just under its hottest.
  const warms = (HOTTEST - ambient) / (COOLS_IN * Math.max(0.02, unit.duty))
  let { pressure } = line
  let { temperature } = state
  let [ran, most] = [0, 0]
  const done = (end: FillEnd): FillRun => ({
    end,
    seconds: ran,
    current: most,
    line: { ...line, pressure },
    state: {
      temperature,
      tripped: end === 'fuse' || end === 'heat' ? end : state.tripped,
      ran: state.ran + ran,
    },
  })
  if (state.tripped) return done(state.tripped)
  while (ran < seconds) {
    if (pressure >= to) return done('reached')
    if (pressure >= unit.cutOut) return done('cut-out')
    const current = currentAt(unit, pressure)
    most = Math.max(most, current)
    if (current > fuse) return done('fuse')
    if (temperature >= HOTTEST) return done('heat')
    const rise = (air * along(unit.flow, (f) => f.flow, pressure)) / line.volume - line.leak * (pressure + air)
    if (rise <= 0) return done('never')
    const step = Math.min(STEP, (to - pressure) / rise, seconds - ran)
    pressure += rise * step
    temperature = cooled(temperature, ambient, step) + warms * step
    ran += step
    if (step < 1e-9) return done('reached')
  }
  return done('stopped')
}

/** A line left to itself: what it still holds after so many seconds. */
export const leftAlone = (line: FilledLine, seconds: number): FilledLine => ({
  ...line,
  pressure: Math.max(0, (line.pressure + atmosphere(0)) * Math.exp(-line.leak * seconds) - atmosphere(0)),
})

/** What a shop's stand-in is like: 25 l/min free at nothing, 12 at 100 psi, 14 to 20 A. Invented, within what such compressors have. */
export const STAND_IN: CompressorUnit = {
  flow: [
    { pressure: 0, flow: 25e-3 / 60 },
    { pressure: 100 * PSI, flow: 12e-3 / 60 },
  ],
  current: { idle: 14, full: 20 },
  cutOut: 105 * PSI,
  duty: 0.3,
}
