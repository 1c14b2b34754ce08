import { familyOf } from '../../kit'
import type { Hertz, Meters, Pascals } from '../../quantity'
import type { Job } from '../../job'
import type { LoadedCase } from '../load'
import type { KitAssessment } from './kit-on-job'
import type { Ranking } from './ranking'

/** What the two ways of doing a thing come to on this vehicle; nulls where a figure cannot be had. */
export interface Ways {
  /** Empty body frequency: as it is, with this kit at its min pressure, and with the best kit that replaces the spring. */
  spring: { steel: Hertz | null; helped: Hertz | null; replaced: Hertz | null; replacement: string | null }
  /** Height difference over the track that is left. */
  lines: { teed: Meters | null; separate: Meters | null }
  /** Pressure with the load on, and the same air before loading; how high it then stands empty. */
  air: { after: Pascals | null; before: Pascals | null; rise: Meters | null; fitsTravel: boolean }
}

/** What each way costs for a kit under a load case: help or replace the spring, teed or separate lines, air before or after. */
// eslint-disable-next-line complexity -- both schools side by side, line by line
export function waysOf(job: Job, assessed: KitAssessment, ranking: Ranking, active: LoadedCase): Ways {
  const { level, rubber, kit } = assessed
  const over = (lean: number | null | undefined) =>
    lean == null ? null : Math.abs(Math.tan(lean)) * job.vehicle[kit.axle].track
  const replacing = [...ranking.fitting, ...ranking.undecided].find(
    (r) => familyOf(r.assessed.kit).replacesSpring && r.assessed.kit.axle === kit.axle,
  )
  // A replaced spring is set for the load it carries: empty it is set lower, so its frequency is read loaded.
  const replaced = replacing?.cases.find((c) => c.loadCase.id === active.loadCase.id)?.level?.frequency?.with ?? null
  const helps = !familyOf(kit).replacesSpring
  const frequency = rubber?.frequency ?? level?.frequency
  return {
    spring: {
      steel: helps ? (frequency?.emptyWithout ?? null) : null,
      helped: helps ? (frequency?.emptyWith ?? null) : null,
      replaced,
      replacement: replacing?.assessed.kit.name ?? null,
    },
    lines: { teed: over(level?.leanTeed), separate: over(job.air[kit.axle] === 'separate' ? level?.lean : 0) },
    air: {
      after: level?.mean ?? null,
      before: level?.before?.pressure ?? null,
      rise: level?.before?.rise ?? null,
      fitsTravel: level?.before ? level.before.withinHeightRange && level.before.withinRebound !== false : false,
    },
  }
}
