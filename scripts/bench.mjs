// Measures and writes docs/performance.md.
import { execFileSync } from 'node:child_process'
import { once } from 'node:events'
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { ensureBuilt, ensureChromium, ensurePackages, root, run, startServer } from './ensure.mjs'

ensurePackages()
ensureChromium()
ensureBuilt()
const dataDir = mkdtempSync(join(tmpdir(), 'shackle-bench-'))
const { address, child } = await startServer({ demo: true, dataDir, port: 5289 })
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
  const catalog = join(dataDir, 'catalog.json')
  const shop = join(dataDir, 'large')
  const filled = await startServer({ demo: true, dataDir: shop, port: 5288 })
  run('npx', ['tsx', 'bench/catalog-run.ts', filled.address])
  filled.child.kill('SIGTERM')
  await once(filled.child, 'exit')
  const large = await startServer({ demo: true, dataDir: shop, port: 5288 })
  run('npx', ['tsx', 'bench/catalog-run.ts', large.address, String(large.child.pid), dataDir, catalog])
  large.child.kill('SIGTERM')
  const work = join(dataDir, 'records.json')
  const busy = await startServer({ demo: true, dataDir: join(dataDir, 'busy'), port: 5287 })
  run('npx', ['tsx', 'bench/records-run.ts', busy.address, work])
  busy.child.kill('SIGTERM')
  run('npx', ['tsx', 'bench/run.ts', address, figures, catalog, work])
} finally {
  child.kill('SIGTERM')
  rmSync(dataDir, { recursive: true, force: true })
}
