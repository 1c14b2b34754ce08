import { z } from 'zod'
import {
  applicationSchema,
  closableKitSchema,
  figureAt,
  UNSAID,
  kitSchema,
  stockItemSchema,
  FAMILIES,
  FAMILY_TABLE,
  typicalKit,
  type Kit,
  type Origin,
} from '../kit'
import { schemaText } from '../quantity'
import { vehicleSchema } from '../vehicle'
import { applicationFields, kitFields, stockFields, vehicleFields } from './catalog-fields'
import type { Field } from './field'
import type { Cell, Problem, Row } from './table'

export const CATALOG_FILES = ['kits', 'applications', 'vehicles', 'stock'] as const
/** Id of the row that shows how a table is filled in. */
export const EXAMPLE = 'example-row'
export type CatalogFile = (typeof CATALOG_FILES)[number]

/** How documents of one kind stand in a table. */
export interface CatalogFormat {
  kind: CatalogFile
  fields: readonly Field[]
  schema: z.ZodType<{ id: string }>
  /** What a row that is written has to be, where that is more. */
  written?: z.ZodType<{ id: string }>
  /** What a new document has beside what its row says. */
  blank: Record<string, unknown>
  /** What a new document is begun with where its row says only what people know of it; null where the row says it all. */
  begin?: (row: Partial<Row<string>>) => { id: string } | null
  /**
   * Puts right what follows from the row as a whole.
   * @param row cells; `changed` places of the document that it gives another value; `begun` what it was begun with
   */
  finish?: (
    document: Record<string, unknown>,
    row: { cells: Partial<Row<string>>; changed: readonly string[]; begun: { id: string } | null },
  ) => void
}

/** Groups that are there whole or not at all. */
const KIT_GROUPS = ['fitment.coilInside', 'fitment.bracketSpace', 'bag.coilGap', 'airLine']

const { id, maker, number, name, family, axle } = kitSchema.shape
/** What a kit is called. */
export const kitName = z.object({ id, maker, number, name, family, axle })
/** A row without a bag's table or a rubber's: what is usual for its family and axle stands for what it leaves out. */
function begunKit(row: Partial<Row<string>>): Kit | null {
  if (row.heights || row.rubber_squeeze) return null
  const named = kitName.safeParse({ ...row, axle: row.axle ?? 'rear' })
  return named.success ? typicalKit(named.data) : null
}

/** The four kinds of table, by the name of their catalog. */
export const CATALOG_FORMATS: Record<CatalogFile, CatalogFormat> = {
  kits: {
    kind: 'kits',
    fields: kitFields,
    schema: kitSchema,
    written: closableKitSchema,
    blank: { fasteners: [], operations: [] },
    begin: begunKit,
    finish(kit, { cells, changed, begun }) {
      const said = begun && cells.origin ? (kit.origin as Origin) : UNSAID
      // The rest of a kit that was begun is what is usual, whatever its row says of its own figures.
      if (begun) kit.origin = (begun as Kit).origin
      // What a file changes without saying where it is from is the shop's.
      if (begun ? !cells.origins : !('origins' in cells))
        kit.origins = { ...(kit.origins as object), ...Object.fromEntries(changed.map((at) => [figureAt(at), said])) }
      for (const group of KIT_GROUPS) collapse(kit, group)
      // A family that is none is refused by the schema.
      if (FAMILIES.some((f) => f === kit.family && !FAMILY_TABLE[f].air)) kit.bag = null
      else kit.rubber = null
    },
  },
  applications: { kind: 'applications', fields: applicationFields, schema: applicationSchema, blank: {} },
  vehicles: { kind: 'vehicles', fields: vehicleFields, schema: vehicleSchema, blank: {} },
  stock: { kind: 'stock', fields: stockFields, schema: stockItemSchema, blank: {} },
}

type Tree = Record<string, unknown>
const isTree = (value: unknown): value is Tree => typeof value === 'object' && value !== null && !Array.isArray(value)

function read(tree: unknown, path: string): unknown {
  return path.split('.').reduce<unknown>((keyHere, key) => (isTree(keyHere) ? keyHere[key] : undefined), tree)
}
function write(tree: Tree, path: string, value: unknown): void {
  const keys = path.split('.')
  const last = keys.pop()!
  let branch = tree
  for (const key of keys) {
    if (!isTree(branch[key])) branch[key] = {}
    branch = branch[key] as Tree
  }
  branch[last] = value
}
/** A group of which every part is empty is no group. */
function collapse(tree: Tree, path: string): void {
  const group = read(tree, path)
  if (isTree(group) && Object.values(group).every((v) => v === null)) write(tree, path, null)
}

/**
 * A document's row; what the table has no column for stays behind.
 * @param document one that its schema takes
 * @returns cells by column name
 */
export const toRow = ({ fields }: CatalogFormat, document: unknown): Row<string> =>
  Object.fromEntries(
    fields.map((field) => {
      const value = read(document, field.at) ?? null
      return [field.name, value !== null && field.write ? field.write(value as never) : (value as Cell)]
    }),
  )

/**
 * A document from its row, over what there was before: what a cell does not change stays to the last digit, and so does
 * what the table has no column for.
 * @returns the document, or every problem by column
 */
// eslint-disable-next-line complexity -- what a row leaves out, fills in and refuses, in the order of its fields
export function fromRow(
  format: CatalogFormat,
  row: Partial<Row<string>>,
  number: number,
  before: unknown,
): { ok: true; document: { id: string } } | { ok: false; problems: Problem[] } {
  if (row.id === EXAMPLE)
    return {
      ok: false,
      problems: [{ row: number, column: 'id', message: 'is the example: take the row out, or type over all of it' }],
    }
  const problems: Problem[] = []
  const begun = before ? null : (format.begin?.(row) ?? null)
  const document = structuredClone((before ?? begun ?? format.blank) as Tree)
  const was = before ? toRow(format, before) : null
  const changed: string[] = []
  for (const field of format.fields) {
    if (!(field.name in row)) {
      if (!before && !begun && field.empty !== undefined) write(document, field.at, structuredClone(field.empty))
      continue
    }
    const cell = row[field.name] ?? null
    if (was && JSON.stringify(was[field.name]) === JSON.stringify(cell)) continue
    if (begun && cell === null) continue
    if (was ?? begun) changed.push(field.at)
    if (cell === null) write(document, field.at, field.empty === undefined ? null : structuredClone(field.empty))
    else if (!field.read) write(document, field.at, cell)
    else {
      const parsed = field.read(String(Array.isArray(cell) ? cell.join(';') : cell))
      if (parsed.ok) write(document, field.at, parsed.value)
      else problems.push({ row: number, column: field.name, message: parsed.why })
    }
  }
  if (problems.length) return { ok: false, problems }
  format.finish?.(document, { cells: row, changed, begun })
  const checked = (format.written ?? format.schema).safeParse(document)
  return checked.success
    ? { ok: true, document: checked.data }
    : { ok: false, problems: checked.error.issues.map((issue) => schemaProblem(format, issue, number)) }
}

/** A refusal of the schema, at the column it is about. */
export function schemaProblem(format: CatalogFormat, issue: z.core.$ZodIssue, row: number): Problem {
  const path = issue.path.map(String).join('.')
  const field = format.fields.find((c) => path === c.at || path.startsWith(`${c.at}.`) || c.at.startsWith(`${path}.`))
  return {
    row,
    column: field?.name ?? (path || null),
    message: schemaText(issue),
  }
}
