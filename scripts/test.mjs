// Types, lint, unit and API tests, browser journeys. Ends with "N passed, N failed".
import { spawnSync } from 'node:child_process'
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

/** A check without tests of its own counts as one. */
function check(name, args) {
  console.log(`· ${name}`)
  const { status } = spawnSync('npx', args, { cwd: root, stdio: 'inherit' })
  if (status === 0) passed += 1
  else failed += 1
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

check('types', ['vue-tsc', '--noEmit', '-p', 'tsconfig.json'])
check('lint', ['eslint', '.', '--max-warnings', '0'])
check('exports', ['knip'])
tests('unit', ['--project', 'core', '--project', 'server', '--project', 'web'])
tests('journeys', ['--project', 'e2e'])
rmSync(scratch, { recursive: true, force: true })
console.log(`${passed} passed, ${failed} failed`)
process.exit(failed === 0 ? 0 : 1)
