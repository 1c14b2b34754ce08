import { atmosphere, type Pascals } from '../quantity'

/** A compressor's or a chuck's flow at a pressure it works against; free air, m³/s. */
export interface FlowPoint {
  pressure: Pascals
  flow: number
}

/**
 * Seconds to fill a closed volume that keeps its size and its warmth.
 * @param volume m³, with its lines
 * @param from,to gauge Pa; `to` not under `from`
 * @param flow by pressure, rising pressures; straight between points, as at the ends beyond them
 * @returns infinite where the curve comes to no flow before the pressure is reached
 * Source: dt = V dP / (p0 q(P)), ideal gas at one temperature, flow as free air at the standard atmosphere; over a straight piece of the
 * curve the integral is a logarithm.
 *
 * @example
 * fillSeconds(0.01, 0, atmosphere(0), [{ pressure: 0, flow: 0.001 }]) // => 10.00
 */
export function fillSeconds(volume: number, from: Pascals, to: Pascals, flow: readonly FlowPoint[]): number {
  const flowAt = (p: Pascals): number => {
    const next = flow.findIndex((f) => f.pressure >= p)
    if (next < 0) return flow.at(-1)!.flow
    if (next === 0) return flow[0]!.flow
    const [a, b] = [flow[next - 1]!, flow[next]!]
    return a.flow + ((b.flow - a.flow) * (p - a.pressure)) / (b.pressure - a.pressure)
  }
  const bends = [from, ...flow.map((f) => f.pressure).filter((p) => p > from && p < to), to]
  if (bends.some((p) => flowAt(p) <= 0)) return to > from ? Infinity : 0
  let seconds = 0
  for (const [i, start] of bends.slice(0, -1).entries()) {
    const end = bends[i + 1]!
    const [q, fall] = [flowAt(start), flowAt(end) / flowAt(start) - 1]
    seconds += ((end - start) / q) * (Math.abs(fall) < 1e-9 ? 1 : Math.log1p(fall) / fall)
  }
  return (volume * seconds) / atmosphere(0)
}

/**
 * Tank that fills lines by itself, the compressor standing still: what it holds over the figure it has left is what the lines take.
 * @param volume m³ of the lines with their bags
 * @param from,to gauge Pa, of the lines
 * @param full gauge Pa in the tank; over `to`
 * @returns m³; infinite where the tank is at the figure itself
 * Source: ideal gas at one temperature, V_tank (full - to) = V (to - from).
 */
export const tankFor = (volume: number, from: Pascals, to: Pascals, full: Pascals): number =>
  to <= from ? 0 : full > to ? (volume * (to - from)) / (full - to) : Infinity
