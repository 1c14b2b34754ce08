/* eslint-disable complexity -- kernel: figures go in one by one, and loops stay in sight of each other */
/** Something to do in one stay, by its place among them. */
export interface Task {
  minutes: number
  hands: 1 | 2
  /** Tasks of the same stay that come first. */
  after: readonly number[]
}
interface Slot {
  start: number
  end: number
  /** 0 or 1; a task for two pairs of hands has both. */
  technician: 0 | 1
}
export interface Schedule {
  slots: Slot[]
  finish: number
  /** No schedule is done sooner. */
  bound: number
}

/** So many beginnings of schedules are looked at; then the best so far is given with its bound. */
const MOST_LOOKED_AT = 20_000

/** Minutes from the start of each task to the end of the last one that waits for it. */
function tails(tasks: readonly Task[]): number[] {
  const after = tasks.map((): number[] => [])
  for (const [i, t] of tasks.entries()) for (const j of t.after) after[j]!.push(i)
  const known: number[] = []
  const tail = (i: number): number => (known[i] ??= tasks[i]!.minutes + Math.max(0, ...after[i]!.map(tail)))
  return tasks.map((_, i) => tail(i))
}

/**
 * Who does what when, for two technicians, so that the last task ends soonest.
 *
 * @param tasks those of one stay; none waits for itself
 * @returns the schedule with its proof: `finish` is `bound` where it cannot be done sooner
 * Source: branch and bound over the order in which tasks begin, each as soon as it can (Brucker, Drexl, Möhring, Neumann, Pesch 1999,
 * European J. Operational Research 112); bounds by the longest chain and by the hands that are needed.
 */
export function shortest(tasks: readonly Task[], mostLookedAt = MOST_LOOKED_AT): Schedule {
  const count = tasks.length
  const tail = tails(tasks)
  const work = tasks.reduce((sum, t) => sum + t.minutes * t.hands, 0)
  const least = Math.max(work / 2, ...tail, 0)
  let best: { slots: Slot[]; finish: number } | null = null
  let looked = 0

  const ends = new Float64Array(count)
  const starts = new Float64Array(count)
  const who = new Int8Array(count).fill(-1)
  const free: [number, number] = [0, 0]
  let workLeft = work

  const startOf = (i: number): number => {
    const t = tasks[i]!
    const ready = t.after.reduce((startHere, j) => Math.max(startHere, ends[j]!), 0)
    return Math.max(ready, t.hands === 2 ? Math.max(free[0], free[1]) : Math.min(free[0], free[1]))
  }
  /** Tasks are begun in the order of their beginning: whoever is free sooner takes the next. */
  function extend(done: number, from: number): void {
    if (best && best.finish <= least + 1e-9) return
    if (looked++ > mostLookedAt && best) return
    if (done === count) {
      const finish = count ? Math.max(...ends) : 0
      if (!best || finish < best.finish - 1e-9)
        best = {
          finish,
          slots: tasks.map((_, i) => ({ start: starts[i]!, end: ends[i]!, technician: who[i] === 1 ? 1 : 0 })),
        }
      return
    }
    const ready: number[] = []
    for (let i = 0; i < count; i++)
      if (who[i] === -1 && tasks[i]!.after.every((j) => who[j] !== -1) && startOf(i) >= from - 1e-9) ready.push(i)
    // What begins soonest, and of that what most waits for, first.
    ready.sort((a, b) => startOf(a) - startOf(b) || tail[b]! - tail[a]! || a - b)
    for (const i of ready) {
      const t = tasks[i]!
      const start = startOf(i)
      const before: [number, number] = [free[0], free[1]]
      const technician = free[0] <= free[1] ? 0 : 1
      // A task for one is taken by whoever has waited least for it, so that the other is free the sooner.
      const taker = t.hands === 1 && free[1 - technician]! <= start + 1e-9 ? 1 - technician : technician
      starts[i] = start
      ends[i] = start + t.minutes
      who[i] = taker
      if (t.hands === 2) free[0] = free[1] = ends[i]!
      else free[taker] = ends[i]!
      workLeft -= t.minutes * t.hands
      let bound = Math.max((free[0] + free[1] + workLeft) / 2, ends[i] + tail[i]! - t.minutes)
      for (let j = 0; j < count; j++) if (who[j] === -1) bound = Math.max(bound, start + tail[j]!)
      if (!best || bound < best.finish - 1e-9) extend(done + 1, start)
      workLeft += t.minutes * t.hands
      free[0] = before[0]
      free[1] = before[1]
      who[i] = -1
      if (looked > mostLookedAt && best) return
    }
  }
  extend(0, 0)
  const { slots, finish } = best!
  return { slots, finish, bound: looked > mostLookedAt ? Math.min(least, finish) : finish }
}
