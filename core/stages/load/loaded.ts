import { GRAVITY, type Meters } from '../../quantity'
import { dropAt, frontDropAt, standOf, type AxleLoad, type Chassis, type Stand } from '../../spring'
import type { AxleWeights, LoadCase } from '../../vehicle'
import type { BayRecord, Job } from '../../job'
import { jobHeights, type JobHeights } from '../measure'
import { axleLoad, chassisOf } from './chassis'
import { dropBetween, rearSpring, type AxleRate, type RearSpring } from './spring-rate'
import { weigh } from './weighed'

export interface Squat {
  /** Down positive, over the axles, at the job's mark. Null where neither measured nor computable. */
  front: Meters | null
  rear: Meters | null
  frontTolerance: Meters
  rearTolerance: Meters
  /** Of each rear corner. */
  left: Meters | null
  right: Meters | null
  source: 'measured' | 'from-rate' | 'unknown'
}

/** A load case on the vehicle, before any kit: what was read, what it weighs, how it stands. */
export interface LoadedCase {
  loadCase: LoadCase
  heights: JobHeights
  weights: AxleWeights
  /** What the load asks of the springs. */
  load: AxleLoad
  /** Null while neither a test nor the library knows the rear springs. */
  rearRate: AxleRate | null
  /** The vehicle between body and road under this load; null without a rear rate. */
  chassis: Chassis | null
  /** As the springs say it stands with the load on and no air; null without a rate. */
  bare: Stand | null
  squat: Squat
  /** Whether the axle meets its stop: as measured, or as the springs say. */
  bottoms: 'measured' | 'by-rate' | null
}

/**
 * Every load case of a job on its vehicle. The rear springs' rate comes from all of them together.
 * @param standing records that stand, oldest first
 */
export function loadCases(job: Job, standing: readonly BayRecord[]): { cases: LoadedCase[]; spring: RearSpring } {
  const measured = job.loadCases.map((loadCase) => ({
    loadCase,
    weights: weigh(job, standing, loadCase),
    heights: jobHeights(standing, job.mark, loadCase.id),
  }))
  const spring = rearSpring(job, measured)
  const cases = measured.map(({ loadCase, weights, heights }): LoadedCase => {
    const load = axleLoad(weights)
    const chassis = spring.rate && chassisOf(job, spring.rate, loadCase.items)
    const bare = chassis && (standOf(chassis, load, null) ?? null)
    return {
      loadCase,
      heights,
      weights,
      load,
      rearRate: spring.rate,
      chassis,
      bare,
      squat: squatOf(job, weights, heights, spring.rate, bare),
      bottoms: bottomsOf(job, spring, loadCase, bare),
    }
  })
  return { cases, spring }
}

function bottomsOf(job: Job, spring: RearSpring, { id }: LoadCase, bare: Stand | null): LoadedCase['bottoms'] {
  if (spring.points.some((p) => p.loadCase === id && p.excluded === 'bottomed')) return 'measured'
  const stop = job.vehicle.rearStages.find((s) => s.kind === 'bump-stop')
  return stop && bare && bare.rear >= stop.at ? 'by-rate' : null
}

function squatOf(
  job: Job,
  weights: AxleWeights,
  { beforeEmpty, beforeLoaded }: JobHeights,
  rate: AxleRate | null,
  bare: Stand | null,
): Squat {
  const drop = dropBetween(job.vehicle, beforeEmpty, beforeLoaded)
  if (drop) {
    const front = beforeEmpty.front !== null && beforeLoaded.front !== null ? drop.front : null
    const lean = (beforeLoaded.leanRear ?? 0) - (beforeEmpty.leanRear ?? 0)
    return {
      front,
      rear: drop.rear,
      frontTolerance: drop.frontTolerance,
      rearTolerance: drop.rearTolerance,
      left: drop.rear - lean / 2,
      right: drop.rear + lean / 2,
      source: 'measured',
    }
  }
  if (!rate || !bare)
    return { front: null, rear: null, frontTolerance: 0, rearTolerance: 0, left: null, right: null, source: 'unknown' }
  const rear = dropAt(job.mark, bare)
  const tilt = (Math.tan(job.mark === 'ground' ? bare.lean : bare.roll) * job.vehicle.track) / 2
  const known = job.vehicle.frontWheelRate !== null
  return {
    front: known ? frontDropAt(job.mark, bare) : null,
    rear,
    frontTolerance: 0,
    rearTolerance: Math.hypot((bare.rear * rate.tolerance) / rate.rate, (weights.rearTolerance * GRAVITY) / rate.rate),
    left: rear + tilt,
    right: rear - tilt,
    source: 'from-rate',
  }
}
