import { GRAVITY, type Kilograms } from '../quantity'
import type { AxleWeights } from './axle-weights'
import { loadMass, type LoadItem, type Vehicle } from './schema'
import { tyreLimit } from './tyre-limit'

export type RatingId =
  'front-axle' | 'rear-axle' | 'gross' | 'front-tyre' | 'rear-tyre' | 'receiver' | 'tongue' | 'combination' | 'kit'

/** Who gave a limit: a plate or paper of the vehicle, a tyre's sidewall, that corrected for pressure, or a kit. */
export type RatingSource = 'plate' | 'sidewall' | 'sidewall-at-pressure' | 'hitch label' | 'kit'

export interface RatingMargin {
  id: RatingId
  /** Null where the rating has not been looked up: an open question, not a pass. */
  limit: Kilograms | null
  source: RatingSource
  actual: Kilograms
  /** Limit less actual; negative is an overload. Null with an unknown limit. */
  left: Kilograms | null
}

export interface RatingReport {
  margins: RatingMargin[]
  /** The known margin that is smallest. */
  tightest: RatingMargin | null
  /** Of the vehicle's own: no kit may be sold for such a load. */
  exceeded: RatingMargin[]
  /** The picked pair of bags, when it would carry more than it may: another kit may do. */
  kitExceeded: RatingMargin | null
  unknown: RatingMargin[]
}

/** What the picked kit's pair may carry, and what it would carry. Never a rating of the vehicle. */
export interface KitLoad {
  capacity: Kilograms
  carried: Kilograms
}

const TYRE_SOURCES = { typed: 'sidewall', index: 'sidewall', 'index-at-pressure': 'sidewall-at-pressure' } as const

/**
 * What is left of every rating under a load. Helper springs change none of these.
 *
 * A tyre's share is half its axle, or a quarter on dual rear wheels, moved by the roll moment over the track: the
 * heavier side is compared. With weight-distributing bars the ball still carries the whole static tongue weight while
 * they are being hooked up, so receiver and tongue are compared with that.
 * @returns kg; the tightest known margin names itself
 * Source: common practice, no published source ("the lowest rating decides").
 */
export function ratingReport(
  vehicle: Vehicle,
  items: readonly LoadItem[],
  weights: AxleWeights,
  kit: KitLoad | null = null,
): RatingReport {
  const hitched = items.filter((i) => i.place === 'tongue')
  const onReceiver = items.filter((i) => i.place === 'tongue' || i.place === 'receiver')
  const towed = items.filter((i) => i.trailerMass !== null)
  const total = (list: readonly LoadItem[]) => list.reduce((sum, i) => sum + loadMass(i), 0)
  const { ratings } = vehicle
  const shift = Math.abs(weights.rollMoment) / (vehicle.track * GRAVITY)
  const rearTyres = vehicle.rearWheels === 'dual' ? 2 : 1
  const tyre = (axle: 'front' | 'rear') => {
    const found = tyreLimit(vehicle, axle)
    return { limit: found?.limit ?? null, source: found ? TYRE_SOURCES[found.source] : ('sidewall' as const) }
  }

  type Row = [RatingId, Kilograms | null, RatingSource, Kilograms]
  const [front, rear] = [tyre('front'), tyre('rear')]
  const rows: Row[] = [
    ['front-axle', ratings.frontAxle, 'plate', weights.frontTotal],
    ['rear-axle', ratings.rearAxle, 'plate', weights.rearTotal],
    ['gross', ratings.gross, 'plate', weights.gross],
    ['front-tyre', front.limit, front.source, weights.frontTotal / 2],
    ['rear-tyre', rear.limit, rear.source, (weights.rearTotal / 2 + shift) / rearTyres],
  ]
  if (onReceiver.length) rows.push(['receiver', ratings.receiver, 'hitch label', total(onReceiver)])
  if (hitched.length) rows.push(['tongue', ratings.tongue, 'hitch label', total(hitched)])
  if (towed.length) {
    // The part of the trailer that rests on the vehicle is already in its gross weight.
    const behind = towed.reduce((sum, i) => sum + Math.max(0, (i.trailerMass ?? 0) - loadMass(i)), 0)
    const backOnTrailer = weights.distribution?.trailerAxle ?? 0
    rows.push(['combination', ratings.combination, 'plate', weights.gross + behind + backOnTrailer])
  }
  if (kit) rows.push(['kit', kit.capacity, 'kit', kit.carried])
  const margins = rows.map(([id, limit, source, actual]) => ({
    id,
    limit,
    source,
    actual,
    left: limit === null ? null : limit - actual,
  }))
  const known = margins.filter((m) => m.left !== null).sort((a, b) => a.left! - b.left!)
  return {
    margins,
    tightest: known[0] ?? null,
    exceeded: known.filter((m) => m.left! < 0 && m.id !== 'kit'),
    kitExceeded: known.find((m) => m.left! < 0 && m.id === 'kit') ?? null,
    unknown: margins.filter((m) => m.left === null),
  }
}
