import Papa from 'papaparse'
import { findUnit, fromSi, parseQuantity, refusalText, toSi, UNITS, type QuantityKind } from '../quantity'

/**
 * One column of a file: words, a bare number, a quantity whose unit stands in the head, a share in percent, yes and no, or
 * several words (`leaf|coil`), numbers or lengths (`90;115;140`) in one cell.
 */
export type Column<Name extends string> = { name: Name; needed?: boolean } & (
  | { kind: 'text' | 'yes-no' | 'percent' | 'number' | 'words' | 'numbers' | 'lengths' }
  | { kind: QuantityKind; signed?: boolean }
)
export type Cell = string | number | boolean | null | string[] | number[]
export type Row<Name extends string> = Record<Name, Cell>

export interface Problem {
  /** As a spreadsheet counts, the head being 1; null for the file as a whole. */
  row: number | null
  column: string | null
  message: string
}
export type Read<T> = { ok: true; value: T } | { ok: false; problems: Problem[] }

const MAX_ROWS = 5_000
/** What a spreadsheet would run as a formula. */
const FORMULA = /^[=+\-@\t\r]/

/** Kinds whose head is its name alone. */
const UNITLESS: readonly string[] = ['text', 'yes-no', 'number', 'words', 'numbers']
/** The quantity that a column's cells are of; null where they are none. */
const quantityOf = <N extends string>({ kind }: Column<N>): QuantityKind | null =>
  kind === 'lengths' ? 'length' : kind in UNITS ? (kind as QuantityKind) : null
const unitOf = <N extends string>(column: Column<N>): string | null => {
  const quantity = quantityOf(column)
  return quantity ? UNITS[quantity].metric.symbol.toLowerCase() : column.kind === 'percent' ? 'percent' : null
}
const headOf = <N extends string>(column: Column<N>) => {
  const unit = unitOf(column)
  return unit ? `${column.name}_${unit}` : column.name
}

/**
 * Writes rows as CSV: UTF-8, comma, a head with units, metric. Words that a spreadsheet would take for a formula get a
 * leading apostrophe.
 */
export const writeTable = <N extends string>(columns: readonly Column<N>[], rows: readonly Row<N>[]): string =>
  Papa.unparse(
    { fields: columns.map(headOf), data: rows.map((row) => columns.map((c) => writeCell(c, row[c.name]))) },
    { newline: '\r\n' },
  )

/** One cell as it stands in a file. */
export function writeCell<N extends string>(column: Column<N>, value: Cell): string {
  if (value === null) return ''
  if (typeof value === 'boolean') return value ? 'yes' : 'no'
  if (Array.isArray(value)) return value.map((v) => one(column, v)).join(column.kind === 'words' ? '|' : ';')
  return one(column, value)
}

function one<N extends string>(column: Column<N>, value: string | number): string {
  if (typeof value === 'string') return FORMULA.test(value) ? `'${value}` : value
  if (column.kind === 'percent') return shortest(100 * value)
  const quantity = quantityOf(column)
  return shortest(quantity ? fromSi(UNITS[quantity].metric, value) : value)
}

/** To twelve digits, without trailing noughts: what is written and read again is the same number. */
const TWELVE_DIGITS = 12
const rounded = (value: number) => Number(value.toPrecision(TWELVE_DIGITS))
/** A billionth of a unit is nothing that anybody measures. */
const shortest = (value: number) =>
  rounded(value)
    .toFixed(9)
    .replace(/\.?0+$/, '')

/**
 * Reads CSV into rows of SI values. The head may stand in any order and give each quantity in any unit of its kind
 * (`height_in`, `height_mm`); cells may hold what people write there (`35 1/4`). Comma, semicolon or tab; with the
 * latter two a decimal comma is understood.
 * @returns rows, or every problem with its row and column: then nothing is read
 */
export function readTable<N extends string>(text: string, columns: readonly Column<N>[]): Read<Row<N>[]> {
  const problems: Problem[] = []
  const wrong = (row: number | null, column: string | null, message: string) => problems.push({ row, column, message })
  const parsed = Papa.parse<string[]>(text.replace(/^\uFEFF/, ''), { skipEmptyLines: 'greedy' })
  const [head, ...body] = parsed.data
  if (!head || !body.length)
    return { ok: false, problems: [{ row: null, column: null, message: 'has no rows under its head' }] }
  if (body.length > MAX_ROWS)
    return {
      ok: false,
      problems: [{ row: null, column: null, message: `has ${body.length} rows: ${MAX_ROWS} at most` }],
    }
  for (const e of parsed.errors.filter((e) => e.type === 'Quotes'))
    wrong((e.row ?? 0) + 1, null, 'has a quotation mark that is not closed')

  const reader = rowReader(head, columns, parsed.meta.delimiter !== ',')
  if (!reader.ok) return { ok: false, problems: [...problems, ...reader.problems] }
  if (problems.length) return { ok: false, problems }
  const blank = Object.fromEntries(columns.map((c) => [c.name, null])) as Row<N>
  const rows = body.map((cells, r) => {
    const read = reader.value(cells, r + 2)
    if (!read.ok) problems.push(...read.problems)
    return read.ok ? { ...blank, ...read.value } : null
  })
  return problems.length ? { ok: false, problems } : { ok: true, value: rows.filter((r) => r !== null) }
}

/** Reads one row's cells; columns that the head does not have are left out of what it gives. */
export type RowReader<N extends string> = (cells: readonly string[], row: number) => Read<Row<N>>

/**
 * Makes sense of a head once, for every row under it.
 * @param decimalComma whether `2,5` is two and a half: files parted by semicolon or tab
 * @returns what reads a row into SI values, or what is wrong with the head
 */
export function rowReader<N extends string>(
  head: readonly string[],
  columns: readonly Column<N>[],
  decimalComma: boolean,
): Read<RowReader<N>> {
  const problems: Problem[] = []
  const wrong = (column: string, message: string) => problems.push({ row: 1, column, message })
  const places = head.flatMap((title, i) => {
    const match = matchHead(title.trim().toLowerCase(), columns)
    if (typeof match === 'string') wrong(title, match)
    return typeof match === 'string' ? [] : [{ ...match, i, title }]
  })
  for (const { column, title } of places)
    if (places.find((p) => p.column === column)!.title !== title) wrong(title, 'stands twice in the head')
  for (const column of columns)
    if (column.needed && !places.some((p) => p.column === column)) wrong(headOf(column), 'this column is missing')
  if (problems.length) return { ok: false, problems }
  return {
    ok: true,
    value: (cells, row) => {
      const found: Problem[] = []
      const result = {} as Row<N>
      for (const { column, symbol, i, title } of places) {
        const raw = (cells[i] ?? '').trim()
        const read = readCell(column, raw, symbol, decimalComma)
        if (read.ok) result[column.name] = read.value
        else found.push({ row, column: title, message: read.why })
        if (column.needed && raw === '') found.push({ row, column: title, message: 'is empty' })
      }
      return found.length ? { ok: false, problems: found } : { ok: true, value: result }
    },
  }
}

function matchHead<N extends string>(title: string, columns: readonly Column<N>[]) {
  for (const column of columns) {
    const { kind } = column
    if (UNITLESS.includes(kind)) {
      if (title === column.name) return { column, symbol: null }
    } else if (title === column.name) return `needs its unit: ${headOf(column)} for example`
    else if (title.startsWith(`${column.name}_`)) {
      const symbol = title.slice(column.name.length + 1)
      const quantity = quantityOf(column)
      if (quantity ? findUnit(quantity, symbol) : symbol === 'percent') return { column, symbol }
    }
  }
  return `is no column of this file: ${columns.map(headOf).join(', ')}`
}

function readCell<N extends string>(
  column: Column<N>,
  raw: string,
  symbol: string | null,
  decimalComma: boolean,
): { ok: true; value: Cell } | { ok: false; why: string } {
  if (raw === '') return { ok: true, value: null }
  if (raw.startsWith('=')) return { ok: false, why: 'holds a formula: paste its value instead' }
  const { kind } = column
  switch (kind) {
    case 'text':
      return { ok: true, value: /^'[=+\-@\t\r]/.test(raw) ? raw.slice(1) : raw }
    case 'words':
      return { ok: true, value: raw.split('|').map((w) => w.trim()) }
    case 'yes-no':
      return /^(yes|no|true|false|1|0)$/i.test(raw)
        ? { ok: true, value: /^(yes|true|1)$/i.test(raw) }
        : { ok: false, why: `"${raw}" must be yes or no` }
    case 'number':
      return numberIn(raw, decimalComma)
    case 'percent': {
      const read = numberIn(raw, decimalComma)
      return read.ok ? { ok: true, value: rounded(read.value / 100) } : read
    }
    case 'numbers':
    case 'lengths': {
      const values = raw.split(';').map((part) => partIn(part.trim(), kind === 'lengths' ? symbol : null, decimalComma))
      const bad = values.find((v) => !v.ok)
      return bad ?? { ok: true, value: values.flatMap((v) => (v.ok ? [v.value] : [])) }
    }
    default: {
      const number = decimalComma ? raw.replace(',', '.') : raw
      const parsed = parseQuantity(kind, `${number} ${symbol}`, { signed: column.signed })
      if (parsed.ok) return { ok: true, value: rounded(parsed.value) }
      return { ok: false, why: otherUnit(kind, raw, symbol) ?? refusalText(parsed) }
    }
  }
}

type ReadNumber = { ok: true; value: number } | { ok: false; why: string }
function numberIn(raw: string, decimalComma: boolean): ReadNumber {
  const value = Number(decimalComma ? raw.replace(',', '.') : raw)
  return raw !== '' && Number.isFinite(value) ? { ok: true, value } : { ok: false, why: `"${raw}" is no number` }
}
function partIn(raw: string, symbol: string | null, decimalComma: boolean): ReadNumber {
  const read = numberIn(raw, decimalComma)
  return read.ok && symbol ? { ok: true, value: rounded(toSi(findUnit('length', symbol)!, read.value)) } : read
}

/** A cell that brings a unit of its own into a column that has one. */
function otherUnit(kind: QuantityKind, raw: string, symbol: string | null): string | null {
  const unit = /[^\d\s.,/+-]+$/.exec(raw)?.[0]
  return unit && findUnit(kind, unit)
    ? `"${raw}" is in ${unit}, this column is in ${symbol}: one unit for a column`
    : null
}

/** A problem as a person finds it in the file. */
export const problemText = ({ row, column, message }: Problem): string =>
  [row === null ? 'The file' : `Row ${row}`, column === null ? '' : `, ${column},`, ` ${message}`].join('')
