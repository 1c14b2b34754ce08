import { renameSync, rmSync } from 'node:fs'
import Database from 'better-sqlite3'

/**
 * A whole copy of a database as it is at one moment, while others may go on writing to it (SQLite's online backup).
 * The copy comes into being whole, under its name only when it is done.
 */
export async function copyDatabase(from: string, to: string): Promise<void> {
  const unfinished = `${to}.part`
  rmSync(unfinished, { force: true })
  const source = new Database(from, { readonly: true, fileMustExist: true })
  try {
    await source.backup(unfinished)
  } finally {
    source.close()
  }
  // A copy stands for itself: without a log of its own beside it.
  const copy = new Database(unfinished)
  copy.pragma('journal_mode = DELETE')
  copy.close()
  renameSync(unfinished, to)
}
