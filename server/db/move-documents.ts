import type { Knex } from 'knex'

/** A stored document, or a part of one. */
export type StoredTree = Record<string, unknown>

/** Columns that hold documents of a job, of a record and of the catalog, by table. */
const DOCUMENT_COLUMNS = {
  jobs: 'document',
  job_versions: 'document',
  records: 'body',
  pressures: 'document',
  vehicles: 'document',
  kits: 'document',
  kit_versions: 'document',
  applications: 'document',
  platforms: 'document',
  procedures: 'document',
  stock: 'document',
  rule_sets: 'document',
  shop_settings: 'document',
} as const
export type DocumentTable = keyof typeof DOCUMENT_COLUMNS

/** What imports hold of a catalog's documents: what a file would write, and what an undo would put back. */
const IMPORTED = ['import_rows', 'import_before']

const parsed = (text: string): StoredTree | null => {
  try {
    const value: unknown = JSON.parse(text)
    return typeof value === 'object' && value !== null && !Array.isArray(value) ? (value as StoredTree) : null
  } catch {
    // A document that nobody can read stays as it is: it is shown as damaged, and hides no other.
    return null
  }
}

/**
 * Rewrites every stored document of one table, in place: the one way in which a migration moves data. Documents that imports
 * still hold go with their table, and what the board shows of jobs is worked out anew.
 *
 * @param db     inside the migration's transaction
 * @param table  whose documents
 * @param change the document of the other form; the same object for one that stays as it is
 */
export async function moveDocuments(
  db: Knex,
  table: DocumentTable,
  change: (document: StoredTree) => StoredTree,
): Promise<void> {
  const column = DOCUMENT_COLUMNS[table]
  await rewrite(db, `${table} t`, { table, column, change })
  for (const imported of IMPORTED)
    await rewrite(db, `${imported} t JOIN imports i ON i.id = t.import_id AND i.kind = '${table}'`, {
      table: imported,
      column: 'document',
      change,
    })
  await db.raw('UPDATE jobs SET summary = NULL')
}

async function rewrite(
  db: Knex,
  from: string,
  { table, column, change }: { table: string; column: string; change: (document: StoredTree) => StoredTree },
): Promise<void> {
  const rows = await db.raw<{ row: number; text: string | null }[]>(
    `SELECT t.rowid AS row, t.${column} AS text FROM ${from}`,
  )
  for (const { row, text } of rows) {
    const document = text === null ? null : parsed(text)
    const moved = document && change(document)
    if (moved && moved !== document)
      await db.raw(`UPDATE ${table} SET ${column} = ? WHERE rowid = ?`, [JSON.stringify(moved), row])
  }
}
