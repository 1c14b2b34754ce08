/**
 * Root of a continuous residual inside a bracket, by bisection guarded secant steps (regula falsi, Illinois).
 *
 * @param residual returns undefined where it is not defined; that ends the search
 * @param low,high bracket: the residual must change sign between them
 * @param tolerance width of the bracket at which to stop, in x
 * @returns x, or undefined when there is no sign change or the residual is undefined inside the bracket
 * Source: Dowell and Jarratt (1971), BIT 11, 168-174.
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
  if (fa * fb > 0) return undefined
  let side = 0
  for (let i = 0; i < 200; i++) {
    let c = (fa * b - fb * a) / (fa - fb)
    if (i % 8 === 7) c = (a + b) / 2
    const fc = residual(c)
    if (fc === undefined) return undefined
    if (fc === 0 || Math.abs(b - a) < tolerance) return c
    if (fc * fb > 0) {
      b = c
      fb = fc
      if (side === -1) fa /= 2
      side = -1
    } else {
      a = c
      fa = fc
      if (side === 1) fb /= 2
      side = 1
    }
    if (Math.abs(b - a) < tolerance) return (a + b) / 2
  }
  return undefined
}
