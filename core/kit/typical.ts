import { INCH, PSI, type Meters } from '../quantity'
import { bagTable, type BagTable } from '../spring'
import { ARCHITECTURES, BODIES, type AxleEnd } from '../vehicle'
import { FAMILY_TABLE, type KitFamily } from './families'
import { isConfirmed, originOf, type Origin } from './origin'
import { kitSchema, type Kit } from './schema'

/** A figure and the part of it by which it may be off. */
type Band = readonly [value: number, band: number]

/**
 * What the bag of a family usually is. Common practice, no published source: bellows 20 to 40 in² at ride height and 5 to 8 in
 * tall, sleeves 14 to 18 in², cylinders in a coil 12 to 22 in² at half the pressure, bags in the place of a coil 6 to 12 in
 * of travel. `across` is the effective diameter as a part of the widest one.
 */
interface TypicalBag {
  area: Band
  across: Band
  rideHeight: Band
  heightRange: { low: Meters; high: Meters }
  maximum: number
  testPressure: number
  /** Area against height, both as a part of what they are at ride height. */
  shape: readonly (readonly [height: number, area: number])[]
  /** Volume at ride height as a part of area times height. */
  filled: number
}
const IN2 = INCH * INCH
const FALLING = [
  [0.4, 1.33],
  [0.6, 1.22],
  [0.8, 1.11],
  [1, 1],
  [1.2, 0.87],
  [1.4, 0.7],
  [1.6, 0.5],
] as const
const FLAT = [
  [0.4, 1.1],
  [0.7, 1.04],
  [1, 1],
  [1.3, 0.97],
  [1.6, 0.93],
] as const
const BAGS: Record<Exclude<KitFamily, 'rubber'>, TypicalBag> = {
  bellows: {
    area: [28 * IN2, 0.3],
    across: [0.85, 0.08],
    rideHeight: [6.5 * INCH, 0.2],
    heightRange: { low: 3 * INCH, high: 10 * INCH },
    maximum: 100 * PSI,
    testPressure: 60 * PSI,
    shape: FALLING,
    filled: 0.94,
  },
  sleeve: {
    area: [16 * IN2, 0.15],
    across: [0.82, 0.06],
    rideHeight: [7 * INCH, 0.2],
    heightRange: { low: 4 * INCH, high: 10.5 * INCH },
    maximum: 100 * PSI,
    testPressure: 60 * PSI,
    shape: FLAT,
    filled: 0.9,
  },
  'in-coil': {
    area: [17 * IN2, 0.3],
    across: [0.95, 0.06],
    rideHeight: [9.5 * INCH, 0.25],
    heightRange: { low: 5 * INCH, high: 14 * INCH },
    maximum: 50 * PSI,
    testPressure: 20 * PSI,
    shape: FLAT,
    filled: 0.95,
  },
  'coil-replacement': {
    area: [25 * IN2, 0.25],
    across: [0.85, 0.08],
    rideHeight: [8.5 * INCH, 0.2],
    heightRange: { low: 5.5 * INCH, high: 11.5 * INCH },
    maximum: 100 * PSI,
    testPressure: 60 * PSI,
    shape: FALLING,
    filled: 0.92,
  },
}
/** Rubber of a light truck, from memory: it touches early, and two of them hold a good part of a half-ton's payload. */
const RUBBER = {
  gap: INCH / 2,
  squeeze: [0.5, 1, 1.5, 2].map((s) => s * INCH),
  force: [900, 2400, 4600, 7600],
  max: 6000,
}
const RUBBER_BAND = 0.35
/** Between the bags' centers: beside the rails at the rear, nearer together in front (common practice). */
const SPACING: Record<AxleEnd, Band> = { rear: [0.93, 0.08], front: [0.85, 0.12] }
/** Hours a kit takes (common practice): quickest where nothing is bolted to the frame. */
const MINUTES: Record<KitFamily, { low: number; high: number }> = {
  bellows: { low: 90, high: 150 },
  sleeve: { low: 90, high: 150 },
  'in-coil': { low: 90, high: 150 },
  'coil-replacement': { low: 60, high: 120 },
  rubber: { low: 30, high: 90 },
}
const REPLACES: Record<KitFamily, Kit['replaces']> = {
  bellows: 'bump-stop',
  sleeve: 'nothing',
  'in-coil': 'nothing',
  'coil-replacement': 'coil-spring',
  rubber: 'bump-stop',
}
/** No bag under 5 psi (common practice). */
const MINIMUM = 5 * PSI
/** A coil of tube serves both sides: 20 ft of 1/4 in (common practice), 4.3 mm bore. */
const AIR_LINE = { length: 20 * 12 * INCH, diameter: INCH / 4 }
const LINE_VOLUME = (Math.PI / 4) * 0.0043 ** 2 * AIR_LINE.length

const typical = (band = 0): Origin => ({ from: 'typical', of: '', band, jobs: 0, by: '' })
const tidy = (value: number): number => Number(value.toPrecision(5))

/** Area at a height as a part of that at ride height, straight between the points of a shape. */
function shapeAt(shape: TypicalBag['shape'], height: number): number {
  const i = Math.min(
    shape.length - 2,
    Math.max(
      0,
      shape.findLastIndex(([h]) => h <= height),
    ),
  )
  const [[h0, a0], [h1, a1]] = [shape[i]!, shape[i + 1]!]
  return Math.max(0.2, a0 + ((height - h0) / (h1 - h0)) * (a1 - a0))
}

/** Heights of a usual table: both ends, ride height, and what lies evenly between. */
const PIECES = 3

/**
 * The table that a bag of a family usually has.
 * @param bag its ride height and height range; `diameter` the widest it gets, where somebody read it: the area follows from that
 * @returns table, and the part by which its areas may be off
 * Source: common practice, no published source.
 */
function typicalTable(
  family: Exclude<KitFamily, 'rubber'>,
  {
    rideHeight,
    heightRange: { low, high },
    diameter,
  }: { rideHeight: Meters; heightRange: { low: Meters; high: Meters }; diameter: Meters | null },
): { table: BagTable; band: number } {
  const { area, across, shape, filled } = BAGS[family]
  const [atRide, band] = diameter === null ? area : [(Math.PI / 4) * (across[0] * diameter) ** 2, 2 * across[1]]
  const between = (from: Meters, to: Meters) =>
    Array.from({ length: PIECES - 1 }, (_, i) => tidy(from + ((to - from) * (i + 1)) / PIECES))
  // The ends as they are: the height range has to lie inside.
  const inside = [...between(low, rideHeight), rideHeight, ...between(rideHeight, high)]
  const heights = [low, ...new Set(inside.filter((h) => h > low && h < high)), high]
  // By loads at one pressure: the volumes then follow from the areas, and agree with them.
  const loads = heights.map((h) => [tidy(atRide * shapeAt(shape, h / rideHeight) * PSI * 100)])
  const volumeAt = { height: rideHeight, volume: tidy(atRide * rideHeight * filled) }
  const { areas, volumes } = bagTable({ heights, pressures: [PSI * 100], loads, volumeAt })
  return { table: { heights, areas: areas.map(tidy), volumes: volumes.map(tidy) }, band }
}

/** What somebody who begins a kit says of it. */
export interface KitName {
  id: string
  maker: string
  number: string
  name: string
  family: KitFamily
  axle: AxleEnd
}

/**
 * A kit of which nothing is known but its family and axle: what such a kit usually is, every figure marked as that, with the
 * part by which it may be off.
 * Source: common practice, no published source.
 */
export function typicalKit({ family, axle, ...named }: KitName): Kit {
  const atCoil = ['in-coil', 'coil-replacement'].includes(family)
  const [spacing, apart] = SPACING[axle]
  const air = FAMILY_TABLE[family].air
  const bag = family === 'rubber' ? null : typicalBag(family)
  const origins: Kit['origins'] = bag
    ? {
        'bag.table': typical(bag.band),
        'bag.rideHeight': typical(bag.usual.rideHeight[1]),
        'bag.spacing': typical(apart),
      }
    : { 'rubber.force': typical(RUBBER_BAND), 'rubber.gap': typical(1), 'rubber.spacing': typical(apart) }
  return kitSchema.parse({
    ...named,
    family,
    axle,
    origin: typical(),
    origins,
    price: null,
    drilling: false,
    minutes: MINUTES[family],
    replaces: REPLACES[family],
    fitment: {
      suspension: atCoil || axle === 'front' ? ['coil'] : ['leaf'],
      architecture: atCoil || axle === 'front' ? [...ARCHITECTURES] : ['solid'],
      bodies: [...BODIES],
      wheels: ['single', 'dual'],
      liftBlockMax: 0,
      liftBlockMaxWithSpacer: 0,
      bumpStops: ['two-bolt', 'three-bolt', 'twist-in', 'on-leaf', 'on-axle', 'none'],
      coilInside: null,
      bracketSpace: null,
      exhaustMax: null,
      hitchRails: 'fine',
    },
    bag: bag && { ...bag.bag, spacing },
    rubber: bag ? null : { ...RUBBER, spacing },
    airLine: air ? AIR_LINE : null,
    fitting: air ? 'push-to-connect' : 'none',
    lineVolume: air ? tidy(LINE_VOLUME) : 0,
    testPressure: bag && bag.usual.testPressure,
    compressorLater: air,
    fasteners: [],
    operations: [],
    spacerParts: [],
  })
}

function typicalBag(family: Exclude<KitFamily, 'rubber'>) {
  const usual = BAGS[family]
  const rideHeight = usual.rideHeight[0]
  const { heightRange } = usual
  const { table, band } = typicalTable(family, { rideHeight, heightRange, diameter: null })
  const bag = {
    table,
    rideHeight,
    heightRange,
    maximumDiameter: tidy(Math.sqrt((4 * usual.area[0]) / Math.PI) / usual.across[0]),
    minimum: MINIMUM,
    maximum: usual.maximum,
    coilGap: null,
    motionRatio: null,
    listedPairCapacity: null,
  }
  return { usual, bag, band }
}

/** What is usual gives way to what was typed: heights into the range, the range round the heights, the test under the max. */
function yielded(kit: Kit): Kit {
  const { bag, testPressure } = kit
  if (!bag) return kit
  const isUsual = (path: string) => originOf(kit, path).from === 'typical'
  const { low, high } = bag.heightRange
  const range = isUsual('bag.heightRange')
    ? { low: Math.min(low, bag.rideHeight), high: Math.max(high, bag.rideHeight) }
    : bag.heightRange
  const rideHeight = isUsual('bag.rideHeight')
    ? Math.min(range.high, Math.max(range.low, bag.rideHeight))
    : bag.rideHeight
  const most = Math.min(bag.maximum, bag.coilGap?.wideMaximum ?? bag.maximum)
  const test = testPressure !== null && isUsual('testPressure') ? Math.min(testPressure, most) : testPressure
  return { ...kit, testPressure: test, bag: { ...bag, rideHeight, heightRange: range } }
}

/**
 * A kit in which what is only usual fits what was typed: heights, range, test pressure, and a bag table made anew for the ride
 * height, range and diameter that it has now. Figures from elsewhere are left alone.
 * Source: common practice, no published source.
 */
export function withTypical(typed: Kit): Kit {
  const kit = yielded(typed)
  const { bag, family } = kit
  if (!bag || family === 'rubber' || originOf(kit, 'bag.table').from !== 'typical') return kit
  const read = isConfirmed(originOf(kit, 'bag.maximumDiameter'))
  const { table, band } = typicalTable(family, {
    rideHeight: bag.rideHeight,
    heightRange: bag.heightRange,
    diameter: read ? bag.maximumDiameter : null,
  })
  const isSame = JSON.stringify(table) === JSON.stringify(bag.table) && originOf(kit, 'bag.table').band === band
  return isSame ? kit : { ...kit, bag: { ...bag, table }, origins: { ...kit.origins, 'bag.table': typical(band) } }
}
