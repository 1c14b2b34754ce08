import { z } from 'zod'
import {
  formatQuantity,
  fromSi,
  parseQuantity,
  refusalText,
  tapeSum,
  UNITS,
  type QuantityKind,
  type UnitSystem,
} from '../quantity'
import { calculator } from './calculator'
import { figure } from './figure'

const system = z.enum(['us', 'metric'], { error: 'system must be us or metric' }).default('us')

const quantityRequest = z
  .strictObject({
    kind: z.enum(Object.keys(UNITS) as [QuantityKind, ...QuantityKind[]], {
      error: `kind must be one of ${Object.keys(UNITS).join(', ')}`,
    }),
    text: z
      .string({ error: 'text must be what was read, for example "35 1/4"' })
      .min(1, { error: 'text is empty: type a reading' })
      .max(60, { error: 'text is longer than any reading: 60 characters max' }),
    system,
  })
  .superRefine(({ kind, text, system }, context) => {
    const parsed = parseQuantity(kind, text, { system, signed: true })
    if (!parsed.ok) context.addIssue({ code: 'custom', path: ['text'], message: refusalText(parsed) })
  })

/**
 * Reads a quantity as people write it and shows it in every unit of its kind.
 * @param request as its schema took it: the text can be read
 * Source: exact units, NIST SP 811.
 *
 * @example
 * CALCULATORS.quantity.compute({ kind: 'length', text: '35 1/4', system: 'us' }).value // => 0.89535
 */
function computeQuantity({ kind, text, system }: z.output<typeof quantityRequest>) {
  const parsed = parseQuantity(kind, text, { system, signed: true })
  if (!parsed.ok) throw new TypeError(`${text}: its schema took what cannot be read`)
  const { us, metric, others } = UNITS[kind]
  return {
    ...figure(kind, parsed.value),
    about: parsed.about,
    typedIn: parsed.unit,
    shown: {
      us: formatQuantity(kind, parsed.value, 'us'),
      metric: formatQuantity(kind, parsed.value, 'metric'),
    },
    units: Object.fromEntries([us, metric, ...others].map((u) => [u.symbol, fromSi(u, parsed.value)])),
  }
}

export const quantity = calculator({
  request: quantityRequest,
  compute: computeQuantity,
  endpoint: { name: 'quantity', summary: 'Read a quantity as people write it' },
  pages: [
    {
      id: 'units',
      title: 'Units',
      formula: 'any quantity with its unit, in all the others',
      source: 'NIST SP 811',
      inputs: {
        kind: ['choice', 'Quantity', 'torque', { choices: Object.keys(UNITS) }],
        typed: ['text', 'As typed', '16 lb-ft', { field: 'text' }],
      },
      ask: ({ text }, units) => ({ kind: text.kind, text: text.typed, system: units }),
      words: ({ units }) =>
        Object.entries(units).map(([label, value]) => [label, value.toPrecision(6).replace(/\.?0+$/, '')]),
    },
  ],
})

const tapeRequest = z
  .strictObject({ sum: z.string().min(1, { error: 'sum is empty: type readings' }).max(80), system })
  .transform(({ sum, system }, context) => {
    const result = tapeSum(sum, system)
    if (result.ok) return { length: result.value }
    context.addIssue({ code: 'custom', path: ['sum'], message: refusalText(result) })
    return z.NEVER
  })

export const tape = calculator({
  request: tapeRequest,
  compute: ({ length }) => length,
  pages: [
    {
      id: 'tape',
      title: 'Tape arithmetic',
      formula: 'sum and difference of readings, minus with a space on both sides',
      source: 'exact, to the nearest sixteenth',
      inputs: { sum: ['text', 'Readings', '26 3/16 - 22 5/16'] },
      ask: ({ text }, units: UnitSystem) => ({ sum: text.sum, system: units }),
      words: (length) => [
        ['Inches', formatQuantity('length', length, 'us')],
        ['Millimeters', formatQuantity('length', length, 'metric', 1)],
      ],
    },
  ],
})
