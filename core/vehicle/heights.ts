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
  /** Read with air in bags: the springs did not carry alone. */
  aired?: boolean
}
export type HeightSet = Partial<Record<Corner, HeightReading>>

export interface HeightSummary {
  front: Metres | null
  rear: Metres | null
  /** Rear above front, nose-down positive as a truck stands. */
  rake: Metres | null
  /** Left above right. */
  leanFront: Metres | null
  leanRear: Metres | null
  missing: Corner[]
  /** Any of them read with air in bags. */
  aired: boolean
  /** Plus or minus of an axle average. */
  give: Metres
  /** Corners that disagree with their neighbours; when one can be singled out it is alone. */
  suspect: Corner[]
  /** Diagonal disagreement in m: how far off the suspects are. */
  twist: Metres | null
}

/** Left and right of an axle further apart than this are worth a second look (common practice: 1 in). */
const SIDE_LIMIT: Metres = INCH
/** Bounds for a height that a fender lip can have, by mark. */
const PLAUSIBLE: Record<Mark, [Metres, Metres]> = { 'wheel-centre': [0.25, 0.9], ground: [0.5, 1.6] }

/**
 * Averages, rake, lean and doubts of four corner heights.
 *
 * A stiff frame keeps (left - right) front and rear nearly equal: when they differ by more than an inch one corner was
 * misread, and the axle with the larger lean holds it. A whole inch or more alone on one corner is what a slipped
 * tape or a wrong inch looks like.
 * @returns m; null where a corner is missing
 * Source: common practice, no published source.
 */
export function summariseHeights(heights: HeightSet, mark: Mark): HeightSummary {
  const at = (corner: Corner): Metres | null => heights[corner]?.value ?? null
  const both = (a: Metres | null, b: Metres | null, f: (a: Metres, b: Metres) => Metres) =>
    a === null || b === null ? null : f(a, b)
  const average = (a: Metres, b: Metres) => (a + b) / 2
  const less = (a: Metres, b: Metres) => a - b
  const [fl, fr, rr, rl] = CORNERS.map(at) as [Metres | null, Metres | null, Metres | null, Metres | null]
  const front = both(fl, fr, average)
  const rear = both(rl, rr, average)
  const leanFront = both(fl, fr, less)
  const leanRear = both(rl, rr, less)
  const twist = both(leanFront, leanRear, less)
  const give = Math.max(0, ...CORNERS.map((c) => (heights[c] ? (heights[c].about ? ABOUT_GIVE : TAPE_GIVE) : 0)))
  const [low, high] = PLAUSIBLE[mark]
  const suspect = CORNERS.filter((c) => heights[c] && (heights[c].value < low || heights[c].value > high))
  if (!suspect.length && twist !== null && Math.abs(twist) > SIDE_LIMIT) {
    suspect.push(
      ...(Math.abs(leanRear!) > Math.abs(leanFront!)
        ? (['rear-right', 'rear-left'] as const)
        : (['front-left', 'front-right'] as const)),
    )
  }
  return {
    front,
    rear,
    rake: both(rear, front, less),
    leanFront,
    leanRear,
    missing: CORNERS.filter((c) => !heights[c]),
    aired: CORNERS.some((c) => heights[c]?.aired),
    give,
    suspect,
    twist,
  }
}
