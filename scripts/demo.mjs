// The made-up shop in a database of its own: builds, migrates, loads, serves. `-- --fresh` starts over.
import { existsSync, rmSync } from 'node:fs'
import { join } from 'node:path'
import { ensureBuilt, ensurePackages, root, startServer } from './ensure.mjs'

const dataDir = join(root, '.demo')
ensurePackages()
ensureBuilt()
if (process.argv.includes('--fresh')) rmSync(dataDir, { recursive: true, force: true })
const first = !existsSync(join(dataDir, 'shop.sqlite'))
const { address } = await startServer({ dataDir })
if (first) {
  console.log('· loading the made-up shop')
  const { loadDemo } = await import('../demo/load.mjs')
  await loadDemo(address)
  console.log(`· ready: ${address}`)
}
