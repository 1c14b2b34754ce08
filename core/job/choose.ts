import type { Kilograms } from '../quantity'
import { airSpring, bagAt, tableDisagreement, type LevelSolution } from '../spring'
import {
  CAPACITY_DISAGREEMENT,
  fitmentRules,
  maximumPressure,
  minimumPressure,
  overallFit,
  pairCapacity,
  type FitVerdict,
  type Kit,
  type Limit,
  type RuleResult,
} from '../kit'
import { levelFor, type CaseAssessment } from './case'
import type { Job } from './schema'

export type KitDoubt = 'capacity-disagrees' | 'table-disagrees'

export interface KitAssessment {
  kit: Kit
  verdict: FitVerdict
  rules: RuleResult[]
  level: LevelSolution | null
  minimum: Limit
  maximum: Limit
  /** Two bags at their maximum and ride height. Never a rating of the vehicle. */
  capacity: Kilograms
  doubts: KitDoubt[]
}

const RANK: FitVerdict[] = ['fits', 'fits-with-parts', 'needs-answer', 'does-not-fit']
/** Outcomes of the level solve that no spacer or answer changes. */
const OUT_OF_REACH = new Set(['above-maximum', 'out-of-window'])
/** Area and slope of volume are one thing told twice: further apart than this, one of them is wrong (common practice). */
const TABLE_DISAGREEMENT = 0.05

/** One kit on one job: does it fit, why, and what pressure it would run at under a load case. */
export function assessKit(job: Job, kit: Kit, at: CaseAssessment): KitAssessment {
  const rules = fitmentRules(kit, job.vehicle, job.survey)
  const level = levelFor(job, kit, at)
  const maximum = maximumPressure(kit, job.survey)
  const bag = airSpring(kit.bag.table)
  const capacity = pairCapacity(kit, maximum.value, bagAt(bag, kit.bag.rideHeight)?.area ?? 0)
  const full = pairCapacity(kit, kit.bag.maximum, bagAt(bag, kit.bag.rideHeight)?.area ?? 0)
  const listed = kit.bag.listedPairCapacity
  const doubts: KitDoubt[] = []
  if (listed !== null && Math.abs(listed / full - 1) > CAPACITY_DISAGREEMENT) doubts.push('capacity-disagrees')
  if (tableDisagreement(bag, kit.bag.table) > TABLE_DISAGREEMENT) doubts.push('table-disagrees')
  const fit = overallFit(rules)
  return {
    kit,
    verdict: level && OUT_OF_REACH.has(level.code) ? 'does-not-fit' : fit,
    rules,
    level,
    minimum: minimumPressure(kit),
    maximum,
    capacity,
    doubts,
  }
}

/** Every kit of the catalogue, best first: verdict, then the pressure nearest the middle of its window. */
export function rankKits(job: Job, kits: readonly Kit[], at: CaseAssessment): KitAssessment[] {
  const offCentre = (a: KitAssessment) =>
    a.level?.mean == null
      ? 1
      : Math.abs(a.level.mean - (a.minimum.value + a.maximum.value) / 2) / (a.maximum.value - a.minimum.value)
  return kits
    .map((kit) => assessKit(job, kit, at))
    .sort(
      (a, b) =>
        RANK.indexOf(a.verdict) - RANK.indexOf(b.verdict) || offCentre(a) - offCentre(b) || a.kit.price - b.kit.price,
    )
}
