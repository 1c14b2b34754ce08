import { mkdirSync, readFileSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import Database from 'better-sqlite3'
import { CannotOpen } from './cannot-open'

/** Lets go of the folder. */
export type Unlock = () => void

const LOCK = 'server.lock'
const HOLDER = 'server.pid'

/**
 * Takes a shop's folder for this process alone. The lock is one of the operating system, on an open SQLite file: it goes
 * with the process, however that ends, so none is ever left behind.
 * @throws CannotOpen `in-use` where another process has it, `not-writable` where nobody can write there
 */
export function lockFolder(folder: string): Unlock {
  try {
    mkdirSync(folder, { recursive: true })
  } catch (error) {
    throw notWritable(folder, error)
  }
  let lock: Database.Database
  try {
    lock = new Database(join(folder, LOCK), { timeout: 0 })
  } catch (error) {
    throw notWritable(folder, error)
  }
  try {
    lock.pragma('journal_mode = MEMORY')
    lock.exec('BEGIN EXCLUSIVE')
    writeFileSync(join(folder, HOLDER), String(process.pid))
  } catch (error) {
    lock.close()
    if ((error as { code?: string }).code !== 'SQLITE_BUSY') throw notWritable(folder, error)
    throw new CannotOpen(
      'in-use',
      `Another shop server${holder(folder)} works on ${folder}. Stop that one, or set DATA_DIR to another folder.`,
    )
  }
  return () => lock.close()
}

const notWritable = (folder: string, error: unknown) =>
  new CannotOpen(
    'not-writable',
    `The folder ${folder} cannot be written (${(error as Error).message}). Give this user the right to write there, or set DATA_DIR to another folder.`,
  )

function holder(folder: string): string {
  try {
    return ` (process ${readFileSync(join(folder, HOLDER), 'utf8').trim()})`
  } catch {
    return ''
  }
}
