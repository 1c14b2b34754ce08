import { hashOfSaid } from '../hash'
import { familyOf } from './families'
import { isConfirmed, originOf, type Origin } from './origin'
import type { Kit } from './schema'

/** Parts of a kit's page, in the order in which a paper is read. */
export const KIT_PARTS = ['kit', 'pressure', 'box', 'gaps', 'bolts', 'steps', 'fits'] as const
export type KitPart = (typeof KIT_PARTS)[number]

/** A figure of a kit, or a group of them that one line of a paper gives. */
export interface Figure {
  /** Its place in the kit. */
  path: string
  part: KitPart
  /** It has to be confirmed before a vehicle leaves with the kit. */
  must: boolean
  /** What it is called where the place does not say it: a bolt, a step. */
  name: string
}

const at = (part: KitPart, must: boolean, ...paths: string[]): Figure[] =>
  paths.map((path) => ({ path, part, must, name: '' }))

/** Which bolts there are is a figure too: a torque that was left out is none. It is not said of them by saying it of the list. */
export const BOLTS = 'bolts'
const ALWAYS = at('kit', false, 'minutes', 'drilling')
const OF_AIR = [
  ...at('pressure', true, 'bag.minimum', 'bag.maximum', 'testPressure'),
  ...at('pressure', false, 'bag.table', 'bag.rideHeight', 'bag.heightRange', 'bag.maximumDiameter', 'bag.spacing'),
  ...at('box', false, 'airLine'),
]
const OF_RUBBER = [
  ...at('pressure', true, 'rubber.max'),
  ...at('pressure', false, 'rubber.gap', 'rubber.force', 'rubber.spacing'),
]
/** Figures that are there only where the paper gives them. */
const WHERE_GIVEN: readonly [given: (kit: Kit) => boolean, figures: Figure[]][] = [
  [({ price }) => price !== null, at('kit', false, 'price')],
  [({ bag }) => bag?.coilGap != null, at('pressure', true, 'bag.coilGap')],
  [({ bag }) => (bag?.margin ?? 0) > 0, at('pressure', true, 'bag.margin')],
  [({ bag }) => bag?.bracketStack != null, at('pressure', false, 'bag.bracketStack')],
  [({ bag }) => bag?.motionRatio != null, at('pressure', false, 'bag.motionRatio')],
  [({ bag }) => bag?.listedPairCapacity != null, at('pressure', false, 'bag.listedPairCapacity')],
  [({ bag }) => bag?.diameters != null, at('pressure', false, 'bag.diameters')],
  [({ mounting }) => mounting !== null, at('box', false, 'mounting')],
]
const named = (part: KitPart, list: string, must: boolean, items: readonly { id: string; name: string }[]): Figure[] =>
  items.map(({ id, name }) => ({ path: `${list}.${id}`, part, must, name }))

const known = new WeakMap<Kit, Figure[]>()
/** The figures of a kit in the order of its page. */
export function figuresOf(kit: Kit): Figure[] {
  const before = known.get(kit)
  if (before) return before
  const figures = [
    ...ALWAYS,
    ...(familyOf(kit).air ? OF_AIR : OF_RUBBER),
    ...WHERE_GIVEN.flatMap(([given, more]) => (given(kit) ? more : [])),
    ...at('box', false, 'parts', 'brackets'),
    ...at('gaps', false, 'gaps'),
    ...at('bolts', true, BOLTS),
    ...named('bolts', 'fasteners', true, kit.fasteners),
    ...named(
      'steps',
      'operations',
      false,
      kit.operations.map(({ id, title }) => ({ id, name: title })),
    ),
    ...at('fits', true, 'fitment'),
  ]
  known.set(kit, figures)
  return figures
}

/** What a figure says, for telling whether it is still the same. */
export function figureValue(kit: Kit, path: string): unknown {
  if (path === BOLTS) return kit.fasteners.map(({ id }) => id)
  const [list, id] = path.split('.')
  if (id && (list === 'fasteners' || list === 'operations'))
    return (kit[list] as readonly { id: string }[]).find((item) => item.id === id) ?? null
  return path.split('.').reduce<unknown>((tree, key) => (tree as Record<string, unknown> | null)?.[key] ?? null, kit)
}
/** What a figure is known by: another value, and it is another. */
export const figureHash = (kit: Kit, path: string): string => hashOfSaid(figureValue(kit, path))

/** A figure with where it is from. */
export interface SourcedFigure extends Figure {
  origin: Origin
}
/** Figures of a kit that are not its maker's, as far as anybody has confirmed. */
export const unconfirmedFigures = (kit: Kit): SourcedFigure[] =>
  figuresOf(kit)
    .map((figure) => ({ ...figure, origin: originOf(kit, figure.path) }))
    .filter(({ origin }) => !isConfirmed(origin))

/** What of a kit keeps a vehicle in the shop: a figure to confirm, no step at all, a torque in no step, that it is made up. */
export interface Lack extends Figure {
  why: 'unconfirmed' | 'no-steps' | 'in-no-step' | 'sample'
}
/** A torque that no step gives is one that nobody draws. */
const idleBolts = ({ operations, fasteners }: Pick<Kit, 'operations' | 'fasteners'>): Kit['fasteners'] =>
  fasteners.filter((f) => f.spec.kind !== 'none-given' && !operations.some((o) => o.torques.includes(f.id)))

/** How the ids of samples begin. */
export const SAMPLE = 'sample-'
const lacks = new WeakMap<Kit, Lack[]>()
/**
 * What of a kit keeps a vehicle in the shop: pressures, torques and fitment that nobody has confirmed, and what its
 * instructions leave out.
 * @returns none for a kit whose figures are its maker's or stood for
 */
export function lacksOf(kit: Kit): Lack[] {
  const before = lacks.get(kit)
  if (before) return before
  const found: Lack[] = [
    ...(kit.sample || kit.id.startsWith(SAMPLE)
      ? [{ path: 'sample', part: 'kit', must: true, name: kit.name, why: 'sample' } as const]
      : []),
    ...unconfirmedFigures(kit)
      .filter(({ must }) => must)
      .map((figure): Lack => ({ ...figure, why: 'unconfirmed' })),
    ...(kit.operations.length
      ? []
      : [{ path: 'operations', part: 'steps', must: true, name: '', why: 'no-steps' } as const]),
    ...idleBolts(kit).map(({ id, name }): Lack => ({
      path: `fasteners.${id}`,
      part: 'bolts',
      must: true,
      name,
      why: 'in-no-step',
    })),
  ]
  lacks.set(kit, found)
  return found
}

/** What a version of a kit is known by. */
const hashes = new WeakMap<Kit, string>()
export function kitHash(kit: Kit): string {
  const before = hashes.get(kit)
  if (before) return before
  const hash = hashOfSaid(kit)
  hashes.set(kit, hash)
  return hash
}

/**
 * A kit as somebody writes it: of a figure of the shop's own it is that person who stands for it, unless the figure is as it
 * was and somebody stood for it already.
 * @param before the kit as it was; null for one that is new
 * @param by who writes it; empty for nobody, as in a file
 */
export function stoodFor(kit: Kit, before: Kit | null, by: string): Kit {
  const stamped = (path: string, origin: Origin): Origin => {
    if (origin.from !== 'shop') return origin.by === '' ? origin : { ...origin, by: '' }
    if (origin.by === '') return origin
    const was = before && (path ? originOf(before, path) : before.origin)
    const same =
      was?.from === 'shop' && was.by !== '' && path !== '' && figureHash(kit, path) === figureHash(before!, path)
    return { ...origin, by: same ? was.by : by }
  }
  const origins = Object.fromEntries(Object.entries(kit.origins).map(([path, origin]) => [path, stamped(path, origin)]))
  // A sample stays one, whatever is written over it.
  return { ...kit, sample: kit.sample || (before?.sample ?? false), origin: stamped('', kit.origin), origins }
}
