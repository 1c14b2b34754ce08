import { GRAVITY, type Meters } from '../../quantity'
import { axleDrop, standOf, type AxleLoad, type Calibration, type Stand } from '../../spring'
import type { BayRecord } from '../../records'
import { type AxleWeights, type LoadCase, AXLES, type AxleEnd } from '../../vehicle'
import type { Job } from '../../job'
import { measuredBags, jobHeights, type JobHeights } from '../measure'
import { axleSprings, dropBetween, type AxleRate, type AxleSpring } from './axle-spring'
import { axleLoad, chassisOf } from './chassis'
import { weigh } from './weighed'
import type { Squat, LoadedCase, Corrections } from './loaded-case'

/** The load cases of a job and the springs they are on. */
interface Loaded {
  cases: LoadedCase[]
  springs: Record<AxleEnd, AxleSpring>
}
/** What was read and weighed of a case. */
type Read = Pick<LoadedCase, 'loadCase' | 'weights' | 'heights' | 'measuredBags'>

/**
 * Every load case of a job on its vehicle. The rate of each axle's springs comes from all of them together.
 * @param standing records that stand, oldest first
 */
export function loadCases(job: Job, standing: readonly BayRecord[]): Loaded {
  const bags = measuredBags(job, standing)
  const read = job.loadCases.map((loadCase): Read => ({
    loadCase,
    weights: weigh(job, standing, loadCase),
    heights: jobHeights(standing, job.mark, loadCase.id),
    measuredBags: bags,
  }))
  return stood(job, axleSprings(job, read), read, {})
}

/** The same cases as what was found in the shop corrects them. */
export const correctedCases = (job: Job, { cases, springs }: Loaded, corrections: Corrections): Loaded =>
  Object.keys(corrections).length ? stood(job, springs, cases, corrections) : { cases, springs }

function stood(
  job: Job,
  springs: Record<AxleEnd, AxleSpring>,
  read: readonly Read[],
  corrections: Corrections,
): Loaded {
  const rates = {
    front: correctedRate(springs.front.rate, corrections.front),
    rear: correctedRate(springs.rear.rate, corrections.rear),
  }
  const cases = read.map(({ loadCase, weights, heights, measuredBags: bags }): LoadedCase => {
    const load = correctedLoad(axleLoad(weights), loadCase, corrections)
    const chassis = chassisOf(job, rates, loadCase.items)
    const bare = standOf(chassis, load, {}) ?? null
    return {
      loadCase,
      heights,
      weights,
      load,
      rates,
      chassis,
      bare,
      squat: squatOf(job, weights, heights, { rates, bare }),
      bottoms: bottomsOf(job, springs.rear, loadCase, rates.rear && bare),
      measuredBags: bags,
      corrections,
    }
  })
  return { cases, springs }
}

const corrected = (calibration: Calibration | undefined): calibration is Calibration =>
  calibration?.code === 'corrected'

/** The rate of an axle as readings in the shop correct it. */
function correctedRate(rate: AxleRate | null, calibration: Calibration | undefined): AxleRate | null {
  if (!rate || !corrected(calibration) || !calibration.rate.told) return rate
  const { factor, tolerance } = calibration.rate
  return { ...rate, rate: rate.rate * factor, tolerance: Math.min(rate.tolerance, rate.rate * tolerance) }
}

/** What a load asks of the springs, by the heights that were read with it on. */
function correctedLoad(load: AxleLoad, { id }: LoadCase, corrections: Corrections): AxleLoad {
  const by = (axle: AxleEnd) => {
    const correction = corrected(corrections[axle]) ? corrections[axle].loads[id] : undefined
    return correction?.told ? correction.factor : 1
  }
  const [front, rear] = [by('front'), by('rear')]
  return front === 1 && rear === 1
    ? load
    : { front: load.front * front, rear: load.rear * rear, roll: load.roll * rear, rollRear: load.rollRear * rear }
}

/** Squat at which an axle meets its bump stop; null where unknown. */
export const stopAt = (job: Pick<Job, 'vehicle'>, axle: AxleEnd): Meters | null =>
  job.vehicle[axle].stages.find((s) => s.kind === 'bump-stop')?.at ?? null

function bottomsOf(job: Job, spring: AxleSpring, { id }: LoadCase, bare: Stand | null): LoadedCase['bottoms'] {
  if (spring.points.some((p) => p.loadCase === id && p.excluded === 'bottomed')) return 'measured'
  const stop = stopAt(job, 'rear')
  return stop !== null && bare && bare.rear.squat >= stop ? 'by-rate' : null
}

function squatOf(
  job: Job,
  weights: AxleWeights,
  { beforeEmpty, beforeLoaded }: JobHeights,
  { rates, bare }: { rates: Record<AxleEnd, AxleRate | null>; bare: Stand | null },
): Squat {
  const drop = dropBetween(job.vehicle, beforeEmpty, beforeLoaded)
  if (drop && beforeEmpty.rear !== null && beforeLoaded.rear !== null) {
    const front = beforeEmpty.front !== null && beforeLoaded.front !== null ? drop.front : null
    const [before, after] = [beforeEmpty.leanRear, beforeLoaded.leanRear]
    const lean = before === null || after === null ? null : after - before
    return {
      front,
      rear: drop.rear,
      frontTolerance: drop.frontTolerance,
      rearTolerance: drop.rearTolerance,
      left: lean === null ? null : drop.rear - lean / 2,
      right: lean === null ? null : drop.rear + lean / 2,
      source: 'measured',
    }
  }
  const rate = rates.rear
  if (!bare || !AXLES.some((axle) => rates[axle]))
    return { front: null, rear: null, frontTolerance: 0, rearTolerance: 0, left: null, right: null, source: 'unknown' }
  const front = rates.front ? axleDrop(job.mark, bare.front) : null
  if (!rate)
    return { front, rear: null, frontTolerance: 0, rearTolerance: 0, left: null, right: null, source: 'unknown' }
  const rear = axleDrop(job.mark, bare.rear)
  const tilt = (Math.tan(job.mark === 'ground' ? bare.rear.lean : bare.rear.roll) * job.vehicle.rear.track) / 2
  return {
    front,
    rear,
    frontTolerance: 0,
    rearTolerance: Math.hypot(
      (bare.rear.squat * rate.tolerance) / rate.rate,
      (weights.rearTolerance * GRAVITY) / rate.rate,
    ),
    left: rear + tilt,
    right: rear - tilt,
    source: 'from-rate',
  }
}
