// What a command needs before it runs: packages, a compiler for the database, a browser, the built pages.
import { execFileSync, spawn, spawnSync } from 'node:child_process'
import { randomUUID } from 'node:crypto'
import { existsSync, readdirSync, statSync } from 'node:fs'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'

export const root = fileURLToPath(new URL('..', import.meta.url))
export const CHROMIUM = process.env.CHROMIUM ?? '/usr/bin/chromium'
const say = (text) => console.log(`· ${text}`)

/** Runs a command in the project, showing what it prints; throws when it fails. */
export function run(command, args, options = {}) {
  execFileSync(command, args, { cwd: root, stdio: 'inherit', ...options })
}
const has = (command) => spawnSync('sh', ['-c', `command -v ${command}`]).status === 0

function aptInstall(packages) {
  const sudo = process.getuid?.() === 0 ? [] : ['sudo']
  const [first, ...rest] = [...sudo, 'apt-get']
  const env = { ...process.env, DEBIAN_FRONTEND: 'noninteractive' }
  run(first, [...rest, 'update', '-qq'], { env, stdio: ['ignore', 'ignore', 'inherit'] })
  run(first, [...rest, 'install', '-y', '-qq', ...packages], { env, stdio: ['ignore', 'ignore', 'inherit'] })
}

/** Packages as the lock file has them; the database driver is compiled once, which takes about three minutes. */
export function ensurePackages() {
  const installed = join(root, 'node_modules/.package-lock.json')
  const lock = join(root, 'package-lock.json')
  if (existsSync(installed) && statSync(installed).mtimeMs >= statSync(lock).mtimeMs) return
  const missing = ['make', 'g++', 'python3'].filter((tool) => !has(tool))
  if (missing.length) {
    say(`installing ${missing.join(', ')} to compile the database driver`)
    aptInstall(missing)
  }
  say('installing packages (the database driver is compiled: about three minutes the first time)')
  run('npm', ['ci', '--no-audit', '--no-fund'])
}

/** Debian's Chromium for journeys and pictures, and the tool that tells it whom to trust. */
export function ensureChromium() {
  if (existsSync(CHROMIUM) && has('certutil')) return
  say('installing Chromium from Debian')
  aptInstall(['chromium', 'libnss3-tools'])
}

function newest(folder) {
  let latest = 0
  for (const entry of readdirSync(folder, { withFileTypes: true })) {
    if (entry.name === 'dist' || entry.name === 'node_modules') continue
    const path = join(folder, entry.name)
    latest = Math.max(latest, entry.isDirectory() ? newest(path) : statSync(path).mtimeMs)
  }
  return latest
}

/** The pages, built again when a source is newer than they are. */
export function ensureBuilt() {
  // Written last: a build that broke off is done again.
  const built = join(root, 'web/dist/sw.js')
  const sources = Math.max(newest(join(root, 'web')), newest(join(root, 'core')))
  if (existsSync(built) && statSync(built).mtimeMs >= sources) return
  say('building the pages')
  run('npx', ['vite', 'build', '--config', 'web/vite.config.ts', '--logLevel', 'warn'])
}

/**
 * Waits until a shop server answers at an address, or `gone` says that it will not any more.
 * @param {string} address
 * @param {() => boolean} gone
 * @param {string | null} instance the word it was started with: another server at that address is not the one
 */
export async function untilHealthy(address, gone = () => false, instance = null) {
  for (let tries = 0; !gone() && tries < 300; tries++) {
    const health = await fetch(`${address}/api/health`).then(
      (r) => (r.ok ? r.json() : null),
      () => null,
    )
    if (health && (instance === null || health.instance === instance)) return
    await new Promise((resolve) => setTimeout(resolve, 100))
  }
  throw new Error(`the shop server did not come up at ${address}`)
}

/** @returns what a server process is started with */
export const serverCommand = ['--import', 'tsx', 'server/main.ts']

/**
 * Starts a shop server as a child and waits until that one answers.
 * @returns { address, child }
 */
export async function startServer({ dataDir, port, host = '127.0.0.1', demo = false, stdio = 'inherit' }) {
  const instance = randomUUID()
  const child = spawn(process.execPath, serverCommand, {
    cwd: root,
    stdio,
    env: {
      ...process.env,
      DATA_DIR: dataDir,
      PORT: String(port),
      HOST: host,
      INSTANCE: instance,
      DEMO: demo ? '1' : '',
    },
  })
  const address = `http://${host === '0.0.0.0' ? '127.0.0.1' : host}:${port}`
  for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => child.kill(signal))
  child.on('exit', (code) => (process.exitCode = code ?? 0))
  await untilHealthy(address, () => child.exitCode !== null, instance)
  return { address, child }
}
