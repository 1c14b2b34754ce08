import { INCH, type Meters } from '../quantity'

/** Transliteration and weights of 49 CFR 565.15, tables III to V. */
const LETTERS: Record<string, number> = {
  A: 1,
  B: 2,
  C: 3,
  D: 4,
  E: 5,
  F: 6,
  G: 7,
  H: 8,
  J: 1,
  K: 2,
  L: 3,
  M: 4,
  N: 5,
  P: 7,
  R: 9,
  S: 2,
  T: 3,
  U: 4,
  V: 5,
  W: 6,
  X: 7,
  Y: 8,
  Z: 9,
}
const WEIGHTS = [8, 7, 6, 5, 4, 3, 2, 10, 0, 9, 8, 7, 6, 5, 4, 3, 2]

export type VinVerdict = 'ok' | 'length' | 'letters' | 'check-digit'

/**
 * Whether a vehicle identification number is well formed and its check digit agrees.
 *
 * The check digit is mandatory in North America only, so `check-digit` is a warning, not a refusal.
 * Source: 49 CFR 565.15.
 */
export function checkVin(vin: string): VinVerdict {
  if (vin.length !== 17) return 'length'
  if (!/^[A-HJ-NPR-Z0-9]{17}$/.test(vin)) return 'letters'
  const sum = [...vin].reduce((total, c, i) => total + (LETTERS[c] ?? Number(c)) * WEIGHTS[i]!, 0)
  const digit = sum % 11
  return vin[8] === (digit === 10 ? 'X' : String(digit)) ? 'ok' : 'check-digit'
}

/**
 * Outside diameter of a tire from its size, e.g. `255/70R18`.
 * @returns m, or null where the text is not a metric size
 * Source: definition of the size designation (width in mm, aspect in %, rim in inches).
 */
export function tireDiameter(size: string): Meters | null {
  const match = /^(?:LT|P)?(\d{3})\/(\d{2})R(\d{2}(?:\.5)?)/.exec(size)
  if (!match) return null
  return (2 * Number(match[1]) * Number(match[2])) / 100 / 1000 + Number(match[3]) * INCH
}
