import {
  distanceSolver,
  heaveLimits,
  isReachable,
  leastGap,
  poseBody,
  posedBody,
  rollLimit,
  type Body,
  type Pose,
  type Posed,
} from '../../../clearance'
import type { Meters } from '../../../quantity'
import type { RoomRow } from './report'
import { bagAt, girthAt, type Scene } from './scene'

export interface SampledChance {
  /** Share of the samples in which a rule is not kept. */
  chance: number
  samples: number
  /** Samples that were worked out through the whole travel, and by how much the poses looked at missed the least of them. */
  certified: { samples: number; worst: Meters }
}
/** What is told while it works, and whether to go on. */
export type SampleProgress = (done: number) => boolean

/** As many samples are worked out through the whole travel, beside the poses where a gap can be least. */
const IN_FULL = 100

/**
 * Numbers between 0 and 1, the same for the same seed.
 * Source: mulberry32, a generator in the public domain.
 */
function seeded(seed: number): () => number {
  let state = seed >>> 0
  return () => {
    state = (state + 0x6d2b79f5) >>> 0
    let t = state
    t = Math.imul(t ^ (t >>> 15), t | 1)
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61)
    return ((t ^ (t >>> 14)) >>> 0) / 2 ** 32
  }
}
/** Normal numbers of spread 1. Source: Box and Muller 1958, Annals of Mathematical Statistics 29. */
function normal(random: () => number): number {
  return Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random())
}

/** Poses where a gap can be least: where it was found to be, and the ends and corners of the travel. */
function candidates({ motion }: Scene, row: RoomRow): Pose[] {
  const { travel } = motion
  const most = rollLimit(travel)
  const ends = [-most, 0, most].flatMap((roll) => {
    const { low, high } = heaveLimits(travel, roll)
    return [low, high].map((heave) => ({ heave, roll }))
  })
  return [row.at, ...ends.filter((pose) => isReachable(travel, pose))]
}

const shifted = (body: Body, by: readonly number[]): Body => {
  const move = (values: readonly number[]) => [values[0]! + by[0]!, values[1]! + by[1]!, values[2]! + by[2]!] as const
  return {
    ...body,
    points: body.points.map((p) => ({ ...p, at: move(p.at) })),
    discs: body.discs.map((d) => ({ ...d, center: move(d.center) })),
    hoses: body.hoses.map((h) => ({
      ...h,
      from: { ...h.from, at: move(h.from.at) },
      to: { ...h.to, at: move(h.to.at) },
    })),
  }
}

/**
 * How often a gap is under one of its rules, with everything that is not known exactly drawn at random: each place off by a normal
 * number in every direction, its tolerance two spreads.
 * @param seed the same gives the same answer
 * @param progress told from time to time; returning false stops it
 * @returns null where it was stopped
 * Source: Monte Carlo propagation (JCGM 101), at the poses where the gap can be least; some samples through the whole travel.
 */
export function sampleChance(
  scene: Scene,
  row: RoomRow,
  samples: number,
  { seed, progress = () => true }: { seed: number; progress?: SampleProgress },
): SampledChance | null {
  const obstacle = scene.obstacles.find((o) => o.id === row.part)
  if (!obstacle) return null
  const { motion } = scene
  const widest =
    row.of === 'bag' ? [bagAt(scene, row.side, girthAt(scene, row.pressure))] : Object.values(scene.plates[row.side])
  const standing = row.of === 'bag' ? [bagAt(scene, row.side, girthAt(scene, 'level'))] : widest
  /** A pair in a pose, the second as it stands without any shift. */
  const pairs = (firsts: readonly Body[], poses: readonly Pose[]) =>
    poses.flatMap((pose) =>
      firsts.flatMap((first) =>
        obstacle.bodies.map((body) => {
          const [a, b] = [posedBody(first, motion), posedBody(body, motion)]
          poseBody(a, pose)
          poseBody(b, pose)
          return { a, b, at: Float64Array.from(b.at), distance: distanceSolver(1e-5) }
        }),
      ),
    )
  const through = pairs(widest, candidates(scene, row))
  const loaded = scene.loaded ? pairs(standing, [scene.loaded]) : []
  const nearest = (of: typeof through, by: readonly number[]) => {
    let least = Infinity
    for (const { a, b, at: posture, distance } of of) {
      shift(b, posture, by)
      least = Math.min(least, distance(a, b).gap)
    }
    return least
  }
  const random = seeded(seed)
  const spread = row.tolerance / 2
  let under = 0
  let worst = 0
  const every = Math.max(1, Math.floor(samples / IN_FULL))
  let full = 0
  for (let i = 0; i < samples; i++) {
    if (i % 200 === 0 && !progress(i / samples)) return null
    const by = [spread * normal(random), spread * normal(random), spread * normal(random)]
    let least = nearest(through, by)
    if (i % every === 0 && full < IN_FULL) {
      full++
      const certain = Math.min(
        ...widest.flatMap((first) =>
          obstacle.bodies.map((body) => leastGap(first, shifted(body, by), motion, { known: least }).gap),
        ),
      )
      worst = Math.max(worst, least - certain)
      least = Math.min(least, certain)
    }
    const passes = least >= row.leastRule && (!loaded.length || nearest(loaded, by) >= row.loadedRule)
    if (!passes) under++
  }
  return { chance: under / samples, samples, certified: { samples: full, worst } }
}

/** Moves a posed body off its place, in place. */
function shift(posed: Posed, from: Float64Array, by: readonly number[]) {
  const { at: pose } = posed
  for (let i = 0; i < pose.length; i += 3) {
    pose[i] = from[i]! + by[0]!
    pose[i + 1] = from[i + 1]! + by[1]!
    pose[i + 2] = from[i + 2]! + by[2]!
  }
}
