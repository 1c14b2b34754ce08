import type { Knex } from 'knex'
import {
  CATALOG_FORMATS,
  fromRow,
  rowReader,
  schemaProblem,
  type CatalogFile,
  type CatalogFormat,
  type Problem,
  type RowReader,
} from '@stout-shackle/core/exchange'
import type { RowChange } from '@stout-shackle/core/contract'
import { checkKit, stoodFor, type Kit } from '@stout-shackle/core/kit'
import { flagText } from '@stout-shackle/core/wording'
import type { Row } from '../catalog'
import { Unreadable, type Source, type SourceRow } from './source'

export interface CheckedRow {
  import_id: string
  row: number
  id: string | null
  change: RowChange
  base_version: number | null
  document: string | null
  /** Problems of a wrong row; advice, and what changes, of another. JSON. */
  notes: string | null
}

/** Rows looked at together: few enough that the server answers others in between. */
const BATCH = 400

/** Batches of rows judged against the catalog as it stands. */
export async function* checkRows(
  db: Knex,
  importId: string,
  kind: CatalogFile,
  source: Source,
): AsyncGenerator<CheckedRow[]> {
  const format = CATALOG_FORMATS[kind]
  const reader = source.head ? readerOf(format, source) : null
  const rowById = new Map<string, number>()
  let batch: SourceRow[] = []
  for await (const row of source.rows) {
    batch.push(row)
    if (batch.length < BATCH) continue
    yield await checkBatch(db, importId, { format, reader, batch, rowById })
    batch = []
  }
  if (batch.length) yield await checkBatch(db, importId, { format, reader, batch, rowById })
}

function readerOf(format: CatalogFormat, { head, comma }: Source): RowReader<string> {
  const reader = rowReader(head!, format.fields, comma)
  if (reader.ok) return reader.value
  throw new Unreadable(
    `Wrong columns for ${format.kind}. ${reader.problems
      .slice(0, 5)
      .map((p) => `"${p.column}" ${p.message}`)
      .join('. ')}`,
  )
}

/** Read so far, before it is set against what is there. */
interface Draft {
  row: number
  id: string | null
  cells: Record<string, unknown> | null
  document: unknown
  problems: Problem[]
}

function draftOf(reader: RowReader<string> | null, source: SourceRow): Draft {
  if ('document' in source) {
    const { document, row } = source
    const id = typeof document === 'object' && document !== null && 'id' in document ? String(document.id) : null
    return { row, id, cells: null, document, problems: [] }
  }
  if ('problem' in source) {
    const { row, problem } = source
    return { row, id: null, cells: null, document: null, problems: [{ row, column: null, message: problem }] }
  }
  const read = reader!(source.cells, source.row)
  return read.ok
    ? { row: source.row, id: String(read.value.id), cells: read.value, document: null, problems: [] }
    : { row: source.row, id: null, cells: null, document: null, problems: read.problems }
}

async function checkBatch(
  db: Knex,
  importId: string,
  {
    format,
    reader,
    batch,
    rowById,
  }: {
    format: CatalogFormat
    reader: RowReader<string> | null
    batch: readonly SourceRow[]
    rowById: Map<string, number>
  },
): Promise<CheckedRow[]> {
  const drafts = batch.map((source) => draftOf(reader, source))
  const ids = drafts.flatMap((d) => (d.id === null ? [] : [d.id]))
  const there = new Map((await db<Row>(format.kind).whereIn('id', ids)).map((row) => [row.id, row]))
  const checked = drafts.map((draft) => judge(importId, format, { draft, there, rowById }))
  if (format.kind === 'applications') await missKits(db, checked)
  return checked
}

// eslint-disable-next-line complexity -- what a row can be, in the order in which it is found out
function judge(
  importId: string,
  format: CatalogFormat,
  { draft, there, rowById }: { draft: Draft; there: ReadonlyMap<string, Row>; rowById: Map<string, number> },
): CheckedRow {
  const { row } = draft
  const wrong = (problems: Problem[]): CheckedRow => ({
    import_id: importId,
    row,
    id: null,
    change: 'wrong',
    base_version: null,
    document: null,
    notes: JSON.stringify(problems),
  })
  if (draft.problems.length) return wrong(draft.problems)
  const before = draft.id === null ? undefined : there.get(draft.id)
  const known: unknown = before ? format.schema.parse(JSON.parse(before.document)) : null
  let document: { id: string }
  if (draft.cells) {
    const made = fromRow(format, draft.cells as Parameters<typeof fromRow>[1], row, known)
    if (!made.ok) return wrong(made.problems)
    document = made.document
  } else {
    const made = (format.written ?? format.schema).safeParse(draft.document)
    if (!made.success) return wrong(made.error.issues.map((issue) => schemaProblem(format, issue, row)))
    document = made.data
  }
  const first = rowById.get(document.id)
  if (first !== undefined)
    return wrong([{ row, column: 'id', message: `"${document.id}" stands in row ${first} already: one row for each` }])
  rowById.set(document.id, row)
  // Nobody stands for a figure in a file.
  if (format.kind === 'kits') document = stoodFor(document as Kit, known as Kit | null, '')
  const text = JSON.stringify(document)
  const change: RowChange = !before ? 'new' : text === JSON.stringify(known) ? 'same' : 'changed'
  const notes = [
    ...(change === 'changed' ? changedFields(known, document) : []),
    ...(format.kind === 'kits' ? checkKit(document as Kit).map((f) => flagText(f, 'metric')) : []),
  ]
  return {
    import_id: importId,
    row,
    id: document.id,
    change,
    base_version: before?.version ?? null,
    document: change === 'same' ? null : text,
    notes: notes.length ? JSON.stringify(notes) : null,
  }
}

/** Which fields would change, from what to what. */
function changedFields(before: unknown, after: unknown): string[] {
  const [old, renewed] = [before, after] as [Record<string, unknown>, Record<string, unknown>]
  const short = (value: unknown) => {
    const text = JSON.stringify(value) ?? 'nothing'
    return text.length > 60 ? `${text.slice(0, 57)}…` : text
  }
  return Object.keys({ ...old, ...renewed })
    .filter((key) => JSON.stringify(old[key]) !== JSON.stringify(renewed[key]))
    .map((key) => `${key}: ${short(old[key])} → ${short(renewed[key])}`)
}

/** A line of a kit that is not in the catalog belongs to nothing. */
async function missKits(db: Knex, rows: CheckedRow[]): Promise<void> {
  const kitOf = (r: CheckedRow) => (JSON.parse(r.document!) as { kit: string }).kit
  const written = rows.filter((r) => r.document !== null)
  const kits = new Set(
    (
      await db<Row>('kits')
        .select('id')
        .whereIn('id', [...new Set(written.map(kitOf))])
    ).map((k) => k.id),
  )
  for (const r of written)
    if (!kits.has(kitOf(r)))
      Object.assign(r, {
        id: null,
        change: 'wrong',
        document: null,
        notes: JSON.stringify([
          { row: r.row, column: 'kit', message: `there is no kit "${kitOf(r)}" in the catalog: take kits in first` },
        ]),
      })
}
