import { closeSync, existsSync, openSync, readSync, statfsSync, statSync } from 'node:fs'
import { dirname } from 'node:path'
import Database from 'better-sqlite3'
import { CannotOpen } from './cannot-open'
import { isBeforeFirstRelease, MIGRATION_NAMES } from './migrations'

const MAGIC = 'SQLite format 3\0'
const RESTORE = 'Put a backup back with `npm run restore -- FILE`.'
/** Less than this free, a day's work may not fit. */
const ROOM_TO_START = 64 * 1024 * 1024

/** Bytes free on the disk of a folder. */
export function roomAt(folder: string): number {
  const { bavail, bsize } = statfsSync(folder)
  return bavail * bsize
}

/** @throws CannotOpen `no-room` */
export function wantRoom(folder: string): void {
  const free = roomAt(folder)
  if (free < ROOM_TO_START)
    throw new CannotOpen(
      'no-room',
      `The disk of ${folder} has ${Math.floor(free / 1024 / 1024)} MB free; the shop needs ${ROOM_TO_START / 1024 / 1024} MB to start. Make room and start again.`,
    )
}

export interface Examined {
  jobs: number
  records: number
  /** Name of the newest migration it has had. */
  schema: string
  /** When a job was changed last; null where there is none. */
  changed: string | null
}

/**
 * Looks at a database without changing it: whether it is one, whole, and of a schema this program knows.
 * @throws CannotOpen `not-there`, `empty-file`, `not-a-database`, `damaged`, `earlier-schema`, `newer-schema`
 */
export function examine(file: string): Examined {
  if (!existsSync(file)) throw new CannotOpen('not-there', `There is no database at ${file}.`)
  const { size } = statSync(file)
  if (size === 0)
    throw new CannotOpen(
      'empty-file',
      `${file} is empty: something has cut it to nothing. ${RESTORE} To begin a new shop, remove the file.`,
    )
  if (startOf(file) !== MAGIC)
    throw new CannotOpen('not-a-database', `${file} is not a shop's database. ${RESTORE} Or move the file away.`)
  const damaged = (why: string) => new CannotOpen('damaged', `${file} is damaged: ${why}. ${RESTORE}`)
  let db: Database.Database | null = null
  try {
    db = new Database(file, { readonly: true, fileMustExist: true })
    const check = db.pragma('quick_check(1)', { simple: true })
    if (check !== 'ok') throw damaged(String(check))
    return contentOf(db, file)
  } catch (error) {
    if (error instanceof CannotOpen) throw error
    throw damaged((error as Error).message)
  } finally {
    db?.close()
  }
}

function contentOf(db: Database.Database, file: string): Examined {
  const tables = new Set(db.prepare("SELECT name FROM sqlite_master WHERE type = 'table'").pluck().all() as string[])
  if (!tables.has('knex_migrations'))
    throw new CannotOpen(
      'not-a-database',
      `${file} is a database, but not of a shop. ${RESTORE} Or move the file away.`,
    )
  const names = db.prepare('SELECT name FROM knex_migrations ORDER BY id').pluck().all() as string[]
  if (names.some(isBeforeFirstRelease))
    throw new CannotOpen(
      'earlier-schema',
      `${file} is from before the first release of this program, and cannot be used with it. A shop: start with an empty DATA_DIR. The demo: \`npm run demo -- --fresh\`.`,
    )
  const unknown = names.find((name) => !MIGRATION_NAMES.includes(name))
  if (unknown)
    throw new CannotOpen(
      'newer-schema',
      `${file} was written by a newer version of this program (it has "${unknown}"). Install that version again.`,
    )
  const count = (table: string) =>
    tables.has(table) ? (db.prepare(`SELECT count(*) FROM ${table}`).pluck().get() as number) : 0
  return {
    jobs: count('jobs'),
    records: count('records'),
    schema: names.at(-1) ?? 'none',
    changed: tables.has('jobs')
      ? (db.prepare('SELECT max(changed_at) FROM jobs').pluck().get() as string | null)
      : null,
  }
}

function startOf(file: string): string {
  const start = Buffer.alloc(MAGIC.length)
  const handle = openSync(file, 'r')
  readSync(handle, start, 0, start.length, 0)
  closeSync(handle)
  return start.toString('latin1')
}

/** The folder a database stands in. */
export const folderOf = (file: string): string => dirname(file)
