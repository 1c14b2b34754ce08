import { INCH, isAbove, type Meters } from '../quantity'

export const CORNERS = ['front-left', 'front-right', 'rear-right', 'rear-left'] as const
export type Corner = (typeof CORNERS)[number]
/** Where a height is read: at a corner, or once for an axle, which side nobody knows. */
export const HEIGHT_PLACES = [...CORNERS, 'front', 'rear'] as const
export type HeightPlace = (typeof HEIGHT_PLACES)[number]
export const MARKS = ['wheel-center', 'ground'] as const
/** From where a ride height was read up to the fender lip. */
export type Mark = (typeof MARKS)[number]

/** Half-width of a tape reading: a sixteenth read carefully, a half where somebody said "about". */
export const TAPE_TOLERANCE: Meters = INCH / 16
const ABOUT_TOLERANCE: Meters = INCH / 2
/** Half of what left and right of a sound vehicle differ by: what one height leaves unsure of its axle (common practice). */
const UNKNOWN_SIDE: Meters = INCH / 8

export interface HeightReading {
  value: Meters
  about: boolean
  /** Half-width of the tool it was read with; a sixteenth of an inch where nothing was said. */
  tolerance?: Meters | null
  /** Read with air in bags: the springs did not carry alone. */
  aired?: boolean
}
export type HeightSet = Partial<Record<HeightPlace, HeightReading>>

export interface HeightSummary {
  front: Meters | null
  rear: Meters | null
  frontTolerance: Meters
  rearTolerance: Meters
  /** Rear above front, nose-down positive as a truck stands. */
  rake: Meters | null
  rakeTolerance: Meters
  /** Left above right. */
  leanFront: Meters | null
  leanRear: Meters | null
  /** Plus or minus of the rear lean. */
  leanTolerance: Meters
  /** Corners that were not read; none of an axle of which one height is known. */
  missing: Corner[]
  /** Any of them read with air in bags. */
  aired: boolean
}

/**
 * Plus or minus of one reading.
 * @returns m, half-width
 */
export const readingTolerance = ({ about, tolerance }: HeightReading): Meters =>
  Math.max(about ? ABOUT_TOLERANCE : 0, tolerance ?? TAPE_TOLERANCE)

/**
 * By how much readings are rougher than a tape read carefully, by the roughest: with the usual tool the figure decides.
 * @returns m, half-width; 0 for the usual tool or a finer one
 */
export function roughnessOf(readings: readonly Pick<HeightReading, 'about' | 'tolerance' | 'value'>[]): Meters {
  const worst = Math.max(0, ...readings.map(readingTolerance))
  return isAbove(worst, TAPE_TOLERANCE) ? worst : 0
}

/**
 * Averages, rake and lean of four corner heights, or of one height an axle, each with its plus-or-minus. Of an axle with one
 * height no lean is known.
 * @returns m; null where a corner is missing
 * Source: averages and differences; independent half-widths added in quadrature (JCGM 100:2008, 5.1.2).
 */
export function summarizeHeights(heights: HeightSet): HeightSummary {
  const heightOf = (corner: Corner): Meters | null => heights[corner]?.value ?? null
  const both = (a: Meters | null, b: Meters | null, f: (a: Meters, b: Meters) => Meters) =>
    a === null || b === null ? null : f(a, b)
  const average = (a: Meters, b: Meters) => (a + b) / 2
  const less = (a: Meters, b: Meters) => a - b
  const [fl, fr, rr, rl] = CORNERS.map(heightOf) as [Meters | null, Meters | null, Meters | null, Meters | null]
  const tolerance = (corner: Corner) => (heights[corner] ? readingTolerance(heights[corner]) : 0)
  /** Both sides where they were read, else the one height of the axle, which may be of either side. */
  const axle = (end: 'front' | 'rear', left: Meters | null, right: Meters | null) => {
    const two = both(left, right, average)
    const one = heights[end]
    if (two === null && one)
      return { value: one.value, tolerance: Math.hypot(readingTolerance(one), UNKNOWN_SIDE), one: true }
    const tape = Math.hypot(tolerance(`${end}-left`), tolerance(`${end}-right`)) / 2
    return { value: two, tolerance: tape, one: false }
  }
  const [atFront, atRear] = [axle('front', fl, fr), axle('rear', rl, rr)]
  const [front, rear] = [atFront.value, atRear.value]
  const [frontTolerance, rearTolerance] = [atFront.tolerance, atRear.tolerance]
  return {
    front,
    rear,
    frontTolerance,
    rearTolerance,
    rake: both(rear, front, less),
    rakeTolerance: Math.hypot(frontTolerance, rearTolerance),
    leanFront: both(fl, fr, less),
    leanRear: both(rl, rr, less),
    leanTolerance: 2 * rearTolerance,
    missing: CORNERS.filter((c) => !heights[c] && !(c.startsWith('front') ? atFront : atRear).one),
    aired: HEIGHT_PLACES.some((c) => heights[c]?.aired),
  }
}

export interface AxleChange {
  front: Meters
  rear: Meters
  frontTolerance: Meters
  rearTolerance: Meters
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
  wheelbase: Meters,
  marks: { front: Meters; rear: Meters },
): AxleChange {
  if (marks.front === 0 && marks.rear === 0) return change
  const [xFront, xRear] = [wheelbase + marks.front, marks.rear]
  const weight = (x: Meters) => (x - xRear) / (xFront - xRear)
  const changeAt = (x: Meters) => change.rear + (change.front - change.rear) * weight(x)
  const tolerance = (x: Meters) => Math.hypot(change.rearTolerance * (1 - weight(x)), change.frontTolerance * weight(x))
  return {
    front: changeAt(wheelbase),
    rear: changeAt(0),
    frontTolerance: tolerance(wheelbase),
    rearTolerance: tolerance(0),
  }
}

/** A fender's lip over the top of its tire, about. Common practice, no published source. */
const LIP_OVER_TIRE: Meters = 0.1
/**
 * From which mark a set of heights looks as if it was read, by the size of the tires.
 * @param values m, of one set
 * @param tire m, diameter
 * @returns null where they do not agree, or lie between
 * @example
 * looksLike([0.93, 0.94, 0.99, 1], 0.8) // => "ground"
 */
export function looksLike(values: readonly Meters[], tire: Meters): Mark | null {
  const center = (mark: Mark) => (mark === 'ground' ? tire : tire / 2) + LIP_OVER_TIRE
  const near = values.map((v): Mark | null => {
    const [low, high] = [Math.abs(v - center('wheel-center')), Math.abs(v - center('ground'))]
    // As near to one as to the other, it tells nothing.
    return Math.abs(low - high) < tire / 8 ? null : low < high ? 'wheel-center' : 'ground'
  })
  const [first = null] = near
  return near.every((mark) => mark === first) ? first : null
}
