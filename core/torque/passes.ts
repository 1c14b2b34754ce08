import type { NewtonMeters } from '../quantity'

/** Shares of its torque at which a fastener is drawn down evenly, one pass after the other. Common practice, no published source. */
export const PASSES = [0.5, 0.8, 1] as const

/**
 * In what order places in a ring are drawn down: each next one across from the last, so that no two neighbors follow each other where
 * there are four or more.
 * @param count how many there are
 * @returns places, 1 first
 * Source: ASME PCC-1, star (cross) pattern.
 */
export function crosswise(count: number): number[] {
  if (count < 4) return Array.from({ length: count }, (_, i) => i + 1)
  const half = Math.ceil(count / 2)
  // An odd ring is a star: every second one, round and round.
  if (count % 2) return Array.from({ length: count }, (_, i) => ((i * 2) % count) + 1)
  const quarters = Array.from({ length: half }, (_, i) => i).sort((a, b) => spread(a, half) - spread(b, half))
  return quarters.flatMap((i) => [i + 1, i + half + 1])
}
/** Pairs far apart first: even ones, then odd ones; with an odd number of pairs they are far apart as they come. */
const spread = (i: number, half: number): number => (i % 2 && half % 2 === 0 ? half + i : i)

/** What a pass asks for: 1 for the first. */
export const passTorque = (torque: NewtonMeters, pass: number): NewtonMeters => torque * PASSES[pass - 1]!
