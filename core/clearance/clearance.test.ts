import fc from 'fast-check'
import { beforeAll, describe, expect, test } from 'vitest'
import RAPIER from '@dimforge/rapier3d-compat'
import {
  bagBody,
  box,
  capsule,
  carried,
  distanceSolver,
  heaveLimits,
  hoseBody,
  hullOf,
  isReachable,
  leastGap,
  plateBody,
  poseBody,
  posedBody,
  rollLimit,
  spanAt,
  spanThrough,
  STANDING,
  type Body,
  type Motion,
  type Vector,
} from '.'

const DEGREE = Math.PI / 180
const MOTION: Motion = {
  center: [0, 0, 0.4],
  travel: { jounce: 0.07, rebound: 0.09, roll: 5 * DEGREE, jounceSpacing: 0.9, reboundSpacing: 1.0 },
}
const LOWER: Vector = [0, 0.44, 0.46]
const UPPER: Vector = [0.01, 0.45, 0.625]
const BAG = bagBody(LOWER, UPPER, 0.085)
const anchor = (carrier: 'axle' | 'frame', place: Vector) => ({ on: carrier, at: place })

function gapAt(a: Body, b: Body, heave = 0, roll = 0, motion = MOTION): number {
  const [first, second] = [posedBody(a, motion), posedBody(b, motion)]
  poseBody(first, { heave, roll })
  poseBody(second, { heave, roll })
  return distanceSolver()(first, second).gap
}

const PIPE = capsule(anchor('frame', [-0.5, 0.3, 0.6]), anchor('frame', [0.5, 0.33, 0.58]), 0.032)
const SHOCK = capsule(anchor('axle', [-0.16, 0.5, 0.36]), anchor('frame', [-0.1, 0.42, 0.95]), 0.03)
const TIRE = box('axle', [-0.4, 0.7, 0], [0.4, 0.96, 0.8])

describe('gaps of a bag', () => {
  // Source: worked check of a minimum-norm-point solver and a pattern search. For the shock that search ended at 23.680 mm at full
  // droop; the brute force below and this search both find 23.577 mm at z -46.3, roll -5, within the 0.4 mm that is certified.
  test.each([
    ['pipe', PIPE, 15.487, 13.214, 11.58],
    ['shock', SHOCK, 28.362, 33.161, 23.577],
    ['tire', TIRE, 165.0, 159.219, 143.396],
  ])('%s', (_name, body, standing, posed, least) => {
    expect(gapAt(BAG, body) * 1000).toBeCloseTo(standing, 2)
    expect(gapAt(BAG, body, 0.05, 2 * DEGREE) * 1000).toBeCloseTo(posed, 2)
    const found = leastGap(BAG, body, MOTION)
    expect(found.certain).toBe(true)
    expect(Math.abs(found.gap * 1000 - least)).toBeLessThan(0.01)
    expect(isReachable(MOTION.travel, found.at)).toBe(true)
    expect(found.gap - found.lower).toBeLessThan(0.0254 / 64 + 1e-9)
  })
})

describe('distances against closed forms', () => {
  const coordinate = fc.double({ min: -1, max: 1, noNaN: true })
  const point = fc.tuple(coordinate, coordinate, coordinate)
  const still: Motion = { ...MOTION, travel: { ...MOTION.travel, jounce: 0, rebound: 0, roll: 0 } }

  /** Source: Ericson, Real-Time Collision Detection, 5.1.9, by clamping on both segments. */
  function segments(p1: Vector, q1: Vector, p2: Vector, q2: Vector): number {
    const minus = (a: Vector, b: Vector): Vector => [a[0] - b[0], a[1] - b[1], a[2] - b[2]]
    const dot = (a: Vector, b: Vector) => a[0] * b[0] + a[1] * b[1] + a[2] * b[2]
    const clamp = (x: number) => Math.min(1, Math.max(0, x))
    const [d1, d2, r] = [minus(q1, p1), minus(q2, p2), minus(p1, p2)]
    const [a, e, f, b, c] = [dot(d1, d1), dot(d2, d2), dot(d2, r), dot(d1, d2), dot(d1, r)]
    const between = (s: number, t: number) =>
      Math.hypot(...([0, 1, 2] as const).map((k) => r[k] + d1[k] * s - d2[k] * t))
    const parallel = a * e - b * b
    // However near to parallel: what comes out is a point of each in any case, and the least of all is taken.
    const inside = parallel > 0 ? [clamp((b * f - c * e) / parallel)] : []
    // All candidates: inside both, and each end against the other segment.
    const candidates = [
      ...inside.map((s) => [s, clamp((b * s + f) / (e || 1))] as const),
      ...[0, 1].map((s) => [s, clamp((b * s + f) / (e || 1))] as const),
      ...[0, 1].map((t) => [clamp((b * t - c) / (a || 1)), t] as const),
    ]
    return Math.min(...candidates.map(([s, t]) => between(s, t)))
  }

  test('capsule against capsule', () => {
    fc.assert(
      fc.property(point, point, point, point, (p1, q1, p2, q2) => {
        const exact = segments(p1, q1, p2, q2)
        fc.pre(exact > 1e-6)
        const a = capsule(anchor('frame', p1), anchor('frame', q1), 0)
        const b = capsule(anchor('frame', p2), anchor('frame', q2), 0.01)
        expect(Math.abs(gapAt(a, b, 0, 0, still) - (exact - 0.01))).toBeLessThan(1e-9)
      }),
      { numRuns: 3000 },
    )
  })

  test('an upright bag against a point: cylinder, slab and rim', () => {
    fc.assert(
      fc.property(point, (p) => {
        const bag = bagBody([0, 0, -0.1], [0, 0, 0.1], 0.08)
        const out = Math.max(0, Math.hypot(p[0], p[1]) - 0.08)
        const over = Math.max(0, Math.abs(p[2]) - 0.1)
        const exact = Math.hypot(out, over)
        fc.pre(exact > 1e-6)
        const ball = capsule(anchor('frame', p), anchor('frame', p), 0)
        expect(Math.abs(gapAt(bag, ball, 0, 0, still) - exact)).toBeLessThan(1e-9)
      }),
      { numRuns: 3000 },
    )
  })

  test('box against box: the axis gaps', () => {
    fc.assert(
      fc.property(point, point, (a, b) => {
        const size = [0.2, 0.15, 0.1] as const
        const gaps = ([0, 1, 2] as const).map((k) => Math.abs(a[k] - b[k]) - size[k])
        const boxAt = (p: Vector) =>
          box('frame', [p[0] - 0.1, p[1] - 0.075, p[2] - 0.05], [p[0] + 0.1, p[1] + 0.075, p[2] + 0.05])
        // Apart: the corner distance. Overlapping: the least way along an axis.
        const exact = gaps.some((g) => g > 0) ? Math.hypot(...gaps.map((g) => Math.max(0, g))) : Math.max(...gaps)
        fc.pre(Math.abs(exact) > 1e-6)
        expect(Math.abs(gapAt(boxAt(a), boxAt(b), 0, 0, still) - exact)).toBeLessThan(exact > 0 ? 1e-9 : 2e-6)
      }),
      { numRuns: 3000 },
    )
  })

  test('a plate lying over another, at any pressure of rounding: the room between their faces', () => {
    for (const tilt of [0, 1e-9, 1e-6, 1e-3]) {
      const low = plateBody('axle', [0, 0, 0.4], [0, 0, 0.39], 0.07)
      const high = plateBody('frame', [0, 0, 0.5], [0, 0, 0.51], 0.07)
      expect(gapAt(high, low, 0, tilt)).toBeCloseTo(0.1 - 0.07 * Math.sin(tilt), 8)
    }
  })

  test('a hose bows as far as its length lets it, and is straight at its span', () => {
    // Source: ellipse with foci 0.3 apart and string 0.34: half axis across sqrt(0.34² - 0.3²)/2 = 0.08.
    const hose = hoseBody(anchor('frame', [0, 0, 0.3]), anchor('frame', [0, 0, 0.6]), 0.34, 0.01)
    const wall = box('frame', [0.2, -1, 0], [0.3, 1, 1])
    expect(gapAt(wall, hose)).toBeCloseTo(0.2 - 0.08 - 0.01, 8)
    const taut = hoseBody(anchor('frame', [0, 0, 0.3]), anchor('frame', [0, 0, 0.6]), 0.3, 0.01)
    expect(gapAt(wall, taut)).toBeCloseTo(0.19, 8)
  })
})

describe('distances against a general collision library', () => {
  beforeAll(() => RAPIER.init())

  type Random = (low: number, high: number) => number
  const seeded = (seed: number): Random => {
    let state = seed
    return (low, high) => {
      state = (state * 1664525 + 1013904223) >>> 0
      return low + ((high - low) * state) / 2 ** 32
    }
  }
  const NONE = { x: 0, y: 0, z: 0 }
  const STILL = { x: 0, y: 0, z: 0, w: 1 }
  const place = (random: Random): Vector => [random(-0.5, 0.5), random(0.1, 0.9), random(0.1, 1)]
  const middle = (p: Vector, q: Vector) => ({ x: (p[0] + q[0]) / 2, y: (p[1] + q[1]) / 2, z: (p[2] + q[2]) / 2 })

  /** The other body, in our words and in the library's. */
  function other(random: Random, kind: number): { body: Body; shape: RAPIER.Shape; at: RAPIER.Vector } {
    const [p, q] = [place(random), place(random)]
    if (kind === 0) {
      const low: Vector = [Math.min(p[0], q[0]), Math.min(p[1], q[1]), Math.min(p[2], q[2])]
      const high: Vector = [Math.max(p[0], q[0]), Math.max(p[1], q[1]), Math.max(p[2], q[2])]
      const half = high.map((h, k) => (h - low[k]!) / 2) as [number, number, number]
      return { body: box('frame', low, high), shape: new RAPIER.Cuboid(...half), at: middle(low, high) }
    }
    const radius = random(0.005, 0.06)
    const vector = ([x, y, z]: Vector) => ({ x, y, z })
    return {
      body: capsule(anchor('frame', p), anchor('frame', q), radius),
      shape: new RAPIER.Segment(vector(p), vector(q)),
      at: NONE,
    }
  }

  // Source: Rapier (parry), closest distances of convex shapes, in single precision. Upright bags are its cylinders; tilted ones are
  // compared as the same polytopes, with twelve corners a rim.
  test('5,000 random pairs to 0.1 mm', () => {
    const random = seeded(11)
    let [apart, agree, meet, nearest] = [0, 0, 0, 0]
    for (let i = 0; i < 5000; i++) {
      const lower: Vector = [random(-0.05, 0.05), random(0.3, 0.55), random(0.4, 0.5)]
      const radius = random(0.04, 0.1)
      const { body, shape, at: position } = other(random, i % 2)
      let bag: Body
      let theirs: RAPIER.Shape
      let where: RAPIER.Vector
      let turned = STILL
      if (i % 4 < 2) {
        const upper: Vector = [lower[0], lower[1], lower[2] + random(0.1, 0.25)]
        bag = bagBody(lower, upper, radius)
        theirs = new RAPIER.Cylinder((upper[2] - lower[2]) / 2, radius)
        where = middle(lower, upper)
        // Their cylinders lie along y.
        turned = { x: Math.SQRT1_2, y: 0, z: 0, w: Math.SQRT1_2 }
      } else {
        const upper: Vector = [random(-0.05, 0.05), lower[1] + random(-0.03, 0.03), lower[2] + random(0.1, 0.25)]
        const tilt = random(-0.1, 0.1)
        const rim = Array.from({ length: 12 }, (_, k) => [Math.cos((k * Math.PI) / 6), Math.sin((k * Math.PI) / 6)])
        const corners = rim.flatMap(([c, s]): Vector[] => [
          [lower[0] + radius * c!, lower[1] + radius * s! * Math.cos(tilt), lower[2] + radius * s! * Math.sin(tilt)],
          [upper[0] + radius * c!, upper[1] + radius * s!, upper[2]],
        ])
        bag = hullOf(corners.map((p) => anchor('frame', p)))
        theirs = new RAPIER.ConvexPolyhedron(Float32Array.from(corners.flat()), null)
        where = NONE
      }
      const [first, second] = [posedBody(bag, MOTION), posedBody(body, MOTION)]
      const { gap: plain, normal } = distanceSolver()(first, second)
      const core = plain + body.radius
      const moved = (by: number) => ({
        x: position.x + by * normal[0]!,
        y: position.y + by * normal[1]!,
        z: position.z + by * normal[2]!,
      })
      // Where the cores overlap the library's depth is an estimate of its own: that they meet is compared there.
      if (core < 1e-3) {
        expect(theirs.intersectsShape(where, turned, shape, position, STILL)).toBe(core < -1e-4)
        continue
      }
      // Its search can end early, too far off, never too near: it is asked from two distances, and its better answer counts.
      const answers = [0.02, 0.1].map(
        (left) => theirs.contactShape(where, turned, shape, moved(core - left), STILL, 10)!.distance + core - left,
      )
      const found = Math.min(...answers)
      apart++
      nearest = Math.min(nearest, found - core)
      if (found - core < 1e-4) agree++
      if (theirs.intersectsShape(where, turned, shape, moved(core + 1e-4), STILL)) meet++
    }
    expect(apart).toBeGreaterThan(3000)
    // None of its answers is nearer than ours; most are ours; and within 0.1 mm of ours it sees them meet.
    expect(nearest).toBeGreaterThan(-1e-4)
    expect(agree / apart).toBeGreaterThan(0.9)
    expect(meet / apart).toBeGreaterThan(0.999)
  })
})

describe('the least gap through the travel', () => {
  const number = (min: number, max: number) => fc.double({ min, max, noNaN: true })
  const place = fc.tuple(number(-0.5, 0.5), number(0.1, 0.85), number(0.2, 0.9))
  const carrier = fc.constantFrom('axle' as const, 'frame' as const)
  const body = fc.oneof(
    fc
      .tuple(carrier, place, carrier, place, number(0.005, 0.06))
      .map(([c, p, d, q, r]) => capsule(anchor(c, p), anchor(d, q), r)),
    fc
      .tuple(carrier, place, place)
      .map(([c, p, q]) =>
        box(
          c,
          [Math.min(p[0], q[0]), Math.min(p[1], q[1]), Math.min(p[2], q[2])],
          [Math.max(p[0], q[0]), Math.max(p[1], q[1]), Math.max(p[2], q[2])],
        ),
      ),
    fc
      .tuple(place, place, number(1.001, 1.3))
      .map(([p, q, slack]) =>
        hoseBody(
          anchor('axle', p),
          anchor('frame', q),
          slack * Math.hypot(p[0] - q[0], p[1] - q[1], p[2] - q[2]),
          0.008,
        ),
      ),
  )
  const motion = fc.record({
    center: fc.constant<Vector>([0, 0, 0.4]),
    travel: fc.record({
      jounce: number(0, 0.12),
      rebound: number(0, 0.15),
      roll: number(0, 12 * DEGREE),
      jounceSpacing: number(0, 1.1),
      reboundSpacing: number(0, 1.2),
      path: fc.option(fc.record({ slope: number(-0.2, 0.2), bend: number(-1, 1) }), { nil: undefined }),
    }),
  })
  const girth = fc.option(
    number(0, 0.3).map((steep) => ({
      heights: [0.08, 0.17, 0.26],
      radii: [0.085 + 0.09 * steep, 0.085, 0.085 - 0.06 * steep],
    })),
    { nil: 0.085 },
  )

  test('no pose of a fine grid is nearer than what is certified', () => {
    fc.assert(
      fc.property(motion, girth, body, (moving, wide, other) => {
        const bag = bagBody(LOWER, UPPER, wide)
        const { gap, lower, at: posture, certain } = leastGap(bag, other, moving)
        // What only touches overlapping bodies is bounded by a count; what is apart is certified.
        if (gap > 0) expect(certain).toBe(true)
        expect(isReachable(moving.travel, posture)).toBe(true)
        const [a, b] = [posedBody(bag, moving), posedBody(other, moving)]
        const distance = distanceSolver(1e-7)
        const most = rollLimit(moving.travel)
        const steps = gap > 0 ? 24 : 8
        for (let i = 0; i <= steps; i++) {
          const roll = most * ((2 * i) / steps - 1)
          const { low, high } = heaveLimits(moving.travel, roll)
          if (low > high) continue
          for (let j = 0; j <= steps; j++) {
            const pose = { heave: low + ((high - low) * j) / steps, roll }
            poseBody(a, pose)
            poseBody(b, pose)
            expect(distance(a, b).gap).toBeGreaterThan(lower - 3e-5)
          }
        }
      }),
      { numRuns: 150, seed: 12 },
    )
  }, 60_000)

  test('parts that ride together keep their gap, and are asked once', () => {
    const plate = plateBody('axle', [0, 0.44, 0.46], [0, 0.44, 0.455], 0.07)
    const { gap, asked: evaluations } = leastGap(plate, TIRE, MOTION)
    expect(gap).toBeCloseTo(0.7 - 0.44 - 0.07, 9)
    expect(evaluations).toBe(1)
  })

  test('a travel of nothing has the standing gap', () => {
    const still = { ...MOTION, travel: { jounce: 0, rebound: 0, roll: 0, jounceSpacing: 0.9, reboundSpacing: 1 } }
    expect(leastGap(BAG, PIPE, still).gap).toBeCloseTo(gapAt(BAG, PIPE), 9)
  })
})

describe('the travel', () => {
  test('a wheel at its stop keeps the other from rising: heave and roll share the travel', () => {
    // Source: trigonometry: half of 0.90 m times tan 5° is 39.4 mm of the 70 mm.
    expect(heaveLimits(MOTION.travel, 5 * DEGREE).high).toBeCloseTo(0.07 - 0.45 * Math.tan(5 * DEGREE), 12)
    expect(heaveLimits(MOTION.travel, -5 * DEGREE).low).toBeCloseTo(-0.09 + 0.5 * Math.tan(5 * DEGREE), 12)
  })

  test('bag height through the travel, against a grid', () => {
    const { least, most, leastAt, mostAt } = spanThrough(MOTION, LOWER, UPPER)
    let [low, high] = [Infinity, 0]
    for (let i = -100; i <= 100; i++) {
      const roll = (5 * DEGREE * i) / 100
      const ends = heaveLimits(MOTION.travel, roll)
      for (let j = 0; j <= 100; j++) {
        const pose = { roll, heave: ends.low + ((ends.high - ends.low) * j) / 100 }
        const height = spanAt(MOTION, LOWER, UPPER, pose)
        low = Math.min(low, height)
        high = Math.max(high, height)
      }
    }
    expect(least).toBeLessThan(low + 1e-9)
    expect(least).toBeGreaterThan(low - 1e-4)
    expect(most).toBeGreaterThan(high - 1e-9)
    expect(most).toBeLessThan(high + 1e-4)
    expect(isReachable(MOTION.travel, leastAt) && isReachable(MOTION.travel, mostAt)).toBe(true)
  })

  test('left wheel up lifts what is left of center', () => {
    expect(carried(MOTION, [0, 0.5, 0.4], { heave: 0, roll: 0.1 })[2]).toBeGreaterThan(0.4)
    expect(carried(MOTION, [0, 0.5, 0.4], STANDING)).toEqual([0, 0.5, 0.4])
  })
})
