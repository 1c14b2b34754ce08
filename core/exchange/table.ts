import Papa from 'papaparse'
import { findUnit, fromSi, parseQuantity, refusalText, UNITS, type QuantityKind } from '../quantity'

/** One column of a file: words, a quantity whose unit stands in the head, a share in percent, or yes and no. */
export type Column<Name extends string> = { name: Name; needed?: boolean } & (
  { kind: 'text' } | { kind: 'yes-no' } | { kind: 'percent' } | { kind: QuantityKind; signed?: boolean }
)
export type Cell = string | number | boolean | null
export type Row<Name extends string> = Record<Name, Cell>

export interface Problem {
  /** As a spreadsheet counts, the head being 1; null for the file as a whole. */
  row: number | null
  column: string | null
  message: string
}
export type Read<T> = { ok: true; value: T } | { ok: false; problems: Problem[] }

const MOST_ROWS = 5_000
/** What a spreadsheet would run as a formula. */
const FORMULA = /^[=+\-@\t\r]/

const unitOf = <N extends string>(column: Column<N>): string | null =>
  column.kind === 'text' || column.kind === 'yes-no'
    ? null
    : column.kind === 'percent'
      ? 'percent'
      : UNITS[column.kind].metric.symbol.toLowerCase()
const headOf = <N extends string>(column: Column<N>) => {
  const unit = unitOf(column)
  return unit ? `${column.name}_${unit}` : column.name
}

/**
 * Writes rows as CSV: UTF-8, comma, a head with units, metric. Words that a spreadsheet would take for a formula get a
 * leading apostrophe.
 */
export function writeTable<N extends string>(columns: readonly Column<N>[], rows: readonly Row<N>[]): string {
  const cell = (column: Column<N>, value: Cell): string => {
    if (value === null) return ''
    if (typeof value === 'boolean') return value ? 'yes' : 'no'
    if (typeof value === 'string') return FORMULA.test(value) ? `'${value}` : value
    if (column.kind === 'percent') return shortest(100 * value)
    const kind = column.kind as QuantityKind
    return shortest(fromSi(UNITS[kind].metric, value))
  }
  return Papa.unparse(
    { fields: columns.map(headOf), data: rows.map((row) => columns.map((c) => cell(c, row[c.name]))) },
    { newline: '\r\n' },
  )
}

/** To a millionth of a unit, without trailing noughts: exact for every mark of a tape. */
const shortest = (value: number) => String(Number(value.toFixed(6)))

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
  if (body.length > MOST_ROWS)
    return {
      ok: false,
      problems: [{ row: null, column: null, message: `has ${body.length} rows: ${MOST_ROWS} at most` }],
    }
  for (const e of parsed.errors.filter((e) => e.type === 'Quotes'))
    wrong((e.row ?? 0) + 1, null, 'has a quotation mark that is not closed')

  const places = head.map((title, i) => {
    const match = matchHead(title.trim().toLowerCase(), columns)
    if (typeof match === 'string') wrong(1, title, match)
    return typeof match === 'string' ? null : { ...match, i }
  })
  for (const column of columns)
    if (column.needed && !places.some((p) => p?.column === column)) wrong(1, headOf(column), 'this column is missing')
  if (problems.length) return { ok: false, problems }

  const decimalComma = parsed.meta.delimiter !== ','
  const rows = body.map((cells, r) => {
    const row = Object.fromEntries(columns.map((c) => [c.name, null])) as Row<N>
    for (const place of places) {
      if (!place) continue
      const raw = (cells[place.i] ?? '').trim()
      const read = readCell(place.column, raw, place.symbol, decimalComma)
      if (read.ok) row[place.column.name] = read.value
      else wrong(r + 2, head[place.i]!, read.why)
      if (place.column.needed && raw === '') wrong(r + 2, head[place.i]!, 'is empty')
    }
    return row
  })
  return problems.length ? { ok: false, problems } : { ok: true, value: rows }
}

function matchHead<N extends string>(title: string, columns: readonly Column<N>[]) {
  for (const column of columns) {
    const { kind } = column
    if (kind === 'text' || kind === 'yes-no') {
      if (title === column.name) return { column, symbol: null }
    } else if (title === column.name) return `needs its unit: ${headOf(column)} for example`
    else if (title.startsWith(`${column.name}_`)) {
      const symbol = title.slice(column.name.length + 1)
      if (kind === 'percent' ? symbol === 'percent' : findUnit(kind, symbol)) return { column, symbol }
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
  const { kind } = column
  switch (kind) {
    case 'text':
      return { ok: true, value: /^'[=+\-@\t\r]/.test(raw) ? raw.slice(1) : raw }
    case 'yes-no':
      return /^(yes|no|true|false|1|0)$/i.test(raw)
        ? { ok: true, value: /^(yes|true|1)$/i.test(raw) }
        : { ok: false, why: `"${raw}" must be yes or no` }
    case 'percent': {
      const value = Number(decimalComma ? raw.replace(',', '.') : raw)
      return Number.isFinite(value) ? { ok: true, value: value / 100 } : { ok: false, why: `"${raw}" is no number` }
    }
    default: {
      const number = decimalComma ? raw.replace(',', '.') : raw
      const parsed = parseQuantity(kind, `${number} ${symbol}`, { signed: column.signed })
      if (parsed.ok) return { ok: true, value: parsed.value }
      return { ok: false, why: refusalText(parsed) }
    }
  }
}

/** A problem as a person finds it in the file. */
export const problemText = ({ row, column, message }: Problem): string =>
  [row === null ? 'The file' : `Row ${row}`, column === null ? '' : `, ${column},`, ` ${message}`].join('')
