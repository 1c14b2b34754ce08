import { join } from 'node:path'
import { migrationSource } from './migrations'
import { openDatabase } from './open'

const direction = process.argv[2] ?? 'up'
if (direction !== 'up' && direction !== 'down') {
  console.error(`"${direction}" is neither up nor down`)
  process.exit(1)
}
// Opening brings the schema up.
const db = await openDatabase(join(process.env.DATA_DIR ?? 'data', 'shop.sqlite'))
if (direction === 'down') await db.migrate.rollback({ migrationSource })
console.log(`schema: ${await db.migrate.currentVersion({ migrationSource })}`)
await db.destroy()
