import { GRAVITY, type Metres, type NewtonsPerMetre, type Pascals } from '../quantity'
import type { BagState } from './air-spring'
import type { BagPair } from './chassis'

export type DoubtSource = 'load' | 'tape' | 'rate' | 'bag-length' | 'friction'
export interface Doubt {
  source: DoubtSource
  /** Plus or minus on the pressure of a bag. */
  value: Pascals
}

/**
 * How sure a levelling pressure is: what each doubtful figure does to it, to first order.
 *
 * Independent doubts are added in quadrature; the friction of the springs is not scatter but depends on whether the axle
 * came from above or below, so it widens the band as a whole.
 * @returns parts, largest first, the whole half-width, and Pa per metre of target height
 * Source: propagation of uncertainty, JCGM 100:2008 (GUM), 5.1.2; friction as common practice.
 */
export function pressureDoubts(
  bags: BagPair,
  state: BagState,
  mean: Pascals,
  steelRate: NewtonsPerMetre,
  squat: Metres,
  unsure: { gain: number; target: Metres; rate: NewtonsPerMetre; bag: Metres; friction: number },
): { parts: Doubt[]; total: Pascals; sensitivity: number } {
  const r = bags.motionRatio
  const perNewton = 1 / (2 * r * state.area)
  const sensitivity = (steelRate - 2 * r * r * mean * state.areaSlope) * perNewton
  const parts: Doubt[] = [
    { source: 'load', value: unsure.gain * GRAVITY * perNewton },
    { source: 'tape', value: Math.abs(sensitivity) * unsure.target },
    { source: 'rate', value: unsure.rate * Math.abs(squat) * perNewton },
    { source: 'bag-length', value: (Math.abs(mean * state.areaSlope) / state.area) * unsure.bag },
    { source: 'friction', value: unsure.friction * perNewton },
  ]
  const squares = parts.reduce((sum, p) => (p.source === 'friction' ? sum : sum + p.value ** 2), 0)
  return {
    parts: parts.filter((p) => p.value > 0).sort((a, b) => b.value - a.value),
    total: Math.sqrt(squares) + unsure.friction * perNewton,
    sensitivity,
  }
}
