import { figuresOf } from './figures'
import { PAPER, withOrigin } from './origin'
import type { Kit } from './schema'
import { withTypical } from './typical'

type Tree = Record<string, unknown>

/** Plain data with one value at a place; what is not there yet is made. */
export function withValue<T extends object>(data: T, path: string, value: unknown): T {
  const [key = '', ...rest] = path.split('.')
  const tree = data as Tree
  const inner = rest.length ? withValue((tree[key] ?? {}) as Tree, rest.join('.'), value) : value
  return { ...tree, [key]: inner } as T
}

/**
 * The figure that a field is of, or a part of.
 * @param path of the field: `bag.coilGap.threshold`
 */
export const figureAt = (path: string): string =>
  path
    .split('.')
    .slice(0, /^(bag|rubber)\./.test(path) ? 2 : 1)
    .join('.')

/**
 * A kit with a figure that somebody read on its paper; what is only usual gives way to it.
 * @param path of the field
 */
export const kitWith = (kit: Kit, path: string, value: unknown): Kit =>
  withTypical(withOrigin(withValue(kit, path, value), [figureAt(path)], PAPER))

/**
 * A kit of which somebody compared figures with the paper.
 * @param paths of the figures; none for all of them
 */
export const kitConfirmed = (kit: Kit, paths: readonly string[] = figuresOf(kit).map((f) => f.path)): Kit =>
  withTypical(withOrigin(kit, paths, PAPER))

/** A kit begun with the figures of another: each is marked as that one's, and its bolts and steps may be off like the rest. */
export const kitCopied = (kit: Kit, named: Pick<Kit, 'id' | 'maker' | 'number' | 'name'>): Kit => ({
  ...kit,
  ...named,
  sample: false,
  price: null,
  origin: { from: 'copied', of: kit.name, band: 0, jobs: 0, by: '' },
  origins: Object.fromEntries(
    MAY_BE_OFF.flatMap(([path, band]) =>
      (path.startsWith('bag.') ? kit.bag : kit.rubber)
        ? [[path, { from: 'copied' as const, of: kit.name, band, jobs: 0, by: '' }]]
        : [],
    ),
  ),
})
/** By how much another kit's figures may be off for this one (common practice: kits of one family differ so). */
const MAY_BE_OFF: readonly (readonly [string, number])[] = [
  ['bag.table', 0.25],
  ['bag.rideHeight', 0.2],
  ['bag.bracketStack', 0.25],
  ['bag.spacing', 0.08],
  ['rubber.force', 0.35],
  ['rubber.gap', 1],
  ['rubber.spacing', 0.08],
]
