import { GRAVITY, INCH, PSI, type Meters, type Pascals } from '../../quantity'
import { airSpring, calibrate, type Calibration, type ShopReading } from '../../spring'
import { ofKind, type BayRecord } from '../../records'
import { hasAir, bagOn, originOf, type BagOnVehicle, familyOf } from '../../kit'
import { TAPE_TOLERANCE, type HeightSummary, AXLES, type AxleEnd } from '../../vehicle'
import { kitAt, type Job } from '../../job'
import { dropBetween, tireSink } from './axle-spring'
import { sprungAt, standsWith, steelSide } from './chassis'
import type { LoadedCase, Corrections } from './loaded-case'

/** Share by which a bag's area may differ from its table (common practice). */
const AREA_TOLERANCE = 0.05
/** How surely the bag height is known, by where it is from (common practice). */
const HEIGHT_TOLERANCE: Record<BagOnVehicle['rideHeightFrom'], Meters> = {
  measured: TAPE_TOLERANCE,
  'bracket-space': INCH / 8,
  instructions: INCH / 4,
}

/** Pressure of an axle's bags as its heights were read in one state; null where nobody read it. */
function pressureAt(job: Job, records: readonly BayRecord[], axle: AxleEnd, loadCase: string | null): Pascals | null {
  const last = ofKind(records, 'height').findLast(
    ({ body }) =>
      body.timing === 'after' &&
      body.mark === job.mark &&
      body.corner.startsWith(axle) &&
      (loadCase === null ? body.load === 'empty' : body.load === 'loaded' && body.loadCase === loadCase),
  )
  return last?.body.bagPressure ?? null
}

/**
 * What was read after the work, as corrections of the model: for each axle with bags whose springs and link are known.
 * @param records those that prove what they say, each height with the pressure that was in its bags
 * @param cases as weighed, with their heights
 * Source: `calibrate`.
 */
export function correctionsOf(job: Job, records: readonly BayRecord[], cases: readonly LoadedCase[]): Corrections {
  const found: Corrections = {}
  for (const axle of AXLES) {
    const calibration = axleCorrection(job, records, cases, axle)
    if (calibration) found[axle] = calibration
  }
  return found
}

// eslint-disable-next-line complexity -- what has to be there before anything is corrected, thing by thing
function axleCorrection(
  job: Job,
  records: readonly BayRecord[],
  cases: readonly LoadedCase[],
  axle: AxleEnd,
): Calibration | null {
  const onJob = kitAt(job, axle)
  const kit = onJob?.kit
  const first = cases[0]!
  const rate = first.rates[axle]
  const empty = first.heights.beforeEmpty
  if (!kit || !hasAir(kit) || !rate || empty[axle] === null || empty.aired) return null
  const { vehicle, survey } = job
  const standing = standsWith(first.weights, axle)
  const bag = bagOn(kit, vehicle, survey, { standing, measured: first.measuredBags[axle] ?? null, mount: onJob.mount })
  if (bag.motionRatio === null) return null
  const replaced = familyOf(kit).replacesSpring
  const tape = axle === 'rear' ? ('rearTolerance' as const) : ('frontTolerance' as const)

  const readings: ShopReading[] = []
  // eslint-disable-next-line max-params -- what has to be there before anything is corrected, thing by thing
  const add = (id: string, load: string | null, heights: HeightSummary, gain: number, pressure: Pascals | null) => {
    const drop = heights[axle] === null ? null : dropBetween(vehicle, empty, heights)
    if (!drop) return
    readings.push({
      id,
      load,
      squat: drop[axle] - tireSink(job, axle, gain),
      tolerance: drop[tape],
      pressure,
    })
  }
  const atEmpty = pressureAt(job, records, axle, null)
  if (atEmpty !== null) add('empty', null, first.heights.afterEmpty, 0, atEmpty)
  for (const { loadCase, weights, heights } of cases) {
    const gain = weights[axle] * GRAVITY
    // A rate that was measured with this load has it in it already.
    if (rate.source === 'vehicle' && !replaced && !heights.beforeLoaded.aired)
      add(`before ${loadCase.id}`, loadCase.id, heights.beforeLoaded, gain, null)
    const pressure = pressureAt(job, records, axle, loadCase.id)
    if (pressure !== null) add(loadCase.id, loadCase.id, heights.afterLoaded, gain, pressure)
  }
  if (!readings.some((r) => r.pressure !== null)) return null
  return calibrate({
    side: replaced ? { first: 0, stages: [] } : steelSide(vehicle[axle], rate),
    rateTolerance: rate.tolerance,
    friction: replaced ? 0 : rate.friction,
    bag: airSpring(kit.bag.table),
    rideHeight: bag.rideHeight,
    heightTolerance: HEIGHT_TOLERANCE[bag.rideHeightFrom],
    motionRatio: bag.motionRatio,
    // A table that is only usual may be further off: the readings then tell more of it.
    areaTolerance: Math.max(AREA_TOLERANCE, originOf(kit, 'bag.table').band),
    gaugeTolerance: PSI,
    carriedEmpty: replaced ? sprungAt(vehicle[axle], standing) * GRAVITY : 0,
    loads: Object.fromEntries(
      cases.map(({ loadCase, weights }) => [
        loadCase.id,
        { gain: weights[axle] * GRAVITY, tolerance: weights[tape] * GRAVITY },
      ]),
    ),
    readings,
  })
}
