import { join } from 'node:path'
import { migrationSource } from './migrations'
import { openDatabase } from './open'

const db = await openDatabase(join(process.env.DATA_DIR ?? 'data', 'shop.sqlite'))
const direction = process.argv[2] ?? 'up'
if (direction === 'down') await db.migrate.rollback({ migrationSource })
else if (direction !== 'up') {
  console.error(`"${direction}" is neither up nor down`)
  process.exitCode = 1
}
console.log(`schema: ${await db.migrate.currentVersion({ migrationSource })}`)
await db.destroy()
