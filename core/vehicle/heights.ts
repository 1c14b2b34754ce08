import { INCH, type Metres } from '../quantity'

export const CORNERS = ['front-left', 'front-right', 'rear-right', 'rear-left'] as const
export type Corner = (typeof CORNERS)[number]
export const MARKS = ['wheel-centre', 'ground'] as const
/** From where a ride height was read up to the fender lip. */
export type Mark = (typeof MARKS)[number]

/** Half-width of a tape reading: a sixteenth read carefully, a half where somebody said "about". */
export const TAPE_GIVE: Metres = INCH / 16
export const ABOUT_GIVE: Metres = INCH / 2

export interface HeightReading {
  value: Metres
  about: boolean
  /** Half-width of the tool it was read with; a sixteenth of an inch where nothing was said. */
  give?: Metres | null
  /** Read with air in bags: the springs did not carry alone. */
  aired?: boolean
}
export type HeightSet = Partial<Record<Corner, HeightReading>>

export interface HeightSummary {
  front: Metres | null
  rear: Metres | null
  frontGive: Metres
  rearGive: Metres
  /** Rear above front, nose-down positive as a truck stands. */
  rake: Metres | null
  rakeGive: Metres
  /** Left above right. */
  leanFront: Metres | null
  leanRear: Metres | null
  /** Plus or minus of the rear lean. */
  leanGive: Metres
  missing: Corner[]
  /** Any of them read with air in bags. */
  aired: boolean
}

/** Plus or minus of one reading. */
export const readingGive = ({ about, give }: HeightReading): Metres =>
  Math.max(about ? ABOUT_GIVE : 0, give ?? TAPE_GIVE)

/**
 * Averages, rake and lean of four corner heights, each with its plus-or-minus.
 * @returns m; null where a corner is missing
 * Source: averages and differences; independent half-widths added in quadrature (JCGM 100:2008, 5.1.2).
 */
export function summariseHeights(heights: HeightSet): HeightSummary {
  const at = (corner: Corner): Metres | null => heights[corner]?.value ?? null
  const both = (a: Metres | null, b: Metres | null, f: (a: Metres, b: Metres) => Metres) =>
    a === null || b === null ? null : f(a, b)
  const average = (a: Metres, b: Metres) => (a + b) / 2
  const less = (a: Metres, b: Metres) => a - b
  const [fl, fr, rr, rl] = CORNERS.map(at) as [Metres | null, Metres | null, Metres | null, Metres | null]
  const give = (corner: Corner) => (heights[corner] ? readingGive(heights[corner]) : 0)
  const frontGive = Math.hypot(give('front-left'), give('front-right')) / 2
  const rearGive = Math.hypot(give('rear-left'), give('rear-right')) / 2
  const [front, rear] = [both(fl, fr, average), both(rl, rr, average)]
  return {
    front,
    rear,
    frontGive,
    rearGive,
    rake: both(rear, front, less),
    rakeGive: Math.hypot(frontGive, rearGive),
    leanFront: both(fl, fr, less),
    leanRear: both(rl, rr, less),
    leanGive: 2 * rearGive,
    missing: CORNERS.filter((c) => !heights[c]),
    aired: CORNERS.some((c) => heights[c]?.aired),
  }
}

export interface AxleChange {
  front: Metres
  rear: Metres
  frontGive: Metres
  rearGive: Metres
}

/**
 * Change of height over each axle from changes at two marks of the body that need not stand over them.
 *
 * @param change m at the marks, and its plus-or-minus
 * @param wheelbase m
 * @param marks how far ahead of its axle each mark sits
 * Source: a rigid body's side moves as a straight line.
 */
export function carryToAxles(
  change: AxleChange,
  wheelbase: Metres,
  marks: { front: Metres; rear: Metres },
): AxleChange {
  if (marks.front === 0 && marks.rear === 0) return change
  const [xFront, xRear] = [wheelbase + marks.front, marks.rear]
  const weight = (x: Metres) => (x - xRear) / (xFront - xRear)
  const at = (x: Metres) => change.rear + (change.front - change.rear) * weight(x)
  const give = (x: Metres) => Math.hypot(change.rearGive * (1 - weight(x)), change.frontGive * weight(x))
  return { front: at(wheelbase), rear: at(0), frontGive: give(wheelbase), rearGive: give(0) }
}
