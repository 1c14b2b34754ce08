/* eslint-disable complexity, max-lines-per-function, max-params -- kernel: figures go in one by one, and loops stay in sight of each other */
import { BitsTable, grown } from './bits-table'
import { Heap } from './heap'
import { eachNext } from './next-step'
import { add, NO_SIDE, remove, type Bits, type Compiled } from './problem'
import type { StillToCome } from './still-to-come'

/** An operation of an order, and how the vehicle stands while it is done. */
export interface Placed {
  operation: number
  stand: number
}
export interface BestOrder {
  order: Placed[]
  /** The four counts as one number. */
  cost: number
  /** No order costs less. */
  bound: number
}

/** So many operations are looked at as the next one; then the best order so far is given with its bound. */
const MOST_LOOKED_AT = 2_500_000
/** No more places are kept than this. */
const MOST_PLACES = 1_500_000
/** Room for so many places to begin with. */
const FIRST_ROOM = 1024
/** How wide the first, greedy look is. */
const BEAM = 60

/** Places in orders: what is done, how it stands, at which side and with which tools, and what that has cost. */
class Places {
  /** What is done, with stand, side and tools in hand as one figure. */
  readonly table: BitsTable
  last = new Int32Array(FIRST_ROOM)
  before = new Int32Array(FIRST_ROOM)
  depth = new Int32Array(FIRST_ROOM)
  cost = new Float64Array(FIRST_ROOM)
  /** Cost with the least that is still to come. */
  whole = new Float64Array(FIRST_ROOM)
  moves = new Float64Array(FIRST_ROOM)
  closed = new Uint8Array(FIRST_ROOM)

  constructor(private readonly compiled: Compiled) {
    this.table = new BitsTable(compiled.words)
  }
  private figure(stand: number, side: number, last: number): number {
    const { toolset, sets } = this.compiled
    return ((last < 0 ? 0 : toolset[last]!) + sets * side) * this.compiled.stands.list.length + stand
  }
  stand(state: number): number {
    return this.table.moreOf(state) % this.compiled.stands.list.length
  }
  side(sideNow: number): number {
    return Math.floor(this.table.moreOf(sideNow) / (this.compiled.stands.list.length * this.compiled.sets))
  }
  /** The place with the same done, stand, side and tools in hand; negative where there is none, for `put`. */
  find(done: Bits, stand: number, side: number, last: number): number {
    return this.table.find(done, this.figure(stand, side, last))
  }
  put(missing: number, done: Bits, stand: number, side: number, last: number): number {
    const entry = this.table.put(missing, done, this.figure(stand, side, last))
    if (entry >= this.last.length) {
      const size = 2 * this.last.length
      this.last = grown(this.last, size)
      this.before = grown(this.before, size)
      this.depth = grown(this.depth, size)
      this.cost = grown(this.cost, size)
      this.whole = grown(this.whole, size)
      this.moves = grown(this.moves, size)
      this.closed = grown(this.closed, size)
    }
    this.last[entry] = last
    return entry
  }
  order(stateHere: number): Placed[] {
    const order: Placed[] = []
    for (let i = stateHere; this.last[i]! >= 0; i = this.before[i]!)
      order.push({ operation: this.last[i]!, stand: this.stand(i) })
    return order.reverse()
  }
}

/**
 * The order with the fewest changes of support, then of wheels, then walks between sides, then tool changes.
 *
 * @param beam how wide the first, greedy look is: a wider one finds an order to be beaten that is nearer to the best
 * @param mostLookedAt operations looked at as the next one
 * @returns `none` where no order keeps the sides of every group apart; `given-up` where none was found before too much was looked at
 * Source: A* (Hart, Nilsson, Raphael 1968, IEEE Trans. Systems Science and Cybernetics 4) over what is done; bounds see `stillToCome`.
 */
export function bestOrder(
  compiled: Compiled,
  ahead: StillToCome,
  beam = BEAM,
  mostLookedAt = MOST_LOOKED_AT,
): BestOrder | 'none' | 'given-up' {
  const { count, words, start } = compiled
  const none = new Int32Array(words)
  const home = ahead.moves(none, start)
  if (count === 0) return { order: [], cost: home, bound: home }
  /** Places with nothing but the one that every order begins with. */
  function begun(): Places {
    const places = new Places(compiled)
    const first = places.put(places.find(none, start, NO_SIDE, -1), none, start, NO_SIDE, -1)
    places.before[first] = -1
    places.moves[first] = home
    places.whole[first] = home + ahead.walksAndTools(none, start, NO_SIDE, -1, home)
    return places
  }

  let best = Infinity
  let bestAt = -1
  const done = new Int32Array(words)
  /** Places that come after one, each told as it is found or found cheaper. */
  function after(places: Places, state: number, tell: (next: number) => void): void {
    done.set(places.table.setOf(state))
    const stand = places.stand(state)
    const depth = places.depth[state]! + 1
    const isLast = depth === count
    const needs = ahead.needs(done)
    const from = { done, stand, side: places.side(state), last: places.last[state]!, left: count - depth + 1 }
    eachNext(compiled, from, (i, there, to, step) => {
      const cost = places.cost[state]! + step
      if (cost + (isLast ? 0 : ahead.glance(needs, i, there)) >= best) return
      add(done, i)
      const found = places.find(done, there, to, i)
      if (found < 0 || cost < places.cost[found]!) {
        const moves = isLast
          ? 0
          : found >= 0
            ? places.moves[found]!
            : there === stand
              ? places.moves[state]!
              : ahead.moves(done, there)
        const rest = isLast ? 0 : moves + ahead.walksAndTools(done, there, to, i, moves)
        // A bound that held before holds on.
        const whole = Math.max(cost + rest, places.whole[state]!)
        const next = whole >= best ? -1 : found >= 0 ? found : places.put(found, done, there, to, i)
        if (next >= 0) {
          places.cost[next] = cost
          places.whole[next] = whole
          places.moves[next] = moves
          places.depth[next] = depth
          places.last[next] = i
          places.before[next] = state
          if (isLast) {
            best = cost
            bestAt = next
          }
          tell(next)
        }
      }
      remove(done, i)
    })
  }

  // A narrow look first: an order to be beaten.
  const narrow = begun()
  let row = [0]
  for (let depth = 0; depth < count && row.length; depth++) {
    const next = new Set<number>()
    for (const stateHere of row) after(narrow, stateHere, (n) => next.add(n))
    row = [...next].sort((a, b) => narrow.whole[a]! - narrow.whole[b]!).slice(0, beam)
  }
  let found = bestAt >= 0 ? narrow.order(bestAt) : []

  const places = begun()

  // The least whole cost first, and of those what has come furthest.
  const open = new Heap()
  open.push(0, places.whole[0]!, 0)
  let looked = 0
  let bound = Infinity
  for (;;) {
    const stateFound = open.pop()
    if (stateFound === undefined || places.whole[stateFound]! >= best) {
      bound = best
      break
    }
    if (places.closed[stateFound]) continue
    looked += count
    if (looked > mostLookedAt || places.table.count > MOST_PLACES) {
      bound = places.whole[stateFound]!
      break
    }
    places.closed[stateFound] = 1
    const had = best
    after(places, stateFound, (n) => {
      places.closed[n] = 0
      if (places.depth[n]! < count) open.push(n, places.whole[n]!, places.depth[n]!)
    })
    if (best < had) found = places.order(bestAt)
  }
  if (best < Infinity) return { order: found, cost: best, bound }
  return bound < Infinity ? 'given-up' : 'none'
}
