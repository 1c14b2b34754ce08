import { formatNumber, formatQuantity, type UnitSystem } from '../../quantity'
import { RATING_NAMES } from '../load'
import type { LoadSetting } from './settings'

/** What goes with a setting: why there is none, or what to mind. */
export function settingText({ code, rating, recovered, short, proved }: LoadSetting, system: UnitSystem): string {
  const left = `${formatQuantity('length', short, system)} under the aim`
  const tried = proved ? 'set and read here' : 'computed, not tried'
  switch (code) {
    case 'set':
      return short > 0 ? `${tried}; stays ${left}` : tried
    case 'min-is-enough':
      return `min pressure is enough, ${tried}`
    case 'max-and-short':
      return `its max: stays ${left}, ${tried}`
    case 'overload':
      return `Do not drive: over the ${RATING_NAMES[rating!]}`
    case 'no-setting':
      return 'no setting reaches the aim'
    case 'rubber':
      return `rubbers take out ${Math.round(100 * (recovered ?? 0))} % of the squat`
    case 'rubber-overloaded':
      return 'Do not drive: more than the rubbers may carry'
  }
}

/** Pressure before loading, left and right where they differ as shown; `add it loaded` where it must not be set before. */
export function beforeText({ code, before }: LoadSetting, system: UnitSystem): string {
  const p = (v: number) => formatNumber('pressure', v, system)
  if (!before) return code === 'set' ? 'add it loaded' : '–'
  return p(before.left) === p(before.right) ? p(before.left) : `${p(before.left)} / ${p(before.right)}`
}
