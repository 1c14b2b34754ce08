import fc from 'fast-check'
import { Matrix, solve } from 'ml-matrix'
import { describe, expect, test } from 'vitest'
import { demoVehicles } from '../../demo/shop'
import { rearAxle } from '../fixtures/on-job'
import { GRAVITY, POUND, PSI } from '../quantity'
import {
  axleWeights,
  carryToAxles,
  distributeWeight,
  loadAtPressure,
  loadMass,
  newLoad,
  onRearAxle,
  ratingReport,
  rearEnd,
  reconcile,
  remedyFor,
  shareOnAxles,
  tireLimit,
  tireLoad,
  type LoadItem,
  type RatingMargin,
  type Vehicle,
} from '.'

const vehicle = demoVehicles().find((v) => v.id === 'dunnock-25')!
const item = (part: Partial<LoadItem>): LoadItem => ({ ...newLoad(vehicle, 'a', 'Load'), ...part })
const between = (min: number, max: number) => fc.double({ min, max, noNaN: true })
const places = fc.array(fc.record({ mass: between(0, 2_000), x: between(-3, 4), y: between(-1, 1) }), {
  minLength: 1,
  maxLength: 8,
})

describe('statics', () => {
  test('weights sum, and moments about the front axle vanish', () => {
    fc.assert(
      fc.property(places, (masses) => {
        const { front, rear } = shareOnAxles(3.7, masses)
        const total = masses.reduce((s, m) => s + m.mass, 0)
        expect(front + rear).toBeCloseTo(total, 6)
        // Source: sum of moments about the front axle is nil.
        const about = masses.reduce((s, m) => s + m.mass * (3.7 - m.x), 0) - rear * 3.7
        expect(about).toBeCloseTo(0, 6)
      }),
    )
  })
  test('two loads together are the sum of each alone', () => {
    fc.assert(
      fc.property(places, places, (a, b) => {
        const [one, two, both] = [a, b, [...a, ...b]].map((m) => shareOnAxles(4.1, m))
        for (const key of ['front', 'rear', 'rollMoment', 'rollMomentRear'] as const)
          expect(both![key]).toBeCloseTo(one![key] + two![key], 5)
      }),
    )
  })
  // Source: ml-matrix on the two equations of balance.
  test('the same as a linear solver', () => {
    const [mass, x] = [300, 0.35]
    const f = solve(
      new Matrix([
        [1, 1],
        [3.7, 0],
      ]),
      Matrix.columnVector([mass, mass * x]),
    ).to1DArray()
    const share = shareOnAxles(3.7, [{ mass, x, y: 0 }])
    expect([share.front, share.rear]).toEqual([expect.closeTo(f[0]!, 9), expect.closeTo(f[1]!, 9)])
  })
})

describe('loads', () => {
  test('a tank weighs what is in it', () => {
    expect(loadMass(item({ kind: 'tank', mass: 200, fill: 0.25 }))).toBe(50)
    expect(loadMass(item({ kind: 'cargo', mass: 200, fill: 0.25 }))).toBe(200)
    const full = axleWeights(vehicle, [item({ kind: 'tank', mass: 200, x: -1 })])
    const half = axleWeights(vehicle, [item({ kind: 'tank', mass: 200, x: -1, fill: 0.5 })])
    expect(half.rear).toBeCloseTo(full.rear / 2, 9)
  })
  test('fittings count for the axle, not for what the load added', () => {
    const rack = item({ mass: 60, x: 1 })
    const without = axleWeights(vehicle, [item({ mass: 300 })])
    const fitted = axleWeights(vehicle, [item({ mass: 300 })], { fittings: [rack] })
    expect(fitted.rear).toBe(without.rear)
    expect(fitted.rearTotal).toBeCloseTo(without.rearTotal + 60 * (1 - 1 / 3.7), 9)
    expect(fitted.gross).toBeCloseTo(without.gross + 60, 9)
  })
  // Source: moments about the front axle, by hand: 300 at 0 is all there, 100 at 3.7 none of it, 290 behind by 1.25 more than itself.
  test('what weights put on the rear axle', () => {
    const list = [item({ mass: 300, x: 0 }), item({ mass: 100, x: 3.7 }), item({ mass: 290, x: -1.25 })]
    expect(onRearAxle(vehicle, list)).toBeCloseTo(300 + (290 * 4.95) / 3.7, 9)
    // Two thirds of 90: a tank that is not full.
    expect(onRearAxle(vehicle, [item({ kind: 'tank', mass: 90, fill: 2 / 3, x: 0 })])).toBeCloseTo(60, 9)
  })
  test('a scale beats a list, and says how sure it is', () => {
    const listed = axleWeights(vehicle, [item({ mass: 300, massTolerance: 60, x: 0 })])
    const ticket = { front: 1690, rear: 1655, tolerance: 10 }
    const weighed = axleWeights(vehicle, [item({ mass: 300, massTolerance: 60, x: 0 })], { loadedTicket: ticket })
    expect(listed.source).toBe('list')
    expect(weighed).toMatchObject({ source: 'ticket', rearTotal: 1655, frontTotal: 1690, rearListed: 300 })
    expect(weighed.rear).toBe(1655 - vehicle.rear.curb)
    expect(weighed.rearTolerance).toBe(10)
    const both = axleWeights(vehicle, [], {
      loadedTicket: ticket,
      emptyTicket: { front: 1700, rear: 1300, tolerance: 10 },
    })
    expect(both.rear).toBe(355)
    expect(both.rearTolerance).toBeCloseTo(10 * Math.SQRT2, 9)
  })
  // Source: moments about the axles, worked by hand (the restoration ratio as SAE J2807 uses it, from memory).
  test('bars of a distributing hitch: 290 kg at 1.25 m, trailer 5.2 m, half restored', () => {
    const hitch = distributeWeight(290, { hitch: 1.25, trailer: 5.2, wheelbase: 3.7, restoration: 0.5 })
    expect(hitch.couple).toBeCloseTo(1433.0, 0)
    expect(hitch.tongue).toBeCloseTo(261.9, 2)
    expect(hitch.front).toBeCloseTo(-48.99, 2)
    const towed = item({ place: 'tongue', mass: 290, x: -1.25, trailerAxle: 5.2, restoration: 0.5, trailerMass: 2900 })
    const weights = axleWeights(vehicle, [towed])
    expect(weights.front).toBeCloseTo(-48.99, 2)
    expect(weights.front + weights.rear).toBeCloseTo(261.9, 2)
    // Without bars it is the plain tongue; nothing is made or lost, the trailer's axle has the rest.
    const plain = axleWeights(vehicle, [{ ...towed, restoration: null }])
    expect(plain.front).toBeCloseTo((-290 * 1.25) / 3.7, 9)
    expect(weights.gross + weights.distribution!.trailerAxle).toBeCloseTo(plain.gross, 9)
    const combination = (w: typeof weights) => ratingReport(vehicle, [towed], w).margins.find((m) => m.id === 'gcwr')!
    expect(combination(weights).actual).toBeCloseTo(combination(plain).actual, 9)
  })
  test('the bars restore what was asked of the front', () => {
    fc.assert(
      fc.property(between(50, 600), between(0.8, 2.5), between(2, 9), between(0, 1), (tongue, b, d, f) => {
        const hitch = distributeWeight(tongue, { hitch: b, trailer: d, wheelbase: 3.7, restoration: f })
        // Source: the definition: share of the lost front weight brought back.
        expect(hitch.front).toBeCloseTo(-(1 - f) * ((tongue * b) / 3.7), 6)
        // Trailer in balance about the ball: couple meets the change of its axle.
        expect(hitch.trailerAxle * d * GRAVITY).toBeCloseTo(hitch.couple, 6)
      }),
    )
  })
})

describe('tires', () => {
  // Source: load index table of ISO 4000-1/4209-1 as printed in tire handbooks (from memory), kg.
  test.each([
    ['70', 335],
    ['75', 387],
    ['80', 450],
    ['85', 515],
    ['88', 560],
    ['91', 615],
    ['94', 670],
    ['97', 730],
    ['100', 800],
    ['103', 875],
    ['106', 950],
    ['109', 1030],
    ['112', 1120],
    ['115', 1215],
    ['118', 1320],
    ['120', 1400],
    ['121', 1450],
    ['123', 1550],
    ['126', 1700],
    ['129', 1850],
    ['132', 2000],
    ['136', 2240],
  ])('index %s carries %d kg', (index, kg) => expect(tireLoad(index)!.single).toBe(kg))
  test('the lower of index and typed limit, dual on duals, less for passenger tires', () => {
    const bare = rearAxle(vehicle, { tireLimit: null, tireIndex: '121/118' })
    expect(tireLimit(bare, 'rear')).toEqual({ limit: 1450, source: 'index' })
    expect(tireLimit(rearAxle(bare, { wheels: 'dual' }), 'rear')!.limit).toBe(1320)
    // Source: 49 CFR 571.110: a passenger tire on a truck is divided by 1.10 (from memory).
    expect(tireLimit({ ...bare, passengerTires: true }, 'rear')!.limit).toBeCloseTo(1450 / 1.1, 9)
    expect(tireLimit(rearAxle(bare, { tireLimit: 1200 }), 'rear')).toEqual({ limit: 1200, source: 'typed' })
    expect(tireLimit(rearAxle(bare, { tireIndex: null }), 'rear')).toBeNull()
  })
  // Source: from memory: ETRTO's passenger convention, load with the 0.8th power of pressure.
  test('under-inflated, it carries less; over-inflated, no more', () => {
    expect(loadAtPressure(1450, 65 * PSI, 80 * PSI)).toBeCloseTo(1450 * (65 / 80) ** 0.8, 6)
    expect(loadAtPressure(1450, 90 * PSI, 80 * PSI)).toBe(1450)
    const soft = {
      ...rearAxle(vehicle, { tireLimit: null, tireIndex: '121/118', tirePressure: 50 * PSI }),
      tirePressureFull: 80 * PSI,
    }
    expect(tireLimit(soft, 'rear')).toMatchObject({ source: 'index-at-pressure' })
    const rated = ratingReport(soft, [], axleWeights(soft, [])).margins.find((m) => m.id === 'rear-tire')!
    expect(rated.source).toBe('sidewall-at-pressure')
    expect(rated.limit).toBeCloseTo(1450 * (50 / 80) ** 0.8, 6)
  })
})

/** A remedy at the load itself. */
const atLoad = (over: RatingMargin, vehicle: Vehicle, items: LoadItem[]) => {
  const remedy = remedyFor(over, vehicle, items)
  if (remedy.by !== 'load') throw new Error(remedy.by)
  return remedy
}

describe('what brings an exceeded rating inside', () => {
  const report = (items: LoadItem[]) => ratingReport(vehicle, items, axleWeights(vehicle, items))
  test('taking off what it says is just enough', () => {
    fc.assert(
      fc.property(between(900, 2_500), between(-1, 0.8), between(-0.6, 0.6), (mass, x, y) => {
        const items = [item({ id: 'h', mass, x, y }), item({ id: 'l', mass: 300, x: 0.5 })]
        for (const over of report(items).exceeded) {
          const { takeOff, still } = atLoad(over, vehicle, items)
          if (still > 0) continue
          const lighter = items.map((i) => ({
            ...i,
            mass: i.mass - (takeOff.find((t) => t.item.id === i.id)?.mass ?? 0),
          }))
          const left = report(lighter).margins.find((m) => m.id === over.id)!.remaining!
          expect(left).toBeGreaterThan(-1e-6)
          // Not more than needed; a tire's heavy side can change over, and then it has a little to spare.
          if (over.id !== 'rear-tire') expect(left).toBeLessThan(1e-6)
        }
      }),
    )
  })
  test('moving a load where it says brings this inside and passes nothing else', () => {
    const worse = [item({ id: 'h', mass: 1500, x: -0.9 })]
    const rear = report(worse).exceeded.find((m) => m.id === 'gawr-rear')!
    const { move } = atLoad(rear, vehicle, worse)
    expect(move!.x).toBeGreaterThan(-0.9)
    const after = report([{ ...worse[0]!, x: move!.x, y: move!.y }])
    expect(after.exceeded.map((m) => m.id)).not.toContain('gawr-rear')
    // A little less, and it is over again: it is the nearest such place.
    const short = report([{ ...worse[0]!, x: move!.x - 0.02 }])
    expect(short.exceeded.map((m) => m.id)).toContain('gawr-rear')
  })
  test('an overload that no move mends has none', () => {
    const gross = [item({ mass: 2_000, x: 1.5 })]
    const over = report(gross).exceeded.find((m) => m.id === 'gvwr')!
    expect(atLoad(over, vehicle, gross).move).toBeNull()
    const hitched = [item({ place: 'tongue', mass: 700, x: -1.25 })]
    const tongue = report(hitched).exceeded.find((m) => m.id === 'tongue')!
    expect(atLoad(tongue, vehicle, hitched).takeOff[0]!.mass).toBeCloseTo(700 - 589.67, 6)
  })
  test('a combination is cured at the trailer, pound for pound', () => {
    const towing = [item({ place: 'tongue', mass: 500, x: -1.25, trailerMass: 9_000 })]
    const over = report(towing).exceeded.find((m) => m.id === 'gcwr')!
    const remedy = remedyFor(over, vehicle, towing)
    expect(remedy).toEqual({ rating: 'gcwr', by: 'trailer', mass: -over.remaining! })
    const lighter = [{ ...towing[0]!, trailerMass: 9_000 - (remedy.by === 'trailer' ? remedy.mass : 0) }]
    expect(report(lighter).margins.find((m) => m.id === 'gcwr')!.remaining!).toBeCloseTo(0, 6)
  })
  test("a kit's own capacity by another kit, and what an empty list cannot cure is said", () => {
    const kit = { ...report([]).margins[0]!, id: 'kit' as const, remaining: -120 }
    expect(remedyFor(kit, vehicle, [])).toEqual({ rating: 'kit', by: 'kit', short: 120 })
    const axle = { ...report([]).margins[0]!, id: 'gawr-rear' as const, remaining: -80 }
    expect(remedyFor(axle, vehicle, [])).toMatchObject({ by: 'load', takeOff: [], still: 80, move: null })
  })
  test("the scale under a trailer's axles counts for GCWR in place of the list", () => {
    const towing = [item({ place: 'tongue', mass: 300, x: -1.25, trailerMass: 2_900 })]
    const weighed = axleWeights(vehicle, towing, {
      loadedTicket: { front: 1500, rear: 1800, trailer: 3_100, tolerance: 9 },
    })
    expect(ratingReport(vehicle, towing, weighed).margins.find((m) => m.id === 'gcwr')!.actual).toBeCloseTo(6_400, 6)
  })
  test('duals with a single load index are asked about, never guessed', () => {
    const dual = rearAxle(vehicle, { wheels: 'dual', tireLimit: null, tireIndex: '121' })
    const limit = (v: Vehicle) =>
      ratingReport(v, [], axleWeights(v, [])).margins.find((m) => m.id === 'rear-tire')!.limit
    expect(limit(dual)).toBeNull()
    // Source: ISO 4209-1, index 118.
    expect(limit(rearAxle(dual, { tireIndex: '121/118' }))).toBe(1320)
  })
})

describe('heights away from the axles', () => {
  // Source: a straight line through two points, by hand.
  test('marks ahead of and behind their axles', () => {
    const pose = carryToAxles({ front: 0.01, rear: 0.05, frontTolerance: 0.001, rearTolerance: 0.001 }, 4, {
      front: 0,
      rear: -1,
    })
    expect(pose.rear).toBeCloseTo(0.05 - 0.04 / 5, 9)
    expect(pose.front).toBeCloseTo(0.01, 9)
    expect(pose.rearTolerance).toBeCloseTo(0.001 * Math.hypot(4 / 5, 1 / 5), 9)
  })
  test('any two points of one straight side give its heights over the axles', () => {
    fc.assert(
      fc.property(between(-0.1, 0.1), between(-0.1, 0.1), between(-0.8, 0.8), between(-0.8, 0.8), (f, r, df, dr) => {
        const line = (x: number) => r + ((f - r) * x) / 3.7
        const change = { front: line(3.7 + df), rear: line(dr), frontTolerance: 0, rearTolerance: 0 }
        const axles = carryToAxles(change, 3.7, { front: df, rear: dr })
        expect(axles.front).toBeCloseTo(f, 9)
        expect(axles.rear).toBeCloseTo(r, 9)
      }),
    )
  })
  test('ball, coupler and trailer', () => {
    const v = { ...vehicle, ballHeight: 0.5, hitchClearance: 0.3, bumperHeight: 0.7 }
    const trailer = item({ place: 'tongue', couplerHeight: 0.46, trailerAxle: 4 })
    // Rear down 80 mm, front up 10: at the ball 1.25 m behind, down 80 + 90 x 1.25/3.7.
    const tail = rearEnd(v, 0.01, -0.08, trailer)
    const drop = 0.08 + (0.09 * 1.25) / 3.7
    expect(tail.ball!).toBeCloseTo(0.5 - drop, 9)
    expect(tail.hitch!).toBeCloseTo(0.3 - drop, 9)
    expect(tail.ballOverCoupler!).toBeCloseTo(0.5 - drop - 0.46, 9)
    expect(tail.trailerPitch!).toBeCloseTo(Math.atan((0.5 - drop - 0.46) / 4), 9)
    expect(rearEnd({ ...vehicle, ballHeight: null }, 0, 0, null)).toMatchObject({ ball: null, trailerPitch: null })
  })
})

describe('views of one load', () => {
  test('views that overlap are weighed together', () => {
    // Source: inverse-variance mean, worked by hand: (300/400 + 320/100)/(1/400 + 1/100) = 316.
    const both = reconcile([
      { source: 'listed', value: 300, tolerance: 20 },
      { source: 'squat', value: 320, tolerance: 10 },
    ])!
    expect(both.value).toBeCloseTo(316, 9)
    expect(both.tolerance).toBeCloseTo(Math.sqrt(80), 9)
    expect(both.agree).toBe(true)
  })
  test('of three that do not agree the odd one is named; of two, none', () => {
    const listed = { source: 'listed', value: 200 * POUND, tolerance: 20 }
    const others = [
      { source: 'squat', value: 300, tolerance: 15 },
      { source: 'pressure', value: 310, tolerance: 15 },
    ]
    expect(reconcile([listed, ...others])).toMatchObject({ agree: false, odd: 'listed' })
    expect(reconcile([listed, others[0]!])).toMatchObject({ agree: false, odd: null })
    expect(reconcile([])).toBeNull()
  })
})
