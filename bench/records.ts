import { randomUUID } from 'node:crypto'
import { mkdtempSync, rmSync } from 'node:fs'
import { Agent, request } from 'node:http'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import Database from 'better-sqlite3'
import { demoJob } from '../demo/shop'
import { percentile } from './measure'

const CLIENTS = 8
const BOARDS = 2
const SECONDS = 10
/** As the board asks: what changed, together, so many ms apart at the least. */
const BOARD_EVERY_MS = 700

type Headers = Record<string, string>
interface Answer {
  status: number
  body: string
}

/** One request over connections that stay open, as a browser keeps them. */
const asker = (address: string, headers: Headers) => {
  const agent = new Agent({ keepAlive: true, maxSockets: 2 })
  const { hostname, port } = new URL(address)
  return (method: string, path: string, body?: unknown, more: Headers = {}): Promise<Answer> =>
    new Promise((resolve, reject) => {
      const call = request(
        { hostname, port, path: `/api${path}`, method, agent, headers: { ...headers, ...more } },
        (response) => {
          let text = ''
          response.setEncoding('utf8')
          response.on('data', (part: string) => (text += part))
          response.on('end', () => resolve({ status: response.statusCode ?? 0, body: text }))
        },
      )
      call.on('error', reject)
      call.end(body === undefined ? undefined : JSON.stringify(body))
    })
}

/** A board: hears of every record and asks for what changed. @returns how often it asked, and stops */
function board(address: string, headers: Headers): () => number {
  const ask = asker(address, headers)
  const changed = new Set<string>()
  let answers = 0
  const stream = request(`${address}/api/events`, { headers }, (response) => {
    response.setEncoding('utf8')
    response.on('data', (text: string) => {
      for (const [, id] of text.matchAll(/event: record\ndata: \{"job":"([^"]+)"/g)) changed.add(id!)
    })
  })
  stream.on('error', () => undefined)
  stream.end()
  const timer = setInterval(() => {
    const ids = [...changed]
    changed.clear()
    answers += ids.length
    for (const id of ids) ask('GET', `/jobs/${id}/summary`).catch(() => undefined)
  }, BOARD_EVERY_MS)
  return () => {
    clearInterval(timer)
    stream.destroy()
    return answers
  }
}

/** What one insert that is on the disk costs here: the same pragmas as the shop's database, one transaction each. */
function bareInserts(): { perSecond: number; p99: number } {
  const folder = mkdtempSync(join(tmpdir(), 'shackle-fsync-'))
  const db = new Database(join(folder, 'bare.sqlite'))
  db.pragma('journal_mode = WAL')
  db.pragma('synchronous = FULL')
  db.exec('CREATE TABLE records (id TEXT PRIMARY KEY, body TEXT NOT NULL)')
  const insert = db.prepare('INSERT INTO records VALUES (?, ?)')
  const times: number[] = []
  const end = performance.now() + 3000
  while (performance.now() < end) {
    const began = performance.now()
    insert.run(randomUUID(), '{"kind":"off","part":"liner"}')
    times.push(performance.now() - began)
  }
  db.close()
  rmSync(folder, { recursive: true })
  return { perSecond: times.length / 3, p99: percentile(times, 0.99) }
}

/**
 * Records through the API by eight clients on jobs of their own while two boards are open, beside bare inserts; then the
 * list of a shop of two thousand jobs.
 */
export async function measureRecords(address: string, headers: Headers) {
  const ask = asker(address, headers)
  const file = demoJob('0417')
  const jobs = Array.from({ length: CLIENTS }, (_, i) => `client-${i}`)
  for (const [i, id] of jobs.entries()) {
    const job = { ...file.job, id, number: `C${i}` }
    await ask('POST', '/jobs/import', { ...file, job })
  }
  const bare = bareInserts()
  const boards = Array.from({ length: BOARDS }, () => board(address, headers))
  const times: number[] = []
  let wrong = 0
  const end = performance.now() + SECONDS * 1000
  await Promise.all(
    jobs.map(async (id) => {
      const askHere = asker(address, headers)
      for (let n = 0; performance.now() < end; n++) {
        const began = performance.now()
        const body = { body: { kind: 'off', part: `part ${n}` }, supersedes: null }
        const { status } = await askHere('POST', `/jobs/${id}/records`, body, { 'Idempotency-Key': randomUUID() })
        if (status !== 201) wrong += 1
        times.push(performance.now() - began)
      }
    }),
  )
  const boardAnswers = boards.reduce((sum, stop) => sum + stop(), 0)
  return {
    perSecond: times.length / SECONDS,
    median: percentile(times, 0.5),
    p99: percentile(times, 0.99),
    wrong,
    asked: boardAnswers,
    bare,
  }
}

const JOBS = 2000
const RECORDS = 80
const ASKED = 60

/** The list of a shop with many jobs, each with many records: put in through the API, asked for as the board does. */
export async function measureBoard(address: string, headers: Headers) {
  const ask = asker(address, headers)
  const file = demoJob('0411')
  const some = Array.from({ length: RECORDS }, (_, i) => ({
    ...file.records[i % file.records.length]!,
    supersedes: null,
    id: `r-${i}`,
    sequence: i + 1,
  })).filter((r) => r.body.kind !== 'withdrawn' && r.body.kind !== 'handed-over')
  const records = some.map((r, i) => ({ ...r, sequence: i + 1 }))
  const job = { ...file.job, kits: file.job.kits.map(({ kit }) => ({ kit })) }
  for (let n = 0; n < JOBS; n++) {
    const { status, body } = await ask('POST', '/jobs/import', {
      ...file,
      job: { ...job, id: `many-${n}`, number: `M${n}` },
      records,
    })
    if (status !== 201) throw new Error(body)
  }
  // Every summary worked out once, as the night's housekeeping or the first look does.
  for (let offset = 0; offset < JOBS + 100; offset += 500) await ask('GET', `/jobs?limit=500&offset=${offset}`)
  const timed = async (path: string) => {
    const times: number[] = []
    for (let i = 0; i < ASKED; i++) {
      const began = performance.now()
      const { status } = await ask('GET', path)
      if (status !== 200) throw new Error(`${path}: ${status}`)
      times.push(performance.now() - began)
    }
    return { median: percentile(times, 0.5), p95: percentile(times, 0.95) }
  }
  return {
    jobs: JOBS,
    records: records.length,
    list: await timed('/jobs'),
    largest: await timed('/jobs?limit=500'),
    found: await timed('/jobs?find=M19'),
    log: await timed('/log'),
  }
}
