import { z } from 'zod'
import { formatQuantity, limitQuantity } from './format'
import { parseQuantity, refusalText } from './parse'
import { UNITS, type QuantityKind } from './units'

/** SI unit of each kind, for descriptions. */
export const SI_UNIT: Record<QuantityKind, string> = {
  length: 'm',
  altitude: 'm',
  mass: 'kg',
  pressure: 'Pa',
  torque: 'N·m',
  temperature: 'K',
  rate: 'N/m',
  flow: 'm³/s',
}

/** Of which kind the number of a schema is, for forms. */
export const quantityKinds = z.registry<{ kind: QuantityKind }>()

const rangeText = (kind: QuantityKind, min: number, max: number): string =>
  `must be a number between ${limitQuantity('min', kind, min, 'metric')} and ${limitQuantity('max', kind, max, 'metric')} ` +
  `(${limitQuantity('min', kind, min, 'us')} to ${limitQuantity('max', kind, max, 'us')}), given in ${SI_UNIT[kind]}`

/**
 * Schema of one SI number of a kind between two limits; its message names the limits in both systems.
 * @param min smallest that is taken, in the SI unit of the kind; `max` the largest
 */
export const bounded = (kind: QuantityKind, min: number, max: number) => {
  const error = rangeText(kind, min, max)
  const schema = z
    .number({ error })
    .min(min, { error })
    .max(max, { error })
    .meta({ description: `${kind}, ${SI_UNIT[kind]}` })
  quantityKinds.add(schema, { kind })
  return schema
}

/**
 * Schema of a plain number between two limits, of which each message says what is right.
 * @param what how it is called in a message
 * @param min smallest that is taken, `max` the largest
 * @param unit behind each figure of a message, where it has one
 */
export const plainNumber = (what: string, min: number, max: number, unit = '') => {
  const figure = (limit: number) => `${limit.toLocaleString('en-US')}${unit && ` ${unit}`}`
  return z
    .number({ error: `${what} must be a number${unit && `, ${unit}`}` })
    .min(min, { error: `${what} must be ${figure(min)} or more` })
    .max(max, { error: `${what} must be ${figure(max)} or less` })
}

export interface Limits {
  min: number
  max: number
}
/** What is inside a schema that may be null or has a default. */
export const innerSchema = (schema: z.core.$ZodType): z.core.$ZodType =>
  schema instanceof z.ZodDefault || schema instanceof z.ZodNullable || schema instanceof z.ZodOptional
    ? innerSchema(schema.def.innerType)
    : schema

/**
 * The limits that a number's schema was given, so that a form asks for what the schema takes.
 * @param schema a bounded number, nullable, optional or with a default if need be
 * @returns its smallest and largest value, SI
 * @throws TypeError where the schema has no number with two limits inside
 */
export function limitsOf(schema: z.ZodType): Limits {
  const inner = innerSchema(schema)
  if (!(inner instanceof z.ZodNumber) || inner.minValue === null || inner.maxValue === null)
    throw new TypeError('limitsOf needs a number with two limits')
  return { min: inner.minValue, max: inner.maxValue }
}

/**
 * How many characters a text's schema takes, for the form that types it.
 * @param schema a text with a limit, nullable, optional or with a default if need be
 * @throws TypeError where the schema has no text with a limit inside
 */
export function maxLengthOf(schema: z.ZodType): number {
  const inner = innerSchema(schema)
  if (!(inner instanceof z.ZodString) || inner.maxLength === null)
    throw new TypeError('maxLengthOf needs a text with a limit')
  return inner.maxLength
}

/**
 * Schema of a quantity sent to a calculator: an SI number, or text with its unit ("30 psi", "35 1/4 in").
 * A bare numeral in text is refused: which unit it was would be a guess.
 * @param min smallest that is taken, in the SI unit of the kind; `max` the largest
 */
export const typed = (kind: QuantityKind, min: number, max: number) =>
  z
    .union([z.number(), z.string().max(40)], {
      error: `must be a number in ${SI_UNIT[kind]} or text with its unit, for example "${formatQuantity(kind, (min + max) / 2, 'us')}"`,
    })
    .transform((input, context) => {
      if (typeof input === 'number') {
        if (input >= min && input <= max) return input
        context.addIssue({ code: 'custom', message: rangeText(kind, min, max) })
        return z.NEVER
      }
      if (/^[-−+]?[\d\s./]+$/.test(input.trim())) {
        context.addIssue({
          code: 'custom',
          message: `"${input}" has no unit: add one, for example ${UNITS[kind].us.symbol} or ${UNITS[kind].metric.symbol}`,
        })
        return z.NEVER
      }
      const parsed = parseQuantity(kind, input, { signed: min < 0, min, max })
      if (parsed.ok) return parsed.value
      context.addIssue({ code: 'custom', message: refusalText(parsed) })
      return z.NEVER
    })
    .meta({ description: `${kind}: number in ${SI_UNIT[kind]}, or text with its unit` })

/** Whether a message is Zod's own, in its words, and not one that a schema gives. */
const OWN_WORDS = /^(Too small|Too big|Invalid input|Invalid option|Invalid string|Invalid number)/
/**
 * What is wrong with a field and what would be right, to stand behind the field's name.
 * @returns the schema's own message where it has one
 */
// eslint-disable-next-line complexity -- a case for each kind of refusal
export function schemaText(issue: z.core.$ZodIssue): string {
  if (!OWN_WORDS.test(issue.message)) return issue.message
  switch (issue.code) {
    case 'too_small':
      if (issue.origin === 'string' || issue.origin === 'array')
        return Number(issue.minimum) === 1 ? 'is missing' : `needs ${issue.minimum} or more`
      return `must be ${issue.inclusive === false ? 'over ' : ''}${issue.minimum}${issue.inclusive === false ? '' : ' or more'}`
    case 'too_big':
      if (issue.origin === 'string') return `is too long: ${issue.maximum} characters max`
      return issue.origin === 'array'
        ? `has too many: ${issue.maximum} max`
        : `must be ${issue.inclusive === false ? 'under ' : ''}${issue.maximum}${issue.inclusive === false ? '' : ' or less'}`
    case 'invalid_type': {
      const received = /received (\w+)$/.exec(issue.message)?.[1] ?? ''
      return received === 'undefined' || received === 'null'
        ? `is missing: ${issue.expected} expected`
        : `must be ${issue.expected}, not ${received}`
    }
    default:
      return issue.message
        .replace(/^Invalid option: expected one of /, 'must be one of ')
        .replace(/^Invalid input: expected (.+)$/, 'must be $1')
  }
}
