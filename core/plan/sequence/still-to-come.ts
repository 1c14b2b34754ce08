/* eslint-disable complexity, max-lines-per-function, max-params -- kernel: figures go in one by one, and loops stay in sight of each other */
import { BitsTable } from './bits-table'
import { SUPPORT, TOOL, WALK } from './costs'
import { add, has, LEFT, NO_SIDE, RIGHT, within, type Bits, type Compiled } from './problem'
import { ON_WHEELS } from './stands'

/** So many ways to have moved are looked at; beyond, a quicker look has to do. */
const MOST_KNOWN = 120_000

/** What is left to do, looked at from one place in an order: never more than it will cost. */
export interface StillToCome {
  /** Moves: support and wheels, with the end; the same as long as the vehicle stands as it does. Infinite where there is no way. */
  moves(done: Bits, stand: number): number
  /** How many operations of each support are left. */
  needs(done: Bits): Int32Array
  /** A quick look at the moves after one more operation of those that `needs` has counted: never more than `moves`. */
  glance(needs: Int32Array, operation: number, stand: number): number
  /**
   * Walks and tools of an order that makes no more moves.
   * @param side it is at now
   * @param last operation done, -1 for none
   */
  walksAndTools(done: Bits, stand: number, side: number, last: number, moves: number): number
}

/**
 * Lower bounds of what an order still has to cost.
 *
 * Moves: whatever a way to stand allows may as well be done in it, so that only the sequence of ways to stand matters; exact where
 * no group keeps its sides apart, a bound where one does. Walks and tools: where no support comes twice, each support that has
 * both sides left takes a walk, and each side of it takes up its tools, but for those that the operation before can hand on.
 * Source: relaxation; each bound holds of every order that makes no more moves.
 */
export function stillToCome(compiled: Compiled): StillToCome {
  const { count, words, before, suits, side, tools, toolWords, end, stands } = compiled
  const { list, moves: MOVES, supportOf: SUPPORT_OF, supports: supportCount, endOf } = stands
  const standCount = list.length
  /** A block is what one side needs in one support: `3 * support + side`. */
  const BLOCKS = 3 * supportCount
  const supportNeeded = Int32Array.from({ length: count }, (_, i) => {
    const among = Array.from({ length: supportCount }, (_, s) =>
      list.some((_, index) => suits[i]! & (1 << index) && SUPPORT_OF[index] === s),
    )
    return among.filter(Boolean).length === 1 ? among.indexOf(true) : -1
  })
  const blockOf = Int32Array.from({ length: count }, (_, i) =>
    supportNeeded[i]! < 0 ? -1 : 3 * supportNeeded[i]! + side[i]!,
  )
  const carried = carryInto(compiled, blockOf, BLOCKS)
  const turns = turnsAhead(compiled)
  /** So that one pass finds everything that can be done. */
  const order = inOrder(compiled)
  const known = new BitsTable(words)
  const values: number[] = []

  /** Everything that can be done while it stands so, groups or not. */
  function close(done: Bits, stand: number): Bits {
    const all = Int32Array.from(done)
    for (const i of order) if (!has(all, i) && suits[i]! & (1 << stand) && within(before[i]!, all)) add(all, i)
    return all
  }
  const counts = new Int32Array(supportCount)
  function needs(done: Bits): Int32Array {
    counts.fill(0)
    for (let i = 0; i < count; i++) {
      const s = supportNeeded[i]!
      if (s >= 0 && !has(done, i)) counts[s] = counts[s]! + 1
    }
    return counts
  }
  function glance(left: Int32Array, operation: number, stand: number): number {
    const here = SUPPORT_OF[stand]!
    const needed = supportNeeded[operation]!
    let changes = 0
    for (let s = 0; s < supportCount; s++)
      if (s !== here && (left[s]! > (s === needed ? 1 : 0) || s === SUPPORT_OF[end])) changes++
    return changes * SUPPORT
  }
  /** Where there is too much to look at: each support that has to come yet takes a change. */
  function lessSure(all: Bits, stand: number): number {
    let supports = 1 << SUPPORT_OF[end]!
    for (const i of order) if (!has(all, i) && supportNeeded[i]! >= 0) supports |= 1 << supportNeeded[i]!
    return bitCount(supports & ~(1 << SUPPORT_OF[stand]!)) * SUPPORT
  }
  function moves(done: Bits, stand: number): number {
    const all = close(done, stand)
    const found = known.find(all, stand)
    if (found >= 0) return values[found]!
    if (known.count > MOST_KNOWN) return lessSure(all, stand)
    let left = 0
    let wanted = 0
    /** Supports that have to come yet, with the one of the end. */
    let supports = 1 << SUPPORT_OF[end]!
    for (const i of order) {
      if (has(all, i)) continue
      left++
      if (within(before[i]!, all)) wanted |= suits[i]!
      if (supportNeeded[i]! >= 0) supports |= 1 << supportNeeded[i]!
    }
    let best = left ? Infinity : MOVES[stand * standCount + end]!
    if (left)
      for (let to = 0; to < standCount; to++) {
        // What can be done there is what it is gone to for.
        if (!(wanted & (1 << to))) continue
        const move = MOVES[stand * standCount + to]!
        if (move + bitCount(supports & ~(1 << SUPPORT_OF[to]!)) * SUPPORT < best)
          best = Math.min(best, move + moves(all, to))
      }
    const entry = known.put(known.find(all, stand), all, stand)
    values[entry] = best
    return best
  }

  const unions = new Int32Array(BLOCKS * toolWords)
  const loose = new Int32Array(toolWords)
  const visited = new Uint8Array(BLOCKS)
  const toolsIn = (b: number, w: number) => unions[b * toolWords + w]!
  const inHand = (last: number, w: number) => (last < 0 ? 0 : tools[last * toolWords + w]!)

  /** Tools that each support still takes up, where each block is done in one go and no support but `split` comes twice. */
  function takenUp(split: number, last: number): number {
    let taken = 0
    const lastBlock = last < 0 ? -1 : blockOf[last]!
    for (let s = 0; s < supportCount; s++) {
      const [none, left, right] = [3 * s, 3 * s + LEFT, 3 * s + RIGHT]
      if (s === split) {
        let size = 0
        let countHere = 0
        for (let w = 0; w < toolWords; w++) {
          const all = toolsIn(none, w) | toolsIn(left, w) | toolsIn(right, w)
          size += bitCount(all)
          countHere += bitCount(all & inHand(last, w))
        }
        taken += Math.max(0, size - countHere - Math.max(carried[none]!, carried[left]!, carried[right]!))
        continue
      }
      for (const b of [none, left, right]) {
        if (!visited[b]) continue
        let size = 0
        let countFound = 0
        for (let w = 0; w < toolWords; w++) {
          // What either side uses is counted there.
          const toolsHere = b === none ? toolsIn(b, w) & ~(toolsIn(left, w) | toolsIn(right, w)) : toolsIn(b, w)
          size += bitCount(toolsHere)
          countFound += bitCount(toolsHere & inHand(last, w))
        }
        taken += Math.max(0, size - Math.max(carried[b]!, b === lastBlock ? countFound : 0))
      }
    }
    for (let w = 0; w < toolWords; w++) {
      let others = inHand(last, w)
      for (let b = 0; b < BLOCKS; b++) others |= toolsIn(b, w)
      taken += bitCount(loose[w]! & ~others)
    }
    return taken
  }

  function walksAndTools(done: Bits, stand: number, lastSide: number, last: number, movesLeft: number): number {
    unions.fill(0)
    loose.fill(0)
    visited.fill(0)
    let walks = 0
    let sides = 0
    for (let i = 0; i < count; i++) {
      if (has(done, i)) continue
      sides |= side[i]!
      if (turns[i]! > walks) walks = turns[i]!
      const b = blockOf[i]!
      if (b >= 0) visited[b] = 1
      for (let w = 0; w < toolWords; w++) {
        const bits = tools[i * toolWords + w]!
        if (b < 0) loose[w] = loose[w]! | bits
        else unions[b * toolWords + w] = toolsIn(b, w) | bits
      }
    }
    // Both sides are left, or only the other one than it is at.
    if (walks === 0 && (sides === (LEFT | RIGHT) || (sides !== NO_SIDE && lastSide !== NO_SIDE && sides !== lastSide)))
      walks = 1

    const here = SUPPORT_OF[stand]!
    const endsAt = SUPPORT_OF[end]!
    const wanted = (s: number) => visited[3 * s]! | visited[3 * s + LEFT]! | visited[3 * s + RIGHT]!
    let visits = 0
    /** Ends that are up, or have to go up. */
    let ends = 1 << (endOf[here]! + 1)
    for (let s = 0; s < supportCount; s++)
      if (s !== here && (wanted(s) || s === endsAt)) {
        visits++
        ends |= 1 << (endOf[s]! + 1)
      }
    const returns = endsAt === here && visits > 0
    if (returns) visits++
    // From one end to the other the vehicle comes down onto its wheels, once more than the way to the end takes it there.
    const changesEnd = (ends & 6) === 6
    if (changesEnd) visits++
    if (Math.floor(movesLeft / SUPPORT) === visits) {
      const split = changesEnd ? ON_WHEELS : returns ? here : -1
      let both = 0
      for (let s = 0; s < supportCount; s++) if (s !== split && visited[3 * s + LEFT] && visited[3 * s + RIGHT]) both++
      // With so many walks and no more, each side of a support is done in one go.
      if (both >= walks) return both * WALK + takenUp(split, last) * TOOL
    }
    let distinct = 0
    for (let w = 0; w < toolWords; w++) {
      let all = loose[w]!
      for (let b = 0; b < BLOCKS; b++) all |= toolsIn(b, w)
      distinct += bitCount(all & ~inHand(last, w))
    }
    return walks * WALK + distinct * TOOL
  }
  return { moves, needs, glance, walksAndTools }
}

function bitCount(bits: number): number {
  let n = bits - ((bits >>> 1) & 0x55555555)
  n = (n & 0x33333333) + ((n >>> 2) & 0x33333333)
  return (((n + (n >>> 4)) & 0x0f0f0f0f) * 0x01010101) >>> 24
}

/** How many tools the operation before one of a block can hand on to it at most. */
function carryInto({ count, toolWords, tools }: Compiled, blockOf: Int32Array, blocks: number): Int32Array {
  const carried = new Int32Array(blocks)
  for (let f = 0; f < count; f++) {
    const b = blockOf[f]!
    if (b < 0) continue
    for (let p = 0; p < count; p++) {
      if (blockOf[p] === b) continue
      let shared = 0
      for (let w = 0; w < toolWords; w++) shared += bitCount(tools[f * toolWords + w]! & tools[p * toolWords + w]!)
      if (shared > carried[b]!) carried[b] = shared
    }
  }
  return carried
}

/** Operations so that each comes after those it waits for. */
function inOrder({ count, words, before }: Compiled): number[] {
  const done = new Int32Array(words)
  const order: number[] = []
  for (let more = true; more;) {
    more = false
    for (let i = 0; i < count; i++)
      if (!has(done, i) && within(before[i]!, done)) {
        add(done, i)
        order.push(i)
        more = true
      }
  }
  return order
}

/** How often a chain of operations that wait for each other changes sides, from each one on. */
function turnsAhead(compiled: Compiled): Int32Array {
  const { count, before, side } = compiled
  const all = before.map((b) => Int32Array.from(b))
  const order = inOrder(compiled)
  for (const i of order)
    for (let j = 0; j < count; j++)
      if (has(before[i]!, j)) for (let w = 0; w < all[i]!.length; w++) all[i]![w] = all[i]![w]! | all[j]![w]!
  const turns = new Int32Array(count)
  for (const i of order.toReversed()) {
    if (side[i] === NO_SIDE) continue
    for (let j = 0; j < count; j++)
      if (side[j] !== NO_SIDE && has(all[j]!, i))
        turns[i] = Math.max(turns[i]!, turns[j]! + (side[i] === side[j] ? 0 : 1))
  }
  return turns
}
