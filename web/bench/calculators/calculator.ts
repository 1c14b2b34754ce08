import {
  formatQuantity,
  parseQuantity,
  refusalText,
  type QuantityKind,
  type UnitSystem,
} from '@stout-shackle/core/quantity'

/** One input of a calculator: a quantity with its usual value, free text, a bare number, or one of a list. */
export type Input =
  | { key: string; label: string; kind: QuantityKind; usual: string; signed?: boolean }
  | { key: string; label: string; kind: 'text'; usual: string }
  | { key: string; label: string; kind: 'number'; usual: string }
  | { key: string; label: string; kind: 'choice'; usual: string; choices: readonly string[] }
export interface Row {
  label: string
  value: string
  /** Said under the rows when it matters. */
  note?: string
}
export type Values = Record<string, number> & { text: Record<string, string> }
export interface Calculator {
  id: string
  title: string
  /** What is computed, and where it is from. */
  formula: string
  source: string
  inputs: readonly Input[]
  compute(values: Values, system: UnitSystem): Row[]
}

/** A quantity in the reader's units. */
export const q = (kind: QuantityKind, value: number, system: UnitSystem, decimals?: number) =>
  formatQuantity(kind, value, system, decimals)
/** The choices that a table of the core gives. */
export const keys = (table: object) => Object.keys(table)
/** Newtons as the reader counts force: lbf or kN. */
export const forceText = (newtons: number, system: UnitSystem) =>
  system === 'us' ? `${Math.round(newtons / 4.4482216152605)} lbf` : `${(newtons / 1000).toFixed(2)} kN`

export type Answer = { ok: true; rows: Row[] } | { ok: false; key: string; why: string }

/**
 * Runs a calculator on what was typed. A bare number is in the units of the screen.
 * @returns its rows, or the first field that can't be read and why
 */
export function answer(calculator: Calculator, typed: Record<string, string>, system: UnitSystem): Answer {
  const values = { text: {} } as Values
  for (const input of calculator.inputs) {
    const text = (typed[input.key] ?? input.usual).trim()
    if (input.kind === 'choice' || input.kind === 'text') {
      if (!text || text.length > 80) return { ok: false, key: input.key, why: `Type it like ${input.usual}.` }
      if (input.kind === 'choice' && !input.choices.includes(text))
        return { ok: false, key: input.key, why: `One of ${input.choices.join(', ')}.` }
      values.text[input.key] = text
    } else if (input.kind === 'number') {
      const number = /^\d+(?:\.\d+)?$/.test(text) ? Number(text) : NaN
      if (!(number >= 0 && number < 10_000))
        return { ok: false, key: input.key, why: `A number like ${input.usual}, without a unit.` }
      values[input.key] = number
    } else {
      const parsed = parseQuantity(input.kind, text, { system, signed: input.signed })
      if (!parsed.ok) return { ok: false, key: input.key, why: refusalText(parsed) }
      values[input.key] = parsed.value
    }
  }
  const rows = calculator.compute(values, system)
  // A zero where it divides, or a figure out of this world: said, never shown as NaN.
  if (rows.some((r) => /NaN|Infinity/.test(r.value)))
    return {
      ok: false,
      key: calculator.inputs[0]!.key,
      why: 'No answer from these figures: is one of them zero, or in another unit?',
    }
  return { ok: true, rows }
}
