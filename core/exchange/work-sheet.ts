import { fastenerSchema, operationSchema, type Fastener, type Operation } from '../kit'
import { conditionsText, parseConditions } from './condition-text'
import {
  readTable,
  writeTable,
  type Cell,
  type Column,
  type NumberedRow,
  type Problem,
  type Read,
  type Row,
} from './table'

/** Columns of a sheet of operations; docs/formats.md says what each holds. */
export const OPERATION = [
  { name: 'id', kind: 'text', needed: true },
  { name: 'title', kind: 'text', needed: true },
  { name: 'side', kind: 'text', needed: true },
  { name: 'phase', kind: 'text', needed: true },
  { name: 'support', kind: 'text', needed: true },
  { name: 'wheels', kind: 'text', needed: true },
  { name: 'hands', kind: 'number', needed: true },
  { name: 'minutes', kind: 'number', needed: true },
  { name: 'after', kind: 'words' },
  { name: 'easier', kind: 'words' },
  { name: 'when', kind: 'text' },
  { name: 'steps', kind: 'text' },
  { name: 'trap', kind: 'text' },
  { name: 'caution', kind: 'text' },
  { name: 'tools', kind: 'words' },
  { name: 'hardware', kind: 'text' },
  { name: 'torques', kind: 'words' },
  { name: 'disturbs', kind: 'words' },
  { name: 'leaves_loose', kind: 'words' },
  { name: 'takes_off', kind: 'words' },
  { name: 'refits', kind: 'words' },
  { name: 'fates', kind: 'text' },
  { name: 'makes', kind: 'words' },
  { name: 'alters', kind: 'text' },
  { name: 'opens', kind: 'words' },
  { name: 'closes', kind: 'words' },
  { name: 'fits', kind: 'words' },
  { name: 'raise', kind: 'text' },
  { name: 'pressure_low', kind: 'pressure' },
  { name: 'pressure_high', kind: 'pressure' },
  { name: 'asks', kind: 'words' },
  { name: 'checks', kind: 'words' },
  { name: 'circuit', kind: 'words' },
  { name: 'both_first', kind: 'yes-no' },
  { name: 'hidden_by', kind: 'text' },
  { name: 'same', kind: 'text' },
  { name: 'method', kind: 'text' },
  { name: 'blocking', kind: 'yes-no' },
] as const satisfies readonly Column<string>[]
type OperationColumn = (typeof OPERATION)[number]['name']

export const FASTENER = [
  { name: 'id', kind: 'text', needed: true },
  { name: 'name', kind: 'text', needed: true },
  { name: 'count', kind: 'number', needed: true },
  { name: 'thread', kind: 'text' },
  { name: 'grade', kind: 'text' },
  { name: 'spec', kind: 'text', needed: true },
  { name: 'torque', kind: 'torque' },
  { name: 'low', kind: 'torque' },
  { name: 'high', kind: 'torque' },
  { name: 'turns', kind: 'number' },
  { name: 'turns_max', kind: 'number' },
  { name: 'evenly', kind: 'yes-no' },
  { name: 'after', kind: 'words' },
  { name: 'when', kind: 'text' },
  { name: 'length', kind: 'length' },
  { name: 'washers', kind: 'number' },
  { name: 'fitting', kind: 'text' },
  { name: 'head', kind: 'text' },
  { name: 'source', kind: 'text' },
] as const satisfies readonly Column<string>[]
type FastenerColumn = (typeof FASTENER)[number]['name']

const STEP_MARK = ' / '
const SEALANT = 'sealant'
const words = (cell: Cell): string[] =>
  Array.isArray(cell) ? cell.map(String) : cell === null || cell === '' ? [] : [String(cell)]
const text = (cell: Cell): string => (cell === null ? '' : String(cell))
const orNull = (cell: Cell): string | null => text(cell) || null

/** An operation as its row. */
export const operationCells = (o: Operation): Row<OperationColumn> => ({
  ...o,
  when: conditionsText(o.when),
  steps: o.steps.join(STEP_MARK),
  hardware: o.hardware
    .map((h) => `${h.count} x ${h.name}${h.when.length ? ` [${conditionsText(h.when)}]` : ''}`)
    .join('; '),
  fates: o.fates.map((f) => `${f.part} = ${f.fate}${f.note ? ` (${f.note})` : ''}`).join('; '),
  alters: o.alters
    .map((a) => `${a.part} = ${[a.fate, a.side].filter(Boolean).join(', ')}${a.note ? ` (${a.note})` : ''}`)
    .join('; '),
  raise: o.raise && `${o.raise.until}: ${o.raise.note}`,
  pressure_low: o.pressure && o.pressure.low,
  pressure_high: o.pressure && o.pressure.high,
  leaves_loose: o.leavesLoose,
  takes_off: o.takesOff,
  both_first: o.bothFirst,
  hidden_by: o.hiddenBy,
})
/** A fastener as its row. */
export const fastenerCells = ({ spec, ...f }: Fastener): Row<FastenerColumn> => ({
  ...f,
  fitting: f.fitting && [f.fitting.kind, f.fitting.sealant && SEALANT].filter(Boolean).join(', '),
  spec: spec.kind,
  torque: spec.kind === 'target' ? spec.value : spec.kind === 'ceiling' ? spec.max : null,
  low: spec.kind === 'target' ? spec.low : null,
  high: spec.kind === 'target' ? spec.high : null,
  turns: spec.kind === 'turns' ? spec.turns : spec.kind === 'threads' ? spec.covered : null,
  turns_max: spec.kind === 'turns' ? spec.max : null,
})

/** Operations as a sheet, one a row. */
export const operationsSheet = (operations: readonly Operation[]): string =>
  writeTable<OperationColumn>(OPERATION, operations.map(operationCells))
/** Fasteners as a sheet, one a row; torques in the unit of the head. */
export const fastenersSheet = (fasteners: readonly Fastener[]): string =>
  writeTable<FastenerColumn>(FASTENER, fasteners.map(fastenerCells))

const HARDWARE = /^(\d+)\s*x\s*(.+?)(?:\s*\[(.*)\])?$/
const FATE = /^(.+?)\s*=\s*([a-z-]+)(?:\s*\((.*)\))?$/
const ALTERED = /^(.+?)\s*=\s*([a-z-]+)(?:\s*,\s*(left|right))?(?:\s*\((.*)\))?$/
const RAISE = /^([a-z-]+):\s*(.+)$/
/** Parts of a cell between semicolons, but for those inside brackets. */
const parts = (cell: Cell): string[] =>
  text(cell)
    .split(/;(?![^[]*\])/)
    .map((p) => p.trim())
    .filter(Boolean)

export type SheetRow = NumberedRow<string>
export type Say = (column: string, message: string) => void

export function operationOf({ cells }: SheetRow, say: Say): unknown {
  const when = parseConditions(text(cells.when!))
  if (!when.ok) say('when', when.why)
  const hardware = parts(cells.hardware!).map((part) => {
    const match = HARDWARE.exec(part)
    const conditions = parseConditions(match?.[3] ?? '')
    if (!match) say('hardware', `"${part}" must read like "2 x Washer"`)
    if (!conditions.ok) say('hardware', conditions.why)
    return { count: Number(match?.[1] ?? 0), name: match?.[2] ?? '', when: conditions.ok ? conditions.value : [] }
  })
  const fates = parts(cells.fates!).map((part) => {
    const match = FATE.exec(part)
    if (!match) say('fates', `"${part}" must read like "Bump stop = cut (flush)"`)
    return { part: match?.[1] ?? '', fate: match?.[2] ?? '', note: match?.[3] ?? '' }
  })
  const alters = parts(cells.alters!).map((part) => {
    const match = ALTERED.exec(part)
    if (!match) say('alters', `"${part}" must read like "Plate = cut, left (to 30 mm)"`)
    return { part: match?.[1] ?? '', fate: match?.[2] ?? '', side: match?.[3] ?? null, note: match?.[4] ?? '' }
  })
  const raise = text(cells.raise!)
  const raised = RAISE.exec(raise)
  if (raise && !raised) say('raise', `"${raise}" must read like "touch: until both faces meet"`)
  return {
    id: cells.id,
    title: cells.title,
    side: cells.side,
    phase: cells.phase,
    support: cells.support,
    wheels: cells.wheels,
    hands: cells.hands,
    minutes: cells.minutes,
    after: words(cells.after!),
    easier: words(cells.easier!),
    when: when.ok ? when.value : [],
    steps: text(cells.steps!)
      .split(STEP_MARK)
      .map((s) => s.trim())
      .filter(Boolean),
    trap: orNull(cells.trap!),
    caution: orNull(cells.caution!),
    tools: words(cells.tools!),
    hardware,
    torques: words(cells.torques!),
    disturbs: words(cells.disturbs!),
    leavesLoose: words(cells.leaves_loose!),
    takesOff: words(cells.takes_off!),
    refits: words(cells.refits!),
    fates,
    makes: words(cells.makes!),
    alters,
    opens: words(cells.opens!),
    closes: words(cells.closes!),
    fits: words(cells.fits!),
    raise: raised ? { until: raised[1], note: raised[2] } : null,
    pressure: pressureOf(cells.pressure_low!, cells.pressure_high!),
    asks: words(cells.asks!),
    checks: words(cells.checks!),
    circuit: words(cells.circuit!),
    bothFirst: cells.both_first === true,
    hiddenBy: orNull(cells.hidden_by!),
    same: orNull(cells.same!),
    method: orNull(cells.method!),
    blocking: cells.blocking === true,
  }
}
/** One figure is both ends; none is nothing said. */
const pressureOf = (low: Cell, high: Cell): unknown =>
  low === null && high === null ? null : { low: low ?? high, high: high ?? low }
function specOf({ cells }: SheetRow): unknown {
  switch (cells.spec) {
    case 'target':
      return { kind: 'target', value: cells.torque, low: cells.low, high: cells.high }
    case 'ceiling':
      return { kind: 'ceiling', max: cells.torque }
    case 'turns':
      return { kind: 'turns', turns: cells.turns, max: cells.turns_max }
    case 'threads':
      return { kind: 'threads', covered: cells.turns }
    default:
      return { kind: cells.spec }
  }
}
/** `push`, or `stem, sealant` for one with sealant on its thread. */
function fittingOf(cell: Cell): unknown {
  const [kind, ...more] = text(cell)
    .split(',')
    .map((part) => part.trim())
  return kind ? { kind, sealant: more.includes(SEALANT) } : null
}
export const fastenerOf = (row: SheetRow): unknown => ({
  id: row.cells.id,
  name: row.cells.name,
  count: row.cells.count,
  thread: orNull(row.cells.thread!),
  grade: orNull(row.cells.grade!),
  spec: specOf(row),
  evenly: row.cells.evenly === true,
  after: words(row.cells.after!),
  when: orNull(row.cells.when!) ?? 'as-fitted',
  length: row.cells.length ?? null,
  washers: row.cells.washers ?? 0,
  fitting: fittingOf(row.cells.fitting!),
  head: orNull(row.cells.head!),
  source: row.cells.source ?? '',
})

/** What a field of the schema is called in the sheet. */
const COLUMN_OF: Record<string, string> = {
  leavesLoose: 'leaves_loose',
  takesOff: 'takes_off',
  bothFirst: 'both_first',
  hiddenBy: 'hidden_by',
  pressure: 'pressure_low',
  value: 'torque',
  max: 'torque',
}
interface RowSchema<T> {
  safeParse(
    value: unknown,
  ): { success: true; data: T } | { success: false; error: { issues: { path: PropertyKey[]; message: string }[] } }
}
/** One row of a sheet as what its schema takes, or every problem of it by column. */
export function readSheetRow<T>(
  row: SheetRow,
  make: (row: SheetRow, say: Say) => unknown,
  schema: RowSchema<T>,
): Read<T> {
  const problems: Problem[] = []
  const made = make(row, (column, message) => problems.push({ row: row.number, column, message }))
  if (problems.length) return { ok: false, problems }
  const read = schema.safeParse(made)
  if (read.success) return { ok: true, value: read.data }
  return {
    ok: false,
    problems: read.error.issues.map(({ path, message }) => {
      const field = String(
        path[0] === 'spec' && path[1] !== undefined && path[1] !== 'kind' ? path[1] : (path[0] ?? ''),
      )
      return { row: row.number, column: COLUMN_OF[field] ?? field, message }
    }),
  }
}
function readSheet<T>(
  text: string,
  columns: readonly Column<string>[],
  make: (row: SheetRow, say: Say) => unknown,
  schema: RowSchema<T>,
): Read<T[]> {
  const table = readTable(text, columns)
  if (!table.ok) return table
  const read = table.value.map((row) => readSheetRow(row, make, schema))
  const problems = read.flatMap((r) => (r.ok ? [] : r.problems))
  return problems.length ? { ok: false, problems } : { ok: true, value: read.flatMap((r) => (r.ok ? [r.value] : [])) }
}

/** Reads what `operationsSheet` writes, or a person typed like it. @returns operations, or every problem with row and column */
export const readOperations = (text: string): Read<Operation[]> =>
  readSheet(text, OPERATION, operationOf, operationSchema)
/** Reads what `fastenersSheet` writes; torques in the unit that the head gives, such as `torque_lb-ft`. */
export const readFasteners = (text: string): Read<Fastener[]> => readSheet(text, FASTENER, fastenerOf, fastenerSchema)
