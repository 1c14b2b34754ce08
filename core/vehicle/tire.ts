import type { Kilograms } from '../quantity'

/** kg for load indices from 70 on. Source: ISO 4000-1 and ISO 4209-1, load index table (from memory, checked against its progression). */
const LOAD_INDEX: readonly Kilograms[] = [
  335, 345, 355, 365, 375, 387, 400, 412, 425, 437, 450, 462, 475, 487, 500, 515, 530, 545, 560, 580, 600, 615, 630,
  650, 670, 690, 710, 730, 750, 775, 800, 825, 850, 875, 900, 925, 950, 975, 1000, 1030, 1060, 1090, 1120, 1150, 1180,
  1215, 1250, 1285, 1320, 1360, 1400, 1450, 1500, 1550, 1600, 1650, 1700, 1750, 1800, 1850, 1900, 1950, 2000, 2060,
  2120, 2180, 2240, 2300, 2360, 2430,
]
const FIRST = 70

/** A passenger tire on a truck, van or multipurpose vehicle carries this much less. Source: 49 CFR 571.110 (from memory). */
export const PASSENGER_DIVISOR = 1.1

export interface TireLoad {
  single: Kilograms
  /** Null where the size has one index only. */
  dual: Kilograms | null
}

/**
 * What a tire may carry by its load index, at the pressure its sidewall gives for it.
 *
 * @param index as on the sidewall: `121/118` (single/dual) or `116`
 * @param passenger a passenger tire fitted to a truck: divided by 1.10
 * @returns kg, or null when the index is not in the table (70 to 139)
 *
 * @example
 * tireLoad('121/118').dual // => 1320
 */
export function tireLoad(index: string, passenger = false): TireLoad | null {
  const match = /^(\d{2,3})(?:\/(\d{2,3}))?$/.exec(index.trim())
  if (!match) return null
  const loadOf = (n: string): Kilograms | undefined => LOAD_INDEX[Number(n) - FIRST]
  const single = loadOf(match[1]!)
  const dual = match[2] === undefined ? null : loadOf(match[2])
  if (single === undefined || dual === undefined) return null
  const by = passenger ? PASSENGER_DIVISOR : 1
  return { single: single / by, dual: dual === null ? null : dual / by }
}
