/* eslint-disable max-params -- kernel: figures go in one by one, and loops stay in sight of each other */
import type { Meters, Newtons, NewtonsPerMeter, Pascals } from '../quantity'
import type { AirSpring } from './air-spring'
import { solveDefinite } from './solve'
import { stagedForce, stagedRate, type StagedSpring } from './two-stage'

/** One reading of an axle in the shop: how far it stood down with a load and with air, or none, in both bags. */
export interface ShopReading {
  id: string
  /** Which of the loads was on; null for none. */
  load: string | null
  /** Over the springs, from empty, down positive; half-width of it. */
  squat: Meters
  tolerance: Meters
  /** Mean of both bags, gauge; null where no bag was fitted. */
  pressure: Pascals | null
}

/** What is known of an axle before it was tried, each with its half-width. */
export interface CalibrationQuestion {
  /** Steel of one side. */
  side: StagedSpring
  rateTolerance: NewtonsPerMeter
  /** Half the force between loading and unloading, both sides. */
  friction: Newtons
  bag: AirSpring
  /** Bag height at the axle's empty height, and how surely. */
  rideHeight: Meters
  heightTolerance: Meters
  motionRatio: number
  /** Share of its area by which a bag may differ from its table. */
  areaTolerance: number
  gaugeTolerance: Pascals
  /** What the bags carry beside what was added. */
  carriedEmpty: Newtons
  /** What the axle gains by each load. */
  loads: Readonly<Record<string, { gain: Newtons; tolerance: Newtons }>>
  readings: readonly ShopReading[]
}

/** A figure as the readings correct it: `factor` on what was assumed, and the half-width of that. */
export interface CorrectedFactor {
  factor: number
  tolerance: number
  /** By how many of its own half-widths it moved. */
  moved: number
  /** The readings tell more of it than was known before; else what was assumed stands. */
  told: boolean
}
export interface Calibration {
  /** `contradict`: no figures inside their half-widths explain the readings; then nothing is corrected. */
  code: 'corrected' | 'contradict' | 'nothing-read'
  rate: CorrectedFactor
  area: CorrectedFactor
  /** Added to the bag height. */
  height: { offset: Meters; tolerance: Meters }
  loads: Record<string, CorrectedFactor>
  /** Reading that agrees least, where they contradict each other. */
  odd: string | null
}

/** A half-width is two standard deviations, as everywhere here. */
const HALF_WIDTH = 2
/**
 * Standard deviations that a band spans to each side, so that rate, area and load lie inside theirs together in 95 of 100
 * (2.39 by Bonferroni), with some room for tapes whose errors are not normal.
 */
const COVER = 2.6
/** The readings have to narrow a figure by so much, or they have told nothing of it. */
const TOLD = 0.9
const STEPS = 25
/** 1 % points of chi-squared by degrees of freedom 1 to 12. Source: NIST/SEMATECH e-Handbook of Statistical Methods, 1.3.6.7.4. */
const CHI_SQUARED = [6.635, 9.21, 11.345, 13.277, 15.086, 16.812, 18.475, 20.09, 21.666, 23.209, 24.725, 26.217]

const ASSUMED: CorrectedFactor = { factor: 1, tolerance: 0, moved: 0, told: false }

/** Balance of the axle in one reading, N, with its slopes by rate, area, height and load. */
function balance(
  q: CalibrationQuestion,
  reading: ShopReading,
  x: readonly number[],
  place: ReadonlyMap<string, number>,
) {
  const { side, bag, motionRatio: r } = q
  const [rate, area, offset] = x as [number, number, number]
  const steel = 2 * stagedForce(side, reading.squat)
  const height = q.rideHeight + offset - r * reading.squat
  const areaHere = reading.pressure === null ? null : bag.area.value(height)
  if (areaHere === undefined) return null
  const pressure = reading.pressure ?? 0
  const slope = areaHere === null ? 0 : (bag.area.slope(height) ?? 0)
  const air = areaHere === null ? 0 : 2 * r * pressure * areaHere
  const load = reading.load === null ? 0 : place.get(reading.load)!
  const gain = reading.load === null ? 0 : q.loads[reading.load]!.gain
  const carried = reading.pressure === null ? 0 : q.carriedEmpty
  const slopes = x.map(() => 0)
  slopes[0] = steel
  slopes[1] = air
  slopes[2] = area * 2 * r * pressure * slope
  if (reading.load !== null) slopes[load] = -gain
  // How far tape, gauge and friction let the balance be off.
  const stiff = 2 * stagedRate(side, reading.squat) - area * 2 * r * r * pressure * slope
  const off = Math.hypot(
    stiff * reading.tolerance,
    areaHere === null ? 0 : 2 * r * areaHere * q.gaugeTolerance,
    q.friction,
  )
  return {
    residual: rate * steel + area * air - (reading.load === null ? 0 : x[load]! * gain) - carried,
    slopes,
    sigma: Math.max(off / HALF_WIDTH, 1),
  }
}

/**
 * What readings in the shop say of an axle's springs, bags and loads: least squares over the rate of the steel, the area and
 * height of the bags and what each load weighs, each held by what was known of it.
 *
 * Residual: k F(s) + a 2 r P A(h) - w W of each reading over what tape, gauge and friction leave unsure of it; and each
 * figure's distance from what was assumed over its own half-width. Solved by Gauss-Newton.
 * @returns each figure with its half-width, such that all of them hold together in 95 of 100; `contradict` where the sum of
 *   squares passes the 1 % point, with the reading that agrees least
 * Source: weighted least squares with prior, e.g. Tarantola, Inverse Problem Theory, 3.2; Nocedal and Wright, 10.3.
 */
export function calibrate(q: CalibrationQuestion): Calibration {
  const names = [...new Set(q.readings.flatMap((r) => (r.load === null ? [] : [r.load])))]
  const place = new Map(names.map((name, i) => [name, 3 + i]))
  const n = 3 + names.length
  const rate = 2 * q.side.first
  const widths = [
    rate > 0 ? q.rateTolerance / rate : 1e-9,
    q.areaTolerance,
    q.heightTolerance,
    ...names.map((name) => q.loads[name]!.tolerance / Math.max(1, Math.abs(q.loads[name]!.gain))),
  ].map((w) => Math.max(w, 1e-6))
  const priors = widths.map((w) => w / HALF_WIDTH)
  const start = [1, 1, 0, ...names.map(() => 1)]
  const x = [...start]
  const usable = q.readings.filter((r) => balance(q, r, x, place) !== null)
  const loads = (of: (i: number) => CorrectedFactor) => Object.fromEntries(names.map((name, i) => [name, of(3 + i)]))
  const height = (offset: Meters, tolerance: Meters) => ({ offset, tolerance })
  const assumed: Omit<Calibration, 'code' | 'odd'> = {
    rate: { ...ASSUMED, tolerance: widths[0]! },
    area: { ...ASSUMED, tolerance: widths[1]! },
    height: height(0, widths[2]!),
    loads: loads((i) => ({ ...ASSUMED, tolerance: widths[i]! })),
  }
  if (!usable.some((r) => r.pressure !== null && r.pressure > 0)) return { code: 'nothing-read', ...assumed, odd: null }

  let normal: number[] = []
  for (let step = 0; step < STEPS; step++) {
    normal = priors.flatMap((p, i) => priors.map((_, j) => (i === j ? 1 / p ** 2 : 0)))
    const right = x.map((v, i) => (start[i]! - v) / priors[i]! ** 2)
    for (const reading of usable) {
      const residual = balance(q, reading, x, place)
      if (!residual) continue
      const weight = 1 / residual.sigma ** 2
      for (let i = 0; i < n; i++) {
        right[i]! -= weight * residual.slopes[i]! * residual.residual
        for (let j = 0; j < n; j++) normal[i * n + j]! += weight * residual.slopes[i]! * residual.slopes[j]!
      }
    }
    const by = right
    if (!solveDefinite([...normal], by, n)) break
    by.forEach((d, i) => (x[i]! += d))
    if (by.every((d, i) => Math.abs(d) < 1e-9 * (Math.abs(x[i]!) + 1))) break
  }
  const { sum, odd } = misfit(q, usable, x, start, priors, place)
  if (sum > (CHI_SQUARED[usable.length - 1] ?? CHI_SQUARED.at(-1)!)) return { code: 'contradict', ...assumed, odd }
  const deviations = x.map((_, i) => deviationOf(normal, i, n))
  const factor = (i: number): CorrectedFactor => ({
    factor: x[i]!,
    tolerance: COVER * deviations[i]!,
    moved: (x[i]! - start[i]!) / widths[i]!,
    told: deviations[i]! < TOLD * priors[i]!,
  })
  return {
    code: 'corrected',
    rate: factor(0),
    area: factor(1),
    height: height(x[2]!, COVER * deviations[2]!),
    loads: loads(factor),
    odd: null,
  }
}

/** Standard deviation of one figure: the root of the inverse's diagonal. */
function deviationOf(normal: readonly number[], i: number, n: number): number {
  const unit = Array.from({ length: n }, (_, j) => (j === i ? 1 : 0))
  return solveDefinite([...normal], unit, n) ? Math.sqrt(Math.max(0, unit[i]!)) : Infinity
}

function misfit(
  q: CalibrationQuestion,
  readings: readonly ShopReading[],
  x: readonly number[],
  start: readonly number[],
  priors: readonly number[],
  place: ReadonlyMap<string, number>,
): { sum: number; odd: string | null } {
  let sum = x.reduce((s, v, i) => s + ((v - start[i]!) / priors[i]!) ** 2, 0)
  let worst = 0
  let odd: string | null = null
  for (const reading of readings) {
    const residual = balance(q, reading, x, place)
    if (!residual) continue
    const part = (residual.residual / residual.sigma) ** 2
    sum += part
    if (part > worst) [worst, odd] = [part, reading.id]
  }
  return { sum, odd }
}
