import type { Meters, NewtonMeters, Radians } from '../../quantity'
import { airSpring, crossFlow, QUICK_SWAY, type CrossFlow, type LineBetween, type Sway } from '../../spring'
import { hasAir, type AirKit } from '../../kit'
import type { Job } from '../../job'
import type { LoadedCase } from '../load'
import { bagOnJob } from './helped-axle'
import type { KitAssessment } from './kit-on-job'

/** Bores of the tubes that kits come with, by what they measure across outside (common practice: 1/4 in and 3/8 in). */
const BORES: readonly { outside: Meters; bore: Meters }[] = [
  { outside: 0.00635, bore: 0.0043 },
  { outside: 0.009525, bore: 0.0063 },
]
/** From bag to bag where the kit does not say how much line it brings (common practice). */
const USUAL_LENGTH: Meters = 4

/** What teed bags do in a slow and in a quick lean, and what was taken for it. */
export interface TeedSway extends CrossFlow {
  line: LineBetween
  /** Whether the line is the kit's, or a usual one. */
  lineFrom: 'kit' | 'usual'
  sway: Sway
  /** Lean under the load's own moment: held for long, and met at once. */
  leanSlow: Radians
  leanQuick: Radians
}

/** The line between the bags of a kit, both halves. */
function lineBetween({ airLine }: AirKit): { line: LineBetween; from: TeedSway['lineFrom'] } {
  const outside = airLine?.diameter ?? BORES[0]!.outside
  const nearest = BORES.reduce((best, b) =>
    Math.abs(b.outside - outside) < Math.abs(best.outside - outside) ? b : best,
  )
  return { line: { length: airLine?.length ?? USUAL_LENGTH, bore: nearest.bore }, from: airLine ? 'kit' : 'usual' }
}

/**
 * Roll stiffness of a kit's bags on one line, slow and in a quick sway, and the lean of this load with either.
 * @param loadedCase the load case; its moment is what leans it
 * @returns null without air, without a pressure, or outside the bag's table
 * Source: `crossFlow`; the lean follows the whole stiffness to first order.
 */
export function teedSway(job: Job, { kit, level }: KitAssessment, loadedCase: LoadedCase): TeedSway | null {
  if (!hasAir(kit) || level?.mean == null || level.mean <= 0 || level.leanTeed === null) return null
  const bags = bagsOf(job, kit, loadedCase)
  if (!bags) return null
  const { line, from } = lineBetween(kit)
  const flow = crossFlow(bags, level.mean, level.bagHeight, line)
  if (!flow) return null
  const moment: NewtonMeters =
    job.frame === 'rigid' || kit.axle === 'rear'
      ? loadedCase.load.roll
      : loadedCase.load.roll - loadedCase.load.rollRear
  const lean = level.leanTeed
  // What leans it over the lean that it takes is the stiffness of the whole; the quick part of the air comes on top.
  const quick = lean === 0 || moment === 0 ? 0 : moment / (moment / lean + flow.quick - flow.slow)
  return { ...flow, line, lineFrom: from, sway: QUICK_SWAY, leanSlow: lean, leanQuick: quick }
}

function bagsOf(job: Job, kit: AirKit, loadedCase: LoadedCase) {
  const bag = bagOnJob(job, kit, loadedCase)
  if (!bag || bag.motionRatio === null) return null
  return {
    bag: airSpring(kit.bag.table),
    rideHeight: bag.rideHeight,
    motionRatio: bag.motionRatio,
    spacing: bag.spacing,
    lineVolume: kit.lineVolume / 2,
  }
}
