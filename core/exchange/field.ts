import type { Column } from './table'

/** What a cell's text comes to, or why it does not. */
export type Parsed = { ok: true; value: unknown } | { ok: false; why: string }
/** A column and where in the document its cell belongs. */
export type Field = Column<string> & {
  /** Dotted. */
  at: string
  /** For a cell that is more than one figure or word. */
  write?: (value: never) => string
  read?: (text: string) => Parsed
  /** What an empty cell means, where it is not null. */
  empty?: unknown
}

/** A column by name, what its cells hold, and where in the document it belongs (dotted). */
export const f = (name: string, kind: Field['kind'], path: string, more: Partial<Field> = {}): Field => ({
  name,
  kind,
  at: path,
  ...more,
})
/** Of a column that a row has to have. */
export const needed = { needed: true }

/** Twelve figures: what conversion adds beyond them is noise. */
export const rounded = (v: number) => Number(v.toPrecision(12))
/** Several figures in a unit that no tape has. */
export function scaled(factor: number): Partial<Field> {
  return {
    write: (values: number[]) => values.map((v) => rounded(v / factor)).join(';'),
    read: (text) => {
      const values = text.split(';').map((v) => Number(v.trim()))
      return values.every(Number.isFinite)
        ? { ok: true, value: values.map((v) => rounded(v * factor)) }
        : { ok: false, why: `"${text}" must be numbers separated by semicolons` }
    },
  }
}
/** One figure in a unit that no tape has. */
export function scaledOne(factor: number): Partial<Field> {
  return {
    write: (value: number) => String(rounded(value / factor)),
    read: (text) => {
      const value = Number(text)
      return Number.isFinite(value)
        ? { ok: true, value: rounded(value * factor) }
        : { ok: false, why: `"${text}" is not a number` }
    },
  }
}
/** A cell that holds a list in words; an empty one is an empty list. */
export const cell = <T>(write: (value: T) => string, read: (text: string) => Parsed): Partial<Field> => ({
  write,
  read,
  empty: [],
})
