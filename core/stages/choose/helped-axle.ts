import { GRAVITY } from '../../quantity'
import { airSpring, bagTable, type AirSpring, type BagData, type Calibration, type Chassis } from '../../spring'
import { AXLES, type AxleEnd } from '../../vehicle'
import { bagOn, hasAir, type BagOnVehicle, type Kit, familyOf } from '../../kit'
import { kitAt, type Job } from '../../job'
import { sprungAt, standsWith, type LoadedCase } from '../load'
import { besideRubber } from './beside-rubber'

/** Kits under a load, one an axle: the job's own, or one that is being looked at in the place of one of them. */
export type KitsUnder = Partial<Record<AxleEnd, Kit>>

/**
 * The job's kits, with another in the place of the one at its axle.
 * @param instead a kit to look at; null for the job's own
 */
export function kitsUnder(job: Pick<Job, 'kits'>, instead: Kit | null = null): KitsUnder {
  const kits: KitsUnder = {}
  for (const { kit, work } of job.kits) if (work !== 'take-off') kits[kit.axle] = kit
  if (instead) kits[instead.axle] = instead
  return kits
}

/** How the bag of a kit sits on this job's vehicle; null for rubber. */
export const bagOnJob = (
  job: Pick<Job, 'vehicle' | 'survey' | 'kits'>,
  kit: Kit,
  loadedCase: Pick<LoadedCase, 'measuredBags' | 'weights'>,
): BagOnVehicle | null =>
  hasAir(kit)
    ? bagOn(kit, job.vehicle, job.survey, {
        standing: standsWith(loadedCase.weights, kit.axle),
        measured: kitAt(job, kit.axle)?.kit.id === kit.id ? (loadedCase.measuredBags[kit.axle] ?? null) : null,
        mount: kitAt(job, kit.axle)?.kit.id === kit.id ? kitAt(job, kit.axle)?.mount : undefined,
      })
    : null

/** What was found of a kit in the shop: of the one that is fitted, not of another that is looked at. */
const ownCorrection = (job: Pick<Job, 'kits'>, { corrections }: LoadedCase, kit: Kit): Calibration | undefined =>
  kitAt(job, kit.axle)?.kit.id === kit.id ? corrections[kit.axle] : undefined

/** Tables with their areas as readings in the shop correct them, by table and factor: made once for each. */
const scaled = new WeakMap<BagData, Map<number, BagData>>()
function correctedBag(data: BagData, calibration: Calibration | undefined): AirSpring {
  const factor = calibration?.area.told ? calibration.area.factor : 1
  if (factor === 1) return airSpring(data)
  const known = scaled.get(data) ?? new Map<number, BagData>()
  scaled.set(data, known)
  const table = bagTable(data)
  const scaledHere = known.get(factor) ?? { ...table, areas: table.areas.map((a) => a * factor) }
  // One job has one factor at a time: what was before is not kept.
  known.clear()
  known.set(factor, scaledHere)
  return airSpring(scaledHere)
}

/**
 * The vehicle with kits on its axles: bags beside the steel or in its place, rubber beside it. An axle whose springs or link
 * are not known keeps its steel: nothing can be said of a kit there.
 */
export function chassisWith(job: Job, loadedCase: LoadedCase, kits: KitsUnder): Chassis {
  const chassis = { ...loadedCase.chassis }
  for (const axle of AXLES) {
    const kit = kits[axle]
    const { side } = chassis[axle]
    if (!kit || !side) continue
    if (kit.rubber) {
      chassis[axle] = { ...chassis[axle], side: besideRubber(side, kit.rubber) }
      continue
    }
    const bag = bagOnJob(job, kit, loadedCase)
    if (!bag || bag.motionRatio === null || !hasAir(kit)) continue
    const replaced = familyOf(kit).replacesSpring
    chassis[axle] = {
      ...chassis[axle],
      // Coil replacement takes the steel away and carries all that is sprung.
      side: replaced ? { first: 0, stages: [] } : side,
      bags: {
        bag: correctedBag(kit.bag.table, ownCorrection(job, loadedCase, kit)),
        rideHeight: bag.rideHeight + (ownCorrection(job, loadedCase, kit)?.height.offset ?? 0),
        motionRatio: bag.motionRatio,
        spacing: bag.spacing,
        lineVolume: kit.lineVolume / 2,
      },
      carriedEmpty: replaced ? sprungAt(job.vehicle[axle], standsWith(loadedCase.weights, axle)) * GRAVITY : 0,
    }
  }
  return chassis
}
