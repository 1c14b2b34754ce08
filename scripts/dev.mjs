// Hot reload: Vite for the pages, the server restarted on change, the demo's database.
import { spawn } from 'node:child_process'
import { join } from 'node:path'
import { ensurePackages, root } from './ensure.mjs'

ensurePackages()
const env = { ...process.env, DATA_DIR: process.env.DATA_DIR ?? join(root, '.demo'), PORT: '5281' }
const children = [
  spawn('npx', ['tsx', 'watch', '--clear-screen=false', 'server/main.ts'], {
    cwd: root,
    stdio: 'inherit',
    env,
  }),
  spawn('npx', ['vite', '--config', 'web/vite.config.ts'], { cwd: root, stdio: 'inherit' }),
]
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => children.forEach((child) => child.kill(signal)))
