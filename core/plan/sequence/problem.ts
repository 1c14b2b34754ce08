import { standsOf, type Stand, type StandAt, type Stands } from './stands'

type Side = 'left' | 'right'

/** One thing to do, as the order needs to know it. */
export interface SequenceOperation {
  id: string
  /** Ids of operations that come first. */
  after: readonly string[]
  support: Stand['support'] | 'any' | 'ride-height'
  wheels: 'any' | 'on' | 'off'
  side: Side | null
  hands: 1 | 2
  minutes: number
  tools: readonly string[]
  /** Of a group one side is finished before the other begins. */
  exclusive?: string | undefined
  /** Which end of the vehicle it is done at; absent where that does not matter. */
  end?: number | undefined
}

/** From the first of some operations until the last of others, the vehicle stands only in some ways: the axle is carried all the while. */
export interface Hold {
  from: readonly string[]
  until: readonly string[]
  allows: (stand: StandAt) => boolean
  /** One of the first was done before the order begins. */
  open?: boolean | undefined
}

export interface SequenceProblem {
  operations: readonly SequenceOperation[]
  start: Stand
  end: Stand
  crew: 1 | 2
  /** How many ends are worked on, one up at a time; 1 where nothing is said. */
  ends?: 1 | 2 | undefined
  /** Which end is up at the start; 0 where nothing is said. */
  startsAt?: number | undefined
  holds?: readonly Hold[] | undefined
}

/** Place of a way to stand among all; -1 for one that there is not. */
const standAt = ({ list }: Stands, { support, wheels }: Stand, end: number): number =>
  list.findIndex((s) => s.support === support && s.wheels === wheels && (s.end < 0 || s.end === end))

/** Sides as numbers. */
export const NO_SIDE = 0
export const LEFT = 1
export const RIGHT = 2

/** Why an operation can never be done. */
export interface Unreachable {
  id: string
  why: 'no-such-stand' | 'waits-in-a-circle' | 'waits-for' | 'sides-in-each-other' | 'not-found' | 'held'
  /** Operation it waits for, or group; empty otherwise. */
  of: string
}

/** A set of operations: bits in words of 32. */
export type Bits = Int32Array

/** A problem laid out for the search. */
export interface Compiled {
  operations: readonly SequenceOperation[]
  count: number
  /** Words of a set. */
  words: number
  before: Bits[]
  stands: Stands
  /** Ways to stand that suit each operation, as bits. */
  suits: Int32Array
  side: Int32Array
  /** Which set of tools each operation uses, and how many of the one are not in the other: `take[from * sets + to]`. */
  toolset: Int32Array
  sets: number
  take: Int32Array
  /** Tools of each operation, as bits in words of 32. */
  toolWords: number
  tools: Int32Array
  /** Group of each operation, -1 for none; its operations by side. */
  group: Int32Array
  groups: { left: Bits; right: Bits }[]
  /** While some of the one are done and not all of the other, only these ways to stand, as bits. */
  holds: { from: Bits; until: Bits; allows: number; open: boolean }[]
  start: number
  end: number
}

/** Whether bit `i` is set. */
export const has = (bits: Bits, i: number): boolean => ((bits[i >> 5]! >>> (i & 31)) & 1) === 1
/** Sets bit `i`. */
export const add = (bits: Bits, i: number): void => {
  bits[i >> 5] = bits[i >> 5]! | (1 << (i & 31))
}
/** Clears bit `i`. */
export const remove = (bits: Bits, i: number): void => {
  bits[i >> 5] = bits[i >> 5]! & ~(1 << (i & 31))
}
/** Whether every bit of `part` is set in `whole`. */
export function within(part: Bits, whole: Bits): boolean {
  for (let w = 0; w < part.length; w++) if (part[w]! & ~whole[w]!) return false
  return true
}
const meets = (a: Bits, b: Bits): boolean => a.some((word, w) => (word & b[w]!) !== 0)

/** Ways to stand that suit an operation, as bits. Of an end that is down, the wheels are on. */
function suitsOf({ list }: Stands, { support, wheels, end }: SequenceOperation): number {
  const supportHere = support === 'ride-height' ? 'on-wheels' : support
  return list.reduce((bits, s, i) => {
    const isEnd = end === undefined || s.end === end
    const fits = supportHere === 'any' || (supportHere === s.support && (isEnd || supportHere === 'on-wheels'))
    const there = isEnd ? s.wheels : 'on'
    return fits && (wheels === 'any' || wheels === there) ? bits | (1 << i) : bits
  }, 0)
}

/**
 * Lays a problem out, and finds what can never be done whatever the order.
 * @returns ids must be different, and `after` name operations that there are: the caller has looked
 */
export function compile(problem: SequenceProblem): { compiled: Compiled; unreachable: Unreachable[] } {
  const { operations } = problem
  const count = operations.length
  const words = Math.max(1, Math.ceil(count / 32))
  const index = new Map(operations.map(({ id }, i) => [id, i]))
  const bits = () => new Int32Array(words)
  const stands = standsOf(problem.ends ?? 1)
  const before = operations.map(({ after }) => {
    const set = bits()
    for (const id of after) add(set, index.get(id)!)
    return set
  })
  const side = Int32Array.from(operations, (o) => (o.side === 'left' ? LEFT : o.side === 'right' ? RIGHT : NO_SIDE))
  const names = [...new Set(operations.flatMap((o) => (o.exclusive && o.side ? [o.exclusive] : [])))]
  const group = Int32Array.from(operations, (o) => (o.exclusive && o.side ? names.indexOf(o.exclusive) : -1))
  const groups = names.map((_, g) => {
    const of = (s: number) => {
      const set = bits()
      for (let i = 0; i < count; i++) if (group[i] === g && side[i] === s) add(set, i)
      return set
    }
    return { left: of(LEFT), right: of(RIGHT) }
  })

  const allTools = [...new Set(operations.flatMap((o) => o.tools))]
  const toolWords = Math.max(1, Math.ceil(allTools.length / 32))
  const tools = new Int32Array(count * toolWords)
  operations.forEach((o, i) => {
    for (const name of o.tools) {
      const t = allTools.indexOf(name)
      tools[i * toolWords + (t >> 5)] = tools[i * toolWords + (t >> 5)]! | (1 << (t & 31))
    }
  })
  // The first set is the empty hand that everything begins with.
  const kinds: Set<string>[] = [new Set()]
  const toolset = Int32Array.from(operations, (o) => {
    const toolsHere = new Set(o.tools)
    const known = kinds.findIndex((k) => k.size === toolsHere.size && [...toolsHere].every((t) => k.has(t)))
    return known >= 0 ? known : kinds.push(toolsHere) - 1
  })
  const sets = kinds.length
  const take = new Int32Array(sets * sets)
  for (let a = 0; a < sets; a++)
    for (let b = 0; b < sets; b++) take[a * sets + b] = [...kinds[b]!].filter((t) => !kinds[a]!.has(t)).length

  const setOf = (ids: readonly string[]) => {
    const set = bits()
    for (const id of ids) add(set, index.get(id)!)
    return set
  }
  const holds = (problem.holds ?? []).map(({ from, until, allows, open }) => ({
    open: open === true,
    from: setOf(from),
    until: setOf(until),
    allows: stands.list.reduce((mask, s, i) => (allows(s) ? mask | (1 << i) : mask), 0),
  }))
  const suits = Int32Array.from(operations, (o) => suitsOf(stands, o))
  // It stands so already as the first is done, and still as the last is.
  for (const { from, until, allows } of holds)
    for (let i = 0; i < count; i++) if (has(from, i) || has(until, i)) suits[i] = suits[i]! & allows
  const compiled: Compiled = {
    operations,
    count,
    words,
    before,
    stands,
    suits,
    side,
    toolset,
    sets,
    take,
    toolWords,
    tools,
    group,
    groups,
    holds,
    start: standAt(stands, problem.start, problem.startsAt ?? 0),
    end: standAt(stands, problem.end, 0),
  }
  const unreachable = sidesInOrder(compiled, names)
  return { compiled, unreachable: unreachable.length ? unreachable : neverDone(compiled) }
}

/** All that comes before each operation, however far; an operation in a circle comes before itself. */
function ancestors({ count, words, before }: Compiled): Bits[] {
  const all = before.map((b) => Int32Array.from(b))
  for (let changed = true; changed;) {
    changed = false
    for (let i = 0; i < count; i++)
      for (let j = 0; j < count; j++) {
        if (!has(all[i]!, j)) continue
        for (let w = 0; w < words; w++) {
          const more = all[i]![w]! | all[j]![w]!
          if (more === all[i]![w]) continue
          all[i]![w] = more
          changed = true
        }
      }
  }
  return all
}

/** Where one side of a group waits for the other, all of it does: the order of the sides is known then. */
function sidesInOrder(compiled: Compiled, names: readonly string[]): Unreachable[] {
  const { count, groups, before } = compiled
  for (let settled = false; !settled;) {
    settled = true
    const all = ancestors(compiled)
    for (const [g, { left, right }] of groups.entries()) {
      const waits = (one: Bits, other: Bits) => all.some((a, i) => has(one, i) && meets(a, other))
      const leftWaits = waits(left, right)
      const rightWaits = waits(right, left)
      if (leftWaits && rightWaits)
        return compiled.operations.flatMap(({ id }, i) =>
          has(left, i) || has(right, i) ? [{ id, why: 'sides-in-each-other' as const, of: names[g]! }] : [],
        )
      if (!leftWaits && !rightWaits) continue
      const [first, then] = leftWaits ? [right, left] : [left, right]
      for (let i = 0; i < count; i++) {
        if (!has(then, i) || within(first, before[i]!)) continue
        for (let w = 0; w < first.length; w++) before[i]![w] = before[i]![w]! | first[w]!
        settled = false
      }
    }
  }
  return []
}

function neverDone({ operations, count, words, before, suits }: Compiled): Unreachable[] {
  const done = new Int32Array(words)
  for (let more = true; more;) {
    more = false
    for (let i = 0; i < count; i++)
      if (!has(done, i) && suits[i] !== 0 && within(before[i]!, done)) {
        add(done, i)
        more = true
      }
  }
  const left = operations.flatMap((_, i) => (has(done, i) ? [] : [i]))
  return left.map((i): Unreachable => {
    const { id } = operations[i]!
    if (suits[i] === 0) return { id, why: 'no-such-stand', of: '' }
    return inCircle(i, left, before)
      ? { id, why: 'waits-in-a-circle', of: '' }
      : { id, why: 'waits-for', of: operations[left.find((j) => has(before[i]!, j))!]!.id }
  })
}
function inCircle(from: number, among: readonly number[], before: readonly Bits[]): boolean {
  const visited = new Set<number>()
  const open = [from]
  while (open.length) {
    const operation = open.pop()!
    for (const j of among) {
      if (!has(before[operation]!, j)) continue
      if (j === from) return true
      if (visited.has(j)) continue
      visited.add(j)
      open.push(j)
    }
  }
  return false
}
