import { formatNumber, formatQuantity, INCH, type UnitSystem } from '../../quantity'
import type { LoadItem, RatingId, RatingSource, Remedy } from '../../vehicle'
import type { LoadView, LoadViews } from './views'

export const RATING_NAMES: Record<RatingId, string> = {
  'gawr-front': 'GAWR front',
  'gawr-rear': 'GAWR rear',
  gvwr: 'GVWR',
  'front-tire': 'front tire rating, each',
  'rear-tire': 'rear tire rating, each',
  receiver: 'hitch rating',
  tongue: 'tongue rating',
  gcwr: 'GCWR',
  kit: 'kit capacity, the rear pair',
  'kit-front': 'kit capacity, the front pair',
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
