/* eslint-disable complexity -- kernel: figures go in one by one, and loops stay in sight of each other */
/**
 * Root of a continuous residual inside a bracket: false position with halved weights (Illinois), and a bisection
 * whenever three steps have not halved the bracket, so that it always ends.
 *
 * @param residual returns undefined where it is not defined; that ends the search
 * @param low,high bracket: the residual must change sign between them
 * @param tolerance width of the bracket at which to stop, in x
 * @returns x, or undefined when there is no sign change or the residual is undefined inside the bracket
 * Source: Dowell and Jarratt (1971), BIT 11, 168-174.
 *
 * @example
 * findRoot((x) => x * x - 2, 1, 2, 1e-9) // => 1.41421356
 */
export function findRoot(
  residual: (x: number) => number | undefined,
  low: number,
  high: number,
  tolerance: number,
): number | undefined {
  let [a, b] = [low, high]
  let fa = residual(a)
  let fb = residual(b)
  if (fa === undefined || fb === undefined) return undefined
  if (fa === 0) return a
  if (fb === 0) return b
  if (fa > 0 === fb > 0) return undefined
  let keptEnd: 'a' | 'b' | null = null
  let widthThen = Math.abs(b - a)
  for (let step = 1; Math.abs(b - a) > tolerance; step++) {
    const slow = step % 3 === 0 && Math.abs(b - a) > widthThen / 2
    if (step % 3 === 0) widthThen = Math.abs(b - a)
    const c: number = slow ? (a + b) / 2 : (fa * b - fb * a) / (fa - fb)
    // Between neighboring numbers there is none left to try.
    if (!(c > Math.min(a, b) && c < Math.max(a, b))) return Math.abs(fa) < Math.abs(fb) ? a : b
    const fc = residual(c)
    if (fc === undefined) return undefined
    if (fc === 0) return c
    if (fc > 0 === fb > 0) {
      b = c
      fb = fc
      if (keptEnd === 'a') fa /= 2
      keptEnd = 'a'
    } else {
      a = c
      fa = fc
      if (keptEnd === 'b') fb /= 2
      keptEnd = 'b'
    }
  }
  return (a + b) / 2
}
