// The shop's server on data/ (DATA_DIR to move it), started again when it crashes.
import { spawn } from 'node:child_process'
import { join } from 'node:path'
import { ensureBuilt, ensurePackages, root, serverCommand } from './ensure.mjs'

/** A start that a second try would not help says so with this (see server/db/cannot-open.ts). */
const CANNOT_OPEN = 78
const LONGEST_PAUSE_MS = 30_000
/** Up for so long, it is well again. */
const WELL_AFTER_MS = 60_000

ensurePackages()
ensureBuilt()
const env = { ...process.env, DATA_DIR: process.env.DATA_DIR ?? join(root, 'data') }
let child
let stopping = false
for (const signal of ['SIGINT', 'SIGTERM'])
  process.on(signal, () => {
    stopping = true
    child?.kill(signal)
  })

let crashes = 0
let restarted = ''
for (;;) {
  const began = Date.now()
  child = spawn(process.execPath, serverCommand, { cwd: root, stdio: 'inherit', env: { ...env, RESTARTED: restarted } })
  const { code, signal } = await new Promise((resolve) =>
    child.once('exit', (code, signal) => resolve({ code, signal })),
  )
  if (stopping || code === 0) process.exit(0)
  if (code === CANNOT_OPEN) process.exit(CANNOT_OPEN)
  crashes = Date.now() - began > WELL_AFTER_MS ? 1 : crashes + 1
  const pause = Math.min(LONGEST_PAUSE_MS, 250 * 2 ** crashes)
  restarted = new Date().toISOString()
  console.error(`The server ended (${signal ?? `code ${code}`}) at ${restarted}; it starts again in ${pause / 1000} s.`)
  await new Promise((resolve) => setTimeout(resolve, pause))
}
