import {
  type NewtonMeters,
  type Newtons,
  type Meters,
  type Pascals,
  type Radians,
  type SquareMeters,
  INCH,
} from '../quantity'

interface Thread {
  diameter: Meters
  stressArea: SquareMeters
}
const inchThread = (diameter: number, area: number): Thread => ({
  diameter: diameter * INCH,
  stressArea: area * INCH ** 2,
})
const metricThread = (diameter: number, area: number): Thread => ({
  diameter: diameter / 1000,
  stressArea: area * 1e-6,
})

/**
 * Tensile stress areas: UNC and UNF from 1/4 to 3/4, ISO metric M6 to M16 by pitch; without one the coarse pitch is meant.
 * Source: ASME B1.1 (inch, in2), ISO 898-1 (metric, mm2).
 */
export const THREADS = {
  '1/4-20': inchThread(0.25, 0.0318),
  '1/4-28': inchThread(0.25, 0.0364),
  '5/16-18': inchThread(0.3125, 0.0524),
  '5/16-24': inchThread(0.3125, 0.058),
  '3/8-16': inchThread(0.375, 0.0775),
  '3/8-24': inchThread(0.375, 0.0878),
  '7/16-14': inchThread(0.4375, 0.1063),
  '7/16-20': inchThread(0.4375, 0.1187),
  '1/2-13': inchThread(0.5, 0.1419),
  '1/2-20': inchThread(0.5, 0.1599),
  '9/16-12': inchThread(0.5625, 0.182),
  '9/16-18': inchThread(0.5625, 0.203),
  '5/8-11': inchThread(0.625, 0.226),
  '5/8-18': inchThread(0.625, 0.256),
  '3/4-10': inchThread(0.75, 0.334),
  '3/4-16': inchThread(0.75, 0.373),
  M6: metricThread(6, 20.1),
  M8: metricThread(8, 36.6),
  M8x1: metricThread(8, 39.2),
  'M8x1.25': metricThread(8, 36.6),
  M10: metricThread(10, 58.0),
  M10x1: metricThread(10, 64.5),
  'M10x1.25': metricThread(10, 61.2),
  'M10x1.5': metricThread(10, 58.0),
  M12: metricThread(12, 84.3),
  'M12x1.25': metricThread(12, 92.1),
  'M12x1.5': metricThread(12, 88.1),
  'M12x1.75': metricThread(12, 84.3),
  M14: metricThread(14, 115),
  'M14x1.5': metricThread(14, 125),
  M14x2: metricThread(14, 115),
  M16: metricThread(16, 157),
  'M16x1.5': metricThread(16, 167),
  M16x2: metricThread(16, 157),
} as const
export type ThreadName = keyof typeof THREADS

const KSI: Pascals = 6894757.293168
/** Proof strengths. Source: SAE J429 (grades), ISO 898-1 (property classes, to M16). */
export const PROOF = {
  'grade 2': 55 * KSI,
  'grade 5': 85 * KSI,
  'grade 8': 120 * KSI,
  '8.8': 580e6,
  '10.9': 830e6,
} as const
export type BoltGrade = keyof typeof PROOF

/** Nut factor by finish. Source: Shigley, Mechanical Engineering Design, table 8-15 (from memory). */
export const NUT_FACTOR = { unstated: 0.2, black: 0.3, zinc: 0.2, lubricated: 0.18, cadmium: 0.16 } as const
export type Finish = keyof typeof NUT_FACTOR

type ClampNote = 'ok' | 'look-again' | 'refused' | 'likely-inch-pounds'

export interface Clamp {
  force: Newtons
  /** Part of proof load, at the stated finish. */
  proof: number
  note: ClampNote
}

/**
 * Clamp force of a torque and how much of the bolt's proof load it uses.
 *
 * @returns N; `refused` over 100 % of proof, `look-again` over 75 % at the lowest nut factor the finish may have,
 * `likely-inch-pounds` under 5 %
 * Source: F = T/(K d), Shigley.
 *
 * @example
 * clampForce(16 * POUND_FOOT, '3/8-16', 'grade 5', 'unstated').force // => 11387
 */
export function clampForce(
  torque: NewtonMeters,
  thread: ThreadName,
  grade: BoltGrade,
  finish: Finish = 'unstated',
): Clamp {
  const { diameter, stressArea } = THREADS[thread]
  const load = PROOF[grade] * stressArea
  const force = torque / (NUT_FACTOR[finish] * diameter)
  const lowest = finish === 'unstated' ? NUT_FACTOR.cadmium : NUT_FACTOR[finish]
  const highest = torque / (lowest * diameter) / load
  const proof = force / load
  return {
    force,
    proof,
    note: proof > 1 ? 'refused' : highest > 0.75 ? 'look-again' : proof < 0.05 ? 'likely-inch-pounds' : 'ok',
  }
}

/**
 * What to set a wrench to when an extension lengthens it.
 *
 * @param torque wanted at the fastener
 * @param length m, wrench drive to the middle of the grip
 * @param extension m, drive to fastener
 * @param angle rad between extension and wrench, 0 in line
 * Source: moments about the fastener.
 *
 * @example
 * wrenchSetting(36 * POUND_FOOT, 0.4, 0.045, Math.PI / 2) / POUND_FOOT // => 36.00
 */
export const wrenchSetting = (torque: NewtonMeters, length: Meters, extension: Meters, angle: Radians): NewtonMeters =>
  (torque * length) / (length + extension * Math.cos(angle))
