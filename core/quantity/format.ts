import { CONVERSION_SLACK, inSystem, UNITS, type QuantityKind, type UnitSystem } from './units'

/** Decimals shown, by kind and system; inches are shown as fractions instead. */
const DECIMALS: Record<QuantityKind, Record<UnitSystem, number>> = {
  length: { us: 0, metric: 0 },
  altitude: { us: 0, metric: 0 },
  mass: { us: 0, metric: 0 },
  pressure: { us: 0, metric: 0 },
  torque: { us: 1, metric: 1 },
  temperature: { us: 0, metric: 0 },
  rate: { us: 0, metric: 1 },
  flow: { us: 2, metric: 1 },
}

/**
 * Inches to the nearest sixteenth, fraction reduced: 35.25 gives `35 1/4`, -2.75 gives `−2 3/4`.
 * @param inches in inches, not SI
 */
export function formatInches(inches: number): string {
  const sixteenths = Math.round(Math.abs(inches) * 16)
  const sign = inches < 0 && sixteenths > 0 ? '−' : ''
  const whole = Math.floor(sixteenths / 16)
  let top = sixteenths % 16
  if (top === 0) return `${sign}${whole}`
  let bottom = 16
  while (top % 2 === 0) {
    top /= 2
    bottom /= 2
  }
  return `${sign}${whole ? `${whole} ` : ''}${top}/${bottom}`
}

/**
 * The number alone, as a person of `system` reads it.
 * @param decimals overrides the usual precision of the kind
 */
export const formatNumber = (kind: QuantityKind, si: number, system: UnitSystem, decimals?: number): string =>
  textOf(kind, inSystem(kind, si, system), system, decimals)

function textOf(kind: QuantityKind, shown: number, system: UnitSystem, decimals?: number): string {
  if (kind === 'length' && system === 'us' && decimals === undefined) return formatInches(shown)
  const text = Math.abs(shown).toFixed(decimals ?? DECIMALS[kind][system])
  const grouped = text.replace(/^\d{4,}/, (digits) => digits.replace(/\B(?=(\d{3})+$)/g, ','))
  return shown < 0 && Number(text) !== 0 ? `−${grouped}` : grouped
}

/**
 * Number and unit: `35 1/4 in`, `207 kPa`.
 * @param si in the SI unit of its kind
 * @param decimals for kinds shown with decimals; else as the unit usually is
 */
export const formatQuantity = (kind: QuantityKind, si: number, system: UnitSystem, decimals?: number): string =>
  `${formatNumber(kind, si, system, decimals)} ${UNITS[kind][system].symbol}`

/** A band with its unit; one figure where both ends read the same: `8 psi`, `8 to 10 psi`. */
export function formatBand(
  kind: QuantityKind,
  { low, high }: { low: number; high: number },
  system: UnitSystem,
): string {
  const from = formatNumber(kind, low, system)
  const to = formatQuantity(kind, high, system)
  return from === formatNumber(kind, high, system) ? to : `${from} to ${to}`
}

/** Half an inch: what tube is cut to. */
const CUT = 0.0127
/**
 * Length of something cut from a coil, up to the next half inch or centimeter: `7 ft 11 1/2 in`, `243 cm`.
 * @param si m
 */
export function formatRun(si: number, system: UnitSystem): string {
  if (system === 'metric') return `${Math.ceil(si * 100 - 1e-6)} cm`
  const inches = Math.ceil(si / CUT - 1e-6) / 2
  const feet = Math.floor(inches / 12)
  const rest = formatInches(inches - 12 * feet)
  return feet ? `${feet} ft ${rest} in` : `${rest} in`
}

/**
 * The number of a limit, rounded to the side where it holds: typed as it is shown, it is within. A minimum goes up to the
 * next figure that is shown, a maximum down, unless it is one but for the conversion of units.
 * @param si in the SI unit of its kind
 */
export function formatLimit(
  end: 'min' | 'max',
  kind: QuantityKind,
  si: number,
  { system, decimals }: { system: UnitSystem; decimals?: number },
): string {
  const steps =
    kind === 'length' && system === 'us' && decimals === undefined ? 16 : 10 ** (decimals ?? DECIMALS[kind][system])
  const exact = inSystem(kind, si, system) * steps
  const nearest = Math.round(exact)
  const inward = end === 'min' ? Math.ceil(exact) : Math.floor(exact)
  return textOf(
    kind,
    (Math.abs(exact - nearest) <= Math.abs(exact) * CONVERSION_SLACK ? nearest : inward) / steps,
    system,
    decimals,
  )
}

/** A limit with its unit; see `formatLimit`. */
export const limitQuantity = (end: 'min' | 'max', kind: QuantityKind, si: number, system: UnitSystem): string =>
  `${formatLimit(end, kind, si, { system })} ${UNITS[kind][system].symbol}`
