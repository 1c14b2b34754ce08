import { mkdirSync } from 'node:fs'
import { dirname } from 'node:path'
import knex, { type Knex } from 'knex'
import { migrationSource } from './migrations'

/** Opens a shop's database and brings its schema up to date; `:memory:` for a passing one. */
export async function openDatabase(file: string): Promise<Knex> {
  if (file !== ':memory:') mkdirSync(dirname(file), { recursive: true })
  const db = knex({
    client: 'better-sqlite3',
    connection: { filename: file },
    useNullAsDefault: true,
    pool: {
      min: 1,
      max: 1,
      afterCreate(
        connection: { pragma(text: string): unknown },
        done: (error: Error | null, connection: unknown) => void,
      ) {
        connection.pragma('journal_mode = WAL')
        connection.pragma('foreign_keys = ON')
        // A kill -9 may not take back what the screen said was saved.
        connection.pragma('synchronous = FULL')
        done(null, connection)
      },
    },
  })
  await db.migrate.latest({ migrationSource })
  return db
}
