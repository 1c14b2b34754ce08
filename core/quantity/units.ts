/** SI aliases: the unit is in the type, so it need not be in the variable's name. */
export type Meters = number
export type SquareMeters = number
export type CubicMeters = number
export type Kilograms = number
export type Newtons = number
export type NewtonsPerMeter = number
export type NewtonMeters = number
export type Pascals = number
export type Kelvin = number
export type Radians = number
export type Hertz = number

/** Exact or adopted conversion factors. Source: NIST SP 811 (2008), appendix B. */
export const INCH: Meters = 0.0254
export const POUND: Kilograms = 0.45359237
export const GRAVITY = 9.80665
/** lbf, exact. */
export const POUND_FORCE = POUND * GRAVITY
export const POUND_FOOT: NewtonMeters = POUND * GRAVITY * 12 * INCH
export const PSI: Pascals = 6894.757293168361
export const ZERO_CELSIUS: Kelvin = 273.15

/**
 * Atmospheric pressure at an altitude.
 *
 * @param altitude m above sea level, -500 to 11 000
 * @returns Pa absolute
 * Source: ICAO Doc 7488 (1993) / US Standard Atmosphere 1976, troposphere.
 */
export const atmosphere = (altitude: Meters = 0): Pascals => 101325 * (1 - 2.25577e-5 * altitude) ** 5.25588

export type QuantityKind = 'length' | 'altitude' | 'mass' | 'pressure' | 'torque' | 'temperature' | 'rate' | 'flow'
export type UnitSystem = 'us' | 'metric'

export interface Unit {
  /** How a person reads it. */
  symbol: string
  /** SI per unit. */
  factor: number
  /** SI value of this unit's zero. */
  offset?: number
  /** What a person may type, lower case, beside the symbol. */
  spellings: string[]
}

const psi: Unit = { symbol: 'psi', factor: PSI, spellings: ['psi', 'psig', 'lb/in2', 'lbs'] }
const foot: Unit = { symbol: 'ft', factor: 12 * INCH, spellings: ['ft', 'feet', 'foot', "'"] }
const meter: Unit = { symbol: 'm', factor: 1, spellings: ['m', 'meter', 'meters'] }
const bar: Unit = { symbol: 'bar', factor: 1e5, spellings: ['bar'] }
const kilopascal: Unit = { symbol: 'kPa', factor: 1e3, spellings: ['kpa'] }

/** `lb-ft`, `ft-lbs`, `ft lb`, `lbf·ft`, `foot-pounds` and their like, for a length's short and long name. */
const torqueWords = (short: string, long: string): string[] =>
  ['-', ' ', '·', '.', ''].flatMap((joint) => [
    ...['lb', 'lbs', 'lbf'].flatMap((force) => [`${force}${joint}${short}`, `${short}${joint}${force}`]),
    `${long}${joint}pounds`,
    `${long}${joint}pound`,
  ])

/** Units a person may type, by kind; `us` and `metric` are the ones shown. */
export const UNITS: Record<QuantityKind, { us: Unit; metric: Unit; others: Unit[] }> = {
  length: {
    us: { symbol: 'in', factor: INCH, spellings: ['in', 'inch', 'inches', '"'] },
    metric: { symbol: 'mm', factor: 1e-3, spellings: ['mm'] },
    others: [{ symbol: 'cm', factor: 1e-2, spellings: ['cm'] }, meter, foot],
  },
  /** Height above the sea: a length that people tell in whole feet or meters. */
  altitude: { us: foot, metric: meter, others: [{ symbol: 'km', factor: 1000, spellings: ['km'] }] },
  mass: {
    us: { symbol: 'lb', factor: POUND, spellings: ['lb', 'lbs', 'pound', 'pounds', '#'] },
    metric: { symbol: 'kg', factor: 1, spellings: ['kg', 'kilo', 'kilos'] },
    others: [{ symbol: 't', factor: 1000, spellings: ['t', 'tonne', 'tonnes'] }],
  },
  pressure: { us: psi, metric: kilopascal, others: [bar, { symbol: 'Pa', factor: 1, spellings: ['pa'] }] },
  torque: {
    us: {
      symbol: 'lb-ft',
      factor: POUND_FOOT,
      spellings: torqueWords('ft', 'foot'),
    },
    metric: { symbol: 'N·m', factor: 1, spellings: ['n·m', 'nm', 'n m', 'n.m', 'n-m'] },
    others: [
      {
        symbol: 'lb-in',
        factor: POUND_FOOT / 12,
        spellings: torqueWords('in', 'inch'),
      },
    ],
  },
  temperature: {
    us: { symbol: '°F', factor: 5 / 9, offset: ZERO_CELSIUS - (32 * 5) / 9, spellings: ['°f', 'f'] },
    metric: { symbol: '°C', factor: 1, offset: ZERO_CELSIUS, spellings: ['°c', 'c'] },
    others: [{ symbol: 'K', factor: 1, spellings: ['k'] }],
  },
  rate: {
    us: { symbol: 'lb/in', factor: (POUND * GRAVITY) / INCH, spellings: ['lb/in', 'lbs/in', 'lbf/in'] },
    metric: { symbol: 'N/mm', factor: 1000, spellings: ['n/mm'] },
    others: [{ symbol: 'N/m', factor: 1, spellings: ['n/m'] }],
  },
  /** Free air that a compressor gives, m³/s. */
  flow: {
    us: {
      symbol: 'cu ft/min',
      factor: (12 * INCH) ** 3 / 60,
      spellings: ['cu ft/min', 'cfm', 'scfm', 'ft3/min', 'ft³/min'],
    },
    metric: { symbol: 'l/min', factor: 1 / 60_000, spellings: ['l/min', 'lpm'] },
    others: [{ symbol: 'm³/s', factor: 1, spellings: ['m³/s', 'm3/s'] }],
  },
}

/**
 * The unit of `kind` that people type as `spelling`, or undefined.
 * @param spelling as typed; case, spaces around it and a period at its end do not matter
 */
export function findUnit(kind: QuantityKind, spelling: string): Unit | undefined {
  // An abbreviation may end in a period: `33 in.`
  const typed = spelling.trim().toLowerCase().replace(/\.$/, '')
  const { us, metric, others } = UNITS[kind]
  return [us, metric, ...others].find((unit) => unit.spellings.includes(typed))
}

/**
 * A figure in a unit, as SI.
 * @param shown a figure in that unit
 * @returns the same in SI
 */
export const toSi = (unit: Unit, shown: number): number => shown * unit.factor + (unit.offset ?? 0)
/**
 * An SI figure in a unit.
 * @param si the figure in SI
 * @returns the same in that unit, unrounded
 */
export const fromSi = (unit: Unit, si: number): number => (si - (unit.offset ?? 0)) / unit.factor

/**
 * `si` in the unit a person of `system` reads.
 * @returns the bare number, unrounded
 */
export const inSystem = (kind: QuantityKind, si: number, system: UnitSystem): number => fromSi(UNITS[kind][system], si)

/**
 * Part of a limit that a figure may lose when it is typed in another unit and stored to six digits. Nothing that anybody
 * measures is that small: it is no tolerance.
 */
export const CONVERSION_SLACK = 1e-5
/**
 * Whether a value is over a limit by more than converting units can do.
 * @param value SI, as `limit`
 * @returns false at the limit itself, in whichever unit it was typed
 */
export const isAbove = (value: number, limit: number): boolean => value > limit + Math.abs(limit) * CONVERSION_SLACK
/**
 * Whether a value is under a limit by more than converting units can do.
 * @param value SI, as `limit`
 * @returns false at the limit itself, in whichever unit it was typed
 */
export const isBelow = (value: number, limit: number): boolean => value < limit - Math.abs(limit) * CONVERSION_SLACK
