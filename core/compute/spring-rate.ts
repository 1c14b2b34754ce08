import { z } from 'zod'
import { INCH, typed } from '../quantity'
import { coilRate, fitLoadingTest, leafPackRate, wheelRate } from '../spring'
import { figure, figureOr } from './answer'

const count = z.number({ error: 'must be a number' }).min(0, { error: 'must be 0 or more' }).max(40)

export const springRateRequest = z.union(
  [
    z.strictObject({
      /** What the axle gained and how far it sank, load by load. */
      loads: z
        .array(
          z.strictObject({
            gain: typed('mass', 0, 30_000),
            gainGive: typed('mass', 0, 5_000).default(0),
            squat: typed('length', -0.5, 0.5),
            give: typed('length', 1e-5, 0.1).default(INCH / 16),
            way: z.enum(['loading', 'unloading'], { error: 'way must be loading or unloading' }).default('loading'),
          }),
        )
        .min(2, { error: 'loads needs two or more; the empty vehicle is one of them, with no gain and no squat' })
        .max(100, { error: 'loads has more than 100 entries' }),
    }),
    z.strictObject({
      coil: z.strictObject({
        wire: typed('length', 0.002, 0.06),
        meanDiameter: typed('length', 0.02, 0.5),
        activeTurns: z.number({ error: 'activeTurns must be a number' }).min(0.5).max(40),
        /** Spring travel over wheel travel. */
        motionRatio: z.number({ error: 'motionRatio must be a number' }).min(0.2).max(2).default(1),
      }),
    }),
    z.strictObject({
      leaf: z.strictObject({
        length: typed('length', 0.3, 3),
        clamped: typed('length', 0, 1).default(0),
        width: typed('length', 0.02, 0.2),
        thickness: typed('length', 0.002, 0.05),
        fullLength: count,
        graduated: count,
      }),
    }),
  ],
  { error: 'give loads, coil or leaf' },
)

/**
 * Rate of springs from a loading test, from a coil's wire or from the leaves of a pack.
 * @param request as its schema reads it, SI
 * Source: Hooke's law; Shigley; beam theory.
 */
export function computeSpringRate(request: z.output<typeof springRateRequest>) {
  if ('loads' in request) {
    const fit = fitLoadingTest(
      request.loads.map(({ gainGive, give, ...load }) => ({ ...load, gainTolerance: gainGive, tolerance: give })),
    )
    return fit.code === 'rate'
      ? {
          code: fit.code,
          rate: figure('rate', fit.rate),
          give: figure('rate', fit.tolerance),
          friction: fit.friction === null ? null : { value: fit.friction, unit: 'N' },
        }
      : fit
  }
  if ('coil' in request) {
    const rate = coilRate(request.coil)
    return {
      code: 'rate',
      rate: figure('rate', rate),
      atWheel: figure('rate', wheelRate(rate, request.coil.motionRatio)),
    }
  }
  const rate = leafPackRate(request.leaf)
  return { code: rate === undefined ? 'nothing-bends' : 'rate', rate: figureOr('rate', rate) }
}
