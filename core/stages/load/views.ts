import { GRAVITY, PSI, type Kilograms, type Pascals } from '../../quantity'
import { airSpring, stagedForce } from '../../spring'
import { bagOn, hasAir, familyOf } from '../../kit'
import { reconcile, type Reconciled } from '../../vehicle'
import { kitAt, type Job } from '../../job'
import { ofKind, type BayRecord } from '../../records'
import { standsWith, steelSide } from './chassis'
import type { LoadedCase } from './loaded-case'
import { dropBetween, libraryRate, tireSink, type AxleRate, type AxleSpring } from './axle-spring'

/** Where a figure of the rear axle's gain comes from: what was said, a scale, the squat, the pressure that leveled it. */
export type LoadView = 'listed' | 'ticket' | 'squat' | 'pressure'
export type LoadViews = Reconciled<LoadView>

/** A hand gauge is read to about a pound a square inch (common practice). */
const GAUGE_TOLERANCE: Pascals = PSI
/** Below this nobody knows a load. */
const MIN_TOLERANCE: Kilograms = 1

/**
 * What the rear axle gains, seen every way there is: the list of loads, a scale ticket, the squat over springs of known
 * rate, and heights read with air in the fitted bags.
 *
 * A rate measured with this very load would only give the list back, so the squat is weighed with the library's rate.
 * @param standing records that stand, oldest first
 * @returns null where there is nothing to compare
 */
export function loadViews(
  job: Job,
  standing: readonly BayRecord[],
  loadedCase: LoadedCase,
  spring: AxleSpring,
): LoadViews | null {
  const { weights, loadCase } = loadedCase
  const { vehicle } = job
  const views: LoadViews['views'] = []
  const add = (source: LoadView, value: number, tolerance: number) =>
    views.push({ source, value, tolerance: Math.max(tolerance, MIN_TOLERANCE) })
  if (loadCase.items.length) add('listed', weights.rearListed, weights.rearListedTolerance)
  if (weights.source === 'ticket') add('ticket', weights.rear, weights.rearTolerance)
  const point = spring.points.find((p) => p.loadCase === loadCase.id)
  const library = libraryRate(vehicle.rear)
  if (library && point && point.excluded !== 'aired' && point.excluded !== 'bottomed') {
    const force = steelForce(job, library, point.squat)
    const tolerance = Math.hypot(point.squat * library.tolerance, library.rate * point.tolerance * Math.SQRT2)
    add('squat', force / GRAVITY, (tolerance + library.friction) / GRAVITY)
  }
  const aired = airedView(job, standing, loadedCase)
  if (aired) add('pressure', aired.value, aired.tolerance)
  return views.length > 1 ? reconcile(views) : null
}

const steelForce = (job: Job, rate: AxleRate, squat: number) =>
  2 * stagedForce(steelSide(job.vehicle.rear, rate), squat)

/** Load from heights read with air in the bags, after fitting: steel at its squat and two bags at their pressure. */
function airedView(
  job: Job,
  standing: readonly BayRecord[],
  { rates, weights, loadCase, heights, measuredBags }: LoadedCase,
): { value: Kilograms; tolerance: Kilograms } | null {
  const { vehicle } = job
  const kit = kitAt(job, 'rear')?.kit
  const rearRate = rates.rear
  if (!kit || !hasAir(kit) || !rearRate || familyOf(kit).replacesSpring) return null
  const drop = dropBetween(vehicle, heights.beforeEmpty, heights.afterLoaded)
  const pressures = ofKind(standing, 'height').flatMap(({ body }) =>
    body.timing === 'after' &&
    body.corner.startsWith('rear') &&
    body.load === 'loaded' &&
    body.loadCase === loadCase.id &&
    body.mark === job.mark
      ? [body.bagPressure]
      : [],
  )
  const pressure = pressures.at(-1)
  if (!drop || heights.afterLoaded.rear === null || heights.beforeEmpty.aired || !pressure) return null
  const squat = drop.rear - tireSink(job, 'rear', weights.rear * GRAVITY)
  const { motionRatio, rideHeight } = bagOn(kit, vehicle, job.survey, {
    standing: standsWith(weights, 'rear'),
    measured: measuredBags.rear ?? null,
  })
  if (motionRatio === null) return null
  const area = airSpring(kit.bag.table).area.value(rideHeight - motionRatio * squat)
  if (area === undefined) return null
  const steel = steelForce(job, rearRate, squat)
  const tolerance = Math.hypot(
    2 * motionRatio * area * GAUGE_TOLERANCE,
    rearRate.rate * drop.rearTolerance,
    rearRate.tolerance * squat,
  )
  return {
    value: (steel + 2 * motionRatio * pressure * area) / GRAVITY,
    tolerance: (tolerance + rearRate.friction) / GRAVITY,
  }
}
