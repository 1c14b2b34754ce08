import type { Meters, Pascals } from '../quantity'
import type { KitBag } from './schema'

/** Place between two rising marks: the lower one's index and the share of the way to the next. */
function between(marks: readonly number[], position: number): { i: number; share: number } | null {
  if (position < marks[0]! || position > marks.at(-1)!) return null
  if (marks.length === 1) return { i: 0, share: 0 }
  const i = Math.min(
    marks.length - 2,
    marks.findLastIndex((m) => m <= position),
  )
  return { i, share: (position - marks[i]!) / (marks[i + 1]! - marks[i]!) }
}

/**
 * How wide a bag is at a height and gauge pressure: bilinear in its maker's table, never beyond it.
 * @returns m; the maximum diameter where the table does not reach, for room is judged by the worst
 */
export function bagDiameter({ diameters, maximumDiameter }: KitBag, height: Meters, pressure: Pascals): Meters {
  if (!diameters) return maximumDiameter
  const row = between(diameters.heights, height)
  const column = between(diameters.pressures, pressure)
  if (!row || !column) return maximumDiameter
  const diameterAt = (i: number, j: number) =>
    diameters.diameters[Math.min(i, diameters.heights.length - 1)]![Math.min(j, diameters.pressures.length - 1)]!
  const along = (i: number) => diameterAt(i, column.i) * (1 - column.share) + diameterAt(i, column.i + 1) * column.share
  return along(row.i) * (1 - row.share) + along(row.i + 1) * row.share
}
