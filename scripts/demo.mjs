// The made-up shop in a database and at a port of its own: builds, migrates, loads, serves. `-- --fresh` starts over.
import { existsSync, renameSync, rmSync } from 'node:fs'
import { join } from 'node:path'
import { ensureBuilt, ensurePackages, root, startServer } from './ensure.mjs'

const dataDir = join(root, '.demo')
/** Loaded to the end: a load that broke off is begun anew. */
const loaded = join(dataDir, 'loaded')
const port = process.env.PORT ?? '5290'
ensurePackages()
ensureBuilt()
if (process.argv.includes('--fresh') || !existsSync(loaded)) {
  // Moved away first: where a demo is running its folder is locked, and the start below says so.
  rmSync(`${dataDir}.old`, { recursive: true, force: true })
  if (existsSync(dataDir) && !(await running())) renameSync(dataDir, `${dataDir}.old`)
  rmSync(`${dataDir}.old`, { recursive: true, force: true })
}
const { address } = await startServer({ dataDir, port, host: process.env.HOST ?? '127.0.0.1', demo: true })
if (!existsSync(loaded)) {
  console.log('· loading the made-up shop')
  const { loadDemo } = await import('../demo/load.mjs')
  await loadDemo(address)
  const { writeFileSync } = await import('node:fs')
  writeFileSync(loaded, '')
  console.log(`· ready: ${address}`)
}

/** Whether a demo server is at this port already. */
async function running() {
  return fetch(`http://127.0.0.1:${port}/api/health`).then(
    () => true,
    () => false,
  )
}
