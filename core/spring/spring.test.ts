import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { atmosphere, GRAVITY, PSI } from '../quantity'
import {
  airSpring,
  bagAt,
  bagRate,
  bagTableSchema,
  bodyFrequency,
  findRoot,
  standAtMinimum,
  monotoneCubic,
  rateFromTest,
  tableDisagreement,
} from '.'
import { levelRear, REFERENCE_TABLE, referenceAxle, referenceBag } from '../fixtures/reference-axle'

const table = REFERENCE_TABLE
const bag = referenceBag
const psi = (pascals: number) => pascals / PSI

describe('monotone interpolation', () => {
  test('goes through the table and is undefined outside it', () => {
    const f = monotoneCubic([0, 1, 3], [2, 5, 6])
    expect([f.value(0), f.value(1), f.value(3)]).toEqual([2, 5, 6])
    expect(f.value(-0.001)).toBeUndefined()
    expect(f.slope(3.001)).toBeUndefined()
    expect(f.value(NaN)).toBeUndefined()
  })
  // Source: Fritsch and Butland (1984): no overshoot on monotone data.
  test('keeps rising data rising', () => {
    const steps = fc.array(
      fc.tuple(fc.double({ min: 0.01, max: 5, noNaN: true }), fc.double({ min: 0, max: 9, noNaN: true })),
      { minLength: 2, maxLength: 9 },
    )
    fc.assert(
      fc.property(steps, fc.double({ min: 0, max: 1, noNaN: true }), (list, t) => {
        const xs = [0]
        const ys = [0]
        for (const [dx, dy] of list) {
          xs.push(xs.at(-1)! + dx)
          ys.push(ys.at(-1)! + dy)
        }
        const f = monotoneCubic(xs, ys)
        const x = t * f.to
        expect(f.slope(x)!).toBeGreaterThanOrEqual(-1e-9)
        expect(f.value(x)!).toBeLessThanOrEqual(ys.at(-1)! + 1e-9)
      }),
    )
  })
  // Source: central difference of the value, a second derivation.
  test('slope is the derivative of the value', () => {
    for (const h of [0.11, 0.137, 0.165, 0.19, 0.222]) {
      const step = 1e-6
      expect(bag.area.slope(h)!).toBeCloseTo((bag.area.value(h + step)! - bag.area.value(h - step)!) / (2 * step), 5)
    }
  })
  test('value and slope asked for together are the same, and neither is written outside the table', () => {
    const both = { value: 0, slope: 0 }
    for (const h of [bag.area.from, 0.11, 0.137, 0.165, 0.19, 0.222, bag.area.to]) {
      expect(bag.area.both(h, both)).toBe(true)
      expect(both.value).toBeCloseTo(bag.area.value(h)!, 15)
      expect(both.slope).toBeCloseTo(bag.area.slope(h)!, 12)
    }
    const untouched = { ...both }
    expect(bag.area.both(bag.area.to + 0.001, both)).toBe(false)
    expect(both).toEqual(untouched)
  })
  test('a broken table is refused', () => {
    expect(() => monotoneCubic([0, 0], [1, 2])).toThrow(RangeError)
    expect(() => monotoneCubic([0], [1])).toThrow(RangeError)
    expect(bagTableSchema.safeParse({ ...table, heights: [...table.heights].reverse() }).success).toBe(false)
    expect(bagTableSchema.safeParse({ ...table, areas: table.areas.slice(1) }).success).toBe(false)
  })
})

describe('root finding', () => {
  test('finds a bracketed root and says when there is none', () => {
    expect(findRoot((x) => x * x - 2, 0, 2, 1e-12)).toBeCloseTo(Math.SQRT2, 10)
    expect(findRoot((x) => x * x + 1, -1, 1, 1e-9)).toBeUndefined()
    expect(findRoot((x) => (x > 0.5 ? undefined : x - 0.4), 0, 1, 1e-9)).toBeUndefined()
  })
  test('any monotone cubic with a sign change', () => {
    fc.assert(
      fc.property(fc.double({ min: -0.99, max: 0.99, noNaN: true }), (root) => {
        expect(findRoot((x) => (x - root) ** 3 + (x - root), -1, 1, 1e-10)!).toBeCloseTo(root, 8)
      }),
    )
  })
})

describe('air spring', () => {
  // Source: Fritsch-Butland slopes worked by hand for the reference bag.
  test('reference bag at 165 mm', () => {
    const state = bagAt(bag, 0.165)!
    expect(state.area * 1e4).toBeCloseTo(156.299, 3)
    expect(state.volume * 1e3).toBeCloseTo(2.4189, 4)
    expect(state.areaSlope).toBeCloseTo(-0.06072, 5)
  })
  test('fast rate at 30.01 psi', () =>
    expect(bagRate(bag, 0.165, 30.01 * PSI, { exponent: 1.38 })! / 1000).toBeCloseTo(55.05, 2))
  // Source: finite difference of P_gauge A with P_abs V^n constant, a second derivation.
  test('rate is the derivative of force along a polytrope', () => {
    const [h, n, ambient, line] = [0.16, 1.3, atmosphere(), 1e-4]
    const p = 250_000
    const force = (x: number) => {
      const absolute = (p + ambient) * ((bag.volume.value(h)! + line) / (bag.volume.value(x)! + line)) ** n
      return (absolute - ambient) * bag.area.value(x)!
    }
    const step = 1e-6
    expect(
      bagRate(bag, h, p, { exponent: n, lineVolume: line })! / (-(force(h + step) - force(h - step)) / (2 * step)),
    ).toBeCloseTo(1, 5)
  })
  test('area and slope of volume are compared', () => {
    expect(tableDisagreement(bag, table)).toBeLessThan(0.05)
    const wrong = { ...table, areas: table.areas.map((a) => a * 1.3) }
    expect(tableDisagreement(airSpring(wrong), wrong)).toBeGreaterThan(0.2)
  })
})

describe('bringing it level', () => {
  test('two reference bags under 659.59 kg', () => {
    const s = levelRear(referenceAxle())
    expect(s.code).toBe('level')
    expect(s.left!.force).toBeCloseTo(3234.2, 1)
    expect(psi(s.mean!)).toBeCloseTo(30.01, 2)
  })
  // Source: F_left - F_right = 2 M / t, worked by hand.
  test('off-center load, rigid frame and frame free to twist', () => {
    const rigid = levelRear(referenceAxle({ load: { roll: 300 * GRAVITY * 0.1 } }))
    expect([psi(rigid.left!.pressure), psi(rigid.right!.pressure)].map((p) => p.toFixed(2))).toEqual(['33.05', '26.98'])
    const twist = levelRear(
      referenceAxle({ chassis: { frame: 'twisting' }, load: { rollRear: 300 * GRAVITY * 0.1 * (1 - 0.35 / 3.7) } }),
    )
    expect([psi(twist.left!.pressure), psi(twist.right!.pressure)].map((p) => p.toFixed(2))).toEqual(['32.76', '27.27'])
  })
  test('before loading: the same air, empty', () => {
    const { before } = levelRear(referenceAxle())
    expect(psi(before!.pressure)).toBeCloseTo(20.66, 2)
    expect(before!.rise * 1000).toBeCloseTo(46.04, 2)
    expect(levelRear(referenceAxle({ reboundTravel: 0.04 })).before!.withinRebound).toBe(false)
  })
  // Source: Boyle, and the force balance empty, checked from the answer.
  test('the before-loading state keeps its air and its balance', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 100, max: 1100, noNaN: true }),
        fc.double({ min: 50_000, max: 150_000, noNaN: true }),
        (gain, axleRate) => {
          const s = levelRear(
            referenceAxle({
              load: { rear: gain * GRAVITY },
              rear: { side: { first: axleRate / 2, stages: [] } },
            }),
          )
          if (!s.before) return
          const volume = (h: number) => bag.volume.value(h)!
          expect((s.before.pressure + atmosphere()) * volume(s.before.bagHeight)).toBeCloseTo(
            (s.mean! + atmosphere()) * volume(0.165),
            2,
          )
          expect(2 * s.before.pressure * bag.area.value(s.before.bagHeight)! - axleRate * s.before.rise).toBeCloseTo(
            0,
            0,
          )
        },
      ),
    )
  })
  test('from the ground the tires have sunk too, so the bags lift further', () => {
    const s = levelRear(
      referenceAxle({
        mark: 'ground',
        rear: { tires: { rate: 500_000, roll: Infinity } },
      }),
    )
    const sink = (659.5946 * GRAVITY) / 500_000
    expect(s.supported).toBeCloseTo(659.5946 * GRAVITY + 76_000 * sink, 3)
    expect(s.bagHeight).toBeCloseTo(0.165 + sink, 9)
  })
  test('leaving part of the squat takes less air', () => {
    const s = levelRear(referenceAxle({ aim: { kind: 'height', leave: 0.02 } }))
    expect(s.supported).toBeCloseTo(659.5946 * GRAVITY - 76_000 * 0.02, 3)
    expect(s.bagHeight).toBeCloseTo(0.145, 9)
  })
  test('coil replacement carries all of the sprung weight', () => {
    expect(
      levelRear(referenceAxle({ rear: { carriedEmpty: 800 * GRAVITY, side: { first: 0, stages: [] } } })).supported,
    ).toBeCloseTo((800 + 659.5946) * GRAVITY, 3)
  })
  // Source: the sensitivity is the derivative of pressure by target height, here by finite difference.
  test('sensitivity of the last quarter inch', () => {
    const pressureAt = (leaveSquat: number) =>
      levelRear(referenceAxle({ aim: { kind: 'height', leave: leaveSquat } })).mean!
    const step = 1e-5
    expect(levelRear(referenceAxle()).sensitivity! / ((pressureAt(-step) - pressureAt(step)) / (2 * step))).toBeCloseTo(
      1,
      4,
    )
  })
  test('codes for what air cannot do', () => {
    expect(levelRear(referenceAxle({ load: { rear: 0 } })).code).toBe('nothing-to-lift')
    expect(levelRear(referenceAxle({ load: { rear: 60 * GRAVITY } })).code).toBe('below-minimum')
    expect(levelRear(referenceAxle({ load: { roll: 2700 } })).code).toBe('one-side-below-minimum')
    expect(levelRear(referenceAxle({ aim: { kind: 'height', leave: 0.09 } })).code).toBe('out-of-window')
    const over = levelRear(referenceAxle({ maximum: 20 * PSI }))
    expect(over.code).toBe('above-maximum')
    // At the maximum and that much lower, forces balance again.
    const s = over.remainingSquat
    expect(2 * 20 * PSI * bag.area.value(0.165 - s)! + 76_000 * s).toBeCloseTo(659.5946 * GRAVITY, 0)
  })
  test('teed lines leave a lean, separate ones take it out', () => {
    const teed = levelRear(referenceAxle({ air: 'teed', load: { roll: 294.2 } }))
    expect(teed.left!.pressure).toBe(teed.right!.pressure)
    // Steel 76 N/mm over both, 1 m apart: 19 000 N·m/rad, and equal air adds -P A' t^2/2.
    const stiffness = 19_000 + (teed.mean! * 0.0607169 * 0.81) / 2
    // For a small lean; the curve of the bag's area makes the rest.
    expect(teed.lean! / (294.2 / stiffness)).toBeCloseTo(1, 3)
    expect(levelRear(referenceAxle({ load: { roll: 294.2 } })).lean).toBe(0)
  })
  test('more support is a stiffer ride', () => {
    const s = levelRear(referenceAxle())
    expect(bodyFrequency(1459.59, 76_000)).toBeCloseTo(1.148, 3)
    expect(s.frequency!.without).toBeCloseTo(1.148, 3)
    expect(s.frequency!.with).toBeCloseTo(1.797, 3)
    expect(bodyFrequency(1000, 50_000, 400_000)).toBeLessThan(bodyFrequency(1000, 50_000))
  })
  test('minimum-pressure lift balances bag and steel', () => {
    const rise = -standAtMinimum(referenceAxle())!.rear.squat
    expect(2 * 5 * PSI * bag.area.value(0.165 + rise)!).toBeCloseTo(76_000 * rise, 0)
  })
  test('a band follows from load and tape', () => {
    const s = levelRear(referenceAxle({ unsure: { gain: 30, target: 0.0254 / 16 } }))
    expect(s.band!.low).toBeLessThan(s.mean!)
    // Source: independent uncertainties in quadrature (GUM 5.1.2).
    const [load, tape] = [(30 * GRAVITY) / (2 * bag.area.value(0.165)!), s.sensitivity! * (0.0254 / 16)]
    expect(s.band!.high - s.mean!).toBeCloseTo(Math.hypot(load, tape), 3)
    expect(s.bandParts.map((d) => d.source)).toEqual(['load', 'tape'])
    const rubbing = levelRear(referenceAxle({ unsure: { friction: 400 } }))
    // Friction F_f over the axle is F_f/(2 A) a bag, as a whole.
    expect(rubbing.band!.high - rubbing.mean!).toBeCloseTo(400 / (2 * bag.area.value(0.165)!), 6)
  })
})

describe('rate from a loading test', () => {
  // Source: Hooke; relative errors added in quadrature (GUM 5.1.2).
  test('rate and its uncertainty', () => {
    const r = rateFromTest(300, 9, 0.04, 0.002)!
    expect(r.rate).toBeCloseTo((300 * GRAVITY) / 0.04, 6)
    expect(r.tolerance / r.rate).toBeCloseTo(Math.hypot(0.03, 0.05), 9)
  })
  test('a squat within tape error measures nothing', () => {
    expect(rateFromTest(300, 9, 0.001, 0.0016)).toBeUndefined()
    expect(rateFromTest(0, 0, 0.04, 0.001)).toBeUndefined()
  })
})
