import { execFileSync } from 'node:child_process'
import { mkdtempSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import RAPIER from '@dimforge/rapier3d-compat'
import {
  bagBody,
  box,
  capsule,
  distanceSolver,
  leastGap,
  poseBody,
  posedBody,
  STANDING,
  type Body,
  type DistanceSolver,
  type Motion,
  type Posed,
  type Vector,
} from '@stout-shackle/core/clearance'
import { assessJob } from '@stout-shackle/core/judge'
import { roomReport, sampleChance, sceneOf, sceneQuestion } from '@stout-shackle/core/stages/fit/room'
import { demoJob } from './demo'
import { time, type Figure } from './measure'

const DEGREE = Math.PI / 180
const MOTION: Motion = {
  center: [0, 0, 0.4],
  travel: { jounce: 0.07, rebound: 0.09, roll: 8 * DEGREE, jounceSpacing: 0.9, reboundSpacing: 1 },
}
/** A bag empty, at its pressure and at its max. */
const RADII = [0.075, 0.08, 0.085]

/** Fourteen things around one bag, as they lie around many: none rides along with it whole. */
function around(side: 1 | -1): Body[] {
  const mirrored = ([x, y, z]: Vector): Vector => [x, side * y, z]
  const anchor = (carrier: 'axle' | 'frame', p: Vector) => ({ on: carrier, at: mirrored(p) })
  const run = (a: 'axle' | 'frame', p: Vector, b: 'axle' | 'frame', q: Vector, r: number) =>
    capsule(anchor(a, p), anchor(b, q), r)
  const block = (carrier: 'axle' | 'frame', a: Vector, b: Vector) => {
    const [p, q] = [mirrored(a), mirrored(b)]
    const low = p.map((v, i) => Math.min(v, q[i]!)) as unknown as Vector
    return box(carrier, low, p.map((v, i) => Math.max(v, q[i]!)) as unknown as Vector)
  }
  return [
    block('axle', [-0.4, 0.7, 0], [0.4, 0.96, 0.8]),
    block('frame', [-1, 0.39, 0.68], [1, 0.46, 0.86]),
    run('axle', [-0.16, 0.5, 0.36], 'frame', [-0.1, 0.42, 0.95], 0.03),
    run('frame', [-0.5, 0.3, 0.6], 'frame', [0.5, 0.33, 0.58], 0.032),
    run('frame', [0.5, 0.33, 0.58], 'frame', [0.9, 0.36, 0.45], 0.032),
    run('frame', [0.05, 0.2, 0.72], 'axle', [0.02, 0.1, 0.52], 0.008),
    run('frame', [0.2, 0.36, 0.7], 'axle', [0.14, 0.6, 0.42], 0.006),
    run('frame', [0.4, 0.3, 0.52], 'axle', [0.08, 0.64, 0.4], 0.007),
    block('axle', [-0.28, 0.56, 0.45], [0.28, 0.62, 0.5]),
    run('axle', [0.06, 0.57, 0.3], 'axle', [0.06, 0.57, 0.42], 0.008),
    block('axle', [-0.16, 0.02, 0.25], [0.16, 0.15, 0.53]),
    run('axle', [0, 0.1, 0.4], 'axle', [0, 0.62, 0.4], 0.043),
    block('frame', [0.5, 0.12, 0.35], [1.5, 0.36, 0.6]),
    run('axle', [0, 0.22, 0.44], 'axle', [0, 0.22, 0.5], 0.006),
  ]
}
const bagOf = (side: 1 | -1, radius: number) => bagBody([0, side * 0.44, 0.5], [0.01, side * 0.45, 0.665], radius)
const pairs = () =>
  ([1, -1] as const).flatMap((side) =>
    RADII.flatMap((radius) => around(side).map((other) => ({ bag: bagOf(side, radius), other }))),
  )

/** The same search with the distances of a collision library, whose tilted discs are polygons. */
function libraryDistance(): DistanceSolver {
  const RIM = 48
  const none = { x: 0, y: 0, z: 0 }
  const still = { x: 0, y: 0, z: 0, w: 1 }
  const answer = {
    gap: 0,
    sure: 1e-4,
    normal: new Float64Array([1, 0, 0]),
    first: new Float64Array(3),
    second: new Float64Array(3),
  }
  const shapeOf = (posed: Posed): RAPIER.Shape => {
    const points: number[] = []
    for (let k = 0; k < posed.points; k++) points.push(...posed.at.subarray(3 * k, 3 * k + 3))
    if (posed.points === 2) {
      const vector = (k: number) => ({ x: posed.at[3 * k]!, y: posed.at[3 * k + 1]!, z: posed.at[3 * k + 2]! })
      return new RAPIER.Segment(vector(0), vector(1))
    }
    for (let d = 0; d < posed.discs; d++) {
      const c = posed.at.subarray(3 * (posed.points + d), 3 * (posed.points + d) + 3)
      const [, ny, nz] = posed.normals.subarray(3 * d, 3 * d + 3)
      for (let i = 0; i < RIM; i++) {
        const [cos, sin] = [Math.cos((2 * Math.PI * i) / RIM), Math.sin((2 * Math.PI * i) / RIM)]
        const r = posed.radii[d]!
        points.push(c[0]! + r * cos, c[1]! + r * sin * nz!, c[2]! - r * sin * ny!)
      }
    }
    return new RAPIER.ConvexPolyhedron(Float32Array.from(points), null)
  }
  return (first, second) => {
    const contact = shapeOf(first).contactShape(none, still, shapeOf(second), none, still, 10)
    if (!contact) throw new Error('the library gives no distance for this pair')
    answer.gap = contact.distance - first.body.radius - second.body.radius
    const n = contact.normal1
    answer.normal.set([-n.x, -n.y, -n.z])
    return answer
  }
}

/** Bodies as the C program reads them. */
const asText = (body: Body): string =>
  [
    `${body.radius} ${body.points.length} ${body.discs.length}`,
    ...body.points.map(({ on: carrier, at: place }) => `${carrier === 'axle' ? 1 : 0} ${place.join(' ')}`),
    ...body.discs.map(
      ({ on: carrierHere, center, radius }) => `${carrierHere === 'axle' ? 1 : 0} ${center.join(' ')} ${radius}`,
    ),
  ].join('\n')

export interface ClearanceFigures {
  search: Figure
  standing: Figure
  library: Figure
  /** Sum of gaps and distances asked for, of ours and of the program in C. */
  sums: { own: number; c: number }
  asked: { own: number; c: number }
  /** Least time of a round; null where there is no compiler. */
  own: number
  c: number | null
  report: Figure
  sampling: Figure
}

/** Gaps through the travel: ours, the same search with a library's distances, and the same in C. */
export async function benchClearance(): Promise<ClearanceFigures> {
  await RAPIER.init()
  const all = pairs()
  const round = () => {
    let sum = 0
    let questions = 0
    for (const { bag, other } of all) {
      const found = leastGap(bag, other, MOTION)
      sum += found.gap
      questions += found.asked
    }
    return { sum, asked: questions }
  }
  const { sum, asked: questionsHere } = round()
  const search = time('certified least gaps, 2 sides, 14 things, 3 pressures', round, 60)
  const fastest = Math.min(...Array.from({ length: 40 }, () => time('', round, 1).median))
  const distance = distanceSolver(1e-6)
  const posed = all.map(({ bag, other }) => [posedBody(bag, MOTION), posedBody(other, MOTION)] as const)
  const standing = time(
    'the same gaps, standing',
    () => {
      for (const [a, b] of posed) {
        poseBody(a, STANDING)
        poseBody(b, STANDING)
        distance(a, b)
      }
    },
    200,
  )
  const theirs = libraryDistance()
  const library = time(
    'the same search with the distances of Rapier',
    () => {
      for (const { bag, other } of all) leastGap(bag, other, MOTION, { distance: theirs, fine: theirs })
    },
    5,
  )
  const { job, records } = demoJob('0417')
  const scene = sceneOf(sceneQuestion(job, job.kits[0]!.kit, assessJob(job, records).active)!)
  const report = time('room report of the demo truck, all parts of both sides', () => roomReport(scene), 30)
  const row = roomReport(scene)!.rows[0]!
  const sampling = time(
    '10,000 samples of one gap, 100 of them in full',
    () => sampleChance(scene, row, 10_000, { seed: 1 }),
    8,
  )
  let c: ClearanceFigures['c'] = null
  let cSum = NaN
  let cAsked = NaN
  try {
    const program = join(mkdtempSync(join(tmpdir(), 'gap-')), 'gap')
    const flags = [
      '-O2',
      '-std=c11',
      '-D_POSIX_C_SOURCE=199309L',
      '-o',
      program,
      process.env.GAP_SOURCE ?? 'bench/gap.c',
      '-lm',
    ]
    execFileSync('gcc', flags, { stdio: 'ignore' })
    const { center, travel } = MOTION
    const motion = `${center[1]} ${center[2]} ${travel.jounce} ${travel.rebound} ${travel.roll} ${travel.jounceSpacing} ${travel.reboundSpacing}`
    const input = `40 ${all.length}\n${all.map(({ bag, other }) => `${motion}\n${asText(bag)}\n${asText(other)}`).join('\n')}\n`
    const out = execFileSync(program, { input }).toString().trim().split(' ').map(Number)
    cSum = out[0]!
    cAsked = out[1]!
    c = out[2]!
  } catch {
    // No compiler here: the comparison is left out, and said to be.
  }
  return {
    search,
    standing,
    library,
    sums: { own: sum, c: cSum },
    asked: { own: questionsHere, c: cAsked },
    own: fastest,
    c,
    report,
    sampling,
  }
}
