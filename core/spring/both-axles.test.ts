import fc from 'fast-check'
import { levenbergMarquardt } from 'ml-levenberg-marquardt'
import { Matrix, solve } from 'ml-matrix'
import { describe, expect, test } from 'vitest'
import { referenceAxle, referenceBag } from '../fixtures/reference-axle'
import { coupledChassis, standByRootFinder, vehicleResiduals } from '../fixtures/whole-vehicle'
import { atmosphere, GRAVITY, PSI } from '../quantity'
import {
  bringLevel,
  axleDrop,
  frontDropAt,
  solveDefinite,
  solveGeneral,
  standOf,
  type Air,
  type AirLaw,
  type AxleAim,
  type AxleLoad,
  type BagPair,
  type Chassis,
  type LevelQuestion,
} from '.'

const rearBags: BagPair = { bag: referenceBag, rideHeight: 0.165, motionRatio: 1, spacing: 0.9, lineVolume: 5e-5 }
/** On independent links: each bag follows its own wheel, over the track. */
const frontBags: BagPair = {
  bag: referenceBag,
  rideHeight: 0.16,
  motionRatio: 0.7,
  spacing: 0.7 * 1.74,
  lineVolume: 8e-5,
}
const load: AxleLoad = { front: 1_400, rear: 6_470, roll: 420, rollRear: 300 }
const room = ({ rideHeight, lineVolume }: BagPair) => referenceBag.volume.value(rideHeight)! + lineVolume
const closed = (bags: BagPair, left: number, right: number): AirLaw => ({
  kind: 'closed',
  left: (left * PSI + atmosphere()) * room(bags),
  right: (right * PSI + atmosphere()) * room(bags),
  exponent: 1,
  ambient: atmosphere(),
})
const teed = (bags: BagPair, psi: number): AirLaw => ({
  kind: 'teed',
  both: (psi * PSI + atmosphere()) * 2 * room(bags),
  exponent: 1,
  ambient: atmosphere(),
})

describe('bags at both axles, against a general root finder on the equations written anew', () => {
  const chassis = coupledChassis(rearBags, frontBags)
  // Source: ml-levenberg-marquardt on seven equations; agreement to 1e-6 m and rad.
  test.each<[string, Air]>([
    [
      'kept pressures',
      {
        front: { kind: 'pressure', left: 18 * PSI, right: 14 * PSI },
        rear: { kind: 'pressure', left: 30 * PSI, right: 22 * PSI },
      },
    ],
    ['closed bags', { front: closed(frontBags, 12, 15), rear: closed(rearBags, 25, 20) }],
    ['teed bags', { front: teed(frontBags, 14), rear: teed(rearBags, 24) }],
    ['one of each', { front: teed(frontBags, 14), rear: closed(rearBags, 26, 19) }],
    ['air in front only', { front: closed(frontBags, 20, 20) }],
  ])('%s', (_, air) => {
    const ours = standOf(chassis, load, air)!
    const [zf, zr, roll, af, rf, ar, rr] = standByRootFinder(chassis, load, air)
    for (const [mine, theirs] of [
      [ours.front.squat, zf! - af!],
      [ours.rear.squat, zr! - ar!],
      [ours.front.tires, af!],
      [ours.rear.tires, ar!],
      [ours.front.lean, roll!],
      [ours.rear.lean, roll!],
      [ours.front.roll, roll! - rf!],
      [ours.rear.roll, roll! - rr!],
    ])
      expect(Math.abs(mine! - theirs!)).toBeLessThan(1e-6)
  })
})

const aimed = (part: Partial<AxleAim> = {}): AxleAim => ({ ...referenceAxle().aims.rear!, ...part })
const question = (part: Partial<LevelQuestion> = {}): LevelQuestion => ({
  chassis: coupledChassis(rearBags, frontBags),
  load,
  mark: 'wheel-center',
  ambient: atmosphere(),
  driving: null,
  aims: { front: aimed(), rear: aimed() },
  ...part,
})

/**
 * Pressures of all four bags by a general least-squares solver: unknowns are the seven of the balance and the pressures,
 * equations the balance and the aims, each as a person would write it down.
 */
function pressuresByRootFinder(q: LevelQuestion): number[] {
  const { chassis } = q
  const scale = [1e5, 1e5, 1e5, 5e5, 4e5, 5e5, 4e5]
  const equations = (x: number[]): number[] => {
    const [fl, fr, rl, rr] = x.slice(7).map((p) => p * 1e5)
    const air: Air = {
      front: { kind: 'pressure', left: fl!, right: fr! },
      rear: { kind: 'pressure', left: rl!, right: rr! },
    }
    const balance = vehicleResiduals(chassis, q.load, air)(x).map((r, i) => r / scale[i]!)
    const [zf, zr, roll, af, rf, ar] = x
    const ground = q.mark === 'ground'
    const drops = [ground ? zf! : zf! - af!, ground ? zr! : zr! - ar!]
    const [front, rear] = [q.aims.front!, q.aims.rear!]
    const leave = (aim: AxleAim, other: number) => (aim.aim.kind === 'height' ? aim.aim.leave : other + aim.aim.offset)
    const across = (aim: AxleAim, l: number, r: number, upright: number) =>
      aim.air === 'teed' ? (l - r) / 1e5 : upright
    const bothSeparate = front.air === 'separate' && rear.air === 'separate'
    // Upright: the body where heights are from the ground or both axles can do it, else the suspension of the one that can.
    const upright = (axleRoll: number) => (ground || bothSeparate ? roll! : roll! - axleRoll)
    // With separate lines at both, the last equation shares the moment: each axle meets what the load puts on it.
    const share = chassis.rear.tires!.roll * x[6]! - q.load.rollRear
    return [
      ...balance,
      drops[0]! - leave(front, drops[1]!),
      drops[1]! - leave(rear, drops[0]!),
      across(front, fl!, fr!, upright(rf!)),
      bothSeparate ? share / 4e5 : across(rear, rl!, rr!, upright(x[6]!)),
    ]
  }
  const start = [0, 0, 0, 0, 0, 0, 0, 1.2, 1.2, 2, 2]
  const found = levenbergMarquardt(
    { x: start.map((_, i) => i), y: start.map(() => 0) },
    (unknowns: number[]) => {
      const r = equations(unknowns)
      return (i: number) => r[i]! * 1000
    },
    {
      initialValues: start,
      gradientDifference: 1e-7,
      centralDifference: true,
      damping: 1e-6,
      maxIterations: 400,
      errorTolerance: 1e-22,
      improvementThreshold: 1e-12,
    },
  )
  return found.parameterValues.slice(7).map((p) => p * 1e5)
}

describe('bringing both axles level at once', () => {
  // Source: ml-levenberg-marquardt on balance and aims together, to 1e-6 of the pressure.
  test.each<[string, Partial<LevelQuestion>]>([
    ['separate lines at both', {}],
    ['from the ground', { mark: 'ground' }],
    ['rear teed, front takes out the lean', { aims: { front: aimed(), rear: aimed({ air: 'teed' }) } }],
    ['front teed, rear takes out the lean', { aims: { front: aimed({ air: 'teed' }), rear: aimed() } }],
    ['both teed', { aims: { front: aimed({ air: 'teed' }), rear: aimed({ air: 'teed' }) } }],
    [
      'the rear follows a front that stays a little low',
      {
        aims: {
          front: aimed({ aim: { kind: 'height', leave: 0.006 } }),
          rear: aimed({ aim: { kind: 'rake', offset: 0 } }),
        },
      },
    ],
  ])('%s', (_, part) => {
    const q = question(part)
    const s = bringLevel(q)
    const theirs = pressuresByRootFinder(q)
    const ours = [s.front!.left, s.front!.right, s.rear!.left, s.rear!.right].map((side) => side!.pressure)
    ours.forEach((p, i) => expect(Math.abs(p / theirs[i]! - 1)).toBeLessThan(1e-6))
  })

  const between = (min: number, max: number) => fc.double({ min, max, noNaN: true })
  const some = fc
    .record({
      front: between(600, 3_000),
      rear: between(2_000, 9_000),
      roll: between(-250, 250),
      mark: fc.constantFrom('wheel-center' as const, 'ground' as const),
      frame: fc.constantFrom('rigid' as const, 'twisting' as const),
      airs: fc.record({
        front: fc.constantFrom('teed' as const, 'separate' as const),
        rear: fc.constantFrom('teed' as const, 'separate' as const),
      }),
    })
    .map(({ front, rear, roll, mark, frame, airs }) =>
      question({
        load: { front, rear, roll, rollRear: 0.7 * roll },
        mark,
        chassis: { ...coupledChassis(rearBags, frontBags), frame },
        aims: { front: aimed({ air: airs.front }), rear: aimed({ air: airs.rear }) },
      }),
    )
  test('the pressures put back give both aims, to a hundredth of a millimeter', () => {
    fc.assert(
      fc.property(some, (q) => {
        const s = bringLevel(q)
        if (!s.front?.left || !s.front.right || !s.rear?.left || !s.rear.right) return
        if (Math.min(s.front.mean!, s.rear.mean!) <= 0) return
        const asPressure = ({ left, right }: typeof s.rear): AirLaw => ({
          kind: 'pressure',
          left: left!.pressure,
          right: right!.pressure,
        })
        const stand = standOf(q.chassis, q.load, { front: asPressure(s.front), rear: asPressure(s.rear) })
        if (!stand) return
        expect(Math.abs(axleDrop(q.mark, stand.rear))).toBeLessThan(1e-5)
        expect(Math.abs(frontDropAt(q.mark, stand))).toBeLessThan(1e-5)
        expect(stand.rear.lean).toBeCloseTo(s.rear.lean!, 5)
      }),
      { numRuns: 150 },
    )
  })
  test('mirrored vehicle, mirrored answer', () => {
    fc.assert(
      fc.property(some, (q) => {
        const here = bringLevel(q)
        const there = bringLevel({ ...q, load: { ...q.load, roll: -q.load.roll, rollRear: -q.load.rollRear } })
        for (const axle of ['front', 'rear'] as const) {
          const [a, b] = [here[axle]!, there[axle]!]
          expect(b.code).toBe(a.code)
          if (!a.left || !a.right) continue
          expect(b.left!.pressure / a.right.pressure).toBeCloseTo(1, 6)
          expect(b.right!.pressure / a.left.pressure).toBeCloseTo(1, 6)
          expect(b.lean!).toBeCloseTo(-a.lean!, 7)
        }
      }),
      { numRuns: 100 },
    )
  })
  // Source: closed form for one axle, W_bags = gain - k u with pitch's weight in it; nothing of the other axle's air.
  test('one axle without a kit equals that axle solved alone', () => {
    fc.assert(
      fc.property(some, (q) => {
        const { front: _front, ...rear } = q.aims
        const without: Chassis = { ...q.chassis, front: { ...q.chassis.front, bags: null } }
        const alone = bringLevel({ ...q, chassis: without, aims: rear }).rear!
        const c = without.pitchMoment / without.wheelbase ** 2
        const [kf, tf, tr] = [2 * without.front.side!.first, without.front.tires!.rate, without.rear.tires!.rate]
        // Rear held at its mark: two straight equations for the weight that pitch moves and the gain.
        const give = q.mark === 'ground' ? 0 : 1 / tr
        const soft = 1 / kf + 1 / tf
        const moved = (c * (q.load.rear * give - q.load.front * soft)) / (1 - c * (give + soft))
        const gain = q.load.rear + moved
        const squat = q.mark === 'ground' ? -gain / tr : 0
        expect(alone.gain).toBeCloseTo(gain, 4)
        expect(alone.squat).toBeCloseTo(squat, 8)
        expect(alone.supported).toBeCloseTo(gain - 2 * without.rear.side!.first * squat, 3)
      }),
      { numRuns: 100 },
    )
  })
  test('air at one axle shows on the other: raising the rear puts a little weight on the front', () => {
    const q = question({ chassis: coupledChassis(rearBags, null), aims: { rear: aimed() } })
    const bare = standOf(q.chassis, q.load, {})!
    const { held: isHeld } = bringLevel(q)
    expect(isHeld!.front.gain - bare.front.gain).toBeGreaterThan(0)
    expect((isHeld!.front.gain - bare.front.gain) / GRAVITY).toBeLessThan(40)
    expect(isHeld!.front.squat).toBeGreaterThan(bare.front.squat)
  })
  test('a front out of its height range keeps its own code and leaves the rear its figures', () => {
    const s = bringLevel(question({ aims: { front: aimed({ heightRange: { low: 0.18, high: 0.2 } }), rear: aimed() } }))
    expect(s.front!.code).toBe('out-of-window')
    expect(s.rear!.code).toBe('level')
    expect(s.rear!.mean!).toBeGreaterThan(20 * PSI)
  })
})

describe('the small linear systems', () => {
  const square = (n: number) =>
    fc.array(fc.double({ min: -3, max: 3, noNaN: true }), { minLength: n * n, maxLength: n * n })
  // Source: ml-matrix, LU decomposition.
  test('give what ml-matrix gives, or say that they cannot', () => {
    fc.assert(
      fc.property(
        square(4),
        fc.array(fc.double({ min: -5, max: 5, noNaN: true }), { minLength: 4, maxLength: 4 }),
        (m, b) => {
          const general = new Matrix([0, 1, 2, 3].map((i) => m.slice(4 * i, 4 * i + 4)))
          for (let i = 0; i < 4; i++) general.set(i, i, general.get(i, i) + 8)
          const theirs = solve(general, Matrix.columnVector(b)).to1DArray()
          const ours = Array.from(b)
          expect(solveGeneral(Array.from(general.to1DArray()), ours, 4)).toBe(true)
          ours.forEach((v, i) => expect(v).toBeCloseTo(theirs[i]!, 9))
          const definite = general.transpose().mmul(general)
          const again = Array.from(b)
          expect(solveDefinite(Array.from(definite.to1DArray()), again, 4)).toBe(true)
          const reference = solve(definite, Matrix.columnVector(b)).to1DArray()
          again.forEach((v, i) => expect(v).toBeCloseTo(reference[i]!, 7))
        },
      ),
      { numRuns: 100 },
    )
    expect(solveDefinite(Array.from([1, 2, 2, 1]), Array.from([1, 1]), 2)).toBe(false)
    expect(solveGeneral(Array.from([1, 2, 2, 4]), Array.from([1, 1]), 2)).toBe(false)
  })
})
