import { WALK } from './costs'
import { has, NO_SIDE, within, type Bits, type Compiled } from './problem'
import { everyWay, waysTo } from './stands'

/** Whether the other side of an operation's group is begun and not finished. */
function otherSideIsOpen({ group, groups }: Compiled, done: Bits, i: number): boolean {
  const g = group[i]!
  if (g < 0) return false
  const { left, right } = groups[g]!
  const other = has(left, i) ? right : left
  for (let w = 0; w < done.length; w++) if (done[w]! & other[w]!) return !within(other, done)
  return false
}

/** Ways to stand that what is open leaves, as bits. */
function allowed({ holds }: Compiled, done: Bits): number {
  let mask = -1
  for (const { from, until, allows, open } of holds)
    if ((open || from.some((word, w) => (word & done[w]!) !== 0)) && !within(until, done)) mask &= allows
  return mask
}

/** Told of an operation that can be done next: how it stands then, at which side one is, and what all of that costs. */
export type TellStep = (operation: number, stand: number, side: number, cost: number) => void

/**
 * Every operation that can come next in an order, with what it costs; the last one with the way to the end.
 * @param last operation done, -1 for none; `left` how many there are to do
 * @param early also those that move the vehicle before they have to
 */
export function eachNext(
  compiled: Compiled,
  { done, stand, side: sideNow, last, left }: { done: Bits; stand: number; side: number; last: number; left: number },
  tell: TellStep,
  early = false,
): void {
  const { count, before, suits, side, toolset, sets, take, end, stands } = compiled
  const { moves } = stands
  const ways = stands.list.length
  const open = allowed(compiled, done)
  const hand = last < 0 ? 0 : toolset[last]!
  for (let i = 0; i < count; i++) {
    if (has(done, i) || !within(before[i]!, done) || otherSideIsOpen(compiled, done, i)) continue
    const to = side[i] === NO_SIDE ? sideNow : side[i]!
    const walks = sideNow !== NO_SIDE && side[i] !== NO_SIDE && side[i] !== sideNow ? WALK : 0
    const step = walks + take[hand * sets + toolset[i]!]!
    const suit = suits[i]! & open
    for (const there of early ? everyWay(stands, suit) : waysTo(stands, suit, stand)) {
      const home = left === 1 ? moves[there * ways + end]! : 0
      tell(i, there, to, moves[stand * ways + there]! + step + home)
    }
  }
}
