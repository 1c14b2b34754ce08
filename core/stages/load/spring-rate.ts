import { GRAVITY, type Meters, type Newtons, type NewtonsPerMeter } from '../../quantity'
import { fitLoadingTest, type LoadingTest, type TestPoint } from '../../spring'
import {
  carryToAxles,
  type AxleChange,
  type AxleWeights,
  type HeightSummary,
  type LoadCase,
  type Vehicle,
} from '../../vehicle'
import type { Job } from '../../job'
import type { JobHeights } from '../measure'

/** Why a loading test gives no rate. */
export type RateTrouble = 'aired' | 'past-contact' | 'bottomed' | 'not-straight' | 'nonsense' | 'within-tape'

export interface RatePoint extends TestPoint {
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
const USUAL_FRICTION: Record<Vehicle['suspension'], Newtons> = { leaf: 400, coil: 100 }
export interface RearSpring {
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
export const axleTireRate = (vehicle: Vehicle, axle: 'front' | 'rear'): NewtonsPerMeter | null =>
  vehicle.tireRate === null ? null : vehicle.tireRate * (axle === 'rear' && vehicle.rearWheels === 'dual' ? 4 : 2)

/**
 * How far a loaded vehicle stands below its empty height, over its axles, at the job's mark. Null where corners are missing.
 * @returns m with half-widths
 */
export function dropBetween(vehicle: Vehicle, empty: HeightSummary, loaded: HeightSummary): AxleChange | null {
  if (empty.rear === null || loaded.rear === null) return null
  const both = (a: Meters, b: Meters) => Math.hypot(a, b)
  const change: AxleChange = {
    front: empty.front !== null && loaded.front !== null ? empty.front - loaded.front : 0,
    rear: empty.rear - loaded.rear,
    frontTolerance: both(empty.frontTolerance, loaded.frontTolerance),
    rearTolerance: both(empty.rearTolerance, loaded.rearTolerance),
  }
  return carryToAxles(change, vehicle.wheelbase, { front: vehicle.markFront, rear: vehicle.markRear })
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

/**
 * The rear springs' rate: from every load that was really put on and measured, else from the library.
 *
 * A test in the shop is about this vehicle as it stands, so it goes before the library's figure. Left out are readings
 * with air in bags (they measure the bags too), and those past the contact of helper leaves or of the stop.
 * @param measured the load cases with their weights and heights
 * @returns N/m of both sides, with what was left out and why
 */
export function rearSpring(
  job: Job,
  measured: readonly { loadCase: LoadCase; weights: AxleWeights; heights: JobHeights }[],
): RearSpring {
  const { vehicle } = job
  const empty = measured[0]?.heights.beforeEmpty
  const points: RatePoint[] = []
  if (empty && empty.rear !== null) {
    points.push(pointOf(job, null, 0, 0, 0, empty.rearTolerance, 'loading', empty.aired ? 'aired' : null))
    const again = measured[0]!.heights.emptyAgain
    const back = dropBetween(vehicle, empty, again)
    if (back)
      points.push(pointOf(job, null, 0, 0, back.rear, again.rearTolerance, 'unloading', againTrouble(back, again)))
    for (const { loadCase, weights, heights } of measured) {
      const drop = dropBetween(vehicle, empty, heights.beforeLoaded)
      if (!drop || weights.rear <= 0) continue
      const squat = drop.rear - tireSink(job, 'rear', weights.rear * GRAVITY)
      const aired = empty.aired || heights.beforeLoaded.aired
      points.push(
        pointOf(
          job,
          loadCase.id,
          weights.rear,
          weights.rearTolerance,
          squat,
          heights.beforeLoaded.rearTolerance,
          'loading',
          aired ? 'aired' : contactOf(vehicle, squat, drop.rearTolerance),
        ),
      )
    }
  }
  const fit: LoadingTest = fitLoadingTest(points.filter((p) => p.excluded === null))
  const loads = points.filter((p) => p.loadCase !== null)
  if (fit.code === 'rate')
    return {
      rate: { rate: fit.rate, tolerance: fit.tolerance, source: 'loading-test', ...frictionOf(vehicle, fit.friction) },
      points,
      trouble: null,
    }
  const trouble =
    loads.find((p) => p.excluded !== null)?.excluded ?? (fit.code === 'too-few' ? 'within-tape' : fit.code)
  return { rate: libraryRate(vehicle), points, trouble: loads.length ? trouble : null }
}

function frictionOf(vehicle: Vehicle, measured: Newtons | null): Pick<AxleRate, 'friction' | 'frictionSource'> {
  if (measured !== null) return { friction: measured, frictionSource: 'measured' }
  if (vehicle.rearFriction !== null) return { friction: vehicle.rearFriction, frictionSource: 'vehicle' }
  return { friction: USUAL_FRICTION[vehicle.suspension], frictionSource: 'usual' }
}

/** A library rate that came without its plus-or-minus is taken as a tenth unsure (common practice). */
const UNSAID_TOLERANCE = 0.1
/**
 * What the library knows of the front springs, both sides; null where nothing.
 * @returns N/m of both sides
 */
export const frontRate = ({ frontWheelRate, suspension }: Vehicle): AxleRate | null =>
  frontWheelRate === null
    ? null
    : {
        rate: 2 * frontWheelRate,
        tolerance: 2 * frontWheelRate * UNSAID_TOLERANCE,
        source: 'vehicle',
        friction: USUAL_FRICTION[suspension],
        frictionSource: 'usual',
      }

/**
 * What the library knows of the rear springs; null where nothing.
 * @returns N/m of both sides
 */
export const libraryRate = (vehicle: Vehicle): AxleRate | null =>
  vehicle.rearWheelRate === null
    ? null
    : {
        rate: 2 * vehicle.rearWheelRate,
        tolerance: 2 * vehicle.rearWheelRateTolerance,
        source: 'vehicle',
        ...frictionOf(vehicle, null),
      }

/** Higher than empty it was misread: nothing is learned from it about friction. */
const againTrouble = (back: AxleChange, again: HeightSummary): RateTrouble | null =>
  again.aired ? 'aired' : back.rear < -back.rearTolerance ? 'nonsense' : null

function contactOf(vehicle: Vehicle, squat: Meters, tolerance: Meters): RateTrouble | null {
  const touched = vehicle.rearStages.filter((s) => squat >= s.at - tolerance)
  return touched.some((s) => s.kind === 'bump-stop') ? 'bottomed' : touched.length ? 'past-contact' : null
}

function pointOf(
  job: Job,
  loadCase: string | null,
  gain: number,
  gainTolerance: number,
  squat: Meters,
  tolerance: Meters,
  way: TestPoint['way'],
  excluded: RateTrouble | null,
): RatePoint {
  return { loadCase, gain, gainTolerance, squat, tolerance: Math.max(tolerance, job.tapeTolerance / 2), way, excluded }
}
