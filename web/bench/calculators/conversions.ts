import { parseQuantity, refusalText, tapeSum, UNITS, type QuantityKind } from '@stout-shackle/core/quantity'
import { keys, q, type Calculator } from './calculator'

/** Readings and units: exact sums, nothing assumed. */
export const CONVERSIONS: readonly Calculator[] = [
  {
    id: 'tape',
    title: 'Tape arithmetic',
    formula: 'sum and difference of readings, minus with a space on both sides',
    source: 'exact, to the nearest sixteenth',
    inputs: [{ key: 'sum', label: 'Readings', kind: 'text', usual: '26 3/16 - 22 5/16' }],
    compute({ text }, system) {
      const sum = tapeSum(text.sum!, system)
      if (!sum.ok) return [{ label: "Can't read this", value: '–', note: refusalText(sum) }]
      return [
        { label: 'Inches', value: q('length', sum.value, 'us') },
        { label: 'Millimeters', value: q('length', sum.value, 'metric', 1) },
      ]
    },
  },
  {
    id: 'units',
    title: 'Units',
    formula: 'any quantity with its unit, in all the others',
    source: 'NIST SP 811',
    inputs: [
      { key: 'kind', label: 'Quantity', kind: 'choice', usual: 'torque', choices: keys(UNITS) },
      { key: 'typed', label: 'As typed', kind: 'text', usual: '16 lb-ft' },
    ],
    compute({ text }, system) {
      const kind = text.kind as QuantityKind
      const parsed = parseQuantity(kind, text.typed!, { system, signed: true })
      if (!parsed.ok) return [{ label: "Can't read this", value: '–', note: refusalText(parsed) }]
      const { us, metric, others } = UNITS[kind]
      return [us, metric, ...others].map((u) => ({
        label: u.symbol,
        value: ((parsed.value - (u.offset ?? 0)) / u.factor).toPrecision(6).replace(/\.?0+$/, ''),
      }))
    },
  },
]
