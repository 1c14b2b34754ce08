import { GRAVITY, type Meters, type NewtonsPerMeter, type Pascals } from '../quantity'
import type { BagState } from './air-spring'
import type { BagPair } from './chassis'

export type BandSource = 'load' | 'tape' | 'rate' | 'bag-height' | 'friction' | 'estimate'
export interface BandPart {
  source: BandSource
  /** Plus or minus on the pressure of a bag. */
  value: Pascals
}

/**
 * How sure a leveling pressure is: what each uncertain figure does to it, to first order.
 *
 * Independent uncertainties are added in quadrature; the friction of the springs is not scatter but depends on whether the axle
 * came from above or below, so it widens the band as a whole.
 * @returns parts, largest first, the whole half-width, and Pa per meter of target height
 * Source: propagation of uncertainty, JCGM 100:2008 (GUM), 5.1.2; friction as common practice.
 */
export function bandParts(
  bags: BagPair,
  state: BagState,
  mean: Pascals,
  {
    steelRate,
    squat,
    unsure,
  }: {
    steelRate: NewtonsPerMeter
    squat: Meters
    unsure: { gain: number; target: Meters; rate: NewtonsPerMeter; bag: Meters; friction: number }
  },
): { parts: BandPart[]; total: Pascals; sensitivity: number } {
  const r = bags.motionRatio
  const perNewton = 1 / (2 * r * state.area)
  const sensitivity = (steelRate - 2 * r * r * mean * state.areaSlope) * perNewton
  const parts: BandPart[] = [
    { source: 'load', value: unsure.gain * GRAVITY * perNewton },
    { source: 'tape', value: Math.abs(sensitivity) * unsure.target },
    { source: 'rate', value: unsure.rate * Math.abs(squat) * perNewton },
    { source: 'bag-height', value: (Math.abs(mean * state.areaSlope) / state.area) * unsure.bag },
    { source: 'friction', value: unsure.friction * perNewton },
  ]
  const squares = parts.reduce((sum, p) => (p.source === 'friction' ? sum : sum + p.value ** 2), 0)
  return {
    parts: parts.filter((p) => p.value > 0).sort((a, b) => b.value - a.value),
    total: Math.sqrt(squares) + unsure.friction * perNewton,
    sensitivity,
  }
}

/**
 * A band widened by what estimates leave unsure: one more independent part, in quadrature with the others.
 * @param parts with their whole half-width as `bandParts` gives them
 * @param estimate half-width, Pa
 */
export function withEstimate(parts: readonly BandPart[], estimate: Pascals): { parts: BandPart[]; total: Pascals } {
  const friction = parts.find((p) => p.source === 'friction')?.value ?? 0
  const squares = parts.reduce((sum, p) => (p.source === 'friction' ? sum : sum + p.value ** 2), estimate ** 2)
  const added: BandPart[] = estimate > 0 ? [{ source: 'estimate', value: estimate }] : []
  return { parts: [...parts, ...added].sort((a, b) => b.value - a.value), total: Math.sqrt(squares) + friction }
}
