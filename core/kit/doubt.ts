import { bagTable } from '../spring'
import { originOf } from './origin'
import type { Kit, KitBag, Rubber } from './schema'

/** How each figure that moves an answer is moved by a part of itself. */
const BAG: Record<string, (bag: KitBag, factor: number) => Partial<KitBag>> = {
  'bag.table'({ table }, factor) {
    const { heights, areas, volumes } = bagTable(table)
    return { table: { heights, areas: areas.map((a) => a * factor), volumes: volumes.map((v) => v * factor) } }
  },
  // A bag that would stand outside its range is another answer, not a wider one.
  'bag.rideHeight': ({ rideHeight, heightRange: { low, high } }, factor) => ({
    rideHeight: Math.min(high, Math.max(low, rideHeight * factor)),
  }),
  'bag.bracketStack': ({ bracketStack }, factor) => ({ bracketStack: bracketStack && bracketStack * factor }),
  'bag.spacing': ({ spacing }, factor) => ({ spacing: spacing * factor }),
  'bag.motionRatio': ({ motionRatio }, factor) => ({ motionRatio: motionRatio && motionRatio * factor }),
}
const RUBBER: Record<string, (rubber: Rubber, factor: number) => Partial<Rubber>> = {
  'rubber.force': ({ force, max }, factor) => ({ force: force.map((f) => f * factor), max: max * factor }),
  'rubber.gap': ({ gap }, factor) => ({ gap: gap * factor }),
  'rubber.spacing': ({ spacing }, factor) => ({ spacing: spacing * factor }),
}

/** A figure of a kit that may be off, and the part of itself by which. */
export interface KitDoubt {
  path: string
  band: number
}
/** Figures of a kit that move an answer and may be off: what is usual, copied, or proved a few times. */
export const kitDoubts = (kit: Kit): KitDoubt[] =>
  Object.keys(kit.bag ? BAG : RUBBER)
    .map((path) => ({ path, band: originOf(kit, path).band }))
    .filter(({ band }) => band > 0)

/** Tables are looked up by what they are: the same move makes the same kit. */
const moved = new WeakMap<Kit, Map<string, Kit>>()
/**
 * The kit with one of its figures moved by a part of itself.
 * @param doubt which figure; `band` the part, up
 * @returns the kit itself where it has no such figure
 */
export function movedKit(kit: Kit, { path, band }: KitDoubt): Kit {
  const key = `${path} ${band}`
  const known = moved.get(kit) ?? new Map<string, Kit>()
  moved.set(kit, known)
  const before = known.get(key)
  if (before) return before
  const { bag, rubber } = kit
  const next: Kit = {
    ...kit,
    bag: bag && { ...bag, ...BAG[path]?.(bag, 1 + band) },
    rubber: rubber && { ...rubber, ...RUBBER[path]?.(rubber, 1 + band) },
  }
  known.set(key, next)
  return next
}
