import { formatMoney, formatNumber, formatQuantity, UNITS, type UnitSystem, limitQuantity } from '../../quantity'
import type { BandSource, LevelSolution, Obstacle } from '../../spring'
import { TAPE_TOLERANCE } from '../../vehicle'
import { LEVEL_TOLERANCE, type FitVerdict, type KitFamily, FAMILIES, FAMILY_TABLE } from '../../kit'
import type { Preferences } from '../../job'
import { RATING_NAMES } from '../load'
import type { Criterion } from './criteria'
import type { AnswerFlip, Flip } from './flips'
import type { NoSale } from './no-sale'

export const FAMILY_NAMES = Object.fromEntries(FAMILIES.map((family) => [family, FAMILY_TABLE[family].name])) as Record<
  KitFamily,
  string
>
export const VERDICT_NAMES: Record<FitVerdict, string> = {
  fits: 'fits',
  'fits-with-parts': 'fits, with parts or work',
  'needs-answer': 'needs an answer',
  'does-not-fit': 'does not fit',
}
export const BAND_SOURCE_NAMES: Record<BandSource, string> = {
  load: 'the load itself',
  tape: 'tape on the height',
  rate: "the springs' rate",
  'bag-height': 'tape on the bag height',
  friction: 'friction of the springs',
  estimate: 'estimated figures of the vehicle',
}

export const CRITERION_NAMES: Record<Criterion, string> = {
  pressure: 'pressure well inside its window',
  level: 'brings it to the aim',
  stroke: 'bag near mid-stroke',
  capacity: 'capacity in hand',
  adjusts: 'can be set for each load',
  straight: 'takes lean out',
  'empty-ride': 'ride when empty',
  'air-lost': 'still carried if the air goes',
  price: 'price',
  budget: 'within the budget',
  time: 'time in the bay',
  'no-drilling': 'no holes for its mounts',
  upkeep: 'little to look after',
  compressor: 'compressor later',
}

type Worded = Exclude<keyof Preferences, 'budget'>
/** What shop and customer are asked, and what may be answered. */
export const PREFERENCE_QUESTIONS: { [K in Worded]: { ask: string; answers: Record<Preferences[K], string> } } = {
  loadChanges: {
    ask: 'How often does the load change?',
    answers: { seldom: 'seldom', sometimes: 'now and then', daily: 'every day' },
  },
  offCenter: { ask: 'Is it off center?', answers: { no: 'no', sometimes: 'at times', often: 'mostly' } },
  emptyRide: {
    ask: 'How should it ride empty?',
    answers: { unimportant: 'does not matter', matters: 'not harshly', first: 'that comes first' },
  },
  drilling: { ask: 'May we drill?', answers: { fine: 'yes', 'rather-not': 'rather not' } },
  upkeep: {
    ask: 'Will the pressure be looked at?',
    answers: { 'looked-after': 'yes', forgotten: 'it will be forgotten' },
  },
  hurry: { ask: 'When is it wanted?', answers: { no: 'no hurry', today: 'today' } },
  compressor: { ask: 'A compressor later?', answers: { no: 'no', later: 'likely' } },
}

/** Why no kit should be sold, and what comes first. */
export function noSaleText(hold: NoSale, system: UnitSystem): string {
  switch (hold.code) {
    case 'over-rating':
      return `"${hold.loadCase}" is ${formatQuantity('mass', hold.over, system)} over the ${RATING_NAMES[hold.rating]}. No spring changes that: take weight off or move it${hold.bars ? '' : ', or the customer signs not to drive it'}.`
    case 'factory-air':
      return "It has factory self-leveling. Helper springs work against it: have it repaired, or taken out by its maker's procedure, first."
    case 'unsound-frame':
      return 'Its frame was found unsound. Nothing is mounted on it until a licensed technician has repaired it.'
    case 'brake-valve':
      return "It has a load-sensing brake valve and the vehicle maker's procedure is not in hand. Leveled, the valve would read a loaded axle as empty."
  }
}

/** What would change the ranking, by weight. */
export const flipText = ({ criterion, weight, at: weightHere }: Flip, first: string, other: string): string =>
  `${other} would lead ${first} if "${CRITERION_NAMES[criterion]}" weighed ${weightHere.toFixed(1)} instead of ${weight.toFixed(1)}`

/** One answer that would change the ranking. */
export function answerFlipText(flip: AnswerFlip, first: string, currency: string): string {
  if (flip.question === 'budget')
    return flip.answer === null
      ? `With no budget, ${first} comes first`
      : `With a budget of ${formatMoney(flip.answer, currency)}, ${first} comes first`
  const { ask, answers }: { ask: string; answers: Record<string, string> } = PREFERENCE_QUESTIONS[flip.question]
  return `${ask} Answered "${answers[flip.answer]}", ${first} comes first`
}

/** N: less than this on an axle is no load. */
const NOTHING = 50

/** `level within 1/16 in`, `1 3/4 in low`: how far from its empty height it stands over the springs. */
function standsText(squat: number, system: UnitSystem): string {
  if (Math.abs(squat) < TAPE_TOLERANCE) return 'level'
  return `${formatQuantity('length', Math.abs(squat), system)} ${squat > 0 ? 'low' : 'high'}`
}

/** What bringing it level comes to, in a sentence. */
// eslint-disable-next-line complexity -- a case for each outcome
export function levelText(level: LevelSolution, minimum: number, maximum: number, system: UnitSystem): string {
  const p = (v: number) => formatQuantity('pressure', v, system)
  const [min, max] = [
    limitQuantity('min', 'pressure', minimum, system),
    limitQuantity('max', 'pressure', maximum, system),
  ]
  const stands = level.held ? standsText(level.held.squat, system) : null
  switch (level.code) {
    case 'level':
      return Math.abs(level.squat) <= LEVEL_TOLERANCE
        ? 'Stands level with the load on'
        : `Stands ${standsText(level.squat, system)} with the load on, as aimed`
    case 'nothing-to-lift':
      if (Math.abs(level.gain) < NOTHING)
        return 'Nothing to do there: this axle gained no weight. Keep the min pressure in'
      return `Nothing to lift: the springs alone hold it at the aim or above${stands ? `. At min pressure it stands ${stands}` : ''}`
    case 'below-minimum':
      if (Math.abs(level.gain) < NOTHING)
        return 'Nothing to do there: this axle gained no weight. Keep the min pressure in'
      return `The aim takes ${p(level.mean ?? 0)}, under the min of ${min}${stands ? `: at the min it stands ${stands}` : ''}`
    case 'one-side-below-minimum':
      return `Cannot be leveled with air: one side would go under ${min}. Move the load toward the center line`
    case 'above-maximum':
      return `The aim takes ${p(Math.max(level.left?.pressure ?? 0, level.right?.pressure ?? 0))}, over the max of ${max}${stands ? `: at the max it stands ${stands}` : ''}`
    case 'out-of-window': {
      const obstacle = level.obstacles[0]
      return `The bag would be ${formatQuantity('length', level.bagHeight, system)} high, ${obstacle ? `${formatQuantity('length', obstacle.by, system)} ${obstacle.limit === 'window-low' ? 'under' : 'over'}` : 'outside'} the kit's height range`
    }
    case 'tips':
      return 'The bags cannot hold it upright under this load: separate lines or a lower load would help'
  }
}

/** Pa. */
const NEAR = 20_000

/** Which limit is in the way of level, by how much, and what would help. */
export function obstacleText(obstacle: Obstacle, system: UnitSystem, axle: 'front' | 'rear' = 'rear'): string {
  const len = (v: number) => formatQuantity('length', v, system)
  const side = obstacle.side === 'both' ? 'Both bags' : `The ${obstacle.side} bag`
  // Within a few psi of a limit whole ones would read as none.
  const past = formatQuantity('pressure', obstacle.by, system, obstacle.by < NEAR ? 1 : 0)
  const stands = obstacle.stands === null ? '' : `; at the limit it stands ${standsText(-obstacle.stands, system)}`
  const helps: string[] = []
  if (obstacle.shed !== null)
    helps.push(`move load across, ${formatQuantity('torque', obstacle.shed, system, 0)} toward the lighter side`)
  if (obstacle.takeOff !== null)
    helps.push(
      `take ${formatQuantity('mass', obstacle.takeOff, system)} off the ${axle} axle or move it ${axle === 'rear' ? 'forward' : 'back'}`,
    )
  if (obstacle.spacer !== null) helps.push(`a spacer of ${len(obstacle.spacer)} at the bag`)
  if (obstacle.limit === 'window-low') helps.push('brackets that leave the bag more room')
  const help = helps.length ? `. Helps: ${helps.join('; or ')}` : ''
  switch (obstacle.limit) {
    case 'maximum':
      return `${side} would pass the max by ${past}${stands}${help}`
    case 'minimum':
      return `${side} would be ${past} under the min${stands}${help}`
    case 'window-low':
      return `The bag would be ${len(obstacle.by)} shorter than its height range allows${help}`
    case 'window-high':
      return `The bag would be ${len(obstacle.by)} taller than its height range allows${help}`
  }
}

/** Pressure with its band: "30 psi, 27 to 34". */
export function bandText(level: LevelSolution, system: UnitSystem): string {
  const p = (v: number) => formatNumber('pressure', v, system)
  const { symbol } = UNITS.pressure[system]
  return level.mean === null || !level.band
    ? '–'
    : `${p(level.mean)} ${symbol}, ${p(level.band.low)} to ${p(level.band.high)}`
}
