import { distanceSolver, poseBody, posedBody, type Body, type Motion, type Pose } from '../../../clearance'
import type { Meters } from '../../../quantity'

/** Gap of one body to the nearest of several, in a pose. */
export function gapIn(first: Body, bodies: readonly Body[], motion: Motion, pose: Pose): Meters {
  const distance = distanceSolver(1e-6)
  const a = posedBody(first, motion)
  poseBody(a, pose)
  return Math.min(
    ...bodies.map((body) => {
      const b = posedBody(body, motion)
      poseBody(b, pose)
      return distance(a, b).gap
    }),
  )
}
