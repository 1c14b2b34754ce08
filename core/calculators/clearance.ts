import { z } from 'zod'
import { calculator } from './calculator'
import {
  bagBody,
  box,
  capsule,
  CARRIERS,
  distanceSolver,
  leastGap,
  poseBody,
  posedBody,
  spanThrough,
  STANDING,
  type Body,
  type Motion,
  type Pose,
  type Vector,
} from '../clearance'
import { plainNumber, typed } from '../quantity'

const RADIAN = Math.PI / 180
/** A place may be ahead of or behind the axle, on either side, above or, of a trailing part, below the ground. */
const place = typed('length', -20, 20)
const point = z.tuple([place, place, place], { error: 'must be three lengths: forward, left, up' })
const carrier = z.enum(CARRIERS, { error: 'must be axle or frame' })
const degrees = (most: number, least = -most) => plainNumber('angle', least, most, 'degrees')
const heading = { name: z.string({ error: 'name must be text' }).trim().min(1, { error: 'name is missing' }).max(80) }

const obstacle = z.discriminatedUnion(
  'kind',
  [
    z
      .strictObject({
        ...heading,
        kind: z.literal('capsule'),
        /** Both ends on one carrier; else `fromOn` and `toOn`. */
        on: carrier.optional(),
        fromOn: carrier.optional(),
        toOn: carrier.optional(),
        from: point,
        to: point,
        radius: typed('length', 0, 2),
      })
      .refine(({ on: carrierHere, fromOn, toOn }) => (carrierHere ? !fromOn && !toOn : fromOn && toOn), {
        path: ['on'],
        error: 'give either on, or fromOn and toOn: what each end moves with',
      }),
    z
      .strictObject({ ...heading, kind: z.literal('box'), on: carrier, low: point, high: point })
      .refine(({ low, high }) => low.every((l, i) => l <= high[i]!), {
        path: ['low'],
        error: 'low must not be above high, in any of the three',
      }),
  ],
  { error: 'kind must be capsule or box' },
)

const MOST_OBSTACLES = 100
const MOST_POSES = 500

const clearanceRequest = z.strictObject({
  axleCenter: point,
  bag: z
    .strictObject({ lower: point, upper: point, radius: typed('length', 0.001, 1) })
    .refine(({ lower, upper }) => Math.hypot(...lower.map((l, i) => upper[i]! - l)) > 1e-3, {
      path: ['upper'],
      error: 'upper and lower are the same place: a bag has a height',
    }),
  travel: z.strictObject({
    jounce: typed('length', 0, 1),
    rebound: typed('length', 0, 1),
    rollDegrees: degrees(45, 0),
    jounceSpacing: typed('length', 0, 5),
    reboundSpacing: typed('length', 0, 5),
  }),
  obstacles: z
    .array(obstacle)
    .min(1, { error: 'obstacles is empty: give at least one thing that the bag must keep clear of' })
    .max(MOST_OBSTACLES, { error: `obstacles has too many: ${MOST_OBSTACLES} max in one question` }),
  poses: z
    .array(z.strictObject({ heave: typed('length', -1, 1), rollDegrees: degrees(45) }))
    .max(MOST_POSES, { error: `poses has too many: ${MOST_POSES} max in one question` })
    .default([]),
})

function bodyOf(obstacleHere: z.output<typeof obstacle>): Body {
  if (obstacleHere.kind === 'box') return box(obstacleHere.on, obstacleHere.low, obstacleHere.high)
  const { from, to, on: carrier, fromOn = carrier!, toOn = carrier!, radius } = obstacleHere
  return capsule({ at: from, on: fromOn }, { at: to, on: toOn }, radius)
}

/**
 * Gaps between a bag and what surrounds it: standing, at poses asked for, and the least through the travel, certified to 1/64 in.
 * @returns m and degrees; a gap is negative where they overlap, by the least way that parts them
 * Source: `leastGap`.
 *
 * @example
 * CALCULATORS.clearance.compute({
 *   axleCenter: [0, 0, 0.4],
 *   bag: { lower: [0, 0.44, 0.46], upper: [0.01, 0.45, 0.625], radius: 0.085 },
 *   travel: { jounce: 0.07, rebound: 0.09, rollDegrees: 5, jounceSpacing: 0.9, reboundSpacing: 1 },
 *   obstacles: [{ kind: 'capsule', name: 'pipe', on: 'frame', from: [-0.5, 0.3, 0.6], to: [0.5, 0.33, 0.58], radius: 0.032 }],
 *   poses: [],
 * }).obstacles[0].standing // => 0.015487
 */
function computeClearance({ axleCenter, bag, travel, obstacles, poses }: z.output<typeof clearanceRequest>) {
  const motion: Motion = {
    center: axleCenter,
    travel: { ...travel, roll: travel.rollDegrees * RADIAN },
  }
  const [lower, upper] = [bag.lower as Vector, bag.upper as Vector]
  const body = bagBody(lower, upper, bag.radius)
  const askedPoses: Pose[] = poses.map(({ heave, rollDegrees }) => ({ heave, roll: rollDegrees * RADIAN }))
  const span = spanThrough(motion, lower, upper)
  const distance = distanceSolver()
  return {
    obstacles: obstacles.map((obstacle) => {
      const other = bodyOf(obstacle)
      const [a, b] = [posedBody(body, motion), posedBody(other, motion)]
      const gapAt = (pose: Pose) => {
        poseBody(a, pose)
        poseBody(b, pose)
        return distance(a, b).gap
      }
      const { gap, at: posture } = leastGap(body, other, motion)
      return {
        name: obstacle.name,
        standing: gapAt(STANDING),
        least: gap,
        at: { heave: posture.heave, rollDegrees: posture.roll / RADIAN },
        poses: askedPoses.map(gapAt),
      }
    }),
    bag: { least: span.least, most: span.most },
  }
}

export const clearance = calculator({
  request: clearanceRequest,
  compute: computeClearance,
  endpoint: { name: 'clearance', summary: 'Gaps around a bag, standing and the least through the travel' },
})
