import { familyOf } from './families'
import { airSpring, bagAt, tableDisagreement } from '../spring'
import { clampForce } from '../torque'
import type { Application } from './application'
import { threadDisputes } from './bolt-names'
import { circuitAsked } from './circuit-asked'
import { drillingOf } from './drilling'
import { CAPACITY_DISAGREEMENT, listedCapacity } from './limits'
import { weightBeforeAir } from './weight-before-air'
import { hasAir, type AirKit, type Fastener, type Kit } from './schema'

/** A figure of a kit that does not agree with another. Advice, with what was compared; never a refusal. */
export interface DataFlag {
  code:
    | 'capacity-disagrees'
    | 'table-disagrees'
    | 'area-rises'
    | 'height-range-outside-table'
    | 'diameter-over-maximum'
    | 'off-mid-stroke'
    | 'torque-near-proof'
    | 'torque-over-proof'
    | 'torque-tiny'
    | 'mirror-missing'
    | 'no-operations'
    | 'weight-before-air'
    | 'coil-never-out'
    | 'line-without-fitting'
    | 'no-list'
    | 'thread-differs'
    | 'drilling-unsaid'
    | 'stop-never-out'
  /** Field it stands in. */
  path: string
  /** What it is about: a fastener, a bracket. */
  about: string
  has: number | null
  against: number | null
}

/** Area and slope of volume are one thing told twice: further apart than this, one of them is wrong (common practice). */
const TABLE_DISAGREEMENT = 0.05
const flag = (
  code: DataFlag['code'],
  path: string,
  about = '',
  has: number | null = null,
  against: number | null = null,
  // eslint-disable-next-line max-params -- one check of the data after the other, each a line
): DataFlag => ({
  code,
  path,
  about,
  has,
  against,
})

// eslint-disable-next-line complexity -- one check of the data after the other, each a line
function bagFlags(kit: AirKit): DataFlag[] {
  const { bag } = kit
  const curves = airSpring(bag.table)
  const flags: DataFlag[] = []
  const ride = bagAt(curves, bag.rideHeight)
  const full = listedCapacity(kit, ride?.area ?? 0)
  const listed = bag.listedPairCapacity
  if (listed !== null && Math.abs(listed / full - 1) > CAPACITY_DISAGREEMENT)
    flags.push(flag('capacity-disagrees', 'bag.listedPairCapacity', '', listed, full))
  const apart = tableDisagreement(curves, bag.table)
  if (apart > TABLE_DISAGREEMENT) flags.push(flag('table-disagrees', 'bag.table', '', apart, TABLE_DISAGREEMENT))
  if (bag.heightRange.low < curves.area.from || bag.heightRange.high > curves.area.to)
    flags.push(
      flag(
        'height-range-outside-table',
        'bag.heightRange',
        '',
        bag.heightRange.low < curves.area.from ? bag.heightRange.low : bag.heightRange.high,
        bag.heightRange.low < curves.area.from ? curves.area.from : curves.area.to,
      ),
    )
  const low = bagAt(curves, Math.max(bag.heightRange.low, curves.area.from))
  const high = bagAt(curves, Math.min(bag.heightRange.high, curves.area.to))
  // A bellows loses area as it lengthens; a curve that folds back is usually two columns exchanged.
  if (familyOf(kit).dished && low && high && high.area > low.area)
    flags.push(flag('area-rises', 'bag.table', '', high.area, low.area))
  const middle = (bag.heightRange.low + bag.heightRange.high) / 2
  if (Math.abs(bag.rideHeight - middle) > (bag.heightRange.high - bag.heightRange.low) / 4)
    flags.push(flag('off-mid-stroke', 'bag.rideHeight', '', bag.rideHeight, middle))
  const widest = Math.max(0, ...(bag.diameters?.diameters.flat() ?? []))
  if (widest > bag.maximumDiameter)
    flags.push(flag('diameter-over-maximum', 'bag.diameters', '', widest, bag.maximumDiameter))
  return flags
}

function fastenerFlag(f: Fastener, i: number): DataFlag[] {
  const { spec, thread, grade } = f
  if (!thread || !grade || (spec.kind !== 'target' && spec.kind !== 'ceiling')) return []
  const { note, proof } = clampForce(spec.kind === 'target' ? spec.value : spec.max, thread, grade)
  return note === 'ok' ? [] : [flag(TORQUE_FLAGS[note], `fasteners.${i}.spec`, f.name, proof)]
}
const TORQUE_FLAGS = {
  refused: 'torque-over-proof',
  'look-again': 'torque-near-proof',
  'likely-inch-pounds': 'torque-tiny',
} as const

/** Handed brackets come in pairs of one name. */
function mirrorFlags({ brackets }: Kit): DataFlag[] {
  return brackets.flatMap((b, i) => {
    if (b.hand !== 'left' && b.hand !== 'right') return []
    const other = b.hand === 'left' ? 'right' : 'left'
    return brackets.some((o) => o.name === b.name && o.hand === other)
      ? []
      : [flag('mirror-missing', `brackets.${i}`, `${b.name}, ${other}`)]
  })
}

const STOP = /\b(?:bump|jounce|rubber)?\s*stops?\b/i
/** A bag where the bump stop was, or with a stop of its own inside: no step takes the old one out, or says what becomes of it. */
const stopStays = ({ replaces, bag, operations }: Kit): boolean =>
  (replaces === 'bump-stop' || bag?.innerBumpStop === true) &&
  operations.length > 0 &&
  !operations.some(
    (o) =>
      [...o.takesOff, ...o.fates.map((f) => f.part)].some((part) => STOP.test(part)) ||
      (o.phase === 'remove' && STOP.test(o.title)),
  )

/** Steps that drill for a kit that says it needs no holes; those for its valves are another matter. */
const drillsUnsaid = ({ drilling, operations }: Kit) =>
  drilling ? [] : operations.filter((o) => drillingOf(o) !== null && !circuitAsked(o).includes('valves'))

/**
 * Everything in a kit's data that contradicts itself or leaves something out.
 * @returns advice only; none of it refuses a kit
 * Source: common practice, or the kit where it says so.
 */
export function checkKit(kit: Kit, applications: readonly Application[] | null = null): DataFlag[] {
  const early = hasAir(kit) ? weightBeforeAir(kit) : null
  return [
    ...(hasAir(kit) ? bagFlags(kit) : []),
    ...kit.fasteners.flatMap(fastenerFlag),
    ...mirrorFlags(kit),
    ...(kit.operations.length ? [] : [flag('no-operations', 'operations')]),
    ...(kit.replaces === 'coil-spring' && kit.operations.length && !kit.operations.some((o) => o.opens.includes('coil'))
      ? [flag('coil-never-out', 'operations')]
      : []),
    ...(early ? [flag('weight-before-air', 'operations', early.title)] : []),
    ...(kit.airLine && kit.fitting === 'none' ? [flag('line-without-fitting', 'fitting')] : []),
    ...threadDisputes(kit).map(({ fastener, other }) =>
      flag('thread-differs', `fasteners.${kit.fasteners.indexOf(fastener)}.thread`, `${fastener.name}: ${other}`),
    ),
    ...(stopStays(kit) ? [flag('stop-never-out', 'operations')] : []),
    ...drillsUnsaid(kit).map((o) => flag('drilling-unsaid', 'drilling', o.title)),
    ...(applications?.length === 0 ? [flag('no-list', 'applications')] : []),
  ]
}
