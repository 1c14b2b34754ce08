import { isAbove, type Meters, type Pascals } from '../../quantity'
import type { Kit } from '../../kit'
import type { LevelSolution } from '../../spring'
import type { Job } from '../../job'
import type { LoadedCase } from '../load'
import type { KitAssessment } from './kit-on-job'
import { kitsUnder } from './helped-axle'
import { fitKits } from './level-kit'
import type { RubberOutcome } from './rubber'

/** What one load case asks of a kit. */
export interface CaseOutcome {
  loadCase: { id: string; name: string }
  level: LevelSolution | null
  rubber: RubberOutcome | null
  /** Pa from the lower side down to min pressure, and from the higher one up to max; null without a pressure. */
  aboveMinimum: number | null
  belowMaximum: number | null
  /** Where the bag stands in its window, 0 shortest to 1 longest; null without a height. */
  stroke: number | null
  /** Height difference over the track that is left. */
  lean: Meters | null
}

function outcomeOf(job: Job, kit: Kit, loadedCase: LoadedCase): CaseOutcome {
  const fitted = fitKits(job, loadedCase, kitsUnder(job, kit))
  const level = fitted.level[kit.axle]
  const { left, right } = level ?? {}
  const { bag } = kit
  const rubber = fitted.rubber[kit.axle]
  return {
    loadCase: { id: loadedCase.loadCase.id, name: loadedCase.loadCase.name },
    level,
    rubber,
    aboveMinimum: null,
    belowMaximum: null,
    stroke:
      bag && level && left && right
        ? (level.bagHeight - bag.heightRange.low) / (bag.heightRange.high - bag.heightRange.low)
        : null,
    lean:
      level?.lean != null
        ? Math.abs(Math.tan(level.lean)) * job.vehicle[kit.axle].track
        : rubber
          ? Math.abs(Math.tan(rubber.lean)) * job.vehicle[kit.axle].track
          : null,
  }
}

/** Outcomes with the margins of the pressure window that holds here. */
export function outcomesOf(job: Job, assessed: KitAssessment, cases: readonly LoadedCase[]): CaseOutcome[] {
  const { kit, minimum, maximum } = assessed
  return cases.map((loadedCase) => {
    const outcome = outcomeOf(job, kit, loadedCase)
    const { left, right, code } = outcome.level ?? {}
    if (!left || !right || !minimum || !maximum || code === 'nothing-to-lift') return outcome
    outcome.aboveMinimum = Math.min(left.pressure, right.pressure) - minimum.value
    outcome.belowMaximum = maximum.value - Math.max(left.pressure, right.pressure)
    return outcome
  })
}

/** Outcomes that no answer changes, under one of the cases. */
export const isOutOfReach = ({ level, rubber }: CaseOutcome): boolean =>
  level?.code === 'out-of-window' || rubber?.overloaded === true
/** It lifts as far as its max goes, and not all the way. */
export const stopsAtMaximum = ({ level }: Pick<CaseOutcome, 'level'>): boolean => level?.code === 'above-maximum'

/**
 * The most that a pressure may come to by its band, where that is over the max although the pressure itself is not.
 * @returns null where it stays inside
 */
export function mayPassMaximum(
  { level }: Pick<CaseOutcome, 'level'>,
  { maximum }: Pick<KitAssessment, 'maximum'>,
): Pascals | null {
  if (!level?.band || level.mean === null || !level.left || !level.right || !maximum) return null
  const set = Math.max(level.left.pressure, level.right.pressure)
  const most = set + level.band.high - level.mean
  return !isAbove(set, maximum.value) && isAbove(most, maximum.value) ? most : null
}
