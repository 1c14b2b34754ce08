import { formatNumber, formatQuantity, GRAVITY, INCH, type UnitSystem } from '../../quantity'
import type { LoadItem, RatingId, RatingSource, Remedy } from '../../vehicle'
import { count } from '../count'
import type { WaitsOf } from '../stage'
import type { Caution } from './cautions'
import type { RateTrouble } from './spring-rate'
import type { loadStage } from './stage'
import type { LoadView, LoadViews } from './views'

export const loadWaits: Record<WaitsOf<typeof loadStage>, (n: number) => string> = {
  'no-load': () => 'a load',
  'over-rating': () => 'over a rating',
  'unknown-rating': (n) => count(n, 'rating unknown', 'ratings unknown'),
  'no-rate': () => 'rear spring rate',
}

export const RATING_NAMES: Record<RatingId, string> = {
  'gawr-front': 'GAWR front',
  'gawr-rear': 'GAWR rear',
  gvwr: 'GVWR',
  'front-tire': 'front tire rating, each',
  'rear-tire': 'rear tire rating, each',
  receiver: 'hitch rating',
  tongue: 'tongue rating',
  gcwr: 'GCWR',
  kit: 'kit capacity, the pair',
}
/** Who stands behind a rating. */
export const RATING_SOURCES: Record<RatingSource, string> = {
  label: 'door-jamb label (vehicle)',
  sidewall: 'load index or figure on the sidewall (tire)',
  'sidewall-at-pressure': 'load index, reduced for its cold pressure (tire)',
  'hitch label': 'label on the hitch (vehicle)',
  kit: 'max pressure times area of two bags; no rating of the vehicle (kit)',
}
export const PLACE_NAMES: Record<LoadItem['place'], string> = {
  cabin: 'cabin',
  bed: 'bed or floor',
  rack: 'roof rack',
  receiver: 'out on the receiver',
  tongue: 'hitch ball',
  pin: 'pin over the axle',
}
export const LOAD_KIND_NAMES: Record<LoadItem['kind'], string> = {
  cargo: 'cargo',
  passenger: 'person',
  tank: 'tank',
}
export const VIEW_NAMES: Record<LoadView, string> = {
  listed: 'as listed',
  ticket: 'by the scale',
  squat: 'from squat and library rate',
  pressure: 'from heights with air in',
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
      return 'Stronger springs, a lift or bigger tires raise no rating: the door-jamb label still counts.'
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
    case 'trailer-disagrees':
      return `The scale has ${mass(caution.weighed)} on the trailer's axles, the list makes it ${mass(caution.listed)}: GCWR is compared with the scale. Check the trailer's weight and its tongue weight.`
    case 'friction-unmeasured':
      return `Leaf friction was never measured here: a usual ${mass(caution.usual / GRAVITY)} is in the band. Heights read once more after unloading would tell.`
    case 'stiffer-ride':
      return `More support is a stiffer ride: ${caution.from.toFixed(2)} Hz becomes ${caution.to.toFixed(2)} Hz, loaded.`
  }
}

/** What brings an exceeded rating inside. */
export function remedyText(remedy: Remedy, system: UnitSystem): string {
  const mass = (v: number) => formatQuantity('mass', v, system)
  const len = (v: number) => formatQuantity('length', v, system)
  switch (remedy.by) {
    case 'trailer':
      return `Take ${mass(remedy.mass)} off the trailer.`
    case 'kit':
      return `The pair carries ${mass(remedy.short)} too little: choose a kit with more capacity. It raises no rating of the vehicle.`
    case 'load': {
      const { takeOff, still, move } = remedy
      const off = takeOff.map((t) => `${mass(t.mass)} off "${t.item.name}"`).join(' and ')
      const take = off
        ? `Take ${off}${still > 0 ? `; that leaves ${mass(still)} still over` : ''}`
        : `Nothing on this list weighs on it: it is over by ${mass(still)} without a load`
      if (!move) return `${take}.`
      const [dx, dy] = [move.x - move.item.x, move.y - move.item.y]
      const ways = [
        Math.abs(dx) > INCH / 32 ? `${len(Math.abs(dx))} ${dx > 0 ? 'forward' : 'back'}` : '',
        Math.abs(dy) > INCH / 32 ? `${len(Math.abs(dy))} to the ${dy > 0 ? 'left' : 'right'}` : '',
      ]
      return `${take}, or move "${move.item.name}" ${ways.filter(Boolean).join(' and ')}.`
    }
  }
}

/** Several views of one load, in a sentence. */
export function viewsText({ agree, odd, value, tolerance }: LoadViews, system: UnitSystem): string {
  const spread = formatNumber('mass', tolerance, system)
  const together = `${formatQuantity('mass', value, system)}${spread === '0' ? '' : ` ± ${spread}`}`
  if (agree) return `They agree: ${together} together.`
  return odd
    ? `They do not agree; the odd one is the load ${VIEW_NAMES[odd]}.`
    : 'They do not agree: one of them is wrong, and a scale decides.'
}
