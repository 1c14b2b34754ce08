import { formatQuantity, GRAVITY, type UnitSystem } from '../../quantity'
import { type RateTrouble, RATING_NAMES } from '../load'
import type { Caution } from './cautions'

const TROUBLE: Record<RateTrouble, string> = {
  aired: 'Read with air in bags: no spring rate is taken from it, since it would be the rate of both',
  'past-contact':
    'The load reached the helper leaves: across their contact it would be the rate of neither, so none is taken',
  bottomed: 'The axle was on its bump stop: no spring rate is taken from that load',
  'not-straight': 'The loads do not lie on one line: a second stage, a stop or a slip came in, so no rate is taken',
  nonsense: 'More load, less squat: a reading is wrong, so no rate is taken',
  'within-tape': 'The squat is no larger than what the tape can tell: a heavier load would give a rate',
}

/** What people get wrong, said where its figure stands. */
// eslint-disable-next-line complexity -- a case for each caution
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
        ? `The rear was down on its bump stop${caution.squat === null ? '' : ` after ${len(caution.squat)}`}: what stops dropping is not carried. It is loaded beyond its springs, whatever the bags do.`
        : 'This load brings the rear down on its bump stop without air.'
    case 'views-disagree':
      return caution.weighed
        ? 'The scale contradicts the list or the squat: the scale is believed, the others want a second look.'
        : 'The ways of knowing this load contradict each other: put it on a scale, or read again.'
    case 'trailer-disagrees':
      return `The scale has ${mass(caution.weighed)} on the trailer's axles, the list makes it ${mass(caution.listed)}: GCWR is compared with the scale. Check the trailer's weight and its tongue weight.`
    case 'friction-unmeasured':
      return `Leaf friction was never measured here: a usual ${mass(caution.usual / GRAVITY)} is in the band. Heights read once more after unloading would tell.`
    case 'tongue-light':
      return `The tongue carries ${(100 * caution.share).toFixed(1)} % of the trailer, ${mass(caution.tongue)} of ${mass(caution.trailer)}; under 10 % a trailer sways. That is the likelier cause of sway: air cures the height, not this. Move load forward on the trailer. Worn tires, tire pressure and speed come next.`
    case 'stiffer-ride':
      return `More support is a stiffer ride: ${caution.from.toFixed(2)} Hz becomes ${caution.to.toFixed(2)} Hz, loaded.`
  }
}
