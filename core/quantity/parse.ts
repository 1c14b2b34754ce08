import { findUnit, isAbove, isBelow, toSi, UNITS, type QuantityKind, type Unit, type UnitSystem } from './units'
import { limitQuantity } from './format'

type RefusalCode =
  | 'empty'
  | 'not-a-number'
  | 'negative'
  | 'unknown-unit'
  | 'fraction-bottom'
  | 'fraction-too-big'
  | 'too-small'
  | 'too-big'

export interface Refusal {
  ok: false
  code: RefusalCode
  kind: QuantityKind
  /** The part of the text that was wrong, or the limit that was passed. */
  detail: string
}
export interface Parsed {
  ok: true
  /** SI. */
  value: number
  /** Symbol of the unit it was typed in. */
  unit: string
  /** Typed as "about": a weaker reading. */
  about: boolean
}
export interface ParseOptions {
  /** Which unit a bare number is in. */
  system?: UnitSystem
  /** SI limits, both allowed. */
  min?: number
  max?: number
  /** Whether a leading minus is meaningful here (a place behind the axle). */
  signed?: boolean
}

const VULGAR: Record<string, string> = {
  '½': '1/2',
  '¼': '1/4',
  '¾': '3/4',
  '⅛': '1/8',
  '⅜': '3/8',
  '⅝': '5/8',
  '⅞': '7/8',
}
/** Divisions a tape has. */
const TAPE_DIVISIONS = [2, 4, 8, 16, 32, 64]
const ABOUT = /^(?:about|abt\.?|approx\.?|approximately|around|roughly|ca\.?|~|≈)\s*/i
const NUMBER = /^(?:\d+(?:\.\d*)?|\.\d+)$/
const MIXED = /^(?:(\d+)(?:\s+|\s*-\s*))?(\d+)\s*\/\s*(\d+)$/

/** A text without what stands before its figure. */
interface Lead {
  rest: string
  about: boolean
  negative: boolean
}
function leadOf(text: string): Lead {
  const rest = text.replace(ABOUT, '')
  return { rest: rest.replace(/^[-−+]\s*/, ''), about: ABOUT.test(text), negative: /^[-−]/.test(rest) }
}

/** Feet before inches, `2' 11 1/4"`: their length, and what is left to read; null where a length has none. */
function feetOf(kind: QuantityKind, text: string): { length: number; rest: string; problem: boolean } | null {
  const feet = kind === 'length' ? /^(\d+(?:\.\d+)?)\s*(?:'|ft|feet|foot)\s*(.*)$/i.exec(text) : null
  if (!feet) return null
  let rest = feet[2]!.replace(/^-\s*/, '')
  if (rest && !/["a-z]$/i.test(rest)) rest += '"'
  const problem = rest !== '' && !/(?:"|in|inch|inches)$/i.test(rest)
  return { length: Number(feet[1]) * 12 * UNITS.length.us.factor, rest: rest || '0"', problem }
}

/** A bare figure: whole, decimal, or with a fraction that a tape has; else the code of what is wrong, and with which part. */
function numeralOf(numeral: string): number | [RefusalCode, string] {
  const mixed = MIXED.exec(numeral)
  if (!mixed) return NUMBER.test(numeral) ? Number(numeral) : ['not-a-number', numeral]
  const [whole, top, bottom] = [Number(mixed[1] ?? 0), Number(mixed[2]), Number(mixed[3])]
  if (!TAPE_DIVISIONS.includes(bottom)) return ['fraction-bottom', `${top}/${bottom}`]
  return top >= bottom ? ['fraction-too-big', `${top}/${bottom}`] : whole + top / bottom
}

/** In whose units a limit is told: as it was typed. */
const systemOf = (kind: QuantityKind, unit: Unit, typed: UnitSystem = 'us'): UnitSystem =>
  unit === UNITS[kind].us ? 'us' : unit === UNITS[kind].metric ? 'metric' : typed

/**
 * Reads a quantity the way people write it: `35 1/4`, `35-1/4`, `35.25"`, `2' 11 1/4"`, `895 mm`, `about 35`,
 * `16 lb-ft`, `30 psi`, `-13 in`.
 *
 * @param kind what is being read
 * @param text as typed
 * @param options unit of a bare number, limits, whether a sign is allowed
 * @returns the SI value, or a refusal that says what was wrong
 *
 * @example
 * parseQuantity('length', '2\' 11 1/4"').value // => 0.89535
 * parseQuantity('length', '35 5/3').code // => "fraction-bottom"
 */
// eslint-disable-next-line complexity -- one form after the other, and each optional part counts as a branch
export function parseQuantity(kind: QuantityKind, text: string, options: ParseOptions = {}): Parsed | Refusal {
  const refuse = (code: RefusalCode, detail: string): Refusal => ({ ok: false, code, kind, detail })
  const plain = normalize(text)
  if (!plain) return refuse('empty', '')
  const { rest, about, negative } = leadOf(plain)
  if (negative && !options.signed && kind !== 'temperature') return refuse('negative', text.trim())
  const feet = feetOf(kind, rest)
  if (feet?.problem) return refuse('unknown-unit', feet.rest)

  const split = /^([\d.\s/-]*?)\s*([^\d.\s/-].*)?$/.exec(feet?.rest ?? rest)
  if (!split) return refuse('not-a-number', feet?.rest ?? rest)
  const [numeral, symbol] = [split[1]!.trim(), split[2]?.trim()]
  if (!numeral || /^,\d/.test(symbol ?? '')) return refuse('not-a-number', text.trim())
  const unit = symbol ? findUnit(kind, symbol) : UNITS[kind][options.system ?? 'us']
  if (!unit) return refuse('unknown-unit', symbol!)
  const figure = numeralOf(numeral)
  if (typeof figure !== 'number') return refuse(...figure)

  const sign = negative ? -1 : 1
  const value = toSi(unit, sign * figure) + sign * (feet?.length ?? 0)
  return limited({ ok: true, value, unit: feet ? 'ft' : unit.symbol, about }, kind, {
    ...options,
    system: feet ? 'us' : systemOf(kind, unit, options.system),
  })
}

/** What was read, or which limit it passes. */
function limited(parsed: Parsed, kind: QuantityKind, { min, max, system = 'us' }: ParseOptions): Parsed | Refusal {
  const refuse = (code: RefusalCode, detail: string): Refusal => ({ ok: false, code, kind, detail })
  if (min !== undefined && isBelow(parsed.value, min))
    return refuse('too-small', limitQuantity('min', kind, min, system))
  if (max !== undefined && isAbove(parsed.value, max)) return refuse('too-big', limitQuantity('max', kind, max, system))
  return parsed
}

function normalize(text: string): string {
  return text
    .trim()
    .replace(/[”″“]|''/g, '"')
    .replace(/[’′‘]/g, "'")
    .replace(/[½¼¾⅛⅜⅝⅞]/g, (glyph) => ` ${VULGAR[glyph]}`)
    .replace(/⁄/g, '/')
    .replace(/\s+/g, ' ')
    .replace(/(?<![\d,.])\d{1,3}(?:,\d{3})+(?![\d,])/, (grouped) => grouped.replaceAll(',', ''))
    .trim()
}

const EXAMPLES: Record<QuantityKind, string> = {
  altitude: '4,200 ft or 1,280 m',
  length: '35 1/4, 35.25 or 895 mm',
  mass: '660 or 300 kg',
  pressure: '30 or 207 kPa',
  torque: '16 lb-ft or 22 N·m',
  temperature: '75 °F or 24 °C',
  rate: '217 lb/in or 38 N/mm',
  flow: '1.2 cu ft/min or 34 l/min',
}

/**
 * A refusal in words a person at the counter can act on.
 */
export function refusalText({ code, kind, detail }: Refusal): string {
  const example = `Type it like ${EXAMPLES[kind]}.`
  switch (code) {
    case 'empty':
      return `Nothing typed yet. ${example}`
    case 'not-a-number':
      return `"${detail}" is not a reading. ${example}`
    case 'negative':
      return `"${detail}" is below zero: this cannot be negative.`
    case 'unknown-unit':
      return `"${detail}" is not a unit of ${kind === 'rate' ? 'spring rate' : kind}. ${example}`
    case 'fraction-bottom':
      return `A tape has no ${detail}: use halves, quarters, eighths, sixteenths, 32nds or 64ths.`
    case 'fraction-too-big':
      return `${detail} is a whole or more: carry it into the inches.`
    case 'too-small':
      return `Too small: ${detail} is the min here.`
    case 'too-big':
      return `Too big: ${detail} is the max here.`
  }
}
