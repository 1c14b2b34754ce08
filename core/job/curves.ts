import { GRAVITY, type Kilograms, type Meters, type Pascals } from '../quantity'
import type { Kit } from '../kit'
import { standOf } from '../spring'
import { levelFor, type CaseAssessment } from './case'
import { axleLoad, chassisOf } from './chassis'
import type { Job } from './schema'

/** Steps of a drawn curve: finer than the eye can tell on a chart. */
const STEPS = 24

const steps = (most: Kilograms): Kilograms[] => Array.from({ length: STEPS + 1 }, (_, i) => (most * i) / STEPS)
/** The same load grown or shrunk, in the middle of the vehicle: one curve for every way it may sit across. */
const scaled = (at: CaseAssessment, rear: Kilograms) => ({
  ...at.weights,
  front: at.weights.rear ? (at.weights.front * rear) / at.weights.rear : 0,
  rear,
  rollMoment: 0,
  rollMomentRear: 0,
})

/** Squat over the rear springs against what the rear axle gains, from none to `most`. */
export function squatCurve(job: Job, at: CaseAssessment, most: Kilograms): { gain: Kilograms; squat: Meters }[] {
  const { rearRate } = at
  if (!rearRate) return []
  const chassis = chassisOf(job, rearRate, at.loadCase.items)
  return steps(most).flatMap((gain) => {
    const stand = standOf(chassis, { ...axleLoad(scaled(at, gain)), rear: gain * GRAVITY }, null)
    return stand ? [{ gain, squat: stand.rear }] : []
  })
}

/** Leveling pressure of a kit against what the rear axle gains, where the bag is inside its table. */
export function pressureCurve(
  job: Job,
  kit: Kit,
  at: CaseAssessment,
  most: Kilograms,
): { gain: Kilograms; mean: Pascals; low: Pascals; high: Pascals }[] {
  return steps(most).flatMap((gain) => {
    const level = levelFor(job, kit, { ...at, weights: scaled(at, gain) })
    return level?.mean != null && level.band
      ? [{ gain, mean: Math.max(0, level.mean), low: level.band.low, high: Math.max(0, level.band.high) }]
      : []
  })
}
