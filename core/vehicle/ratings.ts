import { GRAVITY, type Kilograms } from '../quantity'
import type { AxleWeights } from './axle-weights'
import { loadMass, type LoadItem, type Vehicle } from './schema'
import { tireLimit } from './tire-limit'

export type RatingId =
  'gawr-front' | 'gawr-rear' | 'gvwr' | 'front-tire' | 'rear-tire' | 'receiver' | 'tongue' | 'gcwr' | 'kit'

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
  /** The picked pair of bags, when it would carry more than it may: another kit may do. */
  kitExceeded: RatingMargin | null
  unknown: RatingMargin[]
}

/** What the picked kit's pair may carry, and what it would carry. Never a rating of the vehicle. */
export interface KitLoad {
  capacity: Kilograms
  carried: Kilograms
}

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
  kit: KitLoad | null = null,
): RatingReport {
  const hitched = items.filter((i) => i.place === 'tongue')
  const onReceiver = items.filter((i) => i.place === 'tongue' || i.place === 'receiver')
  const towed = items.filter((i) => i.trailerMass !== null)
  const total = (list: readonly LoadItem[]) => list.reduce((sum, i) => sum + loadMass(i), 0)
  const { ratings } = vehicle
  const shift = Math.abs(weights.rollMoment) / (vehicle.track * GRAVITY)
  const rearTires = vehicle.rearWheels === 'dual' ? 2 : 1
  const tire = (axle: 'front' | 'rear') => {
    const found = tireLimit(vehicle, axle)
    return { limit: found?.limit ?? null, source: found ? TIRE_SOURCES[found.source] : ('sidewall' as const) }
  }

  type Row = [RatingId, Kilograms | null, RatingSource, Kilograms]
  const [front, rear] = [tire('front'), tire('rear')]
  const rows: Row[] = [
    ['gawr-front', ratings.gawrFront, 'label', weights.frontTotal],
    ['gawr-rear', ratings.gawrRear, 'label', weights.rearTotal],
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
  if (kit) rows.push(['kit', kit.capacity, 'kit', kit.carried])
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
    exceeded: known.filter((m) => m.remaining! < 0 && m.id !== 'kit'),
    kitExceeded: known.find((m) => m.remaining! < 0 && m.id === 'kit') ?? null,
    unknown: margins.filter((m) => m.remaining === null),
  }
}
