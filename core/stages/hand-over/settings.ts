import type { Pascals } from '../../quantity'
import type { AxleEnd } from '../../spring'
import type { RatingId } from '../../vehicle'
import type { CaseAssessment, KitAssessment } from '../choose'

/** What the owner sets for one load at one axle. */
export interface LoadSetting {
  axle: AxleEnd
  loadCase: { id: string; name: string }
  code:
    /** These pressures bring it to the aim. */
    | 'set'
    /** The min pressure is enough. */
    | 'min-is-enough'
    /** Over a rating of the vehicle: not to be driven so. */
    | 'overload'
    /** The aim is out of reach of this kit, or a figure is missing. */
    | 'no-setting'
    /** Rubber helpers: nothing is set. */
    | 'rubber'
    /** More than the rubbers may carry. */
    | 'rubber-overloaded'
  /** With the load on. */
  left: Pascals | null
  right: Pascals | null
  /** The same air before loading; null where it must not be set before. */
  before: { left: Pascals; right: Pascals } | null
  /** The rating passed first, for an overload. */
  rating: RatingId | null
  /** Part of the squat taken out by rubber helpers. */
  recovered: number | null
}

/**
 * The setting for each load of a job, as card and Hand over give it.
 * @param chosen a kit on the job
 * @returns one a load case, for that kit's axle
 */
export const loadSettings = (
  cases: readonly CaseAssessment[],
  { kit: { axle }, minimum }: KitAssessment,
): LoadSetting[] =>
  cases.map(({ loadCase, level: levels, rubber: rubbers, ratings }): LoadSetting => {
    const [level, rubber] = [levels[axle], rubbers[axle]]
    const setting = (code: LoadSetting['code'], more: Partial<LoadSetting> = {}): LoadSetting => ({
      axle,
      loadCase: { id: loadCase.id, name: loadCase.name },
      code,
      left: null,
      right: null,
      before: null,
      rating: null,
      recovered: null,
      ...more,
    })
    const over = ratings.exceeded[0]
    if (over) return setting('overload', { rating: over.id })
    if (rubber) return setting(rubber.overloaded ? 'rubber-overloaded' : 'rubber', { recovered: rubber.recovered })
    if (!level || !minimum) return setting('no-setting')
    if (level.code === 'nothing-to-lift' || level.code === 'below-minimum') {
      const both = { left: minimum.value, right: minimum.value }
      return setting('min-is-enough', { ...both, before: both })
    }
    if (level.code !== 'level' || !level.left || !level.right) return setting('no-setting')
    const { before } = level
    // Air that would lift the empty rear past its travel or the kit's height range must not be set before loading.
    const settable = before && before.withinHeightRange && before.withinRebound !== false
    return setting('set', {
      left: level.left.pressure,
      right: level.right.pressure,
      before: settable ? { left: before.left, right: before.right } : null,
    })
  })
