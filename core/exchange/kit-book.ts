import { z } from 'zod'
import {
  applicationSchema,
  bracketSchema,
  closableKitSchema,
  fastenerSchema,
  freeId,
  kitSchema,
  operationSchema,
  ownId,
  typicalKit,
  UNSAID,
  type Application,
  type Bracket,
  type Fastener,
  type Kit,
  type KitBag,
  type Operation,
} from '../kit'
import { parseTorque, torqueText } from '../paper'
import type { UnitSystem } from '../quantity'
import { applicationFields, kitFields } from './catalog-fields'
import { CATALOG_FORMATS, fromRow, kitName, schemaProblem, toRow } from './catalog'
import { conditionsText, parseConditions } from './condition-text'
import { gridOf, problemText, rowReader, type Column, type Problem, type Read, type Row } from './table'
import {
  FASTENER,
  fastenerCells,
  fastenerOf,
  OPERATION,
  operationCells,
  operationOf,
  readSheetRow,
  type Say,
  type SheetRow,
} from './work-sheet'

/** A sheet of a workbook as cells, its head first. */
export interface BookSheet {
  name: string
  rows: readonly (readonly string[])[]
}
/** Kits with the lines of vehicles that they are listed for. */
export interface KitBook {
  kits: Kit[]
  lines: Application[]
}
interface BookProblem extends Problem {
  sheet: string
}
/** A problem as a person finds it in the workbook. */
export const bookProblemText = ({ sheet, ...problem }: BookProblem): string => `${sheet}: ${problemText(problem)}`

/** What of a kit has no column, as JSON: measures of brackets, a table of loads, diameters, ways of working, that it is a sample. */
const bagShape = kitSchema.shape.bag.unwrap().shape
const moreSchema = z
  .strictObject({
    mounting: kitSchema.shape.mounting,
    methods: kitSchema.shape.methods,
    sample: kitSchema.shape.sample,
    diameters: bagShape.diameters,
    table: bagShape.table,
  })
  .partial()
type More = z.infer<typeof moreSchema>

const KIT_COLUMN = { name: 'kit', kind: 'text', needed: true } as const
const SHEETS = {
  Kits: [...kitFields, { name: 'more', kind: 'text' }],
  Box: [
    KIT_COLUMN,
    { name: 'is', kind: 'text' },
    { name: 'count', kind: 'number' },
    { name: 'name', kind: 'text', needed: true },
    { name: 'number', kind: 'text' },
    { name: 'side', kind: 'text' },
    { name: 'when', kind: 'text' },
    { name: 'circuit', kind: 'text' },
    { name: 'thread', kind: 'text' },
    { name: 'length', kind: 'length' },
    { name: 'width', kind: 'length' },
    { name: 'place', kind: 'text' },
    { name: 'hand', kind: 'text' },
    { name: 'port', kind: 'text' },
  ],
  Bolts: [
    KIT_COLUMN,
    ...FASTENER.map((c) => ({ ...c, needed: c.name === 'name' })),
    { name: 'as_on_paper', kind: 'text' },
  ],
  Steps: [
    KIT_COLUMN,
    ...OPERATION.map((c) => ({ ...c, needed: c.name === 'title' })),
    { name: 'picture', kind: 'text' },
    { name: 'caption', kind: 'text' },
  ],
  Fits: applicationFields,
} as const satisfies Record<string, readonly Column<string>[]>
type SheetName = keyof typeof SHEETS

const partSchema = kitSchema.shape.parts.unwrap().element
type Part = Kit['parts'][number]
const orNull = (cell: unknown): string | null => (typeof cell === 'string' && cell ? cell : null)

const partCells = (kit: string, p: Part): Row<string> => ({
  ...p,
  kit,
  is: 'part',
  when: conditionsText(p.when),
  place: null,
  hand: null,
  port: null,
})
const bracketCells = (kit: string, b: Bracket): Row<string> => ({
  ...b,
  kit,
  is: 'bracket',
  count: null,
  side: null,
  when: null,
  circuit: null,
  thread: null,
  length: null,
  width: null,
})
const boltCells = (kit: string, system: UnitSystem, f: Fastener): Row<string> => ({
  ...fastenerCells(f),
  kit,
  as_on_paper: torqueText(f.spec, f.evenly, system),
})
const stepCells = (kit: string, o: Operation): Row<string> => ({
  ...operationCells(o),
  kit,
  picture: o.picture?.image ?? null,
  caption: o.picture?.caption ?? null,
})
function moreOf({ mounting, methods, sample, bag }: Kit): string | null {
  const more = {
    ...(mounting ? { mounting } : {}),
    ...(methods.length ? { methods } : {}),
    ...(sample ? { sample } : {}),
    ...(bag?.diameters ? { diameters: bag.diameters } : {}),
    ...(bag && !('areas' in bag.table) ? { table: bag.table } : {}),
  }
  return Object.keys(more).length ? JSON.stringify(more) : null
}

/**
 * Kits as a workbook: kits, what is in their boxes, bolts, steps and the vehicles they are for, a sheet each.
 * @param system in whose units; heads as people write them
 */
export function writeKitBook({ kits, lines }: KitBook, system: UnitSystem): BookSheet[] {
  const rows: Record<SheetName, Row<string>[]> = {
    Kits: kits.map((kit) => ({ ...toRow(CATALOG_FORMATS.kits, kit), more: moreOf(kit) })),
    Box: kits.flatMap((k) => [
      ...k.parts.map((p) => partCells(k.id, p)),
      ...k.brackets.map((b) => bracketCells(k.id, b)),
    ]),
    Bolts: kits.flatMap((k) => k.fasteners.map((f) => boltCells(k.id, system, f))),
    Steps: kits.flatMap((k) => k.operations.map((o) => stepCells(k.id, o))),
    Fits: lines.map((line) => toRow(CATALOG_FORMATS.applications, line)),
  }
  return (Object.keys(SHEETS) as SheetName[]).map((name) => ({
    name,
    rows: gridOf<string>(SHEETS[name], rows[name], system),
  }))
}

/** Rows of a sheet, and the kit that each is of. */
interface Numbered<T> {
  kit: string
  number: number
  value: T
}
type Found = (sheet: SheetName, problems: readonly Problem[]) => void

function partOf({ cells }: SheetRow, say: Say): unknown {
  const when = parseConditions(String(cells.when ?? ''))
  if (!when.ok) say('when', when.why)
  if (cells.is === 'bracket')
    return {
      name: cells.name,
      place: cells.place,
      hand: cells.hand ?? 'either',
      number: cells.number ?? '',
      port: cells.port ?? null,
    }
  return {
    name: cells.name,
    count: cells.count ?? 1,
    number: cells.number ?? '',
    side: cells.side ?? null,
    when: when.ok ? when.value : [],
    circuit: cells.circuit ?? null,
    thread: cells.thread ?? null,
    length: cells.length ?? null,
    width: cells.width ?? null,
  }
}
/** A bolt by its figures, or as its paper has it where that says something else. */
const boltOf =
  (system: UnitSystem) =>
  (row: SheetRow, say: Say): unknown => {
    const made = fastenerOf(row)
    const known = fastenerSchema.safeParse(made)
    const paper = orNull(row.cells.as_on_paper)
    if (paper === null || (known.success && torqueText(known.data.spec, known.data.evenly, system) === paper))
      return made
    const read = parseTorque(paper, system)
    if (!read.ok) say('as_on_paper', read.why)
    return read.ok ? { ...(made as object), spec: read.spec, evenly: read.evenly } : made
  }
/** What a person leaves out of a bolt or a step: its id, and what is as in the row before. */
function filledIn(
  rows: readonly SheetRow[],
  title: string,
  usual: Row<string>,
  carried: readonly string[],
): SheetRow[] {
  const taken = new Map<string, string[]>()
  const last = new Map<string, Row<string>>()
  return rows.map((row) => {
    const kit = String(row.cells.kit)
    const ids = taken.get(kit) ?? []
    const id = row.cells.id ?? freeId(ownId(String(row.cells[title]), []), ids)
    const before = last.get(kit) ?? {}
    const own = Object.fromEntries(Object.entries(row.cells).filter(([, cell]) => cell !== null))
    const cells = {
      ...row.cells,
      ...usual,
      ...Object.fromEntries(carried.map((name) => [name, before[name] ?? usual[name] ?? null])),
      ...own,
      id,
    }
    taken.set(kit, [...ids, String(id)])
    last.set(kit, cells)
    return { ...row, cells }
  })
}
const USUAL_BOLT = { count: 1, spec: 'none-given' }
const USUAL_STEP = { side: 'once', phase: 'mount', support: 'on-wheels', wheels: 'on', hands: 1, minutes: 5 }
/** How the vehicle stands is taken over from the step before. */
const CARRIED = ['phase', 'support', 'wheels']
const stepOf = (row: SheetRow, say: Say): unknown => {
  const { picture, caption } = row.cells
  return { ...(operationOf(row, say) as object), picture: picture ? { image: picture, caption: caption ?? '' } : null }
}
function readMore(cell: unknown): { ok: true; more: More } | { ok: false; why: string } {
  const text = orNull(cell)
  if (!text) return { ok: true, more: {} }
  try {
    const read = moreSchema.safeParse(JSON.parse(text))
    if (read.success) return { ok: true, more: read.data }
  } catch {
    // Not JSON: said below.
  }
  return { ok: false, why: 'is not as this program wrote it: leave it as it was, or empty' }
}

/** Bolts that a step gives by their names stand there by their ids. */
function byName(rows: readonly SheetRow[], bolts: readonly Numbered<Fastener>[]): SheetRow[] {
  return rows.map((row) => {
    const own = bolts.filter((b) => b.kit === row.cells.kit).map((b) => b.value)
    const id = (word: string) =>
      own.some((f) => f.id === word) ? word : (own.find((f) => f.name.toLowerCase() === word.toLowerCase())?.id ?? word)
    const named = ['torques', 'disturbs', 'leaves_loose'].map((column) => {
      const cell = row.cells[column]
      return [column, Array.isArray(cell) ? cell.map((word) => id(String(word))) : cell]
    })
    return { ...row, cells: { ...row.cells, ...Object.fromEntries(named) } as Row<string> }
  })
}
/** The cells of a sheet as rows of SI values; a sheet that the workbook does not have has none. */
function rowsOf(sheets: readonly BookSheet[], name: SheetName, found: Found): SheetRow[] {
  const [head, ...body] = sheets.find((s) => s.name.trim().toLowerCase() === name.toLowerCase())?.rows ?? []
  if (!head) return []
  const columns: readonly Column<string>[] = SHEETS[name]
  const reader = rowReader(head, columns, 'thousands')
  if (!reader.ok) {
    found(name, reader.problems)
    return []
  }
  const blank = Object.fromEntries(columns.map((c) => [c.name, null])) as Row<string>
  return body.flatMap((cells, i) => {
    if (cells.every((c) => !c.trim())) return []
    const read = reader.value(cells, i + 2)
    if (!read.ok) found(name, read.problems)
    // Of a kit, what a column is left out for stays as it is.
    return read.ok ? [{ number: i + 2, cells: name === 'Kits' ? read.value : { ...blank, ...read.value } }] : []
  })
}

/** Further apart than this part of itself a figure was typed anew: a cell in another unit is nearer. */
const SAME = 1e-8
/** Whether two values say the same, figures to what a cell holds of them. */
function says(a: unknown, b: unknown): boolean {
  if (typeof a === 'number' && typeof b === 'number')
    return Math.abs(a - b) <= SAME * Math.max(Math.abs(a), Math.abs(b))
  if (typeof a !== 'object' || typeof b !== 'object' || !a || !b) return a === b
  const keys = new Set([...Object.keys(a), ...Object.keys(b)])
  return [...keys].every((key) => says((a as Record<string, unknown>)[key], (b as Record<string, unknown>)[key]))
}
/** A list with what says the same as before kept to the last digit. */
const kept = <T>(made: readonly T[], before: readonly T[]): T[] =>
  made.map((item) => before.find((b) => says(b, item)) ?? item)
/** A row with each cell that says the same as before kept to the last digit. */
const keptCells = (cells: Row<string>, before: Row<string>): Row<string> =>
  Object.fromEntries(
    Object.entries(cells).map(([name, cell]) => [name, says(cell, before[name]) ? (before[name] ?? null) : cell]),
  )

/** Ids of the kits that a workbook has rows for. */
export function kitsNamed(sheets: readonly BookSheet[]): string[] {
  const [head, ...rows] = sheets.find((s) => s.name.trim().toLowerCase() === 'kits')?.rows ?? []
  const at = head?.findIndex((title) => title.trim().toLowerCase() === 'id') ?? -1
  return at < 0 ? [] : rows.flatMap((row) => row[at]?.trim() || [])
}

/** What the sheets beside the one of kits hold, each row with its kit. */
interface Lists {
  box: Numbered<Part | Bracket>[]
  bolts: Numbered<Fastener>[]
  steps: Numbered<Operation>[]
}
const has = (sheets: readonly BookSheet[], name: SheetName): boolean =>
  sheets.some((s) => s.name.trim().toLowerCase() === name.toLowerCase())

function listsIn(sheets: readonly BookSheet[], system: UnitSystem, found: Found): Lists {
  const read = <T>(
    name: SheetName,
    rows: readonly SheetRow[],
    make: (row: SheetRow, say: Say) => unknown,
    schema: z.ZodType<T>,
  ): Numbered<T>[] =>
    rows.flatMap((row) => {
      const made: Read<T> = readSheetRow(row, make, schema)
      if (!made.ok) found(name, made.problems)
      return made.ok ? [{ kit: String(row.cells.kit), number: row.number, value: made.value }] : []
    })
  const boltRows = filledIn(rowsOf(sheets, 'Bolts', found), 'name', USUAL_BOLT, [])
  const bolts = read('Bolts', boltRows, boltOf(system), fastenerSchema)
  const stepRows = filledIn(rowsOf(sheets, 'Steps', found), 'title', USUAL_STEP, CARRIED)
  return {
    box: read('Box', rowsOf(sheets, 'Box', found), partOf, z.union([bracketSchema, partSchema])),
    bolts,
    steps: read('Steps', byName(stepRows, bolts), stepOf, operationSchema),
  }
}
const ofKit = ({ box, bolts, steps }: Lists, id: string): Lists => ({
  box: box.filter((r) => r.kit === id),
  bolts: bolts.filter((r) => r.kit === id),
  steps: steps.filter((r) => r.kit === id),
})
const values = <T>(rows: readonly Numbered<T>[]): T[] => rows.map((r) => r.value)

/** A kit with the lists that its workbook has sheets for. */
function withLists(kit: Kit, before: Kit | null, { box, bolts, steps }: Lists, sheets: readonly BookSheet[]): Kit {
  const whole = { ...kit }
  if (has(sheets, 'Box')) {
    const all = values(box)
    whole.parts = kept(
      all.filter((item) => 'count' in item),
      before?.parts ?? [],
    )
    whole.brackets = all.filter((item) => 'place' in item)
  }
  if (has(sheets, 'Bolts')) whole.fasteners = kept(values(bolts), before?.fasteners ?? [])
  if (has(sheets, 'Steps')) whole.operations = kept(values(steps), before?.operations ?? [])
  return before ? withChanged(whole, before) : whole
}
/** A refusal of a kit as a whole, at the row that it is about. */
function issueAt(issue: z.core.$ZodIssue, row: number, { bolts, steps }: Lists): BookProblem {
  const [list, at, field = 'id'] = issue.path
  const [sheet, item] =
    list === 'fasteners'
      ? ['Bolts', bolts[Number(at)]]
      : list === 'operations'
        ? ['Steps', steps[Number(at)]]
        : ['Kits', undefined]
  return item
    ? { sheet, row: item.number, column: String(field), message: issue.message }
    : { sheet: 'Kits', ...schemaProblem(CATALOG_FORMATS.kits, issue, row) }
}

/**
 * Reads what `writeKitBook` writes, or a person typed like it. Lists of a kit are those of its sheets, where the workbook has them.
 * @param sheets of the workbook, by their names
 * @param there what the catalog has of the same kits: what a cell does not change stays to the last digit
 * @param system in whose unit a bare torque of a paper is
 * @returns kits and lines, or every problem with sheet, row and column: then nothing is read
 */
export function readKitBook(
  sheets: readonly BookSheet[],
  there: KitBook,
  system: UnitSystem,
): { ok: true; value: KitBook } | { ok: false; problems: BookProblem[] } {
  const problems: BookProblem[] = []
  const found: Found = (sheet, more) => problems.push(...more.map((p) => ({ ...p, sheet })))
  if (!has(sheets, 'Kits')) found('Kits', [{ row: null, column: null, message: 'this sheet is missing' }])
  const lists = listsIn(sheets, system, found)
  const lines = rowsOf(sheets, 'Fits', found).flatMap(({ cells, number }) => {
    const before = there.lines.find((l) => l.id === cells.id)
    const line = fromRow(CATALOG_FORMATS.applications, cells, number, before)
    if (!line.ok) found('Fits', line.problems)
    return line.ok ? [applicationSchema.parse(line.document)] : []
  })
  const seen = new Set<string>()
  const kits = rowsOf(sheets, 'Kits', found).flatMap((row) => {
    const id = String(row.cells.id)
    if (seen.has(id)) found('Kits', [{ row: row.number, column: 'id', message: `"${id}" stands in a row before` }])
    seen.add(id)
    const before = there.kits.find((k) => k.id === id) ?? null
    const kit = kitOf(row, before, (more) => found('Kits', more))
    if (!kit) return []
    const own = ofKit(lists, id)
    const checked = closableKitSchema.safeParse(withLists(kit, before, own, sheets))
    if (checked.success) return [checked.data]
    problems.push(...checked.error.issues.map((issue) => issueAt(issue, row.number, own)))
    return []
  })
  for (const [sheet, rows] of [
    ['Box', lists.box],
    ['Bolts', lists.bolts],
    ['Steps', lists.steps],
  ] as const)
    for (const { kit, number } of rows)
      if (!seen.has(kit))
        found(sheet, [{ row: number, column: 'kit', message: `"${kit}" is no kit of the sheet Kits` }])
  return problems.length ? { ok: false, problems } : { ok: true, value: { kits, lines } }
}

/** A kit from its own row; null where it cannot be read. */
function kitOf(row: SheetRow, before: Kit | null, say: (problems: Problem[]) => void): Kit | null {
  const { more: cell, ...cells } = row.cells
  const read = readMore(cell)
  if (!read.ok) {
    say([{ row: row.number, column: 'more', message: read.why }])
    return null
  }
  const { table, diameters, ...ofKitItself } = read.more
  const start = before ?? (table ? begunWith(table, cells) : null)
  // A table of loads has no columns: those of areas say nothing of it.
  if (table) for (const column of ['heights', 'areas_cm2', 'volumes_l']) delete (cells as Partial<Row<string>>)[column]
  const kept = before ? keptCells(cells, toRow(CATALOG_FORMATS.kits, before)) : cells
  const made = fromRow(CATALOG_FORMATS.kits, kept, row.number, start)
  if (!made.ok) {
    say(made.problems)
    return null
  }
  const kit = made.document as Kit
  const ofBag = { ...(table ? { table } : {}), ...(diameters === undefined ? {} : { diameters }) }
  return { ...kit, ...ofKitItself, bag: kit.bag && { ...kit.bag, ...ofBag } }
}
/** What a row of a kit with a table of loads is written over; null where it does not say what kit it is. */
function begunWith(table: KitBag['table'], cells: Row<string>): Kit | null {
  const named = kitName.safeParse(cells)
  const usual = named.success ? typicalKit(named.data) : null
  return usual?.bag ? { ...usual, bag: { ...usual.bag, table } } : null
}

/** What a workbook changes of lists without saying where it is from is the shop's. */
function withChanged(kit: Kit, before: Kit): Kit {
  if (JSON.stringify(kit.origins) !== JSON.stringify(before.origins)) return kit
  const same = (a: unknown, b: unknown) => JSON.stringify(a) === JSON.stringify(b)
  const changed = [
    ...(['parts', 'brackets'] as const).filter((list) => !same(kit[list], before[list])),
    ...(same(
      kit.fasteners.map((f) => f.id),
      before.fasteners.map((f) => f.id),
    )
      ? []
      : ['bolts']),
    ...(['fasteners', 'operations'] as const).flatMap((list) =>
      kit[list].filter((item) => !before[list].some((b) => same(b, item))).map(({ id }) => `${list}.${id}`),
    ),
  ]
  return { ...kit, origins: { ...kit.origins, ...Object.fromEntries(changed.map((path) => [path, UNSAID])) } }
}
