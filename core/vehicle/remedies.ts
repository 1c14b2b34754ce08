import type { Kilograms, Meters } from '../quantity'
import { axleWeights, type WeighedWith } from './axle-weights'
import { isOfKit, ratingReport, type RatingId, type RatingMargin } from './ratings'
import { loadMass, type LoadItem, type Vehicle } from './schema'

/** What would bring an exceeded rating inside. */
export type Remedy =
  | {
      rating: RatingId
      by: 'load'
      /** How much of which load has to come off, the ones that weigh most on this rating first. */
      takeOff: { item: LoadItem; mass: Kilograms }[]
      /** Over the rating all the same once everything on the list is off; 0 where the list is enough. */
      still: Kilograms
      /** One load that, moved, brings this rating inside without passing another. */
      move: { item: LoadItem; x: Meters; y: Meters } | null
    }
  /** Weight off the trailer, where it counts as much as on the vehicle. */
  | { rating: RatingId; by: 'trailer'; mass: Kilograms }
  /** The pair carries too little: another kit, which raises no rating. */
  | { rating: RatingId; by: 'kit'; short: Kilograms }

/** What 1 kg of an item at its place adds to what a rating is compared with. */
function weightOn(rating: RatingId, vehicle: Vehicle, { place, x, y }: LoadItem, heavySide: number): number {
  const ahead = x / vehicle.wheelbase
  switch (rating) {
    case 'gawr-front':
      return ahead
    case 'gawr-rear':
      return 1 - ahead
    case 'gvwr':
    case 'gcwr':
      return 1
    case 'front-tire':
      return ahead / 2
    case 'rear-tire':
      return ((1 - ahead) / 2 + (heavySide * y) / vehicle.rear.track) / rearTires(vehicle)
    case 'receiver':
      return place === 'receiver' || place === 'tongue' ? 1 : 0
    case 'tongue':
      return place === 'tongue' ? 1 : 0
    // Cured by another kit, not by weight.
    case 'kit':
    case 'kit-front':
      return 0
  }
}
const rearTires = ({ rear }: Vehicle) => (rear.wheels === 'dual' ? 2 : 1)

/** Clear of the ends of the load floor. */
const END: Meters = 0.2
/** Past the edge of the limit, so that rounding to a sixteenth does not lose it again. */
const INSIDE: Meters = 0.002

/**
 * What would bring an exceeded rating inside: how much to take off, or where to move one load to. A combination is cured
 * at the trailer while there is enough on it, a kit's own capacity by another kit.
 *
 * A move is taken only if it stays on the load floor and leaves no rating exceeded that was not exceeded before. Hitched
 * loads and tanks stay where they are. Moves are judged on the list of loads, whose change is the same on a scale.
 * @param over a rating that is exceeded
 * @param items the loads of the case; `weighed` tickets and fittings
 * @returns kg to take off or m to move
 * Source: statics.
 */
export function remedyFor(
  over: RatingMargin,
  vehicle: Vehicle,
  items: readonly LoadItem[],
  weighed: WeighedWith = {},
): Remedy {
  const excessMass = -over.remaining!
  if (isOfKit(over.id)) return { rating: over.id, by: 'kit', short: excessMass }
  const behind = items.reduce((sum, i) => sum + Math.max(0, (i.trailerMass ?? 0) - loadMass(i)), 0)
  if (over.id === 'gcwr' && behind >= excessMass) return { rating: 'gcwr', by: 'trailer', mass: excessMass }
  const heavySide = Math.sign(items.reduce((sum, i) => sum + loadMass(i) * i.y, 0))
  const shares = items
    .map((item) => ({ item, on: weightOn(over.id, vehicle, item, heavySide) }))
    .filter(({ item, on: applied }) => applied > 0 && loadMass(item) > 0)
    .sort((a, b) => b.on * loadMass(b.item) - a.on * loadMass(a.item))
  const takeOff: { item: LoadItem; mass: Kilograms }[] = []
  let excess = excessMass
  for (const { item, on: appliedHere } of shares) {
    if (excess <= 0) break
    const mass = Math.min(loadMass(item), excess / appliedHere)
    takeOff.push({ item, mass })
    excess -= mass * appliedHere
  }
  const before = exceeded(vehicle, items, weighed)
  const movable = items
    .filter((i) => ['bed', 'cabin', 'rack'].includes(i.place) && i.kind === 'cargo' && loadMass(i) > 0)
    .sort((a, b) => loadMass(b) - loadMass(a))
  const moves = movable.flatMap((item) => placesFor(over, vehicle, item).map((place) => ({ item, ...place })))
  const move = moves.find(({ item, x, y }) => {
    if (x < END - vehicle.rearOverhang || x > floorEnd(vehicle, item)) return false
    const after = exceeded(
      vehicle,
      items.map((i) => (i === item ? { ...i, x, y } : i)),
      weighed,
    )
    return !after.includes(over.id) && after.every((id) => before.includes(id))
  })
  return { rating: over.id, by: 'load', takeOff, still: excess > 1e-9 ? excess : 0, move: move ?? null }
}

const floorEnd = ({ wheelbase }: Vehicle, { place }: LoadItem): Meters => (place === 'bed' ? 0.6 : 0.9) * wheelbase

/** Nearest places of one load at which an exceeded rating is just inside. */
function placesFor(over: RatingMargin, vehicle: Vehicle, item: LoadItem): { x: Meters; y: Meters }[] {
  const { x, y } = item
  const along = (-over.remaining! / loadMass(item)) * vehicle.wheelbase + INSIDE
  switch (over.id) {
    case 'gawr-rear':
      return [{ x: x + along, y }]
    case 'gawr-front':
      return [{ x: x - along, y }]
    case 'front-tire':
      return [{ x: x - 2 * along, y }]
    case 'rear-tire': {
      const tires = rearTires(vehicle)
      const across = ((-over.remaining! * tires) / loadMass(item)) * vehicle.rear.track + INSIDE
      const inward = Math.abs(y) >= across ? [{ x, y: y - Math.sign(y) * across }] : []
      return [...inward, { x: x + 2 * tires * along, y }]
    }
    default:
      return []
  }
}

const exceeded = (vehicle: Vehicle, items: readonly LoadItem[], weighed: WeighedWith): RatingId[] =>
  ratingReport(vehicle, items, axleWeights(vehicle, items, { ...weighed, loadedTicket: null })).exceeded.map(
    (m) => m.id,
  )
