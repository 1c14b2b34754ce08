import type { Meters, NewtonsPerMeter, Pascals } from '../quantity'

/** Moduli of spring steel. Source: Shigley, Mechanical Engineering Design, table A-5 and ch. 10 (from memory). */
export const SHEAR_MODULUS: Pascals = 79.3e9
export const YOUNG_MODULUS: Pascals = 206.8e9

export interface Coil {
  wire: Meters
  /** Center to center of the wire across the coil. */
  meanDiameter: Meters
  activeTurns: number
}

/**
 * Rate of a helical compression spring.
 * @returns N/m; for an index D/d of 4 to 12, where wire curvature hardly matters
 * Source: k = G d^4/(8 D^3 N), Shigley, ch. 10.
 *
 * @example
 * coilRate({ wire: 0.014, meanDiameter: 0.12, activeTurns: 6 }) // => 36728
 */
export const coilRate = ({ wire, meanDiameter, activeTurns }: Coil): NewtonsPerMeter =>
  (SHEAR_MODULUS * wire ** 4) / (8 * meanDiameter ** 3 * activeTurns)

export interface LeafPack {
  /** Eye to eye. */
  length: Meters
  /** Held flat between U-bolts and seat: it does not bend. */
  clamped: Meters
  width: Meters
  thickness: Meters
  /** Leaves of full length, the main leaf among them. */
  fullLength: number
  /** Leaves that get shorter step by step. */
  graduated: number
}

/**
 * Rate of a leaf pack loaded at its center.
 *
 * Full-length leaves are beams of constant section, 4 E b t^3/L^3 each; graduated ones approach uniform strength and
 * tolerance half as much again, 8 E b t^3/(3 L^3) each. L is the length that bends.
 * @returns N/m, without friction between the leaves; undefined when nothing is left to bend
 * Source: beam theory; SAE HS-788, Spring Design Manual (from memory).
 */
export function leafPackRate({
  length,
  clamped,
  width,
  thickness,
  fullLength,
  graduated,
}: LeafPack): NewtonsPerMeter | undefined {
  const active = length - clamped
  if (!(active > 0) || fullLength + graduated <= 0) return undefined
  const leaf = (YOUNG_MODULUS * width * thickness ** 3) / active ** 3
  return leaf * (4 * fullLength + (8 / 3) * graduated)
}

/**
 * Wheel rate of a spring on an arm.
 *
 * @param rate of the spring, N/m
 * @param ratio spring travel over wheel travel
 * @returns N/m at the wheel, for an arm whose ratio hardly changes over its travel
 * Source: virtual work.
 *
 * @example
 * wheelRate(76_000, 0.5) // => 19000
 */
export const wheelRate = (rate: NewtonsPerMeter, ratio: number): NewtonsPerMeter => ratio ** 2 * rate
