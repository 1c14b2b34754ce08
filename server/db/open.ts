import { existsSync, renameSync, rmSync } from 'node:fs'
import knex, { type Knex } from 'knex'
import { CannotOpen } from './cannot-open'
import { copyDatabase } from './copy'
import { examine, folderOf, wantRoom } from './examine'
import { MIGRATION_NAMES, migrationSource } from './migrations'

interface Connection {
  pragma(text: string): unknown
}

/** A connection pool of one: SQLite has one writer, and every statement waits its turn. */
export const connect = (file: string): Knex =>
  knex({
    client: 'better-sqlite3',
    connection: { filename: file },
    useNullAsDefault: true,
    pool: {
      min: 1,
      max: 1,
      afterCreate(connection: Connection, done: (error: Error | null, connection: unknown) => void) {
        connection.pragma('journal_mode = WAL')
        connection.pragma('foreign_keys = ON')
        // A kill -9 may not take back what the screen said was saved.
        connection.pragma('synchronous = FULL')
        // The log is folded back every 16 MB: a bay at work writes it over and over, and each folding waits for the disk.
        connection.pragma('wal_autocheckpoint = 4000')
        // What is erased is overwritten, not only let go of.
        connection.pragma('secure_delete = ON')
        done(null, connection)
      },
    },
  })

/**
 * Opens a shop's database and brings its schema up to date, with a copy of it as it was put beside it first; `:memory:`
 * for a passing one. A new one comes into being whole: it is made under another name.
 * @throws CannotOpen where it cannot be worked on, with one sentence: what, where, what now
 */
export async function openDatabase(file: string): Promise<Knex> {
  if (file !== ':memory:') {
    wantRoom(folderOf(file))
    if (!existsSync(file)) await create(file)
    const { schema } = examine(file)
    if (schema !== MIGRATION_NAMES.at(-1)) await copyDatabase(file, `${file}.before-${MIGRATION_NAMES.at(-1)}`)
  }
  const db = connect(file)
  try {
    await db.migrate.latest({ migrationSource })
  } catch (error) {
    await db.destroy()
    if ((error as { code?: string }).code === 'SQLITE_READONLY')
      throw new CannotOpen('not-writable', `${file} cannot be written. Give this user the right to write it.`)
    throw error
  }
  return db
}

async function create(file: string): Promise<void> {
  const unfinished = `${file}.new`
  for (const end of ['', '-wal', '-shm']) rmSync(unfinished + end, { force: true })
  const db = connect(unfinished)
  await db.migrate.latest({ migrationSource })
  await db.raw('PRAGMA wal_checkpoint(TRUNCATE)')
  await db.destroy()
  renameSync(unfinished, file)
}
