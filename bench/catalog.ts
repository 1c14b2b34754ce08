import { writeFileSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import autocannon from 'autocannon'
import MiniSearch from 'minisearch'
import { CATALOG_FORMATS, toRow, writeTable } from '@stout-shackle/core/exchange'
import type { Application } from '@stout-shackle/core/kit'
import { demoKits, demoSurvey, demoVehicles } from '../demo/shop'
import { signIn } from '../demo/load.mjs'
import { openBrowser, sitDown } from '../scripts/browser.mjs'
import { bigShop, type BigShop } from './big-shop'
import { percentile, time, type Figure } from './measure'

export interface CatalogFigures {
  shop: { kits: number; applications: number; vehicles: number }
  verdicts: { median: number; p90: number; p97: number; worst: number; asked: number }
  search: { median: number; p95: number; asked: number; peer: Figure }
  taking: {
    read: number
    apply: number
    undo: number
    peakMegabytes: number
    worstFrame: number
    frames: number
    answers: number
  }
}

const SEED = 20_261_125
/** What a caller who is signed in sends along; see `benchCatalog`. */
let headers: Record<string, string> = {}

async function call<T>(address: string, path: string, init: RequestInit = {}): Promise<T> {
  const response = await fetch(`${address}/api${path}`, { ...init, headers: { ...headers, ...init.headers } })
  if (!response.ok) throw new Error(`${path}: ${response.status} ${await response.text()}`)
  return (await response.json()) as T
}
const post = (body: unknown): RequestInit => ({
  method: 'POST',
  headers: { 'Content-Type': 'application/json' },
  body: JSON.stringify(body),
})

interface Run {
  id: string
  state: string
  problem: string | null
  progress: Record<string, number>
}
async function checked(address: string, id: string): Promise<Run> {
  for (;;) {
    const run = await call<Run>(address, `/imports/${id}`)
    if (run.state !== 'reading' && run.state !== 'waiting') {
      if (run.state !== 'checked') throw new Error(`${run.state}: ${run.problem ?? ''}`)
      return run
    }
    await new Promise((done) => setTimeout(done, 100))
  }
}
async function takeIn(address: string, kind: string, file: string): Promise<void> {
  const run = await call<Run>(address, `/imports?kind=${kind}`, {
    method: 'POST',
    body: file,
    headers: { 'Content-Type': 'application/octet-stream' },
  })
  await checked(address, run.id)
  await call(address, `/imports/${run.id}/apply`, post({ rows: 'all' }))
}

/** The largest a process has been since it was last asked, MB (Linux). */
const peakOf = (pid: number) => Number(/VmHWM:\s+(\d+)/.exec(readFileSync(`/proc/${pid}/status`, 'utf8'))![1]) / 1024

/** The list of every kit taken in on the page, as a person would, with the page's frames counted meanwhile. */
async function benchTaking(address: string, pid: number, dir: string, applications: readonly Application[]) {
  const format = CATALOG_FORMATS.applications
  const file = join(dir, 'applications.csv')
  writeFileSync(
    file,
    writeTable(
      format.fields,
      applications.map((a) => toRow(format, a)),
    ),
  )
  writeFileSync(`/proc/${pid}/clear_refs`, '5')
  const browser = await openBrowser()
  try {
    await sitDown(browser, address, 'Maren')
    const page = await browser.newPage()
    await page.goto(`${address}/kits/files`)
    await page.getByLabel('What the file holds').selectOption('applications')
    await page.evaluate(`globalThis.gaps = []; globalThis.last = performance.now();
      (function beat() { requestAnimationFrame(() => { const now = performance.now(); gaps.push(now - last); last = now; beat() }) })()`)
    // Somebody else asks the shop for its jobs meanwhile.
    const answers: number[] = []
    let busy = true
    const others = (async () => {
      while (busy) {
        const start = performance.now()
        await call(address, '/health')
        answers.push(performance.now() - start)
        await new Promise((done) => setTimeout(done, 50))
      }
    })()
    const start = performance.now()
    await page.getByLabel('Choose a file: CSV, JSON or xlsx').setInputFiles(file)
    await page.getByText('checked, nothing taken in yet').first().waitFor({ timeout: 120_000 })
    const read = performance.now() - start
    const applying = performance.now()
    await page.getByRole('button', { name: /Take in all/ }).click()
    await page.getByRole('button', { name: 'Undo' }).waitFor({ timeout: 120_000 })
    const apply = performance.now() - applying
    const peakMegabytes = peakOf(pid)
    const gaps = await page.evaluate<number[]>('gaps')
    busy = false
    await others
    return {
      read,
      apply,
      peakMegabytes,
      worstFrame: Math.max(...gaps),
      frames: gaps.length,
      answers: Math.max(...answers),
    }
  } finally {
    await browser.close()
  }
}

const ROUND = 2_000
/** Ten callers, each asking again as soon as it has its answer; the first round warms server and models. */
async function benchVerdicts(address: string, { vehicles, surveys }: BigShop) {
  const requests = Array.from({ length: 1_000 }, (_, n) => {
    const i = (n * 7_919) % vehicles.length
    return {
      method: 'POST' as const,
      path: '/api/verdicts',
      headers,
      body: JSON.stringify({ vehicle: vehicles[i], survey: surveys[i] }),
    }
  })
  const round = () => autocannon({ url: address, connections: 10, amount: ROUND, requests })
  await round()
  const { latency, non2xx } = await round()
  if (non2xx) throw new Error(`${non2xx} of the verdicts were refused`)
  return { median: latency.p50, p90: latency.p90, p97: latency.p97_5, worst: latency.max, asked: ROUND }
}

/** Words as they are typed, letter by letter, in kits and vehicles. */
async function benchSearch(address: string, { vehicles, kits }: BigShop) {
  const typed = [...vehicles.slice(0, 40).map((v) => `${v.model} ${v.year}`), ...kits.slice(0, 20).map((k) => k.name)]
  const times: number[] = []
  for (const text of typed)
    for (let n = 1; n <= text.length; n += 2) {
      const start = performance.now()
      const find = encodeURIComponent(text.slice(0, n))
      await Promise.all([
        call(address, `/vehicles?find=${find}&limit=20`),
        call(address, `/kits?find=${find}&limit=20`),
      ])
      times.push(performance.now() - start)
    }
  const index = new MiniSearch<{ id: string; words: string }>({ fields: ['words'] })
  index.addAll(vehicles.map((v) => ({ id: v.id, words: `${v.make} ${v.model} ${v.year} ${v.trim}` })))
  let turn = 0
  const peer = time('minisearch, the same words over the vehicles, in memory and without the documents', () => {
    const text = typed[(turn = (turn + 1) % typed.length)]!
    return index.search(text.slice(0, 1 + (turn % text.length)), { prefix: true, combineWith: 'AND' }).slice(0, 20)
  })
  return { median: percentile(times, 0.5), p95: percentile(times, 0.95), asked: times.length, peer }
}

const theShop = () => {
  const vehicles = demoVehicles()
  return bigShop(
    SEED,
    demoKits(),
    vehicles,
    vehicles.map((v) => demoSurvey(v.id)),
  )
}

/** Kits and vehicles, without their lists. */
export async function loadCatalog(address: string): Promise<void> {
  headers = await signIn(address, 'Maren', 'Bench')
  const shop = theShop()
  await takeIn(address, 'vehicles', JSON.stringify(shop.vehicles))
  await takeIn(address, 'kits', JSON.stringify(shop.kits))
}

/** Everything about a large catalog, on a server of its own, freshly started on kits and vehicles that are there. */
export async function benchCatalog(address: string, pid: number, dir: string): Promise<CatalogFigures> {
  headers = await signIn(address, 'Maren', 'Bench')
  const shop = theShop()
  const taking = await benchTaking(address, pid, dir, shop.applications)
  const verdicts = await benchVerdicts(address, shop)
  const search = await benchSearch(address, shop)
  const [last] = await call<Run[]>(address, '/imports')
  const start = performance.now()
  await call(address, `/imports/${last!.id}/undo`, post({}))
  return {
    shop: { kits: shop.kits.length, applications: shop.applications.length, vehicles: shop.vehicles.length },
    verdicts,
    search,
    taking: { ...taking, undo: performance.now() - start },
  }
}
