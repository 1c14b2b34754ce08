import { atmosphere, PSI, type Kelvin, type Pascals } from '../quantity'

export interface PressureReading {
  /** Gauge. */
  pressure: Pascals
  temperature: Kelvin
}

/**
 * Gauge pressure a closed, rigid amount of air shows at another temperature and ambient pressure.
 * @param from gauge Pa and K
 * @param temperature K
 * @returns gauge Pa
 * Source: ideal gas at constant volume (Gay-Lussac).
 */
export const pressureAt = (
  from: PressureReading,
  temperature: Kelvin,
  ambientFrom = atmosphere(),
  ambientTo = ambientFrom,
): Pascals => ((from.pressure + ambientFrom) * temperature) / from.temperature - ambientTo

/** A fall of about 7 psi from 60 over 24 h means a leak; in proportion from a lower pressure. Common practice, no published source. */
const ALLOWED_FALL = 7 / 60
export const AIR_CHECK_SECONDS = 24 * 3600
/** A dial gauge read twice: what two readings may differ without any leak. */
const GAUGE_TOLERANCE: Pascals = 1 * PSI

export type LeakCode = 'holds' | 'leaks' | 'too-early' | 'gained'

export interface LeakVerdict {
  code: LeakCode
  /** What the gauge should read now if no air had gone. */
  expected: Pascals
  /** Air lost, as pressure at the temperature of the second reading. */
  lost: Pascals
  /** What may be lost by now before it counts as a leak. */
  allowed: Pascals
}

/**
 * Verdict on a pressure hold, corrected for temperature.
 *
 * @param start,end readings at both ends
 * @param seconds between them, over zero
 * @returns `too-early` while the hold is shorter than 24 h and nothing is wrong yet; `leaks` as soon as the loss passes
 * what 24 h may show; `gained` when the gauge reads higher than gas law and gauge allow: one reading is wrong
 */
export function judgeAirCheck(
  start: PressureReading,
  end: PressureReading,
  seconds: number,
  ambient = atmosphere(),
): LeakVerdict {
  const expected = pressureAt(start, end.temperature, ambient)
  const lost = expected - end.pressure
  const allowed = ALLOWED_FALL * start.pressure
  const code: LeakCode =
    lost > allowed
      ? 'leaks'
      : lost < -2 * GAUGE_TOLERANCE
        ? 'gained'
        : seconds < AIR_CHECK_SECONDS
          ? 'too-early'
          : 'holds'
  return { code, expected, lost, allowed }
}
