import type { Kilograms } from '../../quantity'
import type { LevelSolution } from '../../spring'
import {
  checkKit,
  judgeOn,
  kitCapacity,
  type BagOnVehicle,
  type DataFlag,
  type FitVerdict,
  type Kit,
  type KitVerdict,
  type Limit,
  type KitCatalog,
} from '../../kit'
import type { Job } from '../../job'
import type { LoadedCase } from '../load'
import { bagOnJob, kitsUnder } from './helped-axle'
import { fitKits, type Fitted } from './level-kit'
import type { RubberOutcome } from './rubber'

export interface KitAssessment {
  kit: Kit
  verdict: FitVerdict
  /** By rules and lists alone, before any pressure is worked out. */
  fit: KitVerdict
  level: LevelSolution | null
  /** Of a rubber helper. */
  rubber: RubberOutcome | null
  /** Null without air. */
  minimum: Limit | null
  maximum: Limit | null
  /** How its bag sits here; null without air. */
  bag: BagOnVehicle | null
  /** Two bags at their maximum and ride height, or two rubbers; null where a link is not known. Never a rating of the vehicle. */
  capacity: Kilograms | null
  flags: DataFlag[]
}

const flagsOf = new WeakMap<Kit, DataFlag[]>()

/** What a kit's data says against itself; worked out once, for kits do not change. */
function flags(kit: Kit): DataFlag[] {
  const known = flagsOf.get(kit)
  if (known) return known
  const flagsHere = checkKit(kit)
  flagsOf.set(kit, flagsHere)
  return flagsHere
}

/**
 * One kit on one job, beside the job's kit of the other axle: does it fit, why, and what it comes to under a load case.
 * @param fitted what the kits come to, where that was worked out already
 */
export function assessKit(
  job: Job,
  kit: Kit,
  loadedCase: LoadedCase,
  {
    catalog,
    fitted = fitKits(job, loadedCase, kitsUnder(job, kit)),
  }: { catalog: KitCatalog; fitted?: Pick<Fitted, 'level' | 'rubber'> },
): KitAssessment {
  const fit = judgeOn(catalog, kit, job.vehicle, job.survey)
  const level = fitted.level[kit.axle]
  const rubber = fitted.rubber[kit.axle]
  const bag = bagOnJob(job, kit, loadedCase)
  const cannotCarry = bag !== null && bag.minimum.value > bag.maximum.value
  const beyond = level?.code === 'out-of-window' || rubber?.overloaded || cannotCarry
  return {
    kit,
    verdict: beyond ? 'does-not-fit' : fit.verdict,
    fit,
    level,
    rubber,
    minimum: bag?.minimum ?? null,
    maximum: bag?.maximum ?? null,
    bag,
    capacity: kitCapacity(kit, bag),
    flags: flags(kit),
  }
}
