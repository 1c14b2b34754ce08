/** Share of Student's t within ±t. Source: Abramowitz and Stegun 26.7.3 and 26.7.4, for whole degrees of freedom. */
function within(t: number, freedom: number): number {
  const angle = Math.atan(t / Math.sqrt(freedom))
  const cosine = Math.cos(angle)
  let term = freedom % 2 ? cosine : 1
  let sum = freedom === 1 ? 0 : term
  for (let k = freedom % 2 ? 3 : 2; k < freedom; k += 2) {
    term *= ((k - 1) / k) * cosine * cosine
    sum += term
  }
  return freedom % 2 ? (2 / Math.PI) * (angle + Math.sin(angle) * sum) : Math.sin(angle) * sum
}

/**
 * How far a mean may be off, in standard errors, at a confidence.
 * @param freedom degrees of freedom, a whole number from 1
 * @param confidence share that lies within, over 0 and under 1
 * Source: Student's t, two-sided; found by halving.
 */
export function studentT(freedom: number, confidence: number): number {
  let [low, high] = [0, 1]
  while (within(high, freedom) < confidence) high *= 2
  for (let i = 0; i < 80; i++) {
    const middle = (low + high) / 2
    if (within(middle, freedom) < confidence) low = middle
    else high = middle
  }
  return (low + high) / 2
}
