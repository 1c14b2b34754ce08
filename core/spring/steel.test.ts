import fc from 'fast-check'
import { linearRegression } from 'simple-statistics'
import { describe, expect, test } from 'vitest'
import { GRAVITY } from '../quantity'
import {
  coilRate,
  findRoot,
  fitLoadingTest,
  leafPackRate,
  SHEAR_MODULUS,
  stagedForce,
  stagedRate,
  stagedSquat,
  wheelRate,
  YOUNG_MODULUS,
  type TestPoint,
} from '.'

const point = (gain: number, squat: number, way: TestPoint['way'] = 'loading'): TestPoint => ({
  gain,
  squat,
  tolerance: 0.0011,
  way,
})

describe('rate from several loads', () => {
  // Source: a general library's ordinary least squares, simple-statistics.
  test('agrees with simple-statistics where all readings weigh the same', () => {
    const loads = fc.array(
      fc.tuple(fc.double({ min: 50, max: 900, noNaN: true }), fc.double({ min: -0.001, max: 0.001, noNaN: true })),
      { minLength: 3, maxLength: 8 },
    )
    fc.assert(
      fc.property(loads, fc.double({ min: 50_000, max: 200_000, noNaN: true }), (list, rate) => {
        const points = list.map(([gain, noise]) => point(gain, (gain * GRAVITY) / rate + noise))
        const fit = fitLoadingTest(points)
        if (fit.code !== 'rate') return
        const { m } = linearRegression(points.map((p) => [p.gain * GRAVITY, p.squat]))
        expect(fit.rate * m).toBeCloseTo(1, 6)
      }),
    )
  })
  test('two loads give their slope, and the uncertainty of two readings', () => {
    const fit = fitLoadingTest([point(0, 0), point(400, 0.05)])
    expect(fit).toMatchObject({ code: 'rate', friction: null })
    if (fit.code !== 'rate') return
    expect(fit.rate).toBeCloseTo((400 * GRAVITY) / 0.05, 6)
    // Both ends half a millimeter and more off: root two of one, over the whole squat.
    expect(fit.tolerance / fit.rate).toBeCloseTo((0.0011 * Math.SQRT2) / 0.05, 9)
  })
  test('loading and unloading stand apart by the friction of the leaves, the rate does not', () => {
    const [rate, friction] = [80_000, 600]
    const pointAt = (gain: number, way: TestPoint['way']) =>
      point(gain, (gain * GRAVITY + (way === 'loading' ? -friction : friction)) / rate, way)
    const fit = fitLoadingTest([
      pointAt(200, 'loading'),
      pointAt(400, 'loading'),
      pointAt(600, 'loading'),
      pointAt(400, 'unloading'),
      pointAt(200, 'unloading'),
    ])
    expect(fit.code === 'rate' && fit.rate).toBeCloseTo(rate, 3)
    expect(fit.code === 'rate' && fit.friction).toBeCloseTo(friction, 3)
  })
  test('a test across the contact of a second stage is refused', () => {
    const spring = { first: 60_000, stages: [{ at: 0.04, adds: 70_000 }] }
    const points = [100, 200, 300, 500, 700, 900].map((gain) => point(gain, stagedSquat(spring, gain * GRAVITY)))
    expect(fitLoadingTest(points).code).toBe('not-straight')
    expect(fitLoadingTest(points.slice(0, 2)).code).toBe('rate')
  })
  test('too few, too alike, or upside down', () => {
    expect(fitLoadingTest([point(300, 0.04)]).code).toBe('too-few')
    expect(fitLoadingTest([point(300, 0.04), point(300, 0.041)]).code).toBe('too-few')
    expect(fitLoadingTest([point(100, 0.04), point(400, 0.02)]).code).toBe('nonsense')
  })
})

describe('rate from geometry', () => {
  // Source: Shigley, k = G d^4/(8 D^3 N), worked by hand: 14 mm wire, 110 mm, 6 turns.
  test('coil', () => {
    expect(coilRate({ wire: 0.014, meanDiameter: 0.11, activeTurns: 6 })).toBeCloseTo(
      (SHEAR_MODULUS * 3.8416e-8) / (8 * 1.331e-3 * 6),
      3,
    )
    expect(coilRate({ wire: 0.014, meanDiameter: 0.11, activeTurns: 6 }) / 1000).toBeCloseTo(47.68, 1)
  })
  const pack = { length: 1.4, clamped: 0, width: 0.07, thickness: 0.009, fullLength: 1, graduated: 0 }
  // Source: beam theory, a simply supported beam loaded at its center, k = 48 E I/L^3.
  test('one full-length leaf is a beam', () => {
    const inertia = (0.07 * 0.009 ** 3) / 12
    expect(leafPackRate(pack)).toBeCloseTo((48 * YOUNG_MODULUS * inertia) / 1.4 ** 3, 6)
  })
  test('a graduated leaf gives two thirds of a full one', () => {
    expect(leafPackRate({ ...pack, fullLength: 0, graduated: 1 })! / leafPackRate(pack)!).toBeCloseTo(2 / 3, 12)
  })
  test('a tenth clamped raises the rate by 37 %', () => {
    expect(leafPackRate({ ...pack, clamped: 0.14 })! / leafPackRate(pack)!).toBeCloseTo(1.372, 3)
    expect(leafPackRate({ ...pack, clamped: 1.4 })).toBeUndefined()
  })
  test('a spring half way along its arm gives a quarter at the wheel', () => {
    expect(wheelRate(100_000, 0.5)).toBe(25_000)
  })
})

describe('staged springs', () => {
  const stages = fc.array(
    fc.record({
      step: fc.double({ min: 0.005, max: 0.05, noNaN: true }),
      adds: fc.double({ min: 5_000, max: 300_000, noNaN: true }),
    }),
    { maxLength: 3 },
  )
  // Source: the force law inverted numerically, a second derivation.
  test('squat of a force is the root of the force law', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 20_000, max: 90_000, noNaN: true }),
        stages,
        fc.double({ min: 0, max: 12_000, noNaN: true }),
        (first, list, force) => {
          let index = 0
          const spring = { first, stages: list.map(({ step, adds }) => ({ at: (index += step), adds })) }
          const squat = stagedSquat(spring, force)
          expect(stagedForce(spring, squat)).toBeCloseTo(force, 6)
          const root = findRoot((x) => stagedForce(spring, x) - force, -0.001, 1, 1e-12)
          expect(squat).toBeCloseTo(root!, 8)
        },
      ),
    )
  })
  test('the rate rises at each contact; stages must rise', () => {
    const spring = { first: 50_000, stages: [{ at: 0.03, adds: 40_000 }] }
    expect(stagedRate(spring, 0.029)).toBe(50_000)
    expect(stagedRate(spring, 0.03)).toBe(90_000)
    expect(() =>
      stagedSquat(
        {
          first: 50_000,
          stages: [
            { at: 0.03, adds: 1 },
            { at: 0.02, adds: 1 },
          ],
        },
        100,
      ),
    ).toThrow(RangeError)
  })
})
