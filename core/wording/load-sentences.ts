import type { Caution, LoadViews, RateTrouble } from '../job'
import { formatNumber, formatQuantity, GRAVITY, INCH, UNITS, type UnitSystem } from '../quantity'
import type { LevelSolution, Obstacle } from '../spring'
import { TAPE_TOLERANCE, type CornerFinding, type Remedy } from '../vehicle'
import { CORNER_NAMES, RATING_NAMES, VIEW_NAMES } from './names'

/** Pa. */
const NEAR = 20_000

const and = (words: readonly string[]) => words.join(' and ')

/** A slip of the tape or the pen: where, what it looks like, what to do. */
export function cornerText({ code, set, corners, off, would }: CornerFinding, system: UnitSystem): string {
  const len = (v: number) => formatQuantity('length', v, system)
  const where = and(corners.map((c) => CORNER_NAMES[c].toLowerCase()))
  switch (code) {
    case 'implausible':
      return `${CORNER_NAMES[corners[0]!]}, ${set}: no lip stands there over this mark, it is out by ${len(off)} at least. Read it again`
    case 'swapped':
      return `${set === 'empty' ? 'Empty' : 'Loaded'}: ${where} look exchanged; put in each other's place they agree. Check which was read where`
    case 'disagrees':
      return would.length === 1
        ? `${CORNER_NAMES[corners[0]!]}, ${set}, is out by ${len(off)}: about ${len(would[0]!)} would agree with the others. Read it again`
        : `${set === 'empty' ? 'Empty' : 'Loaded'}: ${where} disagree by ${len(off)}. ${corners.map((c, i) => `${len(would[i]!)} at the ${CORNER_NAMES[c].toLowerCase()}`).join(', or ')} would agree. Read both again`
    case 'sides-swapped':
      return `Loaded, the rear leans away from where the load sits, by ${len(off)}: left and right may be exchanged or misread, or the load sits elsewhere`
    case 'rows-swapped':
      return `The rear stands ${len(off)} higher loaded than empty: the two rows may be exchanged, or it was not empty`
  }
}

const TROUBLE: Record<RateTrouble, string> = {
  aired: 'Read with air in bags: no spring rate is taken from it, since it would be the rate of both',
  'past-contact':
    'The load reached the helper leaves: across their contact it would be the rate of neither, so none is taken',
  bottomed: 'The axle was on its stop: no spring rate is taken from that load',
  'not-straight': 'The loads do not lie on one line: a second stage, a stop or a slip came in, so no rate is taken',
  nonsense: 'More load, less squat: a reading is wrong, so no rate is taken',
  'within-tape': 'The squat is no larger than what the tape can tell: a heavier load would give a rate',
}

/** What people get wrong, said where its figure stands. */
export function cautionText(caution: Caution, system: UnitSystem): string {
  const mass = (v: number) => formatQuantity('mass', v, system)
  const len = (v: number) => formatQuantity('length', v, system)
  switch (caution.code) {
    case 'front-lost':
      return `${mass(caution.lost)} have left the front axle. Air brings the height back, not this weight${caution.back >= 1 ? ` (standing level returns some ${mass(caution.back)})` : ''}; moving the load or weight-distributing bars would.`
    case 'pressure-is-not-rating':
      return `${formatQuantity('pressure', caution.spare, system)} left in the bags is no room on the axle: ${RATING_NAMES[caution.rating]} ${caution.remaining < 0 ? `is passed by ${mass(-caution.remaining)}` : `has ${mass(caution.remaining)} left`}.`
    case 'parts-raise-nothing':
      return 'Stronger springs, a lift or bigger tires raise no rating: the plate still counts.'
    case 'tires-sink':
      return `Heights from the ground include the tires: they sink ${len(caution.sink)} at the rear, and the bags lift that too.`
    case 'bars-slacken':
      return `Air first, to height, with the bars slack; then the bars to ${formatQuantity('torque', caution.couple, system, 0)} at the ball. Air added afterward slackens them: set them again.`
    case 'valve-reads-empty':
      return `The load-sensing brake valve sees ${Math.round(100 * caution.sees)} % of this load once it is leveled: to it the vehicle is ${caution.sees < 0.05 ? 'empty' : 'nearly empty'}. The vehicle maker's procedure comes first.`
    case 'rate-with-helper':
      return caution.measured
        ? 'An old helper was fitted when this was measured: the rate is that of both. Take it out and measure again.'
        : 'An old helper is still fitted: a spring rate measured now would be the rate of both.'
    case 'rate-trouble':
      return `${TROUBLE[caution.trouble]}.`
    case 'bottoms':
      return caution.by === 'measured'
        ? `The rear was down on its stop${caution.squat === null ? '' : ` after ${len(caution.squat)}`}: what stops dropping is not carried. It is loaded beyond its springs, whatever the bags do.`
        : 'This load brings the rear down on its stop without air.'
    case 'views-disagree':
      return caution.weighed
        ? 'The scale contradicts the list or the squat: the scale is believed, the others want a second look.'
        : 'The ways of knowing this load contradict each other: put it on a scale, or read again.'
    case 'friction-unmeasured':
      return `Leaf friction was never measured here: a usual ${mass(caution.usual / GRAVITY)} is in the band. Heights read once more after unloading would tell.`
    case 'stiffer-ride':
      return `More support is a stiffer ride: ${caution.from.toFixed(2)} Hz becomes ${caution.to.toFixed(2)} Hz, loaded.`
  }
}

/** Which limit is in the way of level, by how much, and what would help. */
export function obstacleText(obstacle: Obstacle, system: UnitSystem): string {
  const len = (v: number) => formatQuantity('length', v, system)
  const side = obstacle.side === 'both' ? 'Both bags' : `The ${obstacle.side} bag`
  // Within a few pounds of a limit whole ones would read as none.
  const past = formatQuantity('pressure', obstacle.by, system, obstacle.by < NEAR ? 1 : 0)
  const stands = (v: number, word: string) =>
    Math.abs(v) < TAPE_TOLERANCE
      ? 'held there it stands level within the tape'
      : `held there it stands ${len(v)} ${word}`
  const helps: string[] = []
  if (obstacle.shed !== null)
    helps.push(
      `move the load across, ${formatQuantity('torque', obstacle.shed, system, 0)} worth, toward the lighter side`,
    )
  if (obstacle.takeOff !== null)
    helps.push(`take ${formatQuantity('mass', obstacle.takeOff, system)} off the rear axle or move it forward`)
  if (obstacle.spacer !== null) helps.push(`a spacer of ${len(obstacle.spacer)} at the bag`)
  if (obstacle.limit === 'window-low') helps.push('brackets that leave the bag more room')
  const help = helps.length ? `. Helps: ${helps.join('; or ')}` : ''
  switch (obstacle.limit) {
    case 'maximum':
      return `${side} would pass the maximum by ${past}${obstacle.stands === null ? '' : `; ${stands(-obstacle.stands, 'low')}`}${help}`
    case 'minimum':
      return `${side} would be ${past} under the minimum${obstacle.stands === null ? '' : `; ${stands(obstacle.stands, 'high')}`}${help}`
    case 'window-low':
      return `The bag would stand ${len(obstacle.by)} shorter than its window allows${help}`
    case 'window-high':
      return `The bag would stand ${len(obstacle.by)} longer than its window allows${help}`
  }
}

/** What brings an exceeded rating inside. */
export function remedyText({ takeOff, move }: Remedy, system: UnitSystem): string {
  const mass = (v: number) => formatQuantity('mass', v, system)
  const len = (v: number) => formatQuantity('length', v, system)
  const off = takeOff
    ? `Take ${takeOff.map((t) => `${mass(t.mass)} off "${t.item.name}"`).join(' and ')}`
    : 'Taking everything off this list is not enough: the vehicle itself is over'
  if (!move) return `${off}.`
  const [dx, dy] = [move.x - move.item.x, move.y - move.item.y]
  const ways = [
    Math.abs(dx) > INCH / 32 ? `${len(Math.abs(dx))} ${dx > 0 ? 'forward' : 'back'}` : '',
    Math.abs(dy) > INCH / 32 ? `${len(Math.abs(dy))} to the ${dy > 0 ? 'left' : 'right'}` : '',
  ]
  return `${off}, or move "${move.item.name}" ${ways.filter(Boolean).join(' and ')}.`
}

/** Pressure with its band: "30 psi, 27 to 34". */
export function bandText(level: LevelSolution, system: UnitSystem): string {
  const p = (v: number) => formatNumber('pressure', v, system)
  const { symbol } = UNITS.pressure[system]
  return level.mean === null || !level.band
    ? '–'
    : `${p(level.mean)} ${symbol}, ${p(level.band.low)} to ${p(level.band.high)}`
}

/** Several views of one load, in a sentence. */
export function viewsText({ agree, odd, value, tolerance }: LoadViews, system: UnitSystem): string {
  const together = `${formatQuantity('mass', value, system)} ± ${formatNumber('mass', tolerance, system)}`
  if (agree) return `They agree: ${together} together.`
  return odd
    ? `They do not agree; the odd one is the load ${VIEW_NAMES[odd]}.`
    : 'They do not agree: one of them is wrong, and a scale decides.'
}
