import { z } from 'zod'
import {
  atmosphere,
  bounded,
  type CubicMetres,
  type Metres,
  type Newtons,
  type NewtonsPerMetre,
  type Pascals,
  type SquareMetres,
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

export interface AirSpring {
  readonly area: Interpolant
  readonly volume: Interpolant
}

/** Curves already made: a catalogue's tables are asked about at every keystroke and never change. */
const made = new WeakMap<BagTable, AirSpring>()

/** A bag's curves from its table, which must not be changed afterwards. Throws RangeError for a table the schema would refuse. */
export function airSpring(table: BagTable): AirSpring {
  const known = made.get(table)
  if (known) return known
  const fresh = { area: monotoneCubic(table.heights, table.areas), volume: monotoneCubic(table.heights, table.volumes) }
  made.set(table, fresh)
  return fresh
}

export interface BagState {
  height: Metres
  area: SquareMetres
  volume: CubicMetres
  /** dA/dh. */
  areaSlope: Metres
  /** dV/dh; for a true table it agrees with the area. */
  volumeSlope: SquareMetres
}

/** Geometry of the bag at a height, or undefined outside its table. */
export function bagAt(bag: AirSpring, height: Metres): BagState | undefined {
  const area = bag.area.value(height)
  const volume = bag.volume.value(height)
  if (area === undefined || volume === undefined) return undefined
  return { height, area, volume, areaSlope: bag.area.slope(height)!, volumeSlope: bag.volume.slope(height)! }
}

/**
 * Gauge pressure at which one bag carries `force` at `height`.
 *
 * @param bag area and volume against height
 * @param force N, compression positive
 * @param height m between plate faces
 * @returns Pa gauge, or undefined when the height is outside the bag's table
 * Source: force balance on the effective area, e.g. Gillespie, Fundamentals of Vehicle Dynamics.
 */
export function pressureFor(bag: AirSpring, force: Newtons, height: Metres): Pascals | undefined {
  const area = bag.area.value(height)
  return area === undefined ? undefined : force / area
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
  height: Metres,
  pressure: Pascals,
  exponent: number,
  lineVolume: CubicMetres = 0,
  ambient: Pascals = atmosphere(),
): NewtonsPerMetre | undefined {
  const state = bagAt(bag, height)
  if (!state) return undefined
  const absolute = pressure + ambient
  return (
    (exponent * absolute * state.area * state.volumeSlope) / (state.volume + lineVolume) - pressure * state.areaSlope
  )
}

/** Largest disagreement between the area column and the slope of the volume column, as a part of the area. */
export function tableDisagreement(bag: AirSpring, table: BagTable): number {
  return Math.max(
    ...table.heights.slice(1).map((h, i) => {
      const below = table.heights[i]!
      const mean = (table.volumes[i + 1]! - table.volumes[i]!) / (h - below)
      const area = bag.area.value((h + below) / 2)!
      return Math.abs(mean - area) / area
    }),
  )
}
