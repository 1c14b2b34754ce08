import { GRAVITY, type Kilograms } from '../quantity'
import type { AxleWeights } from './axle-weights'
import type { LoadItem, Vehicle } from './schema'

export type RatingId =
  'front-axle' | 'rear-axle' | 'gross' | 'front-tyre' | 'rear-tyre' | 'receiver' | 'tongue' | 'combination'

export interface RatingMargin {
  id: RatingId
  /** Null where the rating has not been looked up: an open question, not a pass. */
  limit: Kilograms | null
  actual: Kilograms
  /** Limit less actual; negative is an overload. Null with an unknown limit. */
  left: Kilograms | null
}

export interface RatingReport {
  margins: RatingMargin[]
  /** The known margin that is smallest. */
  tightest: RatingMargin | null
  exceeded: RatingMargin[]
  unknown: RatingMargin[]
}

/**
 * What is left of every rating under a load. Helper springs change none of these.
 *
 * A tyre's share is half its axle, or a quarter on dual rear wheels, moved by the roll moment over the track: the
 * heavier side is compared.
 * @returns kg; the tightest known margin names itself
 * Source: common practice, no published source ("the lowest rating decides").
 */
export function ratingReport(vehicle: Vehicle, items: readonly LoadItem[], weights: AxleWeights): RatingReport {
  const hitched = items.filter((i) => i.place === 'tongue')
  const onReceiver = items.filter((i) => i.place === 'tongue' || i.place === 'receiver')
  const towed = items.filter((i) => i.trailerMass !== null)
  const total = (list: readonly LoadItem[]) => list.reduce((sum, i) => sum + i.mass, 0)
  const { ratings } = vehicle
  const shift = Math.abs(weights.rollMoment) / (vehicle.track * GRAVITY)
  const rearTyres = vehicle.rearWheels === 'dual' ? 2 : 1

  const rows: [RatingId, Kilograms | null, Kilograms][] = [
    ['front-axle', ratings.frontAxle, weights.frontTotal],
    ['rear-axle', ratings.rearAxle, weights.rearTotal],
    ['gross', ratings.gross, weights.gross],
    ['front-tyre', vehicle.tyreLimitFront, weights.frontTotal / 2],
    ['rear-tyre', vehicle.tyreLimitRear, (weights.rearTotal / 2 + shift) / rearTyres],
  ]
  if (onReceiver.length) rows.push(['receiver', ratings.receiver, total(onReceiver)])
  if (hitched.length) rows.push(['tongue', ratings.tongue, total(hitched)])
  if (towed.length) {
    // The part of the trailer that rests on the vehicle is already in its gross weight.
    const behind = towed.reduce((sum, i) => sum + Math.max(0, (i.trailerMass ?? 0) - i.mass), 0)
    rows.push(['combination', ratings.combination, weights.gross + behind])
  }
  const margins = rows.map(([id, limit, actual]) => ({
    id,
    limit,
    actual,
    left: limit === null ? null : limit - actual,
  }))
  const known = margins.filter((m) => m.left !== null).sort((a, b) => a.left! - b.left!)
  return {
    margins,
    tightest: known[0] ?? null,
    exceeded: known.filter((m) => m.left! < 0),
    unknown: margins.filter((m) => m.left === null),
  }
}
