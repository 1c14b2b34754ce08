/* eslint-disable complexity -- kernel: figures go in one by one, and loops stay in sight of each other */
import { BitsTable } from './bits-table'
import { movesOf, stayOf, together, type CrewSchedule, type Stay } from './crew'
import { eachNext } from './next-step'
import { add, has, NO_SIDE, remove, type Bits, type Compiled } from './problem'
import type { BestOrder, Placed } from './search'
import type { StillToCome } from './still-to-come'

/** So many places of best orders are looked at, with moves before they have to be, and without. */
const MOST_PLACES = 20_000
/** So many ways to have come to the places of one depth are kept. */
const MOST_WAYS = 400
/** With more operations than this the vehicle is moved only when it has to be. */
const MODERATE = 24
/** With so many operations every stay is worked out in full while searching; else only those of the answer. */
const FEW = 14
/** What a stay is looked at with while searching among many. */
const GLANCE = 60
/** Ways that are worked out in full at the end. */
const FINALISTS = 6
const CLOSE = 1e-9

/** A place in best orders: what is done, how it stands, what is in hand; and the places before it in such orders. */
interface Place {
  done: Bits
  stand: number
  side: number
  last: number
  cost: number
  into: { before: Place; operation: number }[]
  /** It is on the way of an order that has the fewest counts. */
  leads: boolean
}
/** One way to have come to a place. */
interface Way {
  at: Place
  /** Operation that led to it; -1 at the start. */
  operation: number
  /** Done before the stay that it is in. */
  from: Bits
  /** Minutes of the stays before that one. */
  finish: number
  before: Way | null
}

/**
 * Every place of every order with the fewest counts, by depth.
 * @param early also orders that move the vehicle before they have to: they share work otherwise
 * @returns null where there are too many
 */
function placesOfBest(compiled: Compiled, ahead: StillToCome, cost: number, early: boolean): Place[][] | null {
  const { count, words, start, sets, toolset, stands } = compiled
  const first: Place = {
    done: new Int32Array(words),
    stand: start,
    side: NO_SIDE,
    last: -1,
    cost: 0,
    into: [],
    leads: false,
  }
  const rows: Place[][] = [[first]]
  let looked = 0
  for (let depth = 0; depth < count; depth++) {
    const table = new BitsTable(words)
    const row: Place[] = []
    for (const position of rows[depth]!) {
      const done = Int32Array.from(position.done)
      const needs = ahead.needs(done)
      eachNext(
        compiled,
        { ...position, done, left: count - depth },
        (operation, stand, side, step) => {
          const costHere = position.cost + step
          if (costHere + (depth + 1 === count ? 0 : ahead.glance(needs, operation, stand)) > cost) return
          add(done, operation)
          const figure = (side * sets + toolset[operation]!) * stands.list.length + stand
          const found = table.find(done, figure)
          const known = found >= 0 ? row[found]! : null
          if (known) {
            // What costs more to come to the same place is the beginning of no best order.
            if (costHere < known.cost) {
              known.cost = costHere
              known.last = operation
              known.into = []
            }
            if (costHere === known.cost) known.into.push({ before: position, operation })
          } else {
            const moves = depth + 1 === count ? 0 : ahead.moves(done, stand)
            const rest = depth + 1 === count ? 0 : moves + ahead.walksAndTools(done, stand, side, operation, moves)
            if (costHere + rest <= cost) {
              table.put(found, done, figure)
              row.push({
                done: Int32Array.from(done),
                stand,
                side,
                last: operation,
                cost: costHere,
                into: [{ before: position, operation }],
                leads: false,
              })
            }
          }
          remove(done, operation)
        },
        early,
      )
    }
    looked += row.length
    if (looked > MOST_PLACES) return null
    rows.push(row)
  }
  for (const place of rows[count]!) place.leads = place.cost === cost
  for (const row of rows.toReversed())
    for (const place of row) if (place.leads) for (const { before } of place.into) before.leads = true
  return rows
}

/**
 * Of all orders with the same counts as the best, the one whose stays end soonest with two technicians.
 *
 * @returns the order with its schedule; `bound` is proved where every such order was looked at, else what chains and hands need at least
 * Source: dynamic programming over what is done, where the vehicle was moved last, and what is in hand; where that is too much,
 * the ways with the least idle time are followed.
 */
export function bestStays(compiled: Compiled, ahead: StillToCome, best: BestOrder): CrewSchedule & { order: Placed[] } {
  const { count, words, operations } = compiled
  const first = { ...together(compiled, movesOf(compiled, best.order)), order: best.order }
  const work = (done: Bits) => operations.reduce((sum, o, i) => (has(done, i) ? sum + o.minutes * o.hands : sum), 0)
  const all = operations.reduce((sum, o) => sum + o.minutes * o.hands, 0)
  const least = Math.max(longestChain(compiled), all / 2)
  if (first.finish <= least + CLOSE) return { ...first, bound: least }

  const early = count <= MODERATE ? placesOfBest(compiled, ahead, best.cost, true) : null
  const rows = early ?? placesOfBest(compiled, ahead, best.cost, false)
  if (!rows) return { ...first, bound: least }
  const full = count <= FEW
  let cut = false
  const table = new BitsTable(2 * words)
  const known: Stay[] = []
  const pair = new Int32Array(2 * words)
  const stay = (from: Bits, to: Bits): Stay => {
    pair.set(from)
    pair.set(to, words)
    const found = table.find(pair, 0)
    if (found >= 0) return known[found]!
    const made = stayOf(compiled, from, to, full ? undefined : GLANCE)
    known[table.put(found, pair, 0)] = made
    return made
  }
  const next = new Map<Place, Way[]>()
  let ways: Way[] = [{ at: rows[0]![0]!, operation: -1, from: new Int32Array(words), finish: 0, before: null }]
  for (let depth = 1; depth <= count; depth++) {
    next.clear()
    for (const way of ways) {
      const list = next.get(way.at)
      if (list) list.push(way)
      else next.set(way.at, [way])
    }
    const found: Way[] = []
    for (const place of rows[depth]!) {
      if (!place.leads) continue
      /** The soonest by where its stay began. */
      const soonest = new Map<string, Way>()
      for (const { before, operation } of place.into)
        for (const way of next.get(before) ?? []) {
          const moved = place.stand !== before.stand && depth > 1
          const finish = moved ? way.finish + stay(way.from, before.done).finish : way.finish
          const from = moved ? before.done : way.from
          const key = from.join()
          const was = soonest.get(key)
          if (!was || finish < was.finish) soonest.set(key, { at: place, operation, from, finish, before: way })
        }
      found.push(...soonest.values())
    }
    // The least time that a technician stood idle so far, first.
    const idle = (w: Way) => 2 * w.finish - work(w.from)
    ways = found.filter((w) => w.finish + (all - work(w.from)) / 2 < first.finish - CLOSE || full)
    if (ways.length > MOST_WAYS && !full) {
      ways = ways.sort((a, b) => idle(a) - idle(b)).slice(0, MOST_WAYS)
      cut = true
    }
  }
  const ends = ways
    .map((way) => ({ way, finish: way.finish + stay(way.from, way.at.done).finish }))
    .sort((a, b) => a.finish - b.finish)
  const crews = ends.slice(0, FINALISTS).map(({ way }) => {
    const order = orderOf(way)
    return { ...together(compiled, movesOf(compiled, order)), order }
  })
  const answer = crews.reduce((a, b) => (b.finish < a.finish - CLOSE ? b : a), first)
  const proved =
    full && early !== null && !cut && best.bound >= best.cost && known.every((s) => s.finish <= s.bound + CLOSE)
  return { ...answer, bound: proved ? answer.finish : least }
}

function orderOf(way: Way): Placed[] {
  const order: Placed[] = []
  for (let w: Way | null = way; w && w.operation >= 0; w = w.before)
    order.push({ operation: w.operation, stand: w.at.stand })
  return order.reverse()
}

/** Minutes of the longest chain of operations that wait for each other. */
function longestChain({ operations, before }: Compiled): number {
  const known: number[] = []
  const chain = (i: number): number =>
    (known[i] ??=
      operations[i]!.minutes + Math.max(0, ...operations.flatMap((_, j) => (has(before[i]!, j) ? [chain(j)] : []))))
  return Math.max(0, ...operations.map((_, i) => chain(i)))
}
