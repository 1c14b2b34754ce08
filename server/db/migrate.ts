import { join } from 'node:path'
import { CannotOpen, EXIT_CANNOT_OPEN } from './cannot-open'
import { examine } from './examine'
import { lockFolder } from './lock'
import { migrateOneStep } from './one-step'

const [direction, ...flags] = process.argv.slice(2)
if (direction !== 'up' && direction !== 'down') {
  console.error(`Say up or down: npm run migrate -- up. "${direction ?? ''}" is neither.`)
  process.exit(1)
}
const folder = process.env.DATA_DIR ?? 'data'
const file = join(folder, 'shop.sqlite')
try {
  if (direction === 'down' && !flags.includes('--yes')) {
    const { schema, jobs, records } = examine(file)
    console.error(
      `One step down from ${schema} drops what that step added, in a shop of ${jobs} jobs and ${records} records. ` +
        'Nothing was done: say `npm run migrate -- down --yes`. A copy is made first.',
    )
    process.exit(1)
  }
  const unlock = lockFolder(folder)
  const { from, to, copy } = await migrateOneStep(file, direction, new Date().toISOString())
  unlock()
  console.log(from === to ? `Nothing to do: ${from}.` : `${from} to ${to}. As it was: ${copy}`)
} catch (error) {
  if (!(error instanceof CannotOpen)) throw error
  console.error(error.message)
  process.exit(EXIT_CANNOT_OPEN)
}
