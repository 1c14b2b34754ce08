/** A piecewise cubic through a table; `undefined` outside the table, never an extrapolation. */
export interface Interpolant {
  readonly from: number
  readonly to: number
  value(x: number): number | undefined
  slope(x: number): number | undefined
  /** Both at once, for an innermost loop: written into what is handed in; false outside the table. */
  both(x: number, into: { value: number; slope: number }): boolean
}

/**
 * Monotone piecewise cubic interpolation: no overshoot between the points of a table.
 *
 * @param xs strictly increasing, two at least
 * @param ys as many
 * @throws RangeError when the table is shorter than two rows, uneven, or not strictly increasing in x
 * Source: Fritsch and Butland (1984), SIAM J. Sci. Stat. Comput. 5, 300-304 (weighted harmonic mean slopes), with
 * one-sided three-point end slopes limited to keep the shape.
 *
 * @example
 * monotoneCubic([0, 1, 2], [0, 1, 2]).value(1.5) // => 1.5
 */
export function monotoneCubic(xs: readonly number[], ys: readonly number[]): Interpolant {
  if (xs.length < 2 || xs.length !== ys.length) throw new RangeError('a table needs two rows or more, of equal length')
  const widths = xs.slice(1).map((x, i) => x - xs[i]!)
  if (widths.some((w) => !(w > 0))) throw new RangeError('a table must rise strictly in x')
  const secants = widths.map((w, i) => (ys[i + 1]! - ys[i]!) / w)
  const slopes = nodeSlopes(widths, secants)
  const from = xs[0]!
  const to = xs[xs.length - 1]!

  /** Where it was last: an iteration asks again and again in one piece. */
  let last = 0
  const locate = (x: number): number | undefined => {
    if (x >= xs[last]! && x < xs[last + 1]!) return last
    if (!(x >= from && x <= to)) return undefined
    let low = 0
    let high = xs.length - 1
    while (high - low > 1) {
      const middle = (low + high) >> 1
      if (xs[middle]! <= x) low = middle
      else high = middle
    }
    last = low
    return low
  }
  return {
    from,
    to,
    both(x, into) {
      const i = locate(x)
      if (i === undefined) return false
      const w = widths[i]!
      const t = (x - xs[i]!) / w
      // The same cubic by its coefficients (Hermite form, sorted by powers of t).
      const rise = ys[i + 1]! - ys[i]!
      const c1 = w * slopes[i]!
      const c2 = 3 * rise - 2 * c1 - w * slopes[i + 1]!
      const c3 = c1 + w * slopes[i + 1]! - 2 * rise
      into.value = ys[i]! + t * (c1 + t * (c2 + t * c3))
      into.slope = (c1 + t * (2 * c2 + 3 * t * c3)) / w
      return true
    },
    value(x) {
      const i = locate(x)
      if (i === undefined) return undefined
      const w = widths[i]!
      const t = (x - xs[i]!) / w
      const t2 = t * t
      const t3 = t2 * t
      return (
        (2 * t3 - 3 * t2 + 1) * ys[i]! +
        (t3 - 2 * t2 + t) * w * slopes[i]! +
        (3 * t2 - 2 * t3) * ys[i + 1]! +
        (t3 - t2) * w * slopes[i + 1]!
      )
    },
    slope(x) {
      const i = locate(x)
      if (i === undefined) return undefined
      const w = widths[i]!
      const t = (x - xs[i]!) / w
      return (
        (6 * (t * t - t) * (ys[i]! - ys[i + 1]!)) / w +
        (3 * t * t - 4 * t + 1) * slopes[i]! +
        (3 * t * t - 2 * t) * slopes[i + 1]!
      )
    },
  }
}

function nodeSlopes(widths: readonly number[], secants: readonly number[]): number[] {
  const last = secants.length - 1
  if (last === 0) return [secants[0]!, secants[0]!]
  const slopes = [endSlope(widths[0]!, widths[1]!, secants[0]!, secants[1]!)]
  for (let i = 1; i <= last; i++) {
    const [s1, s2, h1, h2] = [secants[i - 1]!, secants[i]!, widths[i - 1]!, widths[i]!]
    if (s1 * s2 <= 0) slopes.push(0)
    else {
      const alpha = (1 + h2 / (h1 + h2)) / 3
      slopes.push((s1 * s2) / (alpha * s2 + (1 - alpha) * s1))
    }
  }
  slopes.push(endSlope(widths[last]!, widths[last - 1]!, secants[last]!, secants[last - 1]!))
  return slopes
}

/** Three-point one-sided slope at an end, held to the sign of the end secant and to three times it. */
function endSlope(h1: number, h2: number, s1: number, s2: number): number {
  const slope = ((2 * h1 + h2) * s1 - h1 * s2) / (h1 + h2)
  if (slope * s1 <= 0) return 0
  if (s1 * s2 <= 0 && Math.abs(slope) > 3 * Math.abs(s1)) return 3 * s1
  return slope
}
