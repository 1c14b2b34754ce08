import { newJob, type Job } from '@stout-shackle/core/job'
import { rankKits } from '@stout-shackle/core/stages'
import { assessJob } from '@stout-shackle/core/judge'
import {
  DEFAULT_RULES,
  judgeCatalog,
  kitFacts,
  linesByKit,
  modelKey,
  catalogOf,
  type Application,
  type KitFacts,
  type LinesByKit,
} from '@stout-shackle/core/kit'
import { verdictsOneByOne } from '../core/fixtures/one-by-one'
import type { BigShop } from './big-shop'
import { time, type Figure } from './measure'

export interface FitmentFigures {
  ranking: { median: number; worst: number; kits: number }
  byModel: Figure
  oneByOne: Figure
  /** Verdicts that are not the same both ways, of how many. */
  differing: number
  compared: number
}

/** The kits one vehicle can choose from, over four load cases. */
function benchRanking({ kits: all, applications, vehicles, surveys }: BigShop) {
  const times: number[] = []
  let kits = 0
  for (let n = 0; n < 30; n++) {
    const i = (n * 1_237) % vehicles.length
    const vehicle = vehicles[i]!
    const lines = applications.filter((a) => modelKey(a) === modelKey(vehicle))
    const listed = new Set(lines.map((a) => a.kit))
    const catalog = catalogOf(
      all.filter((k) => listed.has(k.id)),
      lines,
    )
    const start = newJob({ id: 'b', number: '1', title: 'b', day: '2026-11-25' }, { name: 'b', contact: '' }, vehicle)
    const item = {
      id: 'i',
      name: 'x',
      kind: 'cargo' as const,
      massTolerance: 10,
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
        items: [{ ...item, mass: share * vehicle.rear.curb }],
      })),
      activeCase: 'c0',
    }
    const { cases, active } = assessJob(job, [])
    const begun = performance.now()
    const ranking = rankKits(job, catalog, cases, { active })
    times.push(performance.now() - begun)
    kits = Math.max(kits, ranking.fitting.length + ranking.undecided.length)
  }
  return { median: [...times].sort((a, b) => a - b)[times.length / 2]!, worst: Math.max(...times), kits }
}

/** Looking up by model beside looking at every line of every kit; the verdicts of both are compared. */
export function benchFitment(shop: BigShop): FitmentFigures {
  const { kits, applications, vehicles, surveys } = shop
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
    judgeCatalog(
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
      const verdict = known.get(v.kit)
      const same = verdict ? JSON.stringify(verdict) === JSON.stringify(v) : v.reasons[0]!.rule === 'not-listed'
      if (!same) differing++
    }
  }
  return { ranking: benchRanking(shop), byModel, oneByOne, differing, compared: COMPARED * kits.length }
}
