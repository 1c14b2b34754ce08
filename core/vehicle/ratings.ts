import { GRAVITY, isAbove, type Kilograms } from '../quantity'
import type { AxleWeights } from './axle-weights'
import { loadMass, type LoadItem, type Vehicle } from './schema'
import { tireLimit } from './tire-limit'

export type RatingId =
  | 'gawr-front'
  | 'gawr-rear'
  | 'gvwr'
  | 'front-tire'
  | 'rear-tire'
  | 'receiver'
  | 'tongue'
  | 'gcwr'
  | 'kit-front'
  | 'kit'

/** Who gave a limit: the door-jamb label or papers of the vehicle, a tire's sidewall, that corrected for pressure, or a kit. */
export type RatingSource = 'label' | 'sidewall' | 'sidewall-at-pressure' | 'hitch label' | 'kit'

export interface RatingMargin {
  id: RatingId
  /** Null where the rating has not been looked up: an open question, not a pass. */
  limit: Kilograms | null
  source: RatingSource
  actual: Kilograms
  /** Limit less actual; negative is an overload. Null with an unknown limit. */
  remaining: Kilograms | null
}

export interface RatingReport {
  margins: RatingMargin[]
  /** The known margin that is smallest. */
  tightest: RatingMargin | null
  /** Of the vehicle's own: no kit may be sold for such a load. */
  exceeded: RatingMargin[]
  /** Picked pairs of bags that would carry more than they may: another kit may do. */
  kitExceeded: RatingMargin[]
  unknown: RatingMargin[]
}

/** What the pair of a picked kit may carry, and what it would carry. Never a rating of the vehicle. */
export interface KitLoad {
  axle: 'front' | 'rear'
  capacity: Kilograms
  carried: Kilograms
}

/** Whether a limit is that of a picked kit, not of the vehicle. */
export const isOfKit = (id: RatingId): boolean => id === 'kit' || id === 'kit-front'

const TIRE_SOURCES = { typed: 'sidewall', index: 'sidewall', 'index-at-pressure': 'sidewall-at-pressure' } as const

/**
 * What is left of every rating under a load. Helper springs change none of these.
 *
 * A tire's share is half its axle, or a quarter on dual rear wheels, moved by the roll moment over the track: the
 * heavier side is compared. With weight-distributing bars the ball still carries the whole static tongue weight while
 * they are being hooked up, so receiver and tongue are compared with that.
 * @returns kg; the tightest known margin names itself
 * Source: common practice, no published source ("the lowest rating decides").
 */
export function ratingReport(
  vehicle: Vehicle,
  items: readonly LoadItem[],
  weights: AxleWeights,
  kits: readonly KitLoad[] = [],
): RatingReport {
  const hitched = items.filter((i) => i.place === 'tongue')
  const onReceiver = items.filter((i) => i.place === 'tongue' || i.place === 'receiver')
  const towed = items.filter((i) => i.trailerMass !== null)
  const total = (list: readonly LoadItem[]) => list.reduce((sum, i) => sum + loadMass(i), 0)
  const { ratings } = vehicle
  const shift = Math.abs(weights.rollMoment) / (vehicle.rear.track * GRAVITY)
  const rearTires = vehicle.rear.wheels === 'dual' ? 2 : 1
  const tire = (axle: 'front' | 'rear') => {
    const found = tireLimit(vehicle, axle)
    return { limit: found?.limit ?? null, source: found ? TIRE_SOURCES[found.source] : ('sidewall' as const) }
  }

  type Row = [RatingId, Kilograms | null, RatingSource, Kilograms]
  const [front, rear] = [tire('front'), tire('rear')]
  const rows: Row[] = [
    ['gawr-front', vehicle.front.rating, 'label', weights.frontTotal],
    ['gawr-rear', vehicle.rear.rating, 'label', weights.rearTotal],
    ['gvwr', ratings.gvwr, 'label', weights.gross],
    ['front-tire', front.limit, front.source, weights.frontTotal / 2],
    ['rear-tire', rear.limit, rear.source, (weights.rearTotal / 2 + shift) / rearTires],
  ]
  if (onReceiver.length) rows.push(['receiver', ratings.receiver, 'hitch label', total(onReceiver)])
  if (hitched.length) rows.push(['tongue', ratings.tongue, 'hitch label', total(hitched)])
  if (towed.length) {
    // The part of the trailer that rests on the vehicle is already in its gross weight.
    const behind = towed.reduce((sum, i) => sum + Math.max(0, (i.trailerMass ?? 0) - loadMass(i)), 0)
    const backOnTrailer = weights.distribution?.trailerAxle ?? 0
    // A scale under the trailer's axles beats what was said of it.
    rows.push(['gcwr', ratings.gcwr, 'label', weights.gross + (weights.trailerAxles ?? behind + backOnTrailer)])
  }
  for (const kit of kits) rows.push([kit.axle === 'front' ? 'kit-front' : 'kit', kit.capacity, 'kit', kit.carried])
  const margins = rows.map(([id, limit, source, actual]) => ({
    id,
    limit,
    source,
    actual,
    remaining: limit === null ? null : limit - actual,
  }))
  const known = margins.filter((m) => m.remaining !== null).sort((a, b) => a.remaining! - b.remaining!)
  return {
    margins,
    tightest: known[0] ?? null,
    exceeded: known.filter((m) => isAbove(m.actual, m.limit!) && !isOfKit(m.id)),
    kitExceeded: known.filter((m) => isAbove(m.actual, m.limit!) && isOfKit(m.id)),
    unknown: margins.filter((m) => m.remaining === null),
  }
}
