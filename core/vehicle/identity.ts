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
 * @param vin in capitals, without spaces
 * Source: 49 CFR 565.15.
 */
export function checkVin(vin: string): VinVerdict {
  if (vin.length !== 17) return 'length'
  if (!/^[A-HJ-NPR-Z0-9]{17}$/.test(vin)) return 'letters'
  const sum = [...vin].reduce((total, c, i) => total + (LETTERS[c] ?? Number(c)) * WEIGHTS[i]!, 0)
  const digit = sum % 11
  return vin[8] === (digit === 10 ? 'X' : String(digit)) ? 'ok' : 'check-digit'
}

/** Model years by the tenth place, as the code began in 1980; it comes round every thirty years. */
const YEAR_CODES = 'ABCDEFGHJKLMNPRSTVWXY123456789'

export interface VinHints {
  /** Model years it may be of, earliest first; one where the seventh place tells which round. */
  years: number[]
  /** Code of the plant, as its maker uses it. */
  plant: string
}

/**
 * Model year and plant as a VIN tells them: a hint for whoever types, never an answer. The seventh place parts the rounds on
 * passenger cars, and on trucks and multipurpose vehicles up to 10,000 lb: a digit before 2010, a letter from then on.
 *
 * @param vin seventeen characters, in capitals
 * @returns null where it is not well formed
 * Source: 49 CFR 565.15, tables VI and VII.
 */
export function vinHints(vin: string): VinHints | null {
  if (checkVin(vin) === 'length' || checkVin(vin) === 'letters') return null
  const place = YEAR_CODES.indexOf(vin[9]!)
  if (place < 0) return null
  const rounds = [1980 + place, 2010 + place]
  return { years: rounds, plant: vin[10]! }
}
/**
 * The one of a VIN's years that its seventh place tells, for a light vehicle.
 * @param hints of that VIN
 */
export const vinYear = (vin: string, { years }: VinHints): number => (/\d/.test(vin[6]!) ? years[0]! : years[1]!)

/** Radial, bias (`D` or a dash) or belted, after an older tire's speed symbol; then the rim, and what stands behind the size. */
const RIM = String.raw`(?:[STHVZ]?[RDB]|-)((?:[12]\d|30)(?:\.5)?)(?:LT|C)?[A-N]?(?:\d{2,3}(?:\/\d{2,3})?[A-Z])?$`
const METRIC_SIZE = new RegExp(String.raw`^(?:LT|P|ST)?(\d{3})\/(\d{2})${RIM}`)
const FLOTATION_SIZE = new RegExp(String.raw`^(\d{2}(?:\.\d{1,2})?)X(\d{1,2}(?:\.\d{1,2})?)${RIM}`)
/** From 4 to 14 in wide: `35-12` is no tire but half of one. */
const NUMERIC_SIZE = new RegExp(String.raw`^((?:[4-9]|1[0-4])(?:\.\d{1,2})?)${RIM}`)
/**
 * Section height over width of sizes that do not say it, on rims with a half inch and on others (from memory: 8R19.5 is 33.9 in,
 * 9R22.5 38.3 in; 7.00-16 is 30.8 in, 7.50-16 31.8 in).
 */
const numericAspect = (rim: string): number => (rim.endsWith('.5') ? 0.89 : 1.05)

/** A tire size as it is written on sidewalls, without spaces and in capitals but for the x. */
const tidyTireSize = (size: string): string => size.replace(/\s+/g, '').toUpperCase()

/**
 * Outside diameter of a tire from its size: `255/70R18`, `LT245/75R16E`, `35x12.50R20LT`, `8R19.5`, `7.50-16`;
 * load range, load index and speed symbol may stand behind it.
 * @returns m, or null where the text is no size
 * Source: definition of the size designations (metric: width in mm, aspect in %, rim in inches; flotation: diameter first).
 */
export function tireDiameter(size: string): Meters | null {
  const tidy = tidyTireSize(size)
  const metric = METRIC_SIZE.exec(tidy)
  if (metric) return (2 * Number(metric[1]) * Number(metric[2])) / 100 / 1000 + Number(metric[3]) * INCH
  const flotation = FLOTATION_SIZE.exec(tidy)
  if (flotation) return Number(flotation[1]) * INCH
  const [, width, rim] = NUMERIC_SIZE.exec(tidy) ?? []
  return width && rim ? (Number(rim) + 2 * numericAspect(rim) * Number(width)) * INCH : null
}

/**
 * Section width of a tire from its size.
 * @returns m, or null where the text is no size
 * Source: definition of the size designations (metric: width in mm; flotation and numeric: width in inches).
 */
export function tireWidth(size: string): Meters | null {
  const tidy = tidyTireSize(size)
  const metric = METRIC_SIZE.exec(tidy)
  if (metric) return Number(metric[1]) / 1000
  const inches = FLOTATION_SIZE.exec(tidy)?.[2] ?? NUMERIC_SIZE.exec(tidy)?.[1]
  return inches === undefined ? null : Number(inches) * INCH
}
