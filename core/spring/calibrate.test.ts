import { describe, expect, test } from 'vitest'
import { levenbergMarquardt } from 'ml-levenberg-marquardt'
import { PSI } from '../quantity'
import { referenceBag } from '../fixtures/reference-axle'
import { calibrate, type CalibrationQuestion, type ShopReading } from './calibrate'
import { stagedForce } from './two-stage'

/** Normal numbers from a seed: Box and Muller over a linear congruence (Park and Miller, Commun. ACM 31, 1988). */
function normals(seed: number) {
  let state = seed
  const uniform = () => (state = (state * 48271) % 2147483647) / 2147483647
  return () => Math.sqrt(-2 * Math.log(uniform())) * Math.cos(2 * Math.PI * uniform())
}

const SIDE = { first: 38_000, stages: [{ at: 0.06, adds: 12_000 }] }
const GAIN = 6400
const known: Omit<CalibrationQuestion, 'readings'> = {
  side: SIDE,
  rateTolerance: 8000,
  friction: 0,
  bag: referenceBag,
  rideHeight: 0.165,
  heightTolerance: 0.006,
  motionRatio: 1,
  areaTolerance: 0.08,
  gaugeTolerance: PSI,
  carriedEmpty: 0,
  loads: { full: { gain: GAIN, tolerance: 1300 } },
}
interface Hidden {
  rate: number
  area: number
  height: number
  load: number
}
/** Where an axle of hidden figures stands, by bisection of its balance: nothing of the code under test. */
function stands(hidden: Hidden, load: number, pressure: number | null): number {
  const over = (s: number) => {
    const air =
      pressure === null
        ? 0
        : 2 *
          pressure *
          hidden.area *
          referenceBag.area.value(Math.min(0.2249, Math.max(0.1001, 0.165 + hidden.height - s)))!
    return hidden.rate * 2 * stagedForce(SIDE, s) + air - load
  }
  let [low, high] = [-0.2, 0.4]
  for (let i = 0; i < 80; i++) {
    const middle = (low + high) / 2
    if (over(middle) > 0) high = middle
    else low = middle
  }
  return (low + high) / 2
}
const PLAN: [string | null, number | null][] = [
  ['full', null],
  [null, 12 * PSI],
  ['full', 20 * PSI],
  ['full', 34 * PSI],
]
const TAPE = 0.0016 / Math.SQRT2
function readings(hidden: Hidden, noise: () => number, plan = PLAN): ShopReading[] {
  return plan.map(([load, pressure], i) => ({
    id: `r${i}`,
    load,
    squat: stands(hidden, load === null ? 0 : hidden.load * GAIN, pressure) + (noise() * TAPE) / 2,
    tolerance: TAPE,
    pressure: pressure === null ? null : pressure + (noise() * PSI) / 2,
  }))
}

describe('what was found becomes the setting', () => {
  test('hidden rate, area and load lie inside their bands in 95 of 100 vehicles read with a tape', () => {
    const normal = normals(20261127)
    let inside = 0
    for (let k = 0; k < 100; k++) {
      const hidden: Hidden = {
        rate: 1 + (normal() * (8000 / 76_000)) / 2,
        area: 1 + (normal() * 0.08) / 2,
        height: (normal() * 0.006) / 2,
        load: 1 + (normal() * (1300 / GAIN)) / 2,
      }
      const found = calibrate({ ...known, readings: readings(hidden, normal) })
      if (found.code !== 'corrected') continue
      const holds = (f: { factor: number; tolerance: number }, is: number) => Math.abs(f.factor - is) <= f.tolerance
      if (holds(found.rate, hidden.rate) && holds(found.area, hidden.area) && holds(found.loads.full!, hidden.load))
        inside += 1
    }
    expect(inside).toBeGreaterThanOrEqual(95)
  })
  test('the bands are narrower than what was known, where the readings tell of it', () => {
    const found = calibrate({
      ...known,
      readings: readings({ rate: 1.06, area: 0.96, height: 0.001, load: 1.1 }, () => 0),
    })
    expect(found.rate.told && found.loads.full!.told).toBe(true)
    expect(found.loads.full!.tolerance).toBeLessThan(1300 / GAIN)
    expect(found.loads.full!.moved).toBeGreaterThan(0)
  })
  test('a reading with no air in bags tells nothing of them', () => {
    const only = readings({ rate: 1, area: 1, height: 0, load: 1 }, () => 0, [['full', null]])
    expect(calibrate({ ...known, readings: only })).toMatchObject({ code: 'nothing-read', area: { told: false } })
  })
  test('one height alone narrows the load and leaves area as it was', () => {
    const one = readings({ rate: 1, area: 1, height: 0, load: 1.1 }, () => 0, [['full', 20 * PSI]])
    const found = calibrate({ ...known, readings: one })
    expect(found.loads.full!.told).toBe(true)
    expect(found.area.told).toBe(false)
  })
  test('a tape read two inches wrong contradicts the others, and is named', () => {
    const list = readings({ rate: 1, area: 1, height: 0, load: 1 }, () => 0)
    list[3] = { ...list[3]!, squat: list[3]!.squat - 0.05 }
    const found = calibrate({ ...known, readings: list })
    expect(found).toMatchObject({ code: 'contradict', rate: { factor: 1 } })
    expect(found.odd).not.toBeNull()
  })
  // Reference: the same weighted sum of squares by another solver.
  test('as ml-levenberg-marquardt finds it', () => {
    const list = readings({ rate: 1.05, area: 0.97, height: 0.001, load: 1.08 }, normals(7))
    const q: CalibrationQuestion = { ...known, readings: list }
    const found = calibrate(q)
    const widths = [8000 / 76_000 / 2, 0.04, 0.003, 1300 / GAIN / 2]
    const start = [1, 1, 0, 1]
    const off = (x: number[], i: number): number => {
      if (i >= list.length) return (x[i - list.length]! - start[i - list.length]!) / widths[i - list.length]!
      const r = list[i]!
      const height = 0.165 + x[2]! - r.squat
      const area = referenceBag.area.value(height)!
      const air = r.pressure === null ? 0 : 2 * r.pressure * area
      const rateNow = 2 * (r.squat >= 0.06 ? 50_000 : 38_000)
      const slope = r.pressure === null ? 0 : referenceBag.area.slope(height)!
      const sigma = Math.hypot(
        (rateNow - found.area.factor * 2 * (r.pressure ?? 0) * slope) * TAPE,
        r.pressure === null ? 0 : 2 * area * PSI,
      )
      const balance = x[0]! * 2 * stagedForce(SIDE, r.squat) + x[1]! * air - (r.load ? x[3]! * GAIN : 0)
      return balance / (sigma / 2)
    }
    const points = list.length + 4
    const result = levenbergMarquardt(
      { x: Array.from({ length: points }, (_, i) => i), y: Array<number>(points).fill(0) },
      (x) => (i) => off(x, i),
      { initialValues: start, gradientDifference: 1e-7, maxIterations: 400, errorTolerance: 1e-14, damping: 0.01 },
    )
    const [rate, area, height, load] = result.parameterValues as [number, number, number, number]
    expect(found.rate.factor).toBeCloseTo(rate, 3)
    expect(found.area.factor).toBeCloseTo(area, 3)
    expect(found.height.offset).toBeCloseTo(height, 4)
    expect(found.loads.full!.factor).toBeCloseTo(load, 3)
  })
})
