// Hot reload: Vite for the pages, the server restarted on change, a made-up shop of its own (loaded the first time).
import { spawn } from 'node:child_process'
import { existsSync } from 'node:fs'
import { join } from 'node:path'
import { ensurePackages, root, untilHealthy } from './ensure.mjs'

ensurePackages()
const dataDir = process.env.DATA_DIR ?? join(root, '.dev')
const first = !existsSync(join(dataDir, 'shop.sqlite'))
const env = { ...process.env, DATA_DIR: dataDir, PORT: '5281', DEMO: '1' }
const children = [
  spawn('npx', ['tsx', 'watch', '--clear-screen=false', 'server/main.ts'], { cwd: root, stdio: 'inherit', env }),
  spawn('npx', ['vite', '--config', 'web/vite.config.ts'], { cwd: root, stdio: 'inherit' }),
]
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => children.forEach((child) => child.kill(signal)))
if (first) {
  const { loadDemo } = await import('../demo/load.mjs')
  const address = 'http://127.0.0.1:5281'
  await untilHealthy(address)
  await loadDemo(address)
}
