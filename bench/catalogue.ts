import { writeFileSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import MiniSearch from 'minisearch'
import { CATALOGUE_FORMATS, toRow, writeTable } from '@stout-shackle/core/exchange'
import { assessJob, newJob, rankKits, type Job } from '@stout-shackle/core/job'
import {
  DEFAULT_RULES,
  judgeCatalogue,
  kitFacts,
  linesByKit,
  modelKey,
  type Application,
  type Kit,
  type KitFacts,
  type LinesByKit,
  type RuleSet,
} from '@stout-shackle/core/kit'
import { demoKits, demoSurvey, demoVehicles } from '../demo/shop'
import { verdictsOneByOne } from '../core/fixtures/one-by-one'
import { openBrowser } from '../scripts/browser.mjs'
import { bigShop, type BigShop } from './big-shop'
import { time, type Figure } from './measure'

export interface CatalogueFigures {
  shop: { kits: number; applications: number; vehicles: number }
  verdicts: { median: number; p95: number; worst: number; asked: number; clients: number }
  ranking: { median: number; worst: number; kits: number }
  fitment: { byModel: Figure; oneByOne: Figure; differing: number; compared: number }
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
const percentile = (times: number[], share: number) =>
  [...times].sort((a, b) => a - b)[Math.min(times.length - 1, Math.floor(times.length * share))]!

async function call<T>(address: string, path: string, init: RequestInit = {}): Promise<T> {
  const response = await fetch(`${address}/api${path}`, init)
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
    if (run.state !== 'reading') {
      if (run.state !== 'checked') throw new Error(`${run.state}: ${run.problem ?? ''}`)
      return run
    }
    await new Promise((done) => setTimeout(done, 100))
  }
}
async function takeIn(address: string, kind: string, file: string): Promise<void> {
  const run = await call<Run>(address, `/imports?kind=${kind}`, { method: 'POST', body: file })
  await checked(address, run.id)
  await call(address, `/imports/${run.id}/apply`, post({ rows: 'all' }))
}

/** The largest a process has been since it was last asked, MB (Linux). */
const peakOf = (pid: number) => Number(/VmHWM:\s+(\d+)/.exec(readFileSync(`/proc/${pid}/status`, 'utf8'))![1]) / 1024

/** The list of every kit taken in on the page, as a person would, with the page's frames counted meanwhile. */
async function benchTaking(address: string, pid: number, dir: string, applications: readonly Application[]) {
  const format = CATALOGUE_FORMATS.applications
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
    await page.getByRole('button', { name: 'Take it back' }).waitFor({ timeout: 120_000 })
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

/** Ten callers, each asking again as soon as it has its answer. */
async function benchVerdicts(address: string, { vehicles, surveys }: BigShop) {
  const CLIENTS = 10
  const EACH = 100
  const ask = async (i: number) => {
    const start = performance.now()
    await call(address, '/verdicts', post({ vehicle: vehicles[i], survey: surveys[i] }))
    return performance.now() - start
  }
  const at = (client: number, n: number) => ((client * EACH + n) * 7919) % vehicles.length
  // Connections open, code warm.
  for (let i = 0; i < 50; i++) await ask(i)
  const times = (
    await Promise.all(
      Array.from({ length: CLIENTS }, async (_, client) => {
        const own: number[] = []
        for (let n = 0; n < EACH; n++) own.push(await ask(at(client, n)))
        return own
      }),
    )
  ).flat()
  return {
    median: percentile(times, 0.5),
    p95: percentile(times, 0.95),
    worst: Math.max(...times),
    asked: times.length,
    clients: CLIENTS,
  }
}

/** The kits one vehicle can choose from, over four load cases. */
async function benchRanking(address: string, { vehicles, surveys }: BigShop) {
  const times: number[] = []
  let kits = 0
  for (let n = 0; n < 30; n++) {
    const i = (n * 1_237) % vehicles.length
    const vehicle = vehicles[i]!
    const query = new URLSearchParams({ make: vehicle.make, model: vehicle.model })
    const shelf = await call<{ kits: Kit[]; applications: Application[]; listed: string[]; rules: RuleSet }>(
      address,
      `/shelf?${query.toString()}`,
    )
    const start = newJob({ id: 'b', number: '1', title: 'b', day: '2026-11-25' }, { name: 'b', contact: '' }, vehicle)
    const item = {
      id: 'i',
      name: 'x',
      kind: 'cargo' as const,
      massGive: 10,
      fill: 1,
      place: 'bed' as const,
      x: 0.2,
      y: 0.1,
      z: 1,
      trailerMass: null,
      trailerAxle: null,
      couplerHeight: null,
      restoration: null,
    }
    const job: Job = {
      ...start,
      survey: surveys[i]!,
      loadCases: [0.05, 0.1, 0.15, 0.2].map((share, c) => ({
        id: `c${c}`,
        name: `c${c}`,
        items: [{ ...item, mass: share * vehicle.curbRear }],
      })),
      activeCase: 'c0',
    }
    const { cases, active } = assessJob(job, [])
    const begun = performance.now()
    const ranking = rankKits(job, { ...shelf, listed: new Set(shelf.listed) }, cases, active)
    times.push(performance.now() - begun)
    kits = Math.max(kits, ranking.fitting.length + ranking.undecided.length)
  }
  return { median: percentile(times, 0.5), worst: Math.max(...times), kits }
}

/** Looking up by model beside looking at every line of every kit; the verdicts of both are compared. */
function benchFitment({ kits, applications, vehicles, surveys }: BigShop) {
  const facts = kits.map(kitFacts)
  const lines = new Map<string, Application[]>(kits.map((k) => [k.id, []]))
  const models = new Map<string, Application[]>()
  for (const a of applications) {
    lines.get(a.kit)!.push(a)
    const key = modelKey(a)
    models.set(key, [...(models.get(key) ?? []), a])
  }
  const grouped = new Map<string, LinesByKit>([...models].map(([key, list]) => [key, linesByKit(list)]))
  const all = facts.map((k) => ({ facts: k, lines: lines.get(k.id)! }))
  const withList = new Map<string, KitFacts>(facts.map((k) => [k.id, k]))
  let turn = 0
  const next = () => (turn = (turn + 7_919) % vehicles.length)
  const quick = (i: number) =>
    judgeCatalogue(
      { universal: [], withList, lines: grouped.get(modelKey(vehicles[i]!)) ?? new Map(), rules: DEFAULT_RULES },
      vehicles[i]!,
      surveys[i]!,
    )
  const slow = (i: number) => verdictsOneByOne(all, DEFAULT_RULES, vehicles[i]!, surveys[i]!)
  const byModel = time('every verdict, by model and shared checks', () => quick(next()), 400)
  const oneByOne = time('every verdict, line after line', () => slow(next()), 40)
  let differing = 0
  const COMPARED = 100
  for (let n = 0; n < COMPARED; n++) {
    const i = next()
    const answer = quick(i)
    const known = new Map(answer.judged.map((v) => [v.kit, v]))
    for (const v of slow(i)) {
      const own = known.get(v.kit)
      const same = own ? JSON.stringify(own) === JSON.stringify(v) : v.reasons[0]!.rule === 'not-listed'
      if (!same) differing++
    }
  }
  return { byModel, oneByOne, differing, compared: COMPARED * kits.length }
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

/** Everything about a large catalogue, on a server of its own. */
export async function benchCatalogue(address: string, pid: number, dir: string): Promise<CatalogueFigures> {
  const vehicles = demoVehicles()
  const shop = bigShop(
    SEED,
    demoKits(),
    vehicles,
    vehicles.map((v) => demoSurvey(v.id)),
  )
  await takeIn(address, 'vehicles', JSON.stringify(shop.vehicles))
  await takeIn(address, 'kits', JSON.stringify(shop.kits))
  const taking = await benchTaking(address, pid, dir, shop.applications)
  const verdicts = await benchVerdicts(address, shop)
  const ranking = await benchRanking(address, shop)
  const search = await benchSearch(address, shop)
  const [last] = await call<Run[]>(address, '/imports')
  const start = performance.now()
  await call(address, `/imports/${last!.id}/undo`, post({}))
  const undo = performance.now() - start
  // Last: it keeps this process busy for longer than the server keeps an idle connection.
  const fitment = benchFitment(shop)
  return {
    shop: { kits: shop.kits.length, applications: shop.applications.length, vehicles: shop.vehicles.length },
    verdicts,
    ranking,
    fitment,
    search,
    taking: { ...taking, undo },
  }
}
