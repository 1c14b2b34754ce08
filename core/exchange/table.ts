import Papa from 'papaparse'
import {
  findUnit,
  fromSi,
  parseQuantity,
  refusalText,
  toSi,
  UNITS,
  type QuantityKind,
  type UnitSystem,
} from '../quantity'

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

/** A row with its line in the file. */
export interface NumberedRow<Name extends string> {
  number: number
  cells: Row<Name>
}

export interface Problem {
  /** As a spreadsheet counts, the head being 1; null for the file as a whole. */
  row: number | null
  column: string | null
  message: string
}
export type Read<T> = { ok: true; value: T } | { ok: false; problems: Problem[] }

const MAX_ROWS = 5_000
/** What a spreadsheet would run as a formula, full-width signs among them, however many apostrophes stand before it. */
const FORMULA = /^'*[=+\-@\t\r\uFF1D\uFF0B\uFF0D\uFF20]/
/** The same with the apostrophe that was put before it. */
const QUOTED_FORMULA = /^'+[=+\-@\t\r\uFF1D\uFF0B\uFF0D\uFF20]/
const withoutQuote = (text: string): string => (QUOTED_FORMULA.test(text) ? text.slice(1) : text)

/** Kinds whose head is its name alone. */
const UNITLESS: readonly string[] = ['text', 'yes-no', 'number', 'words', 'numbers']
/** The quantity that a column's cells are of; null where they are none. */
const quantityOf = <N extends string>({ kind }: Column<N>): QuantityKind | null =>
  kind === 'lengths' ? 'length' : kind in UNITS ? (kind as QuantityKind) : null
const unitOf = <N extends string>(column: Column<N>, system: UnitSystem): string | null => {
  const quantity = quantityOf(column)
  return quantity ? UNITS[quantity][system].symbol.toLowerCase() : column.kind === 'percent' ? 'percent' : null
}
const headOf = <N extends string>(column: Column<N>) => {
  const unit = unitOf(column, 'metric')
  return unit ? `${column.name}_${unit}` : column.name
}
/** The same head as people write it: `Ride height (in)`. */
function spokenHead<N extends string>(column: Column<N>, system: UnitSystem): string {
  const unit = unitOf(column, system)
  const words = column.name.replaceAll('_', ' ')
  return `${words.charAt(0).toUpperCase()}${words.slice(1)}${unit ? ` (${unit})` : ''}`
}
/** A head as it is compared: `Ride height (in)` is `ride_height_in`. */
function plainHead(title: string): string {
  const [, words = '', unit = ''] = /^(.*?)(?:\s*[([]([^)\]]*)[)\]])?$/.exec(title.trim().toLowerCase()) ?? []
  return [words.trim().replaceAll(/\s+/g, '_'), unit.trim()].filter(Boolean).join('_')
}

/**
 * Writes rows as CSV: UTF-8, comma, a head with units, metric. Words that a spreadsheet would take for a formula get a
 * leading apostrophe.
 * @param spoken a system of units: heads as people write them, in its units
 */
export const writeTable = <N extends string>(
  columns: readonly Column<N>[],
  rows: readonly Row<N>[],
  spoken: UnitSystem | null = null,
): string => Papa.unparse(gridOf(columns, rows, spoken), { newline: '\r\n' })

/** The same as cells, the head first. */
export const gridOf = <N extends string>(
  columns: readonly Column<N>[],
  rows: readonly Row<N>[],
  spoken: UnitSystem | null = null,
): string[][] => [
  columns.map((c) => (spoken ? spokenHead(c, spoken) : headOf(c))),
  ...rows.map((row) => columns.map((c) => writeCell(c, row[c.name], spoken ?? 'metric'))),
]

/** One cell as it stands in a file. */
function writeCell<N extends string>(column: Column<N>, value: Cell, system: UnitSystem): string {
  if (value === null) return ''
  if (typeof value === 'boolean') return value ? 'yes' : 'no'
  if (Array.isArray(value)) return value.map((v) => one(column, v, system)).join(column.kind === 'words' ? '|' : ';')
  return one(column, value, system)
}

function one<N extends string>(column: Column<N>, value: string | number, system: UnitSystem): string {
  if (typeof value === 'string') return FORMULA.test(value) ? `'${value}` : value
  if (column.kind === 'percent') return shortest(100 * value)
  const quantity = quantityOf(column)
  return shortest(quantity ? fromSi(UNITS[quantity][system], value) : value)
}

/** To twelve digits, without trailing noughts: what is written and read again is the same number. */
const TWELVE_DIGITS = 12
const rounded = (value: number) => Number(value.toPrecision(TWELVE_DIGITS))
/** A billionth of a unit is nothing that anybody measures. */
const shortest = (value: number) =>
  rounded(value)
    .toFixed(9)
    .replace(/\.?0+$/, '')

/** How a file writes `1,200`: a comma in a comma file is quoted and groups thousands; with semicolons it is a decimal sign. */
export type CommaMeans = 'thousands' | 'decimals'

const DELIMITERS = [',', ';', '\t'] as const
/** The sign that parts most of a head. */
export const delimiterOf = (head: string): string =>
  [...DELIMITERS].sort((a, b) => head.split(b).length - head.split(a).length)[0]!
/** What a comma inside a cell of a file means. */
export const commaIn = (delimiter: string): CommaMeans => (delimiter === ';' ? 'decimals' : 'thousands')

const UNCLOSED = 'has a quotation mark that is not closed, or a line break in a cell: write each row on one line'

/**
 * The cells of one line, or why it cannot be taken apart: a stray quotation mark spoils its own row and no other.
 * @param delimiter `,`, `;` or a tab
 */
export function cellsOf(line: string, delimiter: string): { ok: true; cells: string[] } | { ok: false; why: string } {
  if (!line.includes('"')) return { ok: true, cells: line.split(delimiter) }
  const { data, errors } = Papa.parse<string[]>(line, { delimiter })
  return errors.some((e) => e.type === 'Quotes') ? { ok: false, why: UNCLOSED } : { ok: true, cells: data[0] ?? [] }
}

/**
 * Reads CSV into rows of SI values. The head may stand in any order and give each quantity in any unit of its kind
 * (`height_in`, `height_mm`); cells may hold what people write there (`35 1/4`). Comma, semicolon or tab. Rows count as
 * lines do, empty ones too, so that a problem is found where it stands.
 * @returns rows, or every problem with its row and column: then nothing is read
 */
export function readTable<N extends string>(text: string, columns: readonly Column<N>[]): Read<NumberedRow<N>[]> {
  const problems: Problem[] = []
  const lines = text
    .replace(/^\uFEFF/, '')
    .split(/\r\n|\n|\r/)
    .map((line, i) => ({ line, row: i + 1 }))
    .filter(({ line }) => line.trim() !== '')
  const [head, ...body] = lines
  const whole = (message: string): Read<NumberedRow<N>[]> => ({
    ok: false,
    problems: [{ row: null, column: null, message }],
  })
  if (!head || !body.length) return whole('has no rows under its head')
  if (body.length > MAX_ROWS) return whole(`has ${body.length} rows: ${MAX_ROWS} max`)
  const delimiter = delimiterOf(head.line)
  const titles = cellsOf(head.line, delimiter)
  if (!titles.ok) return { ok: false, problems: [{ row: head.row, column: null, message: titles.why }] }
  const reader = rowReader(titles.cells, columns, commaIn(delimiter))
  if (!reader.ok) return { ok: false, problems: reader.problems }
  const blank = Object.fromEntries(columns.map((c) => [c.name, null])) as Row<N>
  const rows = body.flatMap(({ line, row }) => {
    const parted = cellsOf(line, delimiter)
    if (!parted.ok) {
      problems.push({ row, column: null, message: parted.why })
      return []
    }
    const read = reader.value(parted.cells, row)
    if (!read.ok) problems.push(...read.problems)
    return read.ok ? [{ number: row, cells: { ...blank, ...read.value } }] : []
  })
  return problems.length ? { ok: false, problems } : { ok: true, value: rows }
}

/** Reads one row's cells; columns that the head does not have are left out of what it gives. */
export type RowReader<N extends string> = (cells: readonly string[], row: number) => Read<Row<N>>

/**
 * Makes sense of a head once, for every row under it.
 * @returns what reads a row into SI values, or what is wrong with the head
 */
export function rowReader<N extends string>(
  head: readonly string[],
  columns: readonly Column<N>[],
  comma: CommaMeans,
): Read<RowReader<N>> {
  const problems: Problem[] = []
  const wrong = (column: string, message: string) => problems.push({ row: 1, column, message })
  const places = head.flatMap((title, i) => {
    const match = matchHead(plainHead(title), columns)
    if (typeof match === 'string') wrong(title, match)
    return typeof match === 'string' ? [] : [{ ...match, i, title }]
  })
  for (const { column, title } of places)
    if (places.find((p) => p.column === column)!.title !== title) wrong(title, 'is there twice in the head')
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
        const read = readCell(column, raw, symbol, comma)
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
  return `is not a column of this file: ${columns.map(headOf).join(', ')}`
}

// eslint-disable-next-line complexity -- a case for each kind of column
function readCell<N extends string>(
  column: Column<N>,
  raw: string,
  symbol: string | null,
  comma: CommaMeans,
): { ok: true; value: Cell } | { ok: false; why: string } {
  if (raw === '') return { ok: true, value: null }
  if (raw.startsWith('=')) return { ok: false, why: 'holds a formula: paste its value instead' }
  const { kind } = column
  switch (kind) {
    case 'text':
      return { ok: true, value: withoutQuote(raw) }
    case 'words':
      return { ok: true, value: raw.split('|').map((w) => withoutQuote(w.trim())) }
    case 'yes-no':
      return /^(yes|no|true|false|1|0)$/i.test(raw)
        ? { ok: true, value: /^(yes|true|1)$/i.test(raw) }
        : { ok: false, why: `"${raw}" must be yes or no` }
    case 'number':
      return numberIn(raw, comma)
    case 'percent': {
      const read = numberIn(raw, comma)
      return read.ok ? { ok: true, value: rounded(read.value / 100) } : read
    }
    case 'numbers':
    case 'lengths': {
      const values = raw.split(';').map((part) => partIn(part.trim(), kind === 'lengths' ? symbol : null, comma))
      const bad = values.find((v) => !v.ok)
      return bad ?? { ok: true, value: values.flatMap((v) => (v.ok ? [v.value] : [])) }
    }
    default: {
      const number = withPoint(raw, comma)
      if (number === null) return { ok: false, why: twoWays(raw) }
      const parsed = parseQuantity(kind, `${number} ${symbol}`, { signed: column.signed })
      if (parsed.ok) return { ok: true, value: rounded(parsed.value) }
      return { ok: false, why: otherUnit(kind, raw, symbol) ?? refusalText(parsed) }
    }
  }
}

/** A comma before three digits where it should be a decimal sign may as well group thousands: nobody can tell. */
const twoWays = (raw: string) => `"${raw}" can be read two ways: write it without a comma`
/** A number with a decimal point; null where a comma could mean either. */
function withPoint(raw: string, comma: CommaMeans): string | null {
  if (!raw.includes(',')) return raw
  const grouped = /^[-+]?\d{1,3}(?:,\d{3})+(?:\.\d+)?(?=\D|$)/.test(raw)
  if (comma === 'thousands') return grouped ? raw.replaceAll(',', '') : raw.replace(',', '.')
  return grouped ? null : raw.replace(',', '.')
}

type ReadNumber = { ok: true; value: number } | { ok: false; why: string }
function numberIn(raw: string, comma: CommaMeans): ReadNumber {
  const text = withPoint(raw, comma)
  if (text === null) return { ok: false, why: twoWays(raw) }
  const value = Number(text)
  return raw !== '' && Number.isFinite(value) ? { ok: true, value } : { ok: false, why: `"${raw}" is not a number` }
}
function partIn(raw: string, symbol: string | null, comma: CommaMeans): ReadNumber {
  const read = numberIn(raw, comma)
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
