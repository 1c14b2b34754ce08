import { firstTables } from './first-tables'
import { kitOrigins } from './kit-origins'
import { leftBy } from './left-by'
import { sourceOf, type Migration } from './migration'

/**
 * Steps of the schema, in order. A step that has landed is never edited, and reads nothing of the program around it: defaults,
 * schemas and rules change, what a step did stays. A step that changes stored documents uses `moveDocuments`.
 */
const migrations: readonly Migration[] = [firstTables, kitOrigins, leftBy]

export const migrationSource = sourceOf(migrations)

/** Every step that this program knows, oldest first. */
export const MIGRATION_NAMES = migrations.map(({ name }) => name)

/** Whether a step is one of those that stood here before the first release: 001 to 011. */
export const isBeforeFirstRelease = (name: string): boolean => /^0(0[1-9]|1[01])-/.test(name)
