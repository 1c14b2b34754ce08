// Types, lint, unit and API tests, browser journeys. Ends with "N passed, N failed".
import { spawn, spawnSync } from 'node:child_process'
import { mkdtempSync, readFileSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join, relative } from 'node:path'
import { ensureBuilt, ensureChromium, ensurePackages, root } from './ensure.mjs'

const scratch = mkdtempSync(join(tmpdir(), 'shackle-tests-'))
let passed = 0
let failed = 0
/** What took how long, seconds. */
const took = []
const begun = Date.now()
const timed = (what, from) => took.push([what, (Date.now() - from) / 1000])

ensurePackages()
ensureChromium()
timed('packages and browser', begun)
const installed = Date.now()
ensureBuilt()
timed('pages built', installed)

/** Checks without tests of their own count as one each; they run side by side, and each tells what it found when it is done. */
async function checks(all) {
  const from = Date.now()
  const run = ([name, ...args]) =>
    new Promise((resolve) => {
      const child = spawn('npx', args, { cwd: root })
      const output = []
      for (const stream of [child.stdout, child.stderr]) stream.on('data', (part) => output.push(part))
      child.on('close', (status) => {
        timed(name, from)
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
  const from = Date.now()
  const { status } = spawnSync(
    'npx',
    ['vitest', 'run', ...args, '--reporter=default', '--reporter=json', `--outputFile.json=${report}`],
    { cwd: root, stdio: 'inherit' },
  )
  timed(name, from)
  const counts = JSON.parse(readFileSync(report, 'utf8'))
  for (const { name: file, startTime, endTime } of counts.testResults)
    took.push([relative(root, file), (endTime - startTime) / 1000])
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
timed('all', begun)
console.log('· what took longest')
for (const [what, seconds] of took.sort((a, b) => b[1] - a[1]).slice(0, 24))
  console.log(`${seconds.toFixed(0).padStart(6)} s  ${what}`)
console.log(`${passed} passed, ${failed} failed`)
process.exit(failed === 0 ? 0 : 1)
