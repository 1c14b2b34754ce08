import { formatNumber, formatQuantity, type UnitSystem } from '../../quantity'
import { RATING_NAMES } from '../load/words'
import type { LoadSetting } from './settings'
import type { RecordTexts } from '../record-parts'
import type { handOverRecords } from './records'
import { count } from '../count'
import type { NeverCode, RefusalsOf, WaitsOf } from '../stage'
import type { ConsentTo, WaiverId } from './records'
import type { HAND_OVER_CHECKS } from './records'
import type { handOverStage } from './stage'

export const handOverWaits: Record<WaitsOf<typeof handOverStage>, (n: number) => string> = {
  'late-records': (n) => count(n, 'record came in late', 'records came in late'),
  'hand-over-blocked': (n) => count(n, 'thing open', 'things open'),
  'not-handed-over': () => 'ready',
}
export const handOverRefusals: Record<RefusalsOf<typeof handOverStage>, (about: string) => string> = {
  'not-road-ready': (count) => `Cannot be handed over: ${count} still open.`,
  'nothing-to-sign': () => 'There is nothing of that kind to sign on this job as it stands.',
  'due-past': (due) => `${due} is past: the day on which the owner reads the pressure is to come.`,
  'other-text': (text) => `The text to sign is now: ${text}`,
}
export const handOverChecks: Record<(typeof HAND_OVER_CHECKS)[number], string> = {
  heights: 'Heights as it leaves',
  'loaded-heights': 'Heights with the load on',
  level: 'Level and straight as it leaves',
  'minimum-pressure': 'Bag pressures as set, inside their limits',
}
/** Why a final check can never apply. */
export const NEVER_APPLIES: Record<NeverCode, string> = {
  'no-air': 'rubber helpers hold no air',
  kept: 'the kit was there already and was not opened',
  'no-load': 'no load is listed',
  none: 'nothing to read on this kit',
}

export const WAIVER_NAMES: Record<WaiverId, string> = {
  'air-check': 'the owner reads the pressure after 24 h',
  'loaded-heights': 'no heights with the load on',
  'loaded-clearance': 'no clearance read with the load on',
  level: 'it leaves off its aim',
  overload: 'not to be driven with this load',
}
export const CONSENT_NAMES: Record<ConsentTo, string> = { drilling: 'Drilling', cutting: 'Cutting' }

export const handOverRecordTexts: RecordTexts<typeof handOverRecords> = {
  'bag-pressure': ({ left, right }, system) =>
    `Bags set: ${formatQuantity('pressure', left, system, 1)} left, ${formatQuantity('pressure', right, system, 1)} right`,
  'handed-over': ({ to }) => `Handed over to ${to}`,
  waiver: ({ about, because, signedBy, due }) =>
    `Signed by ${signedBy}: ${WAIVER_NAMES[about]}${due ? `, ${due}` : ''}, ${because}`,
  consent: ({ to, outcome, signedBy }) =>
    `${CONSENT_NAMES[to]}: ${signedBy} ${outcome === 'agreed' ? 'agrees' : 'does not agree'}`,
}

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
