// Types, lint, unit and API tests, browser journeys. Ends with "N passed, N failed".
import { spawn, spawnSync } from 'node:child_process'
import { mkdtempSync, readFileSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { ensureBuilt, ensureChromium, ensurePackages, root } from './ensure.mjs'

ensurePackages()
ensureChromium()
ensureBuilt()
const scratch = mkdtempSync(join(tmpdir(), 'shackle-tests-'))
let passed = 0
let failed = 0

/** Checks without tests of their own count as one each; they run side by side, and each tells what it found when it is done. */
async function checks(all) {
  const run = ([name, ...args]) =>
    new Promise((resolve) => {
      const child = spawn('npx', args, { cwd: root })
      const output = []
      for (const stream of [child.stdout, child.stderr]) stream.on('data', (part) => output.push(part))
      child.on('close', (status) => {
        console.log(`· ${name}\n${Buffer.concat(output).toString()}`)
        resolve(status === 0)
      })
    })
  const fine = await Promise.all(all.map(run))
  passed += fine.filter(Boolean).length
  failed += fine.filter((ok) => !ok).length
}
function tests(name, args) {
  console.log(`· ${name}`)
  const report = join(scratch, `${name}.json`)
  const { status } = spawnSync(
    'npx',
    ['vitest', 'run', ...args, '--reporter=default', '--reporter=json', `--outputFile.json=${report}`],
    { cwd: root, stdio: 'inherit' },
  )
  const counts = JSON.parse(readFileSync(report, 'utf8'))
  passed += counts.numPassedTests
  // A file that does not load has no failed test of its own, and is a failure all the same.
  failed += Math.max(counts.numFailedTests, status === 0 ? 0 : 1)
}

const CIRCLES = ['depcruise', 'core', 'server', 'web', '--config', '.dependency-cruiser.cjs']
await checks([
  ['types', 'vue-tsc', '--noEmit', '-p', 'tsconfig.json'],
  // In two halves, one a core.
  ['lint of the pages', 'eslint', 'web', '--max-warnings', '0'],
  ['lint of the rest', 'eslint', '.', '--ignore-pattern', 'web/**', '--max-warnings', '0'],
  ['exports', 'knip'],
  ['circles', ...CIRCLES],
])
tests('unit', ['--project', 'core', '--project', 'server', '--project', 'web'])
tests('journeys', ['--project', 'e2e'])
rmSync(scratch, { recursive: true, force: true })
console.log(`${passed} passed, ${failed} failed`)
process.exit(failed === 0 ? 0 : 1)
