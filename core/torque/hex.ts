import { INCH, type Meters } from '../quantity'
import { THREADS, type ThreadName } from './clamp'

/** Across flats by nominal size: as the wrench is marked, and how wide that is. */
interface Hex {
  flats: string
  size: Meters
}
const inch = (flats: string, size: number): Hex => ({ flats: `${flats} in`, size: size * INCH })
const metric = (mm: number): Hex => ({ flats: `${mm} mm`, size: mm / 1000 })

/** Hexagon heads of bolts. Source: ASME B18.2.1 (hex cap screws), ISO 4014 and ISO 4017 (metric). */
const HEADS: Readonly<Record<string, Hex>> = {
  '1/4': inch('7/16', 7 / 16),
  '5/16': inch('1/2', 1 / 2),
  '3/8': inch('9/16', 9 / 16),
  '7/16': inch('5/8', 5 / 8),
  '1/2': inch('3/4', 3 / 4),
  '9/16': inch('13/16', 13 / 16),
  '5/8': inch('15/16', 15 / 16),
  '3/4': inch('1-1/8', 9 / 8),
  M6: metric(10),
  M8: metric(13),
  M10: metric(16),
  M12: metric(18),
  M14: metric(21),
  M16: metric(24),
}

/**
 * What a wrench has to measure for the usual hexagon head of a thread; flanged, slotted and older metric heads measure otherwise.
 * @example
 * hexOf('3/8-16').flats // => "9/16 in"
 * @returns null for a thread without a usual head
 */
export function hexOf(thread: ThreadName): Hex | null {
  const nominal = thread.startsWith('M') ? thread.split('x')[0]! : thread.split('-')[0]!
  return thread in THREADS ? (HEADS[nominal] ?? null) : null
}
