import fc from 'fast-check'
import { lusolve } from 'mathjs'
import { describe, expect, test } from 'vitest'
import { GRAVITY, INCH } from '../quantity'
import {
  atPlace,
  attitude,
  checkVin,
  vinHints,
  vinYear,
  distributeWeight,
  ratingReport,
  shareOnAxles,
  readingTolerance,
  summarizeHeights,
  tireDiameter,
  tireWidth,
  axleWeights,
  type LoadItem,
  type Vehicle,
} from '.'

describe('what a VIN hints', () => {
  // Source: 49 CFR 565.15, table VII: A is 1980 or 2010, L 1990 or 2020, 9 2009 or 2039; the seventh place, a letter, tells the later.
  test.each([
    ['1M8GDMAA0AP042788', [1980, 2010], 2010, 'P'],
    ['1M8GDM9A0LK042788', [1990, 2020], 1990, 'K'],
    ['1M8GDMBA09X042788', [2009, 2039], 2039, 'X'],
  ])('%s', (vin, years, year, plant) => {
    const hints = vinHints(vin)
    expect(hints).toEqual({ years, plant })
    expect(vinYear(vin, hints!)).toBe(year)
  })
  test('none where it is not well formed, or the tenth place is no year', () => {
    expect(vinHints('1M8GDM9AXKP04278')).toBeNull()
    expect(vinHints('1M8GDM9AXUP042788')).toBeNull()
    expect(vinHints('1M8GDM9AXOP042788')).toBeNull()
  })
})

describe('axle weights', () => {
  // Source: beam on two supports, worked by hand.
  test('bed load and tongue on a 3.70 m wheelbase', () => {
    const share = shareOnAxles(3.7, [
      { mass: 300, x: 0.35, y: 0.1 },
      { mass: 290, x: -1.25, y: 0 },
    ])
    expect(share.rear).toBeCloseTo(659.59, 2)
    expect(share.front).toBeCloseTo(-69.59, 2)
    expect(share.rollMoment).toBeCloseTo(294.2, 1)
  })
  // Source: the two equilibrium equations solved by a general linear solver, mathjs.
  test('agrees with equilibrium solved as a linear system', () => {
    const load = fc.record({
      mass: fc.double({ min: 0, max: 5000, noNaN: true }),
      x: fc.double({ min: -5, max: 6, noNaN: true }),
      y: fc.constant(0),
    })
    fc.assert(
      fc.property(
        fc.double({ min: 2, max: 7, noNaN: true }),
        fc.array(load, { minLength: 1, maxLength: 8 }),
        (wheelbase, loads) => {
          const weight = loads.reduce((s, l) => s + l.mass, 0)
          const moment = loads.reduce((s, l) => s + l.mass * l.x, 0)
          const [[front], [rear]] = lusolve(
            [
              [1, 1],
              [wheelbase, 0],
            ],
            [weight, moment],
          ) as [[number], [number]]
          const share = shareOnAxles(wheelbase, loads)
          expect(share.front).toBeCloseTo(front, 6)
          expect(share.rear).toBeCloseTo(rear, 6)
        },
      ),
    )
  })
})

describe('weight-distributing hitch', () => {
  const hitch = distributeWeight(290, { hitch: 1.25, trailer: 5.2, wheelbase: 3.7, restoration: 0.5 })
  // Source: moments about each axle, worked by hand.
  test('half the front weight brought back', () => {
    expect(hitch.couple).toBeCloseTo(1433.0, 1)
    expect(hitch.tongue).toBeCloseTo(261.9, 2)
    expect(hitch.front).toBeCloseTo(-48.99, 2)
  })
  test('is in balance: weights add up and moments about the front axle vanish', () => {
    expect(hitch.front + hitch.rear + hitch.trailerAxle).toBeCloseTo(290, 9)
    // Truck alone: ball weight behind, bars lifting at the ball by the couple.
    const about = hitch.tongue * GRAVITY * (3.7 + 1.25) - hitch.rear * GRAVITY * 3.7 - hitch.couple
    expect(Math.abs(about)).toBeLessThan(1e-6)
  })
})

describe('attitude', () => {
  // Source: plane geometry; 25 ft aiming distance, SAE J599 (from memory).
  test('pitch and beam', () => {
    const { pitch, beamRise } = attitude(0.01905, -0.08255, 3.7)
    expect((pitch * 180) / Math.PI).toBeCloseTo(1.573, 3)
    expect(beamRise * 1000).toBeCloseTo(209.2, 1)
  })
})

describe('identity', () => {
  // Source: 49 CFR 565.15; a string of ones passes by construction of the weights.
  test('check digit', () => {
    expect(checkVin('1'.repeat(17))).toBe('ok')
    expect(checkVin('1'.repeat(16) + '2')).toBe('check-digit')
    expect(checkVin('1'.repeat(16) + 'O')).toBe('letters')
    expect(checkVin('123')).toBe('length')
  })
  // Source: definition of the size; 275/65R20 "about 34 in tall" is common practice.
  test('tire diameter', () => {
    expect(tireDiameter('255/70R18')! * 1000).toBeCloseTo(814.2, 1)
    expect(tireDiameter('LT275/65R20')! / INCH).toBeCloseTo(34, 0)
    expect(tireDiameter('31x10.5')).toBeNull()
  })
  // Source: definition of the size; diameters of the numeric sizes from memory of handbook tables, which differ by some 1/4 in.
  test.each([
    ['LT245/75R17 121/118S', 2 * 0.75 * 245 + 17 * 25.4, 245],
    ['235/80ZR16', 2 * 0.8 * 235 + 16 * 25.4, 235],
    ['285/70-17', 2 * 0.7 * 285 + 17 * 25.4, 285],
    ['245/70R19.5 136/134M', 2 * 0.7 * 245 + 19.5 * 25.4, 245],
    ['LT235/85R16E 120/116R', 2 * 0.85 * 235 + 16 * 25.4, 235],
    ['35x12.50R20LT 121Q', 35 * 25.4, 12.5 * 25.4],
  ])('%s', (size, diameter, width) => {
    expect(tireDiameter(size)! * 1000).toBeCloseTo(diameter, 6)
    expect(tireWidth(size)! * 1000).toBeCloseTo(width, 6)
  })
  test.each([
    ['7.50-16', 31.8],
    ['7.00-16LT', 30.8],
    ['8R19.5', 33.9],
    ['9R22.5', 38.3],
  ])('%s stands about %d in tall', (size, inches) => {
    expect(Math.abs(tireDiameter(size)! / INCH - inches)).toBeLessThan(0.35)
  })
  test.each(['245/75', '35-12', '7.50-61', '255/70R81', '245R17', '245/75R171', 'R17', '7.50', '285/70-17 1215'])(
    '%s is no size',
    (size) => {
      expect(tireDiameter(size)).toBeNull()
    },
  )
})

describe('corner heights', () => {
  const set = (fl: number, fr: number, rr: number, rl: number) =>
    Object.fromEntries(
      (['front-left', 'front-right', 'rear-right', 'rear-left'] as const).map((c, i) => [
        c,
        { value: [fl, fr, rr, rl][i]! * INCH, about: false },
      ]),
    )
  test('averages, rake and lean', () => {
    const s = summarizeHeights(set(23.5, 23.4375, 26.125, 26.1875))
    expect(s.rear! / INCH).toBeCloseTo(26.15625, 6)
    expect(s.rake! / INCH).toBeCloseTo(26.15625 - 23.46875, 6)
    expect(s.leanRear! / INCH).toBeCloseTo(0.0625, 6)
    // Source: GUM 5.1.2: a mean of two readings of 1/16 each is good to 1/16 over the root of two.
    expect(s.rearTolerance / INCH).toBeCloseTo(1 / 16 / Math.SQRT2, 9)
    expect(s.rakeTolerance / INCH).toBeCloseTo(1 / 16, 9)
  })
  test('missing corners stay visible, a weaker reading is weaker', () => {
    const s = summarizeHeights({ 'rear-left': { value: 0.66, about: true } })
    expect(s.missing).toEqual(['front-left', 'front-right', 'rear-right'])
    expect(s.rear).toBeNull()
    expect(readingTolerance({ value: 0.66, about: true })).toBeCloseTo(INCH / 2, 9)
    expect(readingTolerance({ value: 0.66, about: false, tolerance: 0.001 })).toBe(0.001)
  })
})

describe('ratings', () => {
  const vehicle = {
    wheelbase: 4,
    front: { track: 1.8, wheels: 'single', curb: 1500, tireLimit: 900, tireIndex: null, rating: 1900 },
    rear: { track: 1.8, wheels: 'dual', curb: 2000, tireLimit: 800, tireIndex: null, rating: 3000 },
    ratings: { gvwr: 5000, receiver: null, tongue: 250, gcwr: 7000 },
  } as Vehicle
  const item = (part: Partial<LoadItem>): LoadItem => ({
    id: 'a',
    name: 'a',
    mass: 0,
    massTolerance: 0,
    place: 'bed',
    x: 0,
    y: 0,
    z: 1,
    kind: 'cargo',
    fill: 1,
    trailerAxle: null,
    couplerHeight: null,
    restoration: null,
    trailerMass: null,
    ...part,
  })
  const report = (items: LoadItem[]) => ratingReport(vehicle, items, axleWeights(vehicle, items))

  test('the least margin names itself, and springs are not in it', () => {
    const r = report([item({ mass: 900 })])
    expect(r.tightest).toMatchObject({ id: 'rear-tire', remaining: 75 })
    expect(r.exceeded).toEqual([])
  })
  test('an overload is negative', () => {
    expect(report([item({ mass: 1200 })]).exceeded.map((m) => m.id)).toContain('gawr-rear')
  })
  test('a tongue load is held against receiver, tongue and combination; unknown ones stay open', () => {
    const r = report([item({ mass: 300, place: 'tongue', x: -1.2, trailerMass: 2900 })])
    expect(r.exceeded.map((m) => m.id)).toContain('tongue')
    expect(r.unknown.map((m) => m.id)).toEqual(['receiver'])
    expect(r.margins.find((m) => m.id === 'gcwr')!.actual).toBeCloseTo(3500 + 2900, 6)
  })
  test('an off-center load makes one tire the heavier', () => {
    const centered = report([item({ mass: 900 })]).tightest!.remaining!
    expect(report([item({ mass: 900, y: 0.3 })]).tightest!.remaining!).toBeCloseTo(centered - (900 * 0.3) / 1.8 / 2, 6)
  })
})

describe('where a new weight goes first', () => {
  const truck = { body: 'pickup', wheelbase: 3.7, rearOverhang: 1.2, hitchBehindAxle: 1.25 } as Vehicle
  // Source: common practice: the tongue is at the ball, a box on the receiver hangs out behind it, a pin over the axle.
  test('what is hitched sits at or behind the ball, a pin just ahead of the axle, people between the axles', () => {
    expect(atPlace(truck, 'tongue').x).toBe(-1.25)
    expect(atPlace(truck, 'receiver').x).toBeLessThan(-1.25)
    expect(atPlace(truck, 'pin').x).toBeGreaterThan(0)
    expect(atPlace(truck, 'cabin').x).toBeGreaterThan(1)
    expect(atPlace(truck, 'cabin').x).toBeLessThan(3.7)
  })
  test('a driver of a van or motorhome sits over the front axle', () => {
    for (const body of ['van', 'motorhome'] as const)
      expect(atPlace({ ...truck, body }, 'cabin').x).toBeGreaterThan(0.7 * 3.7)
  })
  test('without a hitch the rear overhang stands for it', () => {
    expect(atPlace({ ...truck, hitchBehindAxle: null }, 'tongue').x).toBe(-1.2)
  })
})

describe('one height an axle', () => {
  const read = (value: number) => ({ value, about: false })
  test('gives rake and axle heights, no lean, and is less sure than a pair of the same', () => {
    const one = summarizeHeights({ front: read(0.9), rear: read(0.95) })
    expect([one.front, one.rear]).toEqual([0.9, 0.95])
    expect(one.rake).toBeCloseTo(0.05, 12)
    expect([one.leanFront, one.leanRear]).toEqual([null, null])
    expect(one.missing).toEqual([])
    const four = summarizeHeights({
      'front-left': read(0.9),
      'front-right': read(0.9),
      'rear-left': read(0.95),
      'rear-right': read(0.95),
    })
    expect(four.rake).toBeCloseTo(0.05, 12)
    expect(four.leanRear).toBe(0)
    expect(one.rearTolerance).toBeGreaterThan(four.rearTolerance)
    expect(one.rakeTolerance).toBeGreaterThan(four.rakeTolerance)
  })
  test('one axle read by sides, the other once', () => {
    const mixed = summarizeHeights({ front: read(0.9), 'rear-left': read(0.95), 'rear-right': read(0.94) })
    expect(mixed.rear).toBeCloseTo(0.945, 12)
    expect(mixed.leanRear).toBeCloseTo(0.01, 12)
    expect(mixed.leanFront).toBeNull()
  })
})
