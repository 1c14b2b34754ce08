import { atmosphere, type Pascals } from '../quantity'

/** A compressor's or a chuck's flow at a pressure it works against; free air, m³/s. */
export interface FlowPoint {
  pressure: Pascals
  flow: number
}
/** Steps of one straight piece of the curve, by Simpson's rule. */
const STEPS = 64

/**
 * Seconds to fill a closed volume that keeps its size and its warmth.
 * @param volume m³, with its lines
 * @param from,to gauge Pa; `to` not under `from`
 * @param flow by pressure, rising pressures; straight between points, as at the ends beyond them
 * @returns infinite where the curve comes to no flow before the pressure is reached
 * Source: dt = V dP / (p0 q(P)), ideal gas at one temperature, flow as free air at the standard atmosphere.
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
    const width = (bends[i + 1]! - start) / STEPS
    for (let k = 0; k < STEPS; k++) {
      const at = start + k * width
      seconds += (width / 6) * (1 / flowAt(at) + 4 / flowAt(at + width / 2) + 1 / flowAt(at + width))
    }
  }
  return (volume * seconds) / atmosphere(0)
}
