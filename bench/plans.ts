import highsLoader from 'highs'
import { plantedPlan } from '../core/fixtures/planted-plan'
import type { Kit } from '@stout-shackle/core/kit'
import { holdsOf, pendingSteps, sequenceOf, sidesApart, type PlannedKit } from '@stout-shackle/core/plan'
import { planSequence, SUPPORTS, type SequenceOperation, type SequenceProblem } from '@stout-shackle/core/plan/sequence'
import { demoKits, demoSurveys, demoVehicles } from './demo'
import { percentile } from './measure'
import { seeded } from '../core/fixtures/seeded'

const ON_WHEELS = { support: 'on-wheels', wheels: 'on' } as const
const ANY = ['any', ...SUPPORTS, 'ride-height'] as const
const TOOLS = ['a', 'b', 'c', 'd', 'e', 'f', 'g', 'h']

/** How long plans take, and how many come with their proof. */
export interface PlanTimes {
  plans: number
  operations: [number, number]
  median: number
  worst: number
  proved: number
}
export interface PlanFigures {
  /** Demo kits on the demo's vehicles, one technician. */
  kits: PlanTimes
  /** A coach with a kit at each end. */
  coaches: PlanTimes
  /** Random ones of 40 to 60 operations, twelve of them side by side at most. */
  one: PlanTimes
  two: PlanTimes
  /** Two technicians, planted without a minute lost: how far over that the worst is. */
  planted: PlanTimes & { over: number }
  /** Small ones, ours and as a mixed integer program in HiGHS. */
  peer: { own: number; highs: number; operations: number; cases: number; same: number }
}

type Random = () => number
const pick = <T>(random: Random, from: readonly T[]): T => from[Math.floor(random() * from.length)]!

/** Chains side by side, with cross waits between them. */
function randomProblem(seed: number, count: number, chains: number, crew: 1 | 2, groups: boolean): SequenceProblem {
  const random = seeded(seed)
  const last: string[] = []
  const operations: SequenceOperation[] = []
  for (let i = 0; i < count; i++) {
    const chain = i < chains ? i : Math.floor(random() * chains)
    const support = pick(random, ANY)
    const canBeOff = support === 'any' || support === 'axle-hanging' || support === 'axle-raised'
    const after = new Set<string>(last[chain] ? [last[chain]] : [])
    if (i && random() < 0.4) after.add(operations[Math.floor(random() * i)]!.id)
    const group = random() < 0.2 ? pick(random, ['g', 'h', 'k']) : null
    operations.push({
      id: `o${i}`,
      after: [...after],
      support,
      wheels: pick(random, canBeOff ? (['any', 'any', 'on', 'off'] as const) : (['any', 'on'] as const)),
      side: pick(random, ['left', 'right', null] as const),
      hands: random() < 0.2 ? 2 : 1,
      minutes: 1 + Math.floor(9 * random()),
      tools: TOOLS.filter(() => random() < 0.2),
      ...(groups && group ? { exclusive: group } : {}),
    })
    last[chain] = `o${i}`
  }
  return { operations, start: ON_WHEELS, end: ON_WHEELS, crew }
}

function timed(problems: readonly SequenceProblem[]): PlanTimes & { finishes: number[] } {
  const times: number[] = []
  const finishes: number[] = []
  let proved = 0
  for (const problem of problems) {
    const start = performance.now()
    const found = planSequence(problem)
    times.push(performance.now() - start)
    finishes.push(found.ok ? found.finish : NaN)
    if (!found.ok || found.optimal) proved++
  }
  const sizes = problems.map((p) => p.operations.length)
  return {
    plans: problems.length,
    operations: [Math.min(...sizes), Math.max(...sizes)],
    median: percentile(times, 0.5),
    worst: Math.max(...times),
    proved,
    finishes,
  }
}

const STANDS = [
  ON_WHEELS,
  { support: 'axle-hanging', wheels: 'on' },
  { support: 'axle-hanging', wheels: 'off' },
  { support: 'axle-raised', wheels: 'on' },
  { support: 'axle-raised', wheels: 'off' },
  { support: 'frame-raised', wheels: 'on' },
] as const
const WEIGHTS = { support: 40_000, wheels: 2_000, walk: 100 }

/** The same question as a mixed integer program: which operation is at which place, and how it stands there. */
function asProgram({ operations }: SequenceProblem): string {
  const n = operations.length
  const places = Array.from({ length: n }, (_, p) => p + 1)
  const goal: string[] = []
  const rows: string[] = []
  const whole: string[] = []
  const row = (terms: readonly string[], sense: string) => rows.push(` r${rows.length}: ${terms.join(' ')} ${sense}`)
  const x = (i: number, p: number) => `x${i}_${p}`
  const y = (p: number, s: number) => `y${p}_${s}`
  const fits = (o: SequenceOperation, s: (typeof STANDS)[number]) =>
    (o.support === 'any' || (o.support === 'ride-height' ? 'on-wheels' : o.support) === s.support) &&
    (o.wheels === 'any' || o.wheels === s.wheels)
  for (const p of [0, ...places, n + 1]) {
    row(
      STANDS.map((_, s) => `+ ${y(p, s)}`),
      '= 1',
    )
    whole.push(...STANDS.map((_, s) => y(p, s)))
  }
  for (const p of [0, n + 1]) row([`+ ${y(p, 0)}`], '= 1')
  for (const [i, o] of operations.entries()) {
    row(
      places.map((p) => `+ ${x(i, p)}`),
      '= 1',
    )
    for (const p of places) {
      whole.push(x(i, p))
      row([`+ ${x(i, p)}`, ...STANDS.flatMap((s, k) => (fits(o, s) ? [`- ${y(p, k)}`] : []))], '<= 0')
    }
    for (const id of o.after) {
      const j = operations.findIndex((other) => other.id === id)
      row([...places.map((p) => `+ ${p} ${x(i, p)}`), ...places.map((p) => `- ${p} ${x(j, p)}`)], '>= 1')
    }
  }
  const used = (p: number, of: (o: SequenceOperation) => boolean, sign: '+' | '-') =>
    p === 0 ? [] : operations.flatMap((o, i) => (of(o) ? [`${sign} ${x(i, p)}`] : []))
  for (const p of places)
    row(
      operations.map((_, i) => `+ ${x(i, p)}`),
      '= 1',
    )
  for (const p of [...places, n + 1]) {
    goal.push(`+ ${WEIGHTS.support} c${p}`, `+ ${WEIGHTS.wheels} w${p}`)
    for (const support of SUPPORTS) {
      const of = (q: number, sign: string) =>
        STANDS.flatMap((s, k) => (s.support === support ? [`${sign} ${y(q, k)}`] : []))
      row([`+ c${p}`, ...of(p, '-'), ...of(p - 1, '+')], '>= 0')
    }
    const off = (q: number, sign: string) =>
      STANDS.flatMap((s, k) => (s.wheels === 'off' ? [`${sign} ${y(q, k)}`] : []))
    row([`+ w${p}`, ...off(p, '-'), ...off(p - 1, '+')], '>= 0')
    row([`+ w${p}`, ...off(p, '+'), ...off(p - 1, '-')], '>= 0')
  }
  for (const p of places) {
    goal.push(`+ ${WEIGHTS.walk} k${p}`)
    // The side that one is at: that of the operation, else the one before.
    for (const [left, other, side] of [
      ['l', 'r', 'left'],
      ['r', 'l', 'right'],
    ] as const) {
      const away = side === 'left' ? 'right' : 'left'
      row([`+ ${left}${p}`, ...used(p, (o) => o.side === side, '-')], '>= 0')
      if (p > 1) {
        row([`+ ${left}${p}`, `- ${left}${p - 1}`, ...used(p, (o) => o.side === away, '+')], '>= 0')
        row([`+ k${p}`, `- ${left}${p}`, `- ${other}${p - 1}`], '>= -1')
      }
    }
    for (const [t, tool] of TOOLS.entries()) {
      goal.push(`+ t${p}_${t}`)
      const has = (o: SequenceOperation) => o.tools.includes(tool)
      row([`+ t${p}_${t}`, ...used(p, has, '-'), ...used(p - 1, has, '+')], '>= 0')
    }
  }
  return `Minimize\n obj: ${goal.join(' ')}\nSubject To\n${rows.join('\n')}\nBinary\n ${whole.join(' ')}\nEnd\n`
}

/** Orders with their proof, ours and by a general solver; two technicians beside plans that lose no minute. */
export async function benchPlans(): Promise<PlanFigures> {
  const vehicles = demoVehicles()
  const surveys = demoSurveys()
  const problemFor = (kits: PlannedKit[], v: number): SequenceProblem => {
    const steps = pendingSteps(kits, vehicles[v]!, surveys[v]!, { choices: { wheels: 'off' } })
    return sequenceOf(steps, {
      holds: holdsOf(steps, kits, vehicles[v]!),
      groups: sidesApart(steps, vehicles[v]!),
      crew: 1,
    })
  }
  const fits = (kit: Kit, v: number) => kit.fitment.suspension.includes(vehicles[v]![kit.axle].suspension)
  const kits = vehicles.flatMap((_, v) =>
    demoKits().flatMap((kit) => (fits(kit, v) ? [problemFor([{ kit, work: 'fit' }], v)] : [])),
  )
  const coaches = vehicles.flatMap(({ body }, v) =>
    body === 'motorhome'
      ? demoKits()
          .filter((k) => k.axle === 'front' && fits(k, v))
          .flatMap((front) =>
            demoKits()
              .filter((k) => k.axle === 'rear' && k.family === 'bellows' && fits(k, v))
              .slice(0, 3)
              .map((rear) =>
                problemFor(
                  [
                    { kit: front, work: 'fit' },
                    { kit: rear, work: 'fit' },
                  ],
                  v,
                ),
              ),
          )
      : [],
  )
  const large = (crew: 1 | 2) =>
    Array.from({ length: 20 }, (_, k) => randomProblem(k + 1, 40 + ((k + 1) % 21), 12, crew, true))
  const plants = Array.from({ length: 20 }, (_, k) => plantedPlan(seeded(k + 1)))
  const found = timed(plants.map((p) => p.problem))

  const highs = await highsLoader()
  const small = Array.from({ length: 6 }, (_, k) => randomProblem(500 + k, 7, 4, 1, false))
  let ownMinutes = 0
  let theirs = 0
  let same = 0
  for (const problem of small) {
    const start = performance.now()
    const ours = planSequence(problem)
    ownMinutes += performance.now() - start
    const program = asProgram(problem)
    const begin = performance.now()
    const { ObjectiveValue } = highs.solve(program, { mip_rel_gap: 0, mip_abs_gap: 0.5 })
    theirs += performance.now() - begin
    if (!ours.ok) continue
    const cost =
      WEIGHTS.support * ours.supportChanges +
      WEIGHTS.wheels * ours.wheelChanges +
      WEIGHTS.walk * ours.sideWalks +
      ours.toolChanges
    if (Math.abs(cost - ObjectiveValue) < 0.5) same++
  }
  return {
    kits: timed(kits),
    coaches: timed(coaches),
    one: timed(large(1)),
    two: timed(large(2)),
    planted: { ...found, over: Math.max(...found.finishes.map((f, i) => f / plants[i]!.finish - 1)) },
    peer: { own: ownMinutes / small.length, highs: theirs / small.length, operations: 7, cases: small.length, same },
  }
}
