import { spawn } from 'node:child_process'
import { mkdtempSync, readFileSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { afterAll, beforeAll, expect, test, vi } from 'vitest'
import type { Health } from '../core/contract'
import { freePort } from '../scripts/port.mjs'
import { Shop } from './shop'

const root = fileURLToPath(new URL('..', import.meta.url))
const folder = mkdtempSync(join(tmpdir(), 'shackle-start-'))
let port: number
let starter: ReturnType<typeof start>
const health = () =>
  fetch(`http://127.0.0.1:${port}/api/health`).then(
    async (r) => (await r.json()) as Health,
    () => null,
  )
const start = (script: string, port: number, data: string) =>
  spawn(process.execPath, [script], {
    cwd: root,
    stdio: ['ignore', 'pipe', 'pipe'],
    env: { ...process.env, DATA_DIR: data, PORT: String(port) },
  })
beforeAll(async () => {
  port = await freePort()
  starter = start('scripts/start.mjs', port, folder)
  await vi.waitUntil(async () => (await health()) !== null, { timeout: 60_000, interval: 200 })
})
afterAll(async () => {
  const gone = new Promise((resolve) => starter.once('exit', resolve))
  starter.kill('SIGTERM')
  await gone
  rmSync(folder, { recursive: true, force: true })
})

test('a server that crashes comes up again, and says that it did', async () => {
  expect((await health())!.restarted).toBeNull()
  process.kill(Number(readFileSync(join(folder, 'server.pid'), 'utf8')), 'SIGKILL')
  await expect.poll(async () => (await health())?.restarted ?? null, { timeout: 60_000 }).not.toBeNull()
})

test('a second server on the folder, and a demo on the shop`s port, end with one sentence and change nothing', async () => {
  const second = start('scripts/start.mjs', await freePort(), folder)
  let output = ''
  second.stderr.on('data', (text: Buffer) => (output += text.toString()))
  expect(await new Promise((resolve) => second.once('exit', resolve))).toBe(78)
  expect(output).toContain(folder)
  const demo = start('scripts/demo.mjs', port, folder)
  expect(await new Promise((resolve) => demo.once('exit', resolve))).not.toBe(0)
  const session = (await (await fetch(`http://127.0.0.1:${port}/api/session`)).json()) as { setUp: string }
  expect(session.setUp).toBe('here')
})

test('seven tabs of one browser share one connection, and none waits for another', async () => {
  const shop = await Shop.open()
  try {
    const pages = []
    for (let i = 0; i < 7; i++) {
      const page = await shop.page('/')
      await page.getByRole('link', { name: /Hive run/ }).waitFor()
      pages.push(page)
    }
    const { job, version } = await shop.json<{ job: object; version: number }>('/jobs/job-0417')
    await shop.ask('/jobs/job-0417', {
      method: 'PUT',
      body: JSON.stringify({ ...job, title: 'Hive run, told to all' }),
      headers: { 'If-Match': `"${version}"` },
    })
    for (const page of pages) await page.getByRole('link', { name: /told to all/ }).waitFor()
  } finally {
    await shop.close()
  }
})
