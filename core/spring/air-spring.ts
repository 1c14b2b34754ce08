import { z } from 'zod'
import {
  atmosphere,
  bounded,
  type CubicMeters,
  type Meters,
  type Newtons,
  type NewtonsPerMeter,
  type Pascals,
  type SquareMeters,
} from '../quantity'
import { monotoneCubic, type Interpolant } from './monotone'

const rising = (values: readonly number[]) => values.every((v, i) => i === 0 || v > values[i - 1]!)

/** One bag by its maker's table. Heights are between plate faces, extension positive. */
export const bagTableSchema = z
  .strictObject({
    heights: z
      .array(bounded('length', 0.01, 0.8))
      .min(3, { error: 'a bag table needs three heights or more' })
      .max(40),
    /** Effective area at each height, m2. */
    areas: z.array(z.number().min(1e-4).max(0.2)).max(40),
    /** Volume at each height, m3. */
    volumes: z.array(z.number().min(1e-5).max(0.1)).max(40),
  })
  .refine((t) => t.areas.length === t.heights.length && t.volumes.length === t.heights.length, {
    path: ['areas'],
    error: 'heights, areas and volumes must have as many entries each',
  })
  .refine((t) => rising(t.heights), { path: ['heights'], error: 'heights must rise strictly' })
  .refine((t) => rising(t.volumes), { path: ['volumes'], error: 'volumes must rise strictly with height' })
export type BagTable = z.infer<typeof bagTableSchema>

/** One bag by the load it carries at several pressures and heights, as many instructions print it. */
export interface LoadTable {
  heights: Meters[]
  /** Gauge, one column each. */
  pressures: Pascals[]
  /** A row for each height, in it a load for each pressure. */
  loads: Newtons[][]
  /** Volume at one height, from which the others follow. */
  volumeAt: { height: Meters; volume: CubicMeters }
}

const loadTableSchema: z.ZodType<LoadTable> = z
  .strictObject({
    heights: z
      .array(bounded('length', 0.01, 0.8))
      .min(3, { error: 'a load table needs three heights or more' })
      .max(40),
    pressures: z
      .array(bounded('pressure', 10_000, 1_500_000))
      .min(1, { error: 'a load table needs one pressure or more' })
      .max(20),
    loads: z.array(z.array(z.number().min(10).max(200_000)).max(20)).max(40),
    volumeAt: z.strictObject({ height: bounded('length', 0.01, 0.8), volume: z.number().min(1e-5).max(0.1) }),
  })
  .refine((t) => rising(t.heights), { path: ['heights'], error: 'heights must rise strictly', abort: true })
  .refine((t) => rising(t.pressures), { path: ['pressures'], error: 'pressures must rise strictly', abort: true })
  .refine((t) => t.loads.length === t.heights.length && t.loads.every((r) => r.length === t.pressures.length), {
    path: ['loads'],
    error: 'loads must have a row for each height and in it one figure for each pressure',
    abort: true,
  })
  .refine((t) => t.loads.every(rising), {
    path: ['loads'],
    error: 'more pressure must carry more, in every row',
    abort: true,
  })
  .refine((t) => t.volumeAt.height >= t.heights[0]! && t.volumeAt.height <= t.heights.at(-1)!, {
    path: ['volumeAt', 'height'],
    error: 'must lie between the first and the last height',
    abort: true,
  })
  .refine((t) => volumesOf(t).every((v) => v > 0), {
    path: ['volumeAt', 'volume'],
    error: 'too small: the areas above leave no air at the shortest height',
  })

/** Effective area at each height: least squares of load on pressure through nothing. */
const areasOf = ({ pressures, loads }: LoadTable): SquareMeters[] => {
  const squares = pressures.reduce((sum, p) => sum + p * p, 0)
  return loads.map((row) => row.reduce((sum, load, i) => sum + load * pressures[i]!, 0) / squares)
}

/** V = V0 + integral of A over h; Simpson's rule is exact for the cubic pieces. */
function volumesOf(table: LoadTable): CubicMeters[] {
  const { heights, volumeAt } = table
  const area = monotoneCubic(heights, areasOf(table))
  const between = (from: Meters, to: Meters) =>
    ((to - from) / 6) * (area.value(from)! + 4 * area.value((from + to) / 2)! + area.value(to)!)
  const rise = [0]
  for (let i = 1; i < heights.length; i++) rise.push(rise[i - 1]! + between(heights[i - 1]!, heights[i]!))
  const i = Math.max(
    0,
    heights.findLastIndex((h) => h <= volumeAt.height),
  )
  const offset = volumeAt.volume - rise[i]! - between(heights[i]!, volumeAt.height)
  return rise.map((v) => v + offset)
}

/** Either way of describing a bag. */
export const bagDataSchema = z.union([bagTableSchema, loadTableSchema], {
  error: 'a bag is described by heights, areas and volumes, or by heights, pressures, loads and one volume',
})
export type BagData = z.infer<typeof bagDataSchema>

/**
 * A bag's areas and volumes, worked out where a load table was given.
 * @returns heights m, areas m², volumes m³
 */
export const bagTable = (data: BagData): BagTable =>
  'areas' in data ? data : { heights: data.heights, areas: areasOf(data), volumes: volumesOf(data) }

export interface AirSpring {
  readonly area: Interpolant
  readonly volume: Interpolant
}

/** Curves already made: a catalog's tables are asked about at every keystroke and never change. */
const made = new WeakMap<BagData, AirSpring>()

/**
 * A bag's curves from its table, which must not be changed afterward. Throws RangeError for a table the schema would refuse.
 * @param data heights m rising, with areas m² and volumes m³, or loads N at gauge pressures Pa
 */
export function airSpring(data: BagData): AirSpring {
  const known = made.get(data)
  if (known) return known
  const table = bagTable(data)
  const curves = {
    area: monotoneCubic(table.heights, table.areas),
    volume: monotoneCubic(table.heights, table.volumes),
  }
  made.set(data, curves)
  return curves
}

export interface BagState {
  height: Meters
  area: SquareMeters
  volume: CubicMeters
  /** dA/dh. */
  areaSlope: Meters
  /** dV/dh; for a true table it agrees with the area. */
  volumeSlope: SquareMeters
}

/**
 * Geometry of the bag at a height, or undefined outside its table.
 * @param height m between the plates
 */
export function bagAt(bag: AirSpring, height: Meters): BagState | undefined {
  const area = bag.area.value(height)
  const volume = bag.volume.value(height)
  if (area === undefined || volume === undefined) return undefined
  return { height, area, volume, areaSlope: bag.area.slope(height)!, volumeSlope: bag.volume.slope(height)! }
}

/**
 * Rate of one closed bag about a height.
 *
 * @param pressure Pa gauge
 * @param exponent polytropic n: 1 slow, 1.3 to 1.4 fast
 * @param lineVolume m3 of air in the line, moving with the bag's
 * @returns N/m, stiffer in compression positive; undefined outside the table
 * Source: derivative of P_gauge A with P_abs (V + V_line)^n constant.
 */
export function bagRate(
  bag: AirSpring,
  height: Meters,
  pressure: Pascals,
  {
    exponent,
    lineVolume = 0,
    ambient = atmosphere(),
  }: { exponent: number; lineVolume?: CubicMeters; ambient?: Pascals },
): NewtonsPerMeter | undefined {
  const state = bagAt(bag, height)
  if (!state) return undefined
  const absolute = pressure + ambient
  return (
    (exponent * absolute * state.area * state.volumeSlope) / (state.volume + lineVolume) - pressure * state.areaSlope
  )
}

/**
 * How far a bag's description contradicts itself, as a part of the area: the area column against the slope of the volume
 * column, or the areas that each pressure's column of a load table tells against their fit.
 * @returns the largest difference, 0 to 1 of the area
 */
export function tableDisagreement(bag: AirSpring, table: BagData): number {
  if ('loads' in table) {
    const areas = areasOf(table)
    return Math.max(
      ...table.loads.flatMap((row, i) => row.map((f, j) => Math.abs(f / table.pressures[j]! / areas[i]! - 1))),
    )
  }
  return Math.max(
    ...table.heights.slice(1).map((h, i) => {
      const below = table.heights[i]!
      const mean = (table.volumes[i + 1]! - table.volumes[i]!) / (h - below)
      const area = bag.area.value((h + below) / 2)!
      return Math.abs(mean - area) / area
    }),
  )
}
