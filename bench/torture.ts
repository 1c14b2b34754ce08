import { spawn, type ChildProcess } from 'node:child_process'
import { randomUUID } from 'node:crypto'
import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { setTimeout as pause } from 'node:timers/promises'
import { fileURLToPath } from 'node:url'
import Database from 'better-sqlite3'
import { demoJob } from '../demo/shop'
import { loadDemo, signIn } from '../demo/load.mjs'
import { freePort } from '../scripts/port.mjs'
import { listBackups, rehearse } from '../server/backup'
import { seeded } from '../core/fixtures/seeded'

const root = fileURLToPath(new URL('..', import.meta.url))
const CLIENTS = 8
/** How long a server lives before it is killed, ms. */
const LIFE = { least: 150, most: 1600 }

export interface Tortured {
  kills: number
  /** Writes that were acknowledged: records, plans, files taken in. */
  acknowledged: { records: number; plans: number; imports: number; backups: number }
  /** Requests that had to be sent again. */
  repeated: number
  lost: string[]
  doubled: string[]
  integrity: string
  seconds: number
}

/**
 * Kills a working server with -9 again and again, at random moments, while eight clients append records and edit plans, a
 * file is taken in and backups run; then looks whether everything that was acknowledged is there, once.
 * @param kills how often
 * @param report hears how far it is
 */
export async function torture(
  kills: number,
  seed: number,
  report: (text: string) => void = () => undefined,
): Promise<Tortured> {
  const folder = mkdtempSync(join(tmpdir(), 'shackle-torture-'))
  const port = await freePort()
  const address = `http://127.0.0.1:${port}`
  const random = seeded(seed)
  const began = Date.now()
  let child: ChildProcess
  async function start(): Promise<void> {
    child = spawn(process.execPath, ['--import', 'tsx', 'server/main.ts'], {
      cwd: root,
      stdio: ['ignore', 'ignore', 'inherit'],
      env: { ...process.env, DATA_DIR: folder, PORT: String(port), HOST: '127.0.0.1', DEMO: '1' },
    })
    while (
      !(await fetch(`${address}/api/health`).then(
        (r) => r.ok,
        () => false,
      ))
    ) {
      if (child.exitCode !== null) throw new Error(`the server ended with ${child.exitCode}`)
      await pause(20)
    }
  }
  async function kill(): Promise<void> {
    const gone = new Promise((resolve) => child.once('exit', resolve))
    child.kill('SIGKILL')
    await gone
  }

  await start()
  await loadDemo(address)
  const headers = await signIn(address, 'Maren', 'Torture')
  let repeated = 0
  let over = false
  /** Sends until it is answered: what a page's queue does. */
  async function certain(
    method: string,
    path: string,
    body: unknown,
    more: Record<string, string> = {},
  ): Promise<Response> {
    for (;;) {
      try {
        const response = await fetch(`${address}/api${path}`, {
          method,
          headers: { ...headers, ...more },
          body: typeof body === 'string' ? body : JSON.stringify(body),
        })
        if (response.status < 500) return response
      } catch {
        // Killed under it.
      }
      repeated += 1
      await pause(40)
    }
  }

  const records = new Map<string, string[]>()
  const plans = new Map<string, { version: number; complaint: string; count: number }>()
  const taken: string[] = []
  const { job: demo, ...file } = demoJob('0417')
  const unexpected: string[] = []
  for (let i = 0; i < CLIENTS; i++) {
    const id = `t-${i}`
    await certain('POST', '/jobs/import', { ...file, job: { ...demo, id, number: `T${i}` } })
    records.set(id, [])
  }

  async function client(id: string, i: number): Promise<void> {
    let version = 1
    for (let n = 0; !over; n++) {
      const key = randomUUID()
      const part = `${id} part ${n}`
      const body = { body: { kind: 'off', part }, supersedes: null }
      const { status } = await certain('POST', `/jobs/${id}/records`, body, { 'Idempotency-Key': key })
      if (status === 201 || status === 200) records.get(id)!.push(part)
      else unexpected.push(`record ${status}`)
      if (i % 2 === 0) {
        const complaint = `${id} edit ${n}`
        const more = { 'If-Match': `"${version}"`, 'Idempotency-Key': randomUUID() }
        const answer = await certain('PUT', `/jobs/${id}`, { ...demo, id, number: `T${i}`, complaint }, more)
        if (answer.status === 200) {
          version = ((await answer.json()) as { version: number }).version
          plans.set(id, { version, complaint, count: (plans.get(id)?.count ?? 0) + 1 })
        } else unexpected.push(`plan ${answer.status}`)
      }
    }
  }
  /** A file again and again; one that a killed server left unread is sent anew. */
  async function importer(): Promise<void> {
    for (let n = 0; !over; n++) {
      const ids = Array.from({ length: 40 }, (_, i) => `tort-${n}-${i}`)
      const csv = `id,name,on_hand\n${ids.map((x) => `${x},Thing,1`).join('\n')}`
      const sent = await certain('POST', '/imports?kind=stock&name=t.csv', csv, {
        'Content-Type': 'application/octet-stream',
      })
      if (sent.status !== 202) {
        await pause(50)
        continue
      }
      const { id } = (await sent.json()) as { id: string }
      let state = 'reading'
      while (!over && (state === 'reading' || state === 'waiting')) {
        await pause(30)
        const answer = await fetch(`${address}/api/imports/${id}`, { headers }).catch(() => null)
        if (answer?.ok) state = ((await answer.json()) as { state: string }).state
      }
      if (state !== 'checked') continue
      const applied = await certain(
        'POST',
        `/imports/${id}/apply`,
        { rows: 'all' },
        { 'Idempotency-Key': randomUUID() },
      )
      if (applied.status === 200) taken.push(...ids)
      else unexpected.push(`import ${applied.status}`)
    }
  }
  let backups = 0
  async function saver(): Promise<void> {
    while (!over) {
      const answer = await fetch(`${address}/api/backups`, { method: 'POST', headers }).catch(() => null)
      if (answer?.status === 201) backups += 1
      await pause(400)
    }
  }

  const working = [...[...records.keys()].map((id, i) => client(id, i)), importer(), saver()]
  for (let n = 0; n < kills; n++) {
    await pause(LIFE.least + random() * (LIFE.most - LIFE.least))
    await kill()
    await start()
    if ((n + 1) % 20 === 0) report(`${n + 1} kills`)
  }
  over = true
  await Promise.all(working)
  await kill()
  const found = await inspect()
  rmSync(folder, { recursive: true, force: true })
  return found

  async function inspect(): Promise<Tortured> {
    const lost: string[] = [...unexpected]
    const doubled: string[] = []
    const db = new Database(join(folder, 'shop.sqlite'))
    const integrity = String(db.pragma('integrity_check', { simple: true }))
    for (const [id, parts] of records) {
      const stored = db
        .prepare("SELECT json_extract(body, '$.part') FROM records WHERE job_id = ? AND body LIKE '%part %'")
        .pluck()
        .all(id) as string[]
      const counts = new Map<string, number>()
      for (const part of stored) counts.set(part, (counts.get(part) ?? 0) + 1)
      for (const part of parts) if (!counts.has(part)) lost.push(part)
      for (const [part, count] of counts) if (count > 1) doubled.push(part)
    }
    for (const [id, { version, complaint, count }] of plans) {
      const row = db.prepare('SELECT version, document FROM jobs WHERE id = ?').get(id) as {
        version: number
        document: string
      }
      const versions = db.prepare('SELECT count(*) FROM job_versions WHERE job_id = ?').pluck().get(id) as number
      if (row.version < version || !row.document.includes(complaint)) lost.push(`plan of ${id}`)
      if (row.version !== version || versions !== version || count !== version - 1) doubled.push(`version of ${id}`)
    }
    const there = new Set(db.prepare('SELECT id FROM stock').pluck().all() as string[])
    for (const id of taken) if (!there.has(id)) lost.push(id)
    db.close()
    for (const name of listBackups(folder)) {
      const opened = await rehearse(folder, join(folder, 'backups', name)).catch((error: Error) => error)
      if (opened instanceof Error) lost.push(`${name}: ${opened.message}`)
    }
    return {
      kills,
      acknowledged: {
        records: [...records.values()].reduce((sum, list) => sum + list.length, 0),
        plans: [...plans.values()].reduce((sum, p) => sum + p.count, 0),
        imports: taken.length / 40,
        backups,
      },
      repeated,
      lost,
      doubled,
      integrity,
      seconds: (Date.now() - began) / 1000,
    }
  }
}
