// Measures and writes docs/performance.md.
import { execFileSync } from 'node:child_process'
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { ensureBuilt, ensureChromium, ensurePackages, root, run, startServer } from './ensure.mjs'

ensurePackages()
ensureChromium()
ensureBuilt()
const dataDir = mkdtempSync(join(tmpdir(), 'shackle-bench-'))
const { address, child } = await startServer({ dataDir, port: 5289 })
try {
  const { loadDemo } = await import('../demo/load.mjs')
  await loadDemo(address)
  // Bundled as the page is: run from source, every inner function would be named anew at each call.
  const bundle = join(root, 'node_modules/.cache/bench')
  run('npx', [
    'vite',
    'build',
    '--ssr',
    'bench/core-run.ts',
    '--outDir',
    bundle,
    '--emptyOutDir',
    '--logLevel',
    'error',
  ])
  const figures = join(dataDir, 'core.json')
  writeFileSync(figures, execFileSync('node', [join(bundle, 'core-run.js')]))
  run('npx', ['tsx', 'bench/run.ts', address, figures])
} finally {
  child.kill('SIGTERM')
  rmSync(dataDir, { recursive: true, force: true })
}
