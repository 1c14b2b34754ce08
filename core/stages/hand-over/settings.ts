import type { Meters, Pascals } from '../../quantity'
import type { AsLeft } from './as-left'
import type { AxleEnd, RatingId } from '../../vehicle'
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
    /** At the max pressure it stays under the aim by `short`. */
    | 'max-and-short'
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
  /** Squat that the bags at their max leave. */
  short: Meters
  /** Pressures that were set, read and stood within the aim here; else they are computed and not tried. */
  proved: boolean
}

/**
 * The setting for each load of a job, as card and Hand over give it.
 * @param chosen a kit on the job
 * @param asLeft what was read as it goes out: pressures that were tried go before those computed
 * @returns one a load case, for that kit's axle
 */
export const loadSettings = (
  cases: readonly CaseAssessment[],
  { kit: { axle }, minimum, maximum }: KitAssessment,
  asLeft: readonly AsLeft[],
): LoadSetting[] =>
  // eslint-disable-next-line complexity -- outcomes in the order in which they exclude each other
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
      short: 0,
      proved: false,
      ...more,
    })
    const over = ratings.exceeded[0] ?? ratings.kitExceeded[0]
    if (over) return setting('overload', { rating: over.id })
    if (rubber) return setting(rubber.overloaded ? 'rubber-overloaded' : 'rubber', { recovered: rubber.recovered })
    if (!level || !minimum || !maximum) return setting('no-setting')
    const tried = asLeft.find((s) => s.axle === axle && s.loadCase === loadCase.id && s.within)
    if (tried?.pressures) return setting('set', { ...tried.pressures, short: Math.max(0, tried.short), proved: true })
    if (level.code === 'nothing-to-lift' || level.code === 'below-minimum') {
      const both = { left: minimum.value, right: minimum.value }
      return setting('min-is-enough', { ...both, before: both })
    }
    if (level.code === 'above-maximum')
      return setting('max-and-short', { left: maximum.value, right: maximum.value, short: level.remainingSquat })
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
