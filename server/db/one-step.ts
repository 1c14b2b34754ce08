import { copyDatabase } from './copy'
import { examine } from './examine'
import { migrationSource } from './migrations'
import { connect } from './open'

export interface Step {
  /** Schema before and after; the same where there was nothing to do. */
  from: string
  to: string
  /** Where the database stands as it was. */
  copy: string
}

/**
 * One step of the schema, up or down, after a copy.
 * @throws CannotOpen as `examine`
 */
export async function migrateOneStep(file: string, direction: 'up' | 'down', now: string): Promise<Step> {
  const { schema: from } = examine(file)
  const copy = `${file}.${from}.${now.replaceAll(':', '')}`
  await copyDatabase(file, copy)
  const db = connect(file)
  try {
    await db.migrate[direction]({ migrationSource })
  } finally {
    await db.destroy()
  }
  return { from, to: examine(file).schema, copy }
}
