import { z } from 'zod'
import { typed } from '../quantity'
import { attitude, distributeWeight, shareOnAxles } from '../vehicle'
import { figure, figureOr } from './answer'

export const axleWeightsRequest = z.strictObject({
  wheelbase: typed('length', 1, 12),
  loads: z
    .array(
      z.strictObject({
        mass: typed('mass', 0, 30_000),
        /** Ahead of the rear axle, negative behind. */
        x: typed('length', -10, 12),
        /** Left of the center line. */
        y: typed('length', -2, 2).default(0),
      }),
    )
    .min(1, { error: 'loads is empty: give at least one' })
    .max(200, { error: 'loads has more than 200 entries' }),
  curb: z.strictObject({ front: typed('mass', 0, 20_000), rear: typed('mass', 0, 20_000) }).optional(),
  /** Weight-distributing hitch on a tongue load. */
  distribution: z
    .strictObject({
      tongue: typed('mass', 0, 5_000),
      hitch: typed('length', 0.1, 6),
      trailer: typed('length', 0.5, 15),
      restoration: z
        .number({ error: 'restoration must be a share between 0 and 1' })
        .min(0, { error: 'restoration must be 0 or more' })
        .max(1, { error: 'restoration must be 1 or less' }),
    })
    .optional(),
  /** Change of height over each axle, up positive. */
  heights: z.strictObject({ front: typed('length', -1, 1), rear: typed('length', -1, 1) }).optional(),
})

/**
 * Axle weights by moments, a distributing hitch and the attitude, as asked.
 * @param request as its schema reads it, SI
 * Source: statics.
 */
export function computeAxleWeights(request: z.output<typeof axleWeightsRequest>) {
  const { wheelbase, loads, curb, distribution, heights } = request
  const share = shareOnAxles(wheelbase, loads)
  const hitch =
    distribution &&
    distributeWeight(distribution.tongue, distribution.hitch, distribution.trailer, wheelbase, distribution.restoration)
  const pose = heights && attitude(heights.front, heights.rear, wheelbase)
  return {
    front: figure('mass', share.front),
    rear: figure('mass', share.rear),
    rollMoment: figure('torque', share.rollMoment),
    rollMomentRear: figure('torque', share.rollMomentRear),
    frontTotal: figureOr('mass', curb && curb.front + share.front),
    rearTotal: figureOr('mass', curb && curb.rear + share.rear),
    distribution: hitch
      ? {
          couple: figure('torque', hitch.couple),
          tongue: figure('mass', hitch.tongue),
          front: figure('mass', hitch.front),
          rear: figure('mass', hitch.rear),
          trailerAxle: figure('mass', hitch.trailerAxle),
        }
      : null,
    attitude: pose ? { pitchDegrees: (pose.pitch * 180) / Math.PI, beamRise: figure('length', pose.beamRise) } : null,
  }
}
