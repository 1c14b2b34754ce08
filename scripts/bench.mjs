// Measures and writes docs/performance.md.
import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { ensureBuilt, ensureChromium, ensurePackages, run, startServer } from './ensure.mjs'

ensurePackages()
ensureChromium()
ensureBuilt()
const dataDir = mkdtempSync(join(tmpdir(), 'shackle-bench-'))
const { address, child } = await startServer({ dataDir, port: 5289 })
try {
  const { loadDemo } = await import('../demo/load.mjs')
  await loadDemo(address)
  run('npx', ['tsx', 'bench/run.ts', address])
} finally {
  child.kill('SIGTERM')
  rmSync(dataDir, { recursive: true, force: true })
}
