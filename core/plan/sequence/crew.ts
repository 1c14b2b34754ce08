/* eslint-disable complexity -- kernel: figures go in one by one, and loops stay in sight of each other */
import { shortest, type Schedule, type Task } from './makespan'
import { has, within, type Bits, type Compiled } from './problem'
import type { Placed } from './search'

/** When who does what. */
export interface Booking {
  operation: number
  technician: 1 | 2
  /** Both pairs of hands are needed. */
  both: boolean
  start: number
  end: number
}
export interface CrewSchedule {
  bookings: Booking[]
  finish: number
  /** No schedule of this order's stays is done sooner. */
  bound: number
}

/** One after the other, by one technician. */
export function alone({ operations }: Compiled, order: readonly Placed[]): CrewSchedule {
  let time = 0
  const bookings = order.map(({ operation }): Booking => {
    const start = time
    time += operations[operation]!.minutes
    return { operation, technician: 1, both: false, start, end: time }
  })
  return { bookings, finish: time, bound: time }
}

/** What is done between two moves of the vehicle, by two technicians. */
export interface Stay extends Schedule {
  operations: number[]
}

/** More groups than this that may begin with either side are begun as the order has it. */
const MOST_OPEN_GROUPS = 6

/**
 * The shortest schedule of what is done in one stay.
 * @param from done before it, `to` after it
 * @param mostLookedAt beginnings of schedules, for each order of the sides
 * Source: `shortest`; where a group may begin with either side, both are tried.
 */
export function stayOf(compiled: Compiled, from: Bits, to: Bits, mostLookedAt?: number): Stay {
  const { operations, count, before, groups, group } = compiled
  const tasksHere: number[] = []
  for (let i = 0; i < count; i++) if (has(to, i) && !has(from, i)) tasksHere.push(i)
  const place = new Map(tasksHere.map((i, k) => [i, k]))
  const either: number[] = []
  /** Of each group that has both sides here: whether the left one is done first. */
  const leftFirst = new Map<number, boolean>()
  for (const [g, { left, right }] of groups.entries()) {
    const sides = [left, right].map((s) => tasksHere.some((i) => has(s, i)))
    if (!sides[0] || !sides[1]) continue
    const begun = (s: Bits) => s.some((w, k) => (w & from[k]!) !== 0)
    if (begun(left) || !within(right, to)) leftFirst.set(g, true)
    else if (begun(right) || !within(left, to)) leftFirst.set(g, false)
    else either.push(g)
  }
  const tasks = (first: ReadonlyMap<number, boolean>): Task[] =>
    tasksHere.map((i) => {
      const g = group[i]!
      const goesFirst = first.get(g)
      const waitsForSide =
        goesFirst === undefined || has(goesFirst ? groups[g]!.left : groups[g]!.right, i)
          ? []
          : tasksHere.filter((j) => has(goesFirst ? groups[g]!.left : groups[g]!.right, j))
      const after = [...tasksHere.filter((j) => has(before[i]!, j)), ...waitsForSide]
      const { minutes, hands } = operations[i]!
      return { minutes, hands, after: [...new Set(after)].map((j) => place.get(j)!) }
    })
  let best: Schedule | null = null
  let bound = Infinity
  const tried = Math.min(either.length, MOST_OPEN_GROUPS)
  for (let pick = 0; pick < 2 ** tried; pick++) {
    const first = new Map(leftFirst)
    for (const [k, g] of either.entries()) first.set(g, k >= tried || (pick & (1 << k)) === 0)
    const list = tasks(first)
    // A side that waits for the other one's work, around some corner, cannot be first.
    if (inCircle(list)) continue
    const found = shortest(list, mostLookedAt)
    bound = Math.min(bound, found.bound)
    if (!best || found.finish < best.finish) best = found
  }
  return { ...best!, bound: either.length > tried ? 0 : bound, operations: tasksHere }
}

/** Whether tasks wait for each other in a circle. */
function inCircle(tasks: readonly Task[]): boolean {
  const done = new Set<number>()
  for (let more = true; more;) {
    more = false
    for (const [i, t] of tasks.entries())
      if (!done.has(i) && t.after.every((j) => done.has(j))) {
        done.add(i)
        more = true
      }
  }
  return done.size < tasks.length
}

/** Where the vehicle is moved in an order: what is done at each move, and at the end. */
export function movesOf({ words }: Compiled, order: readonly Placed[]): Bits[] {
  const marks: Bits[] = []
  const done = new Int32Array(words)
  for (const [k, { operation, stand }] of order.entries()) {
    done[operation >> 5] = done[operation >> 5]! | (1 << (operation & 31))
    if (order[k + 1]?.stand !== stand) marks.push(Int32Array.from(done))
  }
  return marks
}

/** Stays one after the other: a move waits until both are free, and takes no time here. */
export function together(compiled: Compiled, marks: readonly Bits[]): CrewSchedule {
  let from: Bits = new Int32Array(compiled.words)
  let time = 0
  let bound = 0
  const bookings: Booking[] = []
  for (const to of marks) {
    const stay = stayOf(compiled, from, to)
    for (const [k, slot] of stay.slots.entries())
      bookings.push({
        operation: stay.operations[k]!,
        technician: slot.technician === 0 ? 1 : 2,
        both: compiled.operations[stay.operations[k]!]!.hands === 2,
        start: time + slot.start,
        end: time + slot.end,
      })
    time += stay.finish
    bound += stay.bound
    from = to
  }
  return { bookings: bookings.sort((a, b) => a.start - b.start || a.technician - b.technician), finish: time, bound }
}
