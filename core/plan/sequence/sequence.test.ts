import { describe, expect, test } from 'vitest'
import { plantedPlan } from '../../fixtures/planted-plan'
import { compile } from './problem'
import { bestOrder } from './search'
import { stillToCome } from './still-to-come'
import {
  planSequence,
  type Hold,
  type Sequence,
  type SequenceOperation,
  type SequenceProblem,
  type Stand,
  type StandAt,
} from '.'

const operation = (id: string, part: Partial<SequenceOperation> = {}): SequenceOperation => ({
  id,
  after: [],
  support: 'any',
  wheels: 'any',
  side: null,
  hands: 1,
  minutes: 1,
  tools: [],
  ...part,
})
const ON_WHEELS: Stand = { support: 'on-wheels', wheels: 'on' }
const problem = (operations: SequenceOperation[], part: Partial<SequenceProblem> = {}): SequenceProblem => ({
  operations,
  start: ON_WHEELS,
  end: ON_WHEELS,
  crew: 1,
  ...part,
})
function solved(p: SequenceProblem): Sequence {
  const found = planSequence(p)
  if (!found.ok) throw new Error(JSON.stringify(found.unreachable))
  return found
}

/** Numbers between 0 and 1, the same for the same seed. Source: mulberry32, public domain. */
function seeded(seed: number) {
  let state = seed >>> 0
  return () => {
    state = (state + 0x6d2b79f5) >>> 0
    let t = Math.imul(state ^ (state >>> 15), state | 1)
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61)
    return ((t ^ (t >>> 14)) >>> 0) / 2 ** 32
  }
}
const SUPPORTS = ['any', 'on-wheels', 'axle-hanging', 'axle-raised', 'frame-raised', 'ride-height'] as const
const ALL: Stand[] = [
  { support: 'on-wheels', wheels: 'on' },
  { support: 'axle-hanging', wheels: 'on' },
  { support: 'axle-hanging', wheels: 'off' },
  { support: 'axle-raised', wheels: 'on' },
  { support: 'axle-raised', wheels: 'off' },
  { support: 'frame-raised', wheels: 'on' },
]
function randomProblem(seed: number, count: number, crew: 1 | 2, waits = 0.25): SequenceProblem {
  const random = seeded(seed)
  const pick = <T>(from: readonly T[]): T => from[Math.floor(random() * from.length)]!
  const operations = Array.from({ length: count }, (_, i): SequenceOperation => {
    const support = pick(SUPPORTS)
    const canBeOff = support === 'any' || support === 'axle-hanging' || support === 'axle-raised'
    return operation(`o${i}`, {
      support,
      wheels: pick(canBeOff ? (['any', 'on', 'off'] as const) : (['any', 'on'] as const)),
      side: pick(['left', 'right', null] as const),
      hands: pick([1, 1, 2] as const),
      minutes: 1 + Math.floor(9 * random()),
      tools: ['a', 'b', 'c'].filter(() => random() < 0.4),
      after: Array.from({ length: i }, (_, j) => `o${j}`).filter(() => random() < waits),
      ...(random() < 0.5 ? { exclusive: pick(['g', 'h']) } : {}),
    })
  })
  return { operations, start: pick(ALL), end: pick(ALL), crew }
}

type Tally = [number, number, number, number]
const less = (a: Tally, b: Tally) => {
  const k = a.findIndex((v, i) => v !== b[i])
  return k >= 0 && a[k]! < b[k]!
}
const suits = ({ support, wheels }: SequenceOperation, s: Stand) =>
  (support === 'any' || (support === 'ride-height' ? 'on-wheels' : support) === s.support) &&
  (wheels === 'any' || wheels === s.wheels)

/** Every order in every way to stand, and of the best ones every way for two to share the work. Source: trying them all. */
function tryAll({ operations, start, end, crew }: SequenceProblem): { tally: Tally; finish: number } | null {
  let best: { tally: Tally; finish: number } | null = null
  const known = new Map<string, number>()
  const walk = (
    done: SequenceOperation[],
    stand: Stand,
    tally: Tally,
    stays: SequenceOperation[][],
    here: SequenceOperation[],
  ) => {
    const moved = (s: Stand): Tally => [
      tally[0] + Number(s.support !== stand.support),
      tally[1] + Number(s.wheels !== stand.wheels),
      tally[2],
      tally[3],
    ]
    if (done.length === operations.length) {
      const whole = moved(end)
      if (best && less(best.tally, whole)) return
      const all = [...stays, here]
      const finish =
        crew === 1
          ? operations.reduce((sum, o) => sum + o.minutes, 0)
          : all.reduce((sum, s, i) => sum + shareAll(s, all.slice(0, i).flat(), operations, known), 0)
      if (!best || less(whole, best.tally) || finish < best.finish) best = { tally: whole, finish }
      return
    }
    if (best && less(best.tally, tally)) return
    for (const o of operations) {
      if (done.includes(o) || !o.after.every((a) => done.some((d) => d.id === a))) continue
      const mates = operations.filter((m) => o.exclusive && m.exclusive === o.exclusive && m.side && o.side)
      const others = mates.filter((m) => m.side !== o.side)
      if (others.some((m) => done.includes(m)) && !others.every((m) => done.includes(m))) continue
      const lastSide = done.findLast((d) => d.side)?.side
      const tools = done.at(-1)?.tools ?? []
      for (const s of ALL) {
        if (!suits(o, s)) continue
        const to = moved(s)
        const next: Tally = [
          to[0],
          to[1],
          to[2] + Number(o.side !== null && lastSide !== undefined && lastSide !== o.side),
          to[3] + o.tools.filter((t) => !tools.includes(t)).length,
        ]
        const stays_ = s === stand ? stays : [...stays, here]
        walk([...done, o], s, next, stays_, s === stand ? [...here, o] : [o])
      }
    }
  }
  walk([], start, [0, 0, 0, 0], [], [])
  return best
}
/** Ways to stand with either end up. */
const BOTH_ENDS: StandAt[] = [
  { ...ON_WHEELS, end: -1 },
  ...[0, 1].flatMap((end) => ALL.slice(1).map((s): StandAt => ({ ...s, end }))),
]
/** What a move costs, by what has to be done: the end that is up comes down, wheels on, before the other goes up. */
function movedBetween(from: StandAt, to: StandAt): [number, number] {
  const off = (s: StandAt, end: number) => s.end === end && s.wheels === 'off'
  const wheels = [0, 1].reduce((n, end) => n + Number(off(from, end) !== off(to, end)), 0)
  if (from.support === to.support && from.end === to.end) return [0, wheels]
  const other = from.end >= 0 && to.end >= 0 && from.end !== to.end
  return [other ? 2 : 1, wheels]
}
/** The best tally over every set of what is done, however it stands. Source: dynamic programming without any bound. */
function byEverySet({ operations, start, end, ends = 1, startsAt = 0, holds = [] }: SequenceProblem): Tally | null {
  interface At {
    done: number
    stand: StandAt
    side: string | null
    last: SequenceOperation | null
    tally: Tally
  }
  const all = BOTH_ENDS.filter((s) => s.end < ends)
  const find = (s: Stand, place: number) =>
    all.find((one) => one.support === s.support && one.wheels === s.wheels && (one.end < 0 || one.end === place))!
  const bit = new Map(operations.map((o, i) => [o.id, 1 << i]))
  const sum = (ids: readonly string[]) => ids.reduce((bits, id) => bits | bit.get(id)!, 0)
  const suitsAt = (o: SequenceOperation, s: StandAt) => {
    const isEnd = o.end === undefined || s.end === o.end
    const support = o.support === 'ride-height' ? 'on-wheels' : o.support
    if (support !== 'any' && (support !== s.support || !(isEnd || support === 'on-wheels'))) return false
    return o.wheels === 'any' || o.wheels === (isEnd ? s.wheels : 'on')
  }
  const moved = (tally: Tally, from: StandAt, to: StandAt): Tally => {
    const [supports, wheels] = movedBetween(from, to)
    return [tally[0] + supports, tally[1] + wheels, tally[2], tally[3]]
  }
  const isOpen = (h: Hold, done: number) => (sum(h.from) & done) !== 0 && (sum(h.until) & done) !== sum(h.until)
  let row: At[] = [{ done: 0, stand: find(start, startsAt), side: null, last: null, tally: [0, 0, 0, 0] }]
  for (let depth = 0; depth < operations.length; depth++) {
    const next = new Map<string, At>()
    for (const state of row)
      for (const o of operations) {
        if (state.done & bit.get(o.id)! || (sum(o.after) & state.done) !== sum(o.after)) continue
        const others = operations.filter(
          (m) => o.exclusive && o.side && m.exclusive === o.exclusive && m.side && m.side !== o.side,
        )
        const open = sum(others.map((m) => m.id))
        if (open & state.done && (open & state.done) !== open) continue
        for (const stand of all) {
          if (!suitsAt(o, stand)) continue
          // What opens or closes is done in a way to stand that is allowed while it is open; nothing else is gone to meanwhile.
          if (holds.some((h) => (h.from.includes(o.id) || h.until.includes(o.id)) && !h.allows(stand))) continue
          if (holds.some((h) => isOpen(h, state.done) && !h.allows(stand))) continue
          const tally = moved(state.tally, state.stand, stand)
          tally[2] += Number(o.side !== null && state.side !== null && state.side !== o.side)
          tally[3] += o.tools.filter((t) => !state.last?.tools.includes(t)).length
          const to = { done: state.done | bit.get(o.id)!, stand, side: o.side ?? state.side, last: o, tally }
          const key = [to.done, all.indexOf(stand), to.side, [...o.tools].sort().join('')].join()
          const known = next.get(key)
          if (!known || less(tally, known.tally)) next.set(key, to)
        }
      }
    row = [...next.values()]
  }
  return row.reduce<Tally | null>((best, value) => {
    const whole = moved(value.tally, value.stand, find(end, 0))
    return !best || less(whole, best) ? whole : best
  }, null)
}

/** Least minutes for two in one stay: every order to begin in, each taken by either. */
function shareAll(
  stay: SequenceOperation[],
  before: SequenceOperation[],
  all: readonly SequenceOperation[],
  known: Map<string, number>,
): number {
  const key = [...stay.map((o) => o.id).sort(), '|', ...before.map((o) => o.id).sort()].join()
  const was = known.get(key)
  if (was !== undefined) return was
  let best = Infinity
  const walk = (
    ends: Map<SequenceOperation, number>,
    free: [number, number],
    starts: Map<SequenceOperation, number>,
  ) => {
    if (ends.size === stay.length) {
      const apart = stay.every((a) =>
        stay.every((b) => {
          if (!a.exclusive || a.exclusive !== b.exclusive || !a.side || !b.side || a.side === b.side) return true
          // One side is over before the other begins: the first side is the one that began first anywhere.
          const of = (side: string) => stay.filter((o) => o.exclusive === a.exclusive && o.side === side)
          const [mine, theirs] = [of(a.side), of(b.side)]
          const begins = (s: SequenceOperation[]) => Math.min(...s.map((o) => starts.get(o)!))
          const over = (s: SequenceOperation[]) => Math.max(...s.map((o) => ends.get(o)!))
          const whole = (side: string) =>
            all
              .filter((o) => o.exclusive === a.exclusive && o.side === side)
              .every((o) => stay.includes(o) || before.includes(o))
          return (over(mine) <= begins(theirs) && whole(a.side)) || (over(theirs) <= begins(mine) && whole(b.side))
        }),
      )
      const soon = stay.every((a) => {
        if (!a.exclusive || !a.side) return true
        const other = all.filter((o) => o.exclusive === a.exclusive && o.side && o.side !== a.side)
        const begun = other.filter((o) => before.includes(o))
        const rest = other.filter((o) => stay.includes(o))
        return !begun.length || rest.every((o) => ends.get(o)! <= starts.get(a)!)
      })
      if (apart && soon) best = Math.min(best, Math.max(0, ...ends.values()))
      return
    }
    for (const o of stay) {
      if (ends.has(o)) continue
      const waits = stay.filter((p) => o.after.includes(p.id))
      if (!waits.every((p) => ends.has(p))) continue
      // An other side that is over first is waited for: try from its end too.
      const mates = stay.filter(
        (p) => p.exclusive && p.exclusive === o.exclusive && p.side && o.side && p.side !== o.side,
      )
      const froms = [0, ...mates.flatMap((p) => ends.get(p) ?? [])]
      for (const from of new Set(froms)) {
        const ready = Math.max(from, ...waits.map((p) => ends.get(p)!))
        for (const k of o.hands === 2 ? [0] : [0, 1]) {
          const start = Math.max(ready, o.hands === 2 ? Math.max(...free) : free[k]!)
          const end = start + o.minutes
          const then: [number, number] = o.hands === 2 ? [end, end] : k === 0 ? [end, free[1]] : [free[0], end]
          if (end < best) walk(new Map([...ends, [o, end]]), then, new Map([...starts, [o, start]]))
        }
      }
    }
  }
  if (stay.length) walk(new Map(), [0, 0], new Map())
  else best = 0
  known.set(key, best)
  return best
}

/** What an order really costs, and whether it is one. Source: the counts' own definitions. */
function check(p: SequenceProblem, s: Sequence): Tally {
  const byId = new Map(p.operations.map((o) => [o.id, o]))
  expect(s.order.map((o) => o.id).sort()).toEqual([...byId.keys()].sort())
  const tally: Tally = [0, 0, 0, 0]
  let stand = p.start
  let side: string | null = null
  let tools: readonly string[] = []
  const move = (to: Stand) => {
    tally[0] += Number(to.support !== stand.support)
    tally[1] += Number(to.wheels !== stand.wheels)
    stand = to
  }
  const done: SequenceOperation[] = []
  for (const { id, support, wheels } of s.order) {
    const o = byId.get(id)!
    expect(suits(o, { support, wheels })).toBe(true)
    expect(o.after.every((a) => done.some((d) => d.id === a))).toBe(true)
    const other = p.operations.filter(
      (m) => o.exclusive && m.exclusive === o.exclusive && o.side && m.side && m.side !== o.side,
    )
    expect(other.every((m) => done.includes(m)) || other.every((m) => !done.includes(m))).toBe(true)
    move({ support, wheels })
    if (o.side) {
      tally[2] += Number(side !== null && side !== o.side)
      side = o.side
    }
    tally[3] += o.tools.filter((t) => !tools.includes(t)).length
    tools = o.tools
    done.push(o)
  }
  move(p.end)
  for (const a of s.schedule)
    for (const b of s.schedule) {
      if (a === b || a.end <= b.start + 1e-9 || b.end <= a.start + 1e-9) continue
      expect(a.technician !== b.technician && !a.both && !b.both).toBe(true)
    }
  const rows = new Map(s.schedule.map((r) => [r.id, r]))
  for (const o of p.operations) {
    expect(rows.get(o.id)!.end - rows.get(o.id)!.start).toBeCloseTo(o.minutes, 9)
    for (const a of o.after) expect(rows.get(a)!.end).toBeLessThanOrEqual(rows.get(o.id)!.start + 1e-9)
  }
  expect(Math.max(0, ...s.schedule.map((r) => r.end))).toBeCloseTo(s.finish, 9)
  return tally
}

describe('the order of the work', () => {
  test('is the best of all of them, on 300 small cases with everything in them', () => {
    for (let seed = 1; seed <= 300; seed++) {
      const p = randomProblem(seed, 3 + (seed % 4), 1)
      const all = tryAll(p)
      const found = planSequence(p)
      expect(found.ok).toBe(all !== null)
      if (!found.ok || !all) continue
      const tally = check(p, found)
      expect(tally, `seed ${seed}`).toEqual(all.tally)
      expect([found.supportChanges, found.wheelChanges, found.sideWalks, found.toolChanges]).toEqual(tally)
      expect(found.optimal).toBe(true)
      expect(found.bound).toMatchObject({ supportChanges: tally[0], toolChanges: tally[3], finish: found.finish })
    }
  }, 60_000)
  test('is the best where a greedy look is not enough, on cases of twelve and thirteen operations', () => {
    let proved = 0
    for (let seed = 2001; seed <= 2010; seed++) {
      const p = randomProblem(seed, 12 + (seed % 2), 1, 0.08)
      const all = byEverySet(p)
      const found = planSequence(p)
      expect(found.ok).toBe(all !== null)
      if (!found.ok || !all) continue
      expect(check(p, found), `seed ${seed}`).toEqual(all)
      if (found.optimal) proved++
    }
    expect(proved).toBeGreaterThan(5)
  }, 60_000)
  test('however narrow the first look is, the search comes to the same, and to its proof', () => {
    for (let seed = 3001; seed <= 3040; seed++) {
      const { compiled, unreachable } = compile(randomProblem(seed, 9, 1))
      if (unreachable.length) continue
      const costs = [1, 60].map((beam) => bestOrder(compiled, stillToCome(compiled), beam))
      expect(costs[0], `seed ${seed}`).not.toBe('given-up')
      const [cost, same] = costs.map((c) => (typeof c === 'string' ? c : c.cost))
      expect(cost, `seed ${seed}`).toBe(same)
      for (const found of costs) if (typeof found !== 'string') expect(found.bound).toBe(found.cost)
    }
  })
  test('with two technicians ends as soon as any of them, on 200 small cases', () => {
    for (let seed = 1001; seed <= 1200; seed++) {
      const p = randomProblem(seed, 3 + (seed % 3), 2)
      const all = tryAll(p)
      const found = planSequence(p)
      expect(found.ok).toBe(all !== null)
      if (!found.ok || !all) continue
      expect(check(p, found), `seed ${seed}`).toEqual(all.tally)
      expect(found.finish, `seed ${seed}`).toBeCloseTo(all.finish, 9)
      expect(found.optimal, `seed ${seed}`).toBe(true)
    }
  }, 60_000)

  // Source: counting by hand, by the definitions of the four counts.
  test('one move changes support and wheels; a walk skips what has no side; the first takes up all of its tools', () => {
    const found = solved(
      problem([
        operation('a', { support: 'axle-hanging', wheels: 'off', side: 'left', tools: ['socket', 'bar'] }),
        operation('b', { after: ['a'], tools: ['bar'] }),
        operation('c', { after: ['b'], side: 'right', tools: ['socket'] }),
      ]),
    )
    expect(found).toMatchObject({ supportChanges: 2, wheelChanges: 2, sideWalks: 1, toolChanges: 3, optimal: true })
  })
  test('what is at ride height is done on its wheels; the end is reached after all of it', () => {
    const found = solved(
      problem([operation('torque', { support: 'ride-height' }), operation('look', { support: 'frame-raised' })], {
        start: { support: 'axle-raised', wheels: 'off' },
        end: { support: 'axle-hanging', wheels: 'on' },
      }),
    )
    expect(found).toMatchObject({ supportChanges: 3, wheelChanges: 1, optimal: true })
    expect(found.order.find((o) => o.id === 'torque')).toMatchObject(ON_WHEELS)
  })
  test('of a group one side is finished before the other begins, whatever it costs', () => {
    const links = (['left', 'right'] as const).flatMap((side) => [
      operation(`open-${side}`, { side, support: 'axle-hanging', exclusive: 'links' }),
      operation(`close-${side}`, { side, support: 'axle-raised', exclusive: 'links', after: [`open-${side}`] }),
    ])
    expect(solved(problem(links))).toMatchObject({ supportChanges: 5, sideWalks: 1 })
    const free = links.map(({ exclusive: _, ...o }) => o)
    expect(solved(problem(free))).toMatchObject({ supportChanges: 3, sideWalks: 2 })
  })
  test('two pairs of hands wait for both; without anything to do it is over at once', () => {
    const found = solved(
      problem(
        [
          operation('one', { minutes: 5 }),
          operation('other', { minutes: 3 }),
          operation('lift', { minutes: 4, hands: 2, after: ['other'] }),
        ],
        { crew: 2 },
      ),
    )
    expect(found).toMatchObject({ finish: 9, optimal: true })
    expect(found.schedule.find((s) => s.id === 'lift')).toMatchObject({ start: 5, end: 9, both: true })
    expect(solved(problem([]))).toMatchObject({ order: [], finish: 0, optimal: true, supportChanges: 0 })
  })
  test.each([
    [[operation('a', { support: 'on-wheels', wheels: 'off' })], { a: 'no-such-stand' }],
    [
      [operation('a', { after: ['b'] }), operation('b', { after: ['a'] }), operation('c', { after: ['b'] })],
      { a: 'waits-in-a-circle', b: 'waits-in-a-circle', c: 'waits-for' },
    ],
    [
      [
        operation('l1', { side: 'left', exclusive: 'g' }),
        operation('r1', { side: 'right', exclusive: 'g', after: ['l1'] }),
        operation('l2', { side: 'left', exclusive: 'g', after: ['r1'] }),
      ],
      { l1: 'sides-in-each-other', r1: 'sides-in-each-other', l2: 'sides-in-each-other' },
    ],
  ])('what can never be done is named with why', (operations, why) => {
    const found = planSequence(problem(operations))
    if (found.ok) throw new Error('it cannot be done')
    expect(Object.fromEntries(found.unreachable.map((u) => [u.id, u.why]))).toEqual(why)
  })
  test('planted schedules without a minute lost are found within 5 %', () => {
    for (let seed = 1; seed <= 6; seed++) {
      const { problem: p, finish } = plantedPlan(seeded(seed))
      const found = solved(p)
      check(p, found)
      expect(found).toMatchObject({ supportChanges: 3, wheelChanges: 2 })
      expect(found.finish / finish).toBeLessThan(1.05)
      expect(found.bound.finish).toBeLessThanOrEqual(finish + 1e-9)
    }
  }, 30_000)
  test('is the best with both ends worked on and what is open held, on 300 cases', () => {
    let busy = 0
    let switched = 0
    for (let seed = 1; seed <= 300; seed++) {
      const base = randomProblem(5_000 + seed, 5 + (seed % 5), 1, 0.2)
      const random = seeded(90_000 + seed)
      const operations = base.operations.map((o) => ({
        ...o,
        ...(random() < 0.8 ? { end: Math.floor(2 * random()) } : {}),
        exclusive: random() < 0.5 ? o.exclusive : undefined,
      }))
      const some = () => operations.filter(() => random() < 0.25).map((o) => o.id)
      const only = BOTH_ENDS.filter(() => random() < 0.6)
      const holds: Hold[] = [0, 1].map(() => ({
        from: some(),
        until: some(),
        allows: (s) => only.some((o) => o.support === s.support && o.wheels === s.wheels && o.end === s.end),
      }))
      const p: SequenceProblem = { ...base, operations, ends: 2, start: ON_WHEELS, end: ON_WHEELS, holds }
      const best = byEverySet(p)
      const found = planSequence(p)
      expect(found.ok, `seed ${seed}`).toBe(best !== null)
      if (!found.ok || !best) continue
      expect([found.supportChanges, found.wheelChanges, found.sideWalks, found.toolChanges], `seed ${seed}`).toEqual(
        best,
      )
      expect(found.optimal, `seed ${seed}`).toBe(true)
      busy += Number(holds.some((h) => h.from.length > 0 && h.until.length > 0))
      switched += Number(new Set(found.order.map((o) => o.end).filter((e) => e >= 0)).size === 2)
    }
    expect(Math.min(busy, switched)).toBeGreaterThan(20)
  })
})
