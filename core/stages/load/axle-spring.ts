import { GRAVITY, type Meters, type Newtons, type NewtonsPerMeter } from '../../quantity'
import { fitLoadingTest, type LoadingTest, type TestPoint } from '../../spring'
import {
  type AxleEnd,
  carryToAxles,
  type AxleChange,
  type AxleWeights,
  type Axle,
  type HeightSummary,
  type LoadCase,
  type Vehicle,
} from '../../vehicle'
import type { Job } from '../../job'
import type { JobHeights } from '../measure'

/** Why a loading test gives no rate. */
export type RateTrouble = 'aired' | 'past-contact' | 'bottomed' | 'not-straight' | 'nonsense' | 'within-tape'

interface RatePoint extends TestPoint {
  /** Load case that was on; null for the empty vehicle. */
  loadCase: string | null
  /** Left out of the fit, and why. */
  excluded: RateTrouble | null
}

export interface AxleRate {
  /** Both sides. */
  rate: NewtonsPerMeter
  tolerance: NewtonsPerMeter
  source: 'loading-test' | 'vehicle'
  /** Half the force between loading and unloading, both sides. */
  friction: Newtons
  /** Measured on this vehicle, known of its kind, or only what such springs usually have. */
  frictionSource: 'measured' | 'vehicle' | 'usual'
}
/** Where nobody measured: leaf packs rub by some hundreds of newtons a side, arms on bushings by little (common practice). */
const USUAL_FRICTION: Record<Axle['suspension'], Newtons> = { leaf: 400, coil: 100, 'torsion-bar': 100, air: 100 }
/** The springs of one axle, from all that was measured. */
export interface AxleSpring {
  /** Null while neither a test nor the library knows. */
  rate: AxleRate | null
  /** What was measured, over the springs. */
  points: RatePoint[]
  trouble: RateTrouble | null
}

/**
 * Both sides' tire rate of an axle; null where unknown.
 * @returns N/m; four tires on a dual rear axle
 */
export const axleTireRate = (vehicle: Vehicle, axle: AxleEnd): NewtonsPerMeter | null => {
  const { tireRate, wheels } = vehicle[axle]
  return tireRate === null ? null : tireRate * (wheels === 'dual' ? 4 : 2)
}

/**
 * How far a loaded vehicle stands below its empty height, over its axles, at the job's mark. Null where corners are missing.
 * @returns m with half-widths
 */
export function dropBetween(vehicle: Vehicle, empty: HeightSummary, loaded: HeightSummary): AxleChange | null {
  const known = (end: AxleEnd) => empty[end] !== null && loaded[end] !== null
  if (!known('rear') && !known('front')) return null
  const both = (a: Meters, b: Meters) => Math.hypot(a, b)
  const change: AxleChange = {
    front: empty.front !== null && loaded.front !== null ? empty.front - loaded.front : 0,
    rear: empty.rear !== null && loaded.rear !== null ? empty.rear - loaded.rear : 0,
    frontTolerance: both(empty.frontTolerance, loaded.frontTolerance),
    rearTolerance: both(empty.rearTolerance, loaded.rearTolerance),
  }
  return carryToAxles(change, vehicle.wheelbase, { front: vehicle.front.mark, rear: vehicle.rear.mark })
}

/**
 * The tires' part of a drop that was marked from the ground.
 * @param gain N on the axle
 * @returns m; 0 where marked from the wheels or unknown
 */
export const tireSink = (job: Job, axle: 'front' | 'rear', gain: Newtons): Meters => {
  const rate = job.mark === 'ground' ? axleTireRate(job.vehicle, axle) : null
  return rate ? gain / rate : 0
}

/** What was read and weighed under one load case. */
type Measured = readonly { loadCase: LoadCase; weights: AxleWeights; heights: JobHeights }[]

/**
 * The springs of both axles. The rear is where loads go, so its rate is measured by them; a front axle seldom gains
 * enough to tell, so its springs are measured only where a kit goes there or nothing else is known of them.
 * @param measured the load cases with their weights and heights
 */
export function axleSprings(job: Job, measured: Measured): Record<AxleEnd, AxleSpring> {
  const front = libraryRate(job.vehicle.front)
  const helped = job.kits.some(({ kit }) => kit.axle === 'front')
  return {
    front: front && !helped ? { rate: front, points: [], trouble: null } : axleSpring(job, measured, 'front'),
    rear: axleSpring(job, measured, 'rear'),
  }
}

/**
 * The rate of an axle's springs: from every load that was really put on and measured, else from the library.
 *
 * A test in the shop is about this vehicle as it stands, so it goes before the library's figure. Left out are readings
 * with air in bags (they measure the bags too), and those past the contact of helper leaves or of the stop.
 * @param measured the load cases with their weights and heights
 * @returns N/m of both sides, with what was left out and why
 */
// eslint-disable-next-line complexity -- sources of a rate, the surest first
function axleSpring(job: Job, measured: Measured, end: AxleEnd): AxleSpring {
  const { vehicle } = job
  const axle = vehicle[end]
  const tape = end === 'rear' ? 'rearTolerance' : 'frontTolerance'
  const empty = measured[0]?.heights.beforeEmpty
  const points: RatePoint[] = []
  if (empty && empty[end] !== null) {
    points.push(
      pointOf(job, null, {
        gain: 0,
        gainTolerance: 0,
        squat: 0,
        tolerance: empty[tape],
        way: 'loading',
        excluded: empty.aired ? 'aired' : null,
      }),
    )
    const again = measured[0]!.heights.emptyAgain
    const back = dropBetween(vehicle, empty, again)
    if (back && back[end] !== null && again[end] !== null)
      points.push(
        pointOf(job, null, {
          gain: 0,
          gainTolerance: 0,
          squat: back[end],
          tolerance: again[tape],
          way: 'unloading',
          excluded: againTrouble(back[end], back[tape], again),
        }),
      )
    for (const { loadCase, weights, heights } of measured) {
      const drop = dropBetween(vehicle, empty, heights.beforeLoaded)
      if (!drop || heights.beforeLoaded[end] === null || weights[end] <= 0) continue
      const squat = drop[end] - tireSink(job, end, weights[end] * GRAVITY)
      const aired = empty.aired || heights.beforeLoaded.aired
      points.push(
        pointOf(job, loadCase.id, {
          gain: weights[end],
          gainTolerance: weights[tape],
          squat,
          tolerance: heights.beforeLoaded[tape],
          way: 'loading',
          excluded: aired ? 'aired' : contactOf(axle, squat, drop[tape]),
        }),
      )
    }
  }
  const fit: LoadingTest = fitLoadingTest(points.filter((p) => p.excluded === null))
  const loads = points.filter((p) => p.loadCase !== null)
  if (fit.code === 'rate')
    return {
      rate: { rate: fit.rate, tolerance: fit.tolerance, source: 'loading-test', ...frictionOf(axle, fit.friction) },
      points,
      trouble: null,
    }
  const trouble =
    loads.find((p) => p.excluded !== null)?.excluded ?? (fit.code === 'too-few' ? 'within-tape' : fit.code)
  return { rate: libraryRate(axle), points, trouble: loads.length ? trouble : null }
}

function frictionOf(axle: Axle, measured: Newtons | null): Pick<AxleRate, 'friction' | 'frictionSource'> {
  if (measured !== null) return { friction: measured, frictionSource: 'measured' }
  if (axle.friction !== null) return { friction: axle.friction, frictionSource: 'vehicle' }
  return { friction: USUAL_FRICTION[axle.suspension], frictionSource: 'usual' }
}

/**
 * What the library knows of the springs of an axle; null where nothing.
 * @returns N/m of both sides
 */
export const libraryRate = (axle: Axle): AxleRate | null =>
  axle.wheelRate === null
    ? null
    : {
        rate: 2 * axle.wheelRate,
        tolerance: 2 * axle.wheelRateTolerance,
        source: 'vehicle',
        ...frictionOf(axle, null),
      }

/** Higher than empty it was misread: nothing is learned from it about friction. */
const againTrouble = (back: Meters, tolerance: Meters, again: HeightSummary): RateTrouble | null =>
  again.aired ? 'aired' : back < -tolerance ? 'nonsense' : null

function contactOf({ stages }: Axle, squat: Meters, tolerance: Meters): RateTrouble | null {
  const touched = stages.filter((s) => squat >= s.at - tolerance)
  return touched.some((s) => s.kind === 'bump-stop') ? 'bottomed' : touched.length ? 'past-contact' : null
}

function pointOf(
  job: Job,
  loadCase: string | null,
  {
    gain,
    gainTolerance,
    squat,
    tolerance,
    way,
    excluded,
  }: {
    gain: number
    gainTolerance: number
    squat: Meters
    tolerance: Meters
    way: TestPoint['way']
    excluded: RateTrouble | null
  },
): RatePoint {
  return { loadCase, gain, gainTolerance, squat, tolerance: Math.max(tolerance, job.tapeTolerance / 2), way, excluded }
}
