import RAPIER from '@dimforge/rapier3d-compat'
import fc from 'fast-check'
import { beforeAll, describe, expect, test } from 'vitest'
import { demoJob } from '../../demo/shop'
import { box, capsule, type Motion, type Vector } from '../clearance'
import { circuitFor } from '../circuit'
import { SUPPLIES } from '../fittings'
import { assessJob } from '../judge'
import type { Job } from '../job'
import { laidLines, placedCircuit, routed, undersideOf } from '../stages/air/lines'
import {
  bendsOf,
  fieldAmong,
  HEAT_DISTANCE,
  judgeRoute,
  LEAST_GAP,
  leastBend,
  rounded,
  routeBetween,
  tightBends,
  wayLength,
  type RouteObstacle,
} from '.'

const still: Motion = {
  center: [0, 0, 0.4],
  travel: { jounce: 0, rebound: 0, roll: 0, jounceSpacing: 1, reboundSpacing: 1 },
}
const rail = (low: Vector, high: Vector): RouteObstacle => ({
  id: 'rail',
  name: 'rail',
  neighbor: 'still',
  bodies: [box('frame', low, high)],
  motion: still,
  tolerance: 0,
  holds: true,
  sharp: true,
})
const pipe = (a: Vector, b: Vector, radius: number): RouteObstacle => ({
  id: 'pipe',
  name: 'pipe',
  neighbor: 'hot',
  bodies: [capsule({ at: a, on: 'frame' }, { at: b, on: 'frame' }, radius)],
  motion: still,
  tolerance: 0,
  holds: false,
  sharp: false,
})
const OUTSIDE = 0.00635
const INCH = 0.0254

beforeAll(() => RAPIER.init())

describe('bends', () => {
  // Closed form: a right angle rounded with radius r is shorter by (2 - pi/2) r.
  test('a rounded right angle is shorter by (2 - pi/2) r', () => {
    const way: Vector[] = [
      [0, 0, 0],
      [1, 0, 0],
      [1, 1, 0],
    ]
    const { points, sagitta } = rounded(way, 0.1)
    expect(wayLength(points)).toBeCloseTo(2 - (2 - Math.PI / 2) * 0.1, 3)
    for (const [x, y] of points.slice(1, -1)) expect(Math.hypot(x - 0.9, y - 0.1)).toBeCloseTo(0.1, 9)
    expect(sagitta).toBeLessThan(0.001)
  })
  test('the widest arc is what the shorter leg allows, and under the least it is called tight', () => {
    // Right angle with legs of 1 and 0.02 m at an end of the line: tangent length is the radius, 0.02 m.
    const way: Vector[] = [
      [0, 0, 0],
      [1, 0, 0],
      [1, 0.02, 0],
    ]
    expect(bendsOf(way, 1)[0]!.radius).toBeCloseTo(0.02, 12)
    expect(tightBends(way, leastBend(OUTSIDE))).toHaveLength(1)
    expect(tightBends(way, 0.02)).toHaveLength(0)
  })
})

describe('a line as it lies', () => {
  const way: Vector[] = [
    [0, 0, 0.6],
    [-2, 0, 0.6],
  ]
  test('sleeve is the length within 6 in of the surface: by Pythagoras', () => {
    // A pipe across at 4 in from the line, surface to surface: within 6 in for 2 x sqrt((R+6)^2 - (R+4)^2), all about the axes.
    const R = 0.05
    const r = OUTSIDE / 2
    const z = 0.6 + R + 4 * INCH + r
    const { sleeve, heat } = judgeRoute(way, OUTSIDE, [pipe([-1, -1, z], [-1, 1, z], R)])
    expect(heat!.gap).toBeCloseTo(4 * INCH, 6)
    const half = Math.sqrt((R + HEAT_DISTANCE + r) ** 2 - (R + 4 * INCH + r) ** 2)
    expect(sleeve).toHaveLength(1)
    // Looked at every centimeter, and an inch more at either end.
    expect(sleeve[0]!.to - sleeve[0]!.from).toBeGreaterThanOrEqual(2 * half)
    expect(sleeve[0]!.to - sleeve[0]!.from).toBeLessThan(2 * half + 2 * INCH + 0.02)
  })
  test('ties no further apart than 30 cm where there is something to tie to, none on a hot pipe', () => {
    const along = judgeRoute(way, OUTSIDE, [rail([-2, 0.01, 0.5], [0, 0.08, 0.7])])
    const marks = [0, ...along.ties, along.length]
    for (let i = 1; i < marks.length; i++) expect(marks[i]! - marks[i - 1]!).toBeLessThanOrEqual(0.3 + 1e-9)
    expect(judgeRoute(way, OUTSIDE, [pipe([-2, 0, 0.64], [0, 0, 0.64], 0.03)]).ties).toEqual([])
  })
  test('loom where an edge is near, none along the flat of a rail', () => {
    // Straight over the upper inner edge of a rail, 5 mm above it, and along its flat far from any edge.
    const over = judgeRoute(
      [
        [-1, -0.3, 0.708],
        [-1, 0.3, 0.708],
      ],
      OUTSIDE,
      [rail([-2, 0.01, 0.5], [0, 0.08, 0.7])],
    )
    expect(over.loom.length).toBeGreaterThan(0)
    const flat = judgeRoute(
      [
        [-0.3, 0, 0.6],
        [-1.7, 0, 0.6],
      ],
      OUTSIDE,
      [rail([-2, 0.01, 0.5], [0, 0.08, 0.7])],
    )
    expect(flat.loom).toEqual([])
  })
  test('an end that moves needs the longest distance through the travel', () => {
    const moving: Motion = { ...still, travel: { ...still.travel, jounce: 0.1, rebound: 0.1 } }
    const place: Vector = [0, 0, 0.4]
    const { slack } = judgeRoute(
      [place, [-0.3, 0, 0.6], [-1, 0, 0.6]],
      OUTSIDE,
      [],
      [{ at: place, end: 'first', motion: moving }],
    )
    // Pythagoras: from 0.2 up and 0.3 back to 0.3 up and 0.3 back.
    expect(slack).toBeCloseTo(Math.hypot(0.3, 0.3) - Math.hypot(0.2, 0.3), 9)
  })
})

describe('a way', () => {
  const low: Vector = [-2, -1, 0.2]
  const high: Vector = [1, 1, 1]
  test('is straight where nothing is in the way, and goes round what is', () => {
    const open = fieldAmong([], OUTSIDE / 2, low, high)
    expect(routeBetween([0, 0, 0.6], [-1, 0, 0.6], OUTSIDE, open)).toEqual([])
    const wall = rail([-0.6, -0.5, 0.2], [-0.5, 0.5, 1])
    const bends = routeBetween([0, 0, 0.6], [-1, 0, 0.6], OUTSIDE, fieldAmong([wall], OUTSIDE / 2, low, high))!
    expect(bends.length).toBeGreaterThan(0)
    expect(Math.max(...bends.map((b) => Math.abs(b[1])))).toBeGreaterThan(0.5)
  })
  test('is none where all is closed', () => {
    const wall = rail([-0.6, -2, 0], [-0.5, 2, 2])
    expect(routeBetween([0, 0, 0.6], [-1, 0, 0.6], OUTSIDE, fieldAmong([wall], OUTSIDE / 2, low, high))).toBeNull()
  })
  test('goes round a plate between two fittings that are hardly apart', () => {
    const plate = rail([-0.063, -0.1, 0.3], [-0.06, 0.1, 0.7])
    const [from, to]: [Vector, Vector] = [
      [0, 0, 0.6],
      [-0.12, 0, 0.6],
    ]
    const bends = routeBetween(from, to, OUTSIDE, fieldAmong([plate], OUTSIDE / 2, low, high))!
    const { near } = judgeRoute([from, ...bends, to], OUTSIDE, [plate])
    expect(near[0]!.gap).toBeGreaterThan(0)
    expect(wayLength([from, ...bends, to])).toBeGreaterThan(0.2)
    // Straight through it is said to be through it.
    expect(judgeRoute([from, to], OUTSIDE, [plate]).near[0]!.gap).toBeLessThanOrEqual(0)
  })
  test('keeps its distance from a hot pipe, rather than the shortest length', () => {
    const hot = pipe([-2, 0, 0.7], [1, 0, 0.7], 0.04)
    const field = fieldAmong([hot], OUTSIDE / 2, low, high)
    const bends = routeBetween([0.9, 0.3, 0.7], [-1.9, -0.3, 0.7], OUTSIDE, field)!
    const near = judgeRoute([[0.9, 0.3, 0.7], ...bends, [-1.9, -0.3, 0.7]], OUTSIDE, [hot])
    expect(near.heat!.gap).toBeGreaterThanOrEqual(LEAST_GAP.hot)
  })
  test('never passes nearer than its report says: dense sampling by another library', () => {
    const place = fc.tuple(
      fc.double({ min: -1.6, max: 0.6, noNaN: true }),
      fc.double({ min: -0.7, max: 0.7, noNaN: true }),
      fc.double({ min: 0.3, max: 0.9, noNaN: true }),
    )
    const size = fc.double({ min: 0.03, max: 0.3, noNaN: true })
    const block = fc
      .tuple(place, size, size, size)
      .map(([[x, y, z], a, b, c]) => rail([x, y, z], [x + a, y + b, z + c]))
    const tube = fc
      .tuple(place, place, fc.double({ min: 0.01, max: 0.05, noNaN: true }))
      .map(([a, b, r]) => pipe(a, b, r))
    fc.assert(
      fc.property(place, place, fc.array(fc.oneof(block, tube), { minLength: 1, maxLength: 6 }), (from, to, all) => {
        const obstacles = all.map((o, i) => ({ ...o, id: `o${i}` }))
        const bends = routeBetween(from, to, OUTSIDE, fieldAmong(obstacles, OUTSIDE / 2, low, high))
        if (!bends) return
        const way: Vector[] = [from, ...bends, to]
        const report = judgeRoute(way, OUTSIDE, obstacles)
        const { points } = rounded(way, leastBend(OUTSIDE))
        const length = wayLength(points)
        for (const near of report.near) {
          const obstacle = obstacles.find((o) => o.id === near.obstacle)!
          const isTooNear = ([x, y, z]: Vector) =>
            obstacle.neighbor !== 'hot' &&
            theirGap(obstacle, { x, y, z }) - OUTSIDE / 2 < LEAST_GAP[obstacle.neighbor] + 0.006
          const besides = { from: isTooNear(from), to: isTooNear(to) }
          let done = 0
          for (let i = 1; i < points.length; i++) {
            const [a, b] = [points[i - 1]!, points[i]!]
            const piece = Math.hypot(b[0] - a[0], b[1] - a[1], b[2] - a[2])
            const steps = Math.max(1, Math.ceil(piece / 0.004))
            for (let k = 0; k <= steps; k++) {
              const s = done + (piece * k) / steps
              // What a fitting is too near to itself counts beyond it only; heat counts everywhere.
              if ((besides.from && s < 0.09) || (besides.to && s > length - 0.09)) continue
              const t = k / steps
              const p = { x: a[0] + t * (b[0] - a[0]), y: a[1] + t * (b[1] - a[1]), z: a[2] + t * (b[2] - a[2]) }
              expect(theirGap(obstacle, p) - OUTSIDE / 2).toBeGreaterThanOrEqual(near.gap - 1e-5)
            }
            done += piece
          }
        }
      }),
      { numRuns: 60 },
    )
  })
})

/** Distance of a point to an obstacle's surface by Rapier. */
function theirGap({ bodies }: RouteObstacle, p: { x: number; y: number; z: number }): number {
  const [body] = bodies
  const points = body!.points.map((q) => q.at)
  if (points.length === 2) {
    const [a, b] = points as [Vector, Vector]
    const half = Math.hypot(b[0] - a[0], b[1] - a[1], b[2] - a[2]) / 2
    const shape = new RAPIER.Capsule(half, body!.radius)
    const middle = { x: (a[0] + b[0]) / 2, y: (a[1] + b[1]) / 2, z: (a[2] + b[2]) / 2 }
    const d = half > 0 ? [b[0] - a[0], b[1] - a[1], b[2] - a[2]].map((v) => v / (2 * half)) : [0, 1, 0]
    return away(shape, middle, turned(d as [number, number, number]), p)
  }
  const pick = (f: (...n: number[]) => number, k: number) => f(...points.map((q) => q[k]!))
  const [low, high] = [[0, 1, 2].map((k) => pick(Math.min, k)), [0, 1, 2].map((k) => pick(Math.max, k))]
  const shape = new RAPIER.Cuboid(...(low.map((l, k) => (high[k]! - l) / 2) as [number, number, number]))
  const middleHere = { x: (low[0]! + high[0]!) / 2, y: (low[1]! + high[1]!) / 2, z: (low[2]! + high[2]!) / 2 }
  return away(shape, middleHere, { x: 0, y: 0, z: 0, w: 1 }, p)
}
/** Quaternion that turns the y axis into a direction. */
function turned([x, y, z]: [number, number, number]) {
  if (y < -1 + 1e-9) return { x: 1, y: 0, z: 0, w: 0 }
  const w = 1 + y
  const size = Math.hypot(z, 0, -x, w)
  return { x: z / size, y: 0, z: -x / size, w: w / size }
}
function away(
  shape: RAPIER.Shape,
  point: RAPIER.Vector,
  rotation: RAPIER.Rotation,
  p: { x: number; y: number; z: number },
): number {
  const found = shape.projectPoint(point, rotation, p, false)
  const gap = Math.hypot(found.point.x - p.x, found.point.y - p.y, found.point.z - p.z)
  return found.isInside ? -gap : gap
}

describe('a hole that is in a rail', () => {
  test('is used where the way through it is cheaper, with loom at its edges', () => {
    const { job, records } = demoJob('0417')
    type At = [number, number, number]
    const hole: At = [-0.6, 0.405, 0.8]
    const bare = circuitFor([{ axle: 'rear', lines: 'separate', tube: OUTSIDE }], 'gauges')
    // Gauge outside of the rail, valve inside: over it, under it, or through the hole between them.
    const places: Record<string, At> = { 'rear-left-gauge': [-0.6, 0.64, 0.8], 'rear-left-valve': [-0.6, 0.18, 0.8] }
    const nodes = bare.nodes.map((n) => (places[n.id] ? { ...n, at: places[n.id]! } : n))
    const drawn = (passages: { id: string; part: string; at: At }[]) => {
      const gauged = { ...job, supply: 'gauges' as const, circuit: { ...bare, nodes, passages } }
      const under = undersideOf(gauged, assessJob(gauged, records).active)
      const { circuit } = routed(under, placedCircuit(gauged, under), ['rear-left-gauge-out'])
      return laidLines(gauged, under, circuit).find((l) => l.line === 'rear-left-gauge-out')!
    }
    const [past, through] = [drawn([]), drawn([{ id: 'hole', part: 'rear-frame-rail-left', at: hole }])]
    const crosses = through.way.some((p) => Math.abs(p[0] + 0.6) < 1e-9 && Math.abs(p[2] - 0.8) < 1e-9)
    expect(crosses).toBe(true)
    expect(through.report.length).toBeLessThan(past.report.length)
    expect(through.report.loom.length).toBeGreaterThan(0)
    for (const near of through.report.near.filter((n) => n.obstacle.includes('rail')))
      expect(near.gap).toBeGreaterThan(0)
  })
})

describe('a hole that is in a cross member', () => {
  // Across the whole vehicle, from the floor of the room to its top: there is no other way than through.
  const { job, records } = demoJob('0417')
  type At = [number, number, number]
  const bare = circuitFor([{ axle: 'rear', lines: 'separate', tube: OUTSIDE }], 'gauges')
  const places: Record<string, At> = { 'rear-left-gauge': [-0.75, 0.2, 0.62], 'rear-left-valve': [-0.95, 0.2, 0.62] }
  const nodes = bare.nodes.map((n) => (places[n.id] ? { ...n, at: places[n.id]! } : n))
  const member = {
    id: 'member',
    kind: 'cross-member' as const,
    name: '',
    side: 'center' as const,
    shape: { kind: 'box' as const, on: 'frame' as const, low: [-0.88, -3, 0] as At, high: [-0.84, 3, 3] as At },
    freeLength: null,
    shielded: false,
    heldBy: null,
    handling: [],
    source: 'tape' as const,
    tolerance: 0.003,
  }
  const through = (holes: At[], only = 'rear-left-gauge-out') => {
    const underbody = { ...job.vehicle.underbody!, rear: [...job.vehicle.underbody!.rear, member] }
    const passages = holes.map((hole, i) => ({ id: `hole-${i}`, part: 'rear-member', at: hole }))
    const drilled: Job = {
      ...job,
      vehicle: { ...job.vehicle, underbody },
      supply: 'gauges',
      circuit: { ...bare, nodes, passages },
    }
    const under = undersideOf(drilled, assessJob(drilled, records).active)
    const { circuit, none } = routed(under, placedCircuit(drilled, under), [only])
    return { none, line: laidLines(drilled, under, circuit, [only])[0]! }
  }
  test('there is no way without one; with one the line goes along the vehicle through it', () => {
    expect(through([]).none).toEqual(['rear-left-gauge-out'])
    const holeHere: At = [-0.86, 0.15, 0.6]
    const { none, line } = through([holeHere])
    expect(none).toEqual([])
    // Straight through, a mouth before and behind the member.
    const mouths = line.way.filter((p) => p[1] === holeHere[1] && p[2] === holeHere[2]).map((p) => p[0])
    expect(mouths).toHaveLength(2)
    expect(Math.max(...mouths)).toBeGreaterThan(-0.84)
    expect(Math.min(...mouths)).toBeLessThan(-0.88)
    const near = line.report.near.find((n) => n.obstacle === 'rear-member')!
    // Half a hole of 1 in less half the tube: the line goes through its middle.
    expect(near.gap).toBeGreaterThan(0)
    expect(near.gap).toBeLessThanOrEqual(0.0127 - OUTSIDE / 2 + 1e-9)
    expect(line.report.loom.length).toBeGreaterThan(0)
  })
  test('of two the one that is cheaper is taken', () => {
    const { line } = through([
      [-0.86, -0.35, 0.6],
      [-0.86, 0.2, 0.62],
    ])
    expect(line.way.some((p) => p[1] === 0.2 && p[0] < -0.88)).toBe(true)
  })
})

describe('on the demo’s vehicles', () => {
  const SUPPLIED = (['0417', '0411', '0415', '0420', '0421', '0422'] as const).flatMap((number) =>
    SUPPLIES.flatMap((supply) => (['teed', 'separate'] as const).map((lines) => [number, supply, lines] as const)),
  )
  test.each(SUPPLIED)('%s, %s, %s: every line and harness is routed clear of all', (number, supply, lines) => {
    const { job: laid, records } = demoJob(number)
    const job = { ...laid, supply, circuit: null, air: { front: lines, rear: lines } }
    const under = undersideOf(job, assessJob(job, records).active)
    const { circuit, none } = routed(under, placedCircuit(job, under))
    expect(none).toEqual([])
    for (const { report } of laidLines(job, under, circuit)) {
      for (const near of report.near) expect(near.gap).toBeGreaterThanOrEqual(near.least - 1e-3)
      if (report.heat) expect(report.heat.gap).toBeGreaterThanOrEqual(LEAST_GAP.hot - 1e-3)
    }
  })
})
