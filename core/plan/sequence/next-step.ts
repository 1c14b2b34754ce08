import { WALK } from './costs'
import { MOVES } from './still-to-come'
import { has, NO_SIDE, STANDS, SUPPORTS, within, type Bits, type Compiled } from './problem'

const SUPPORT_AT = STANDS.map((s) => SUPPORTS.indexOf(s.support))

/**
 * Ways to stand in which an operation is begun from where the vehicle is: where it is, if that suits; else the same support with the
 * wheels changed; else another support, with the wheels as they are where that is one. A later move costs no more than an earlier
 * one, so that nothing else has to be tried for the four counts.
 * @param suits ways to stand that suit it, as bits
 */
function waysTo(suits: number, stand: number): number[] {
  if (suits & (1 << stand)) return [stand]
  const { support, wheels } = STANDS[stand]!
  const same = STANDS.findIndex((s, i) => suits & (1 << i) && s.support === support)
  if (same >= 0) return [same]
  return SUPPORTS.flatMap((_, s) => {
    const there = STANDS.flatMap((one, i) => (suits & (1 << i) && SUPPORT_AT[i] === s ? [{ one, i }] : []))
    const [first] = there
    return first ? [(there.find(({ one }) => one.wheels === wheels) ?? first).i] : []
  })
}
const EVERY = 2 ** STANDS.length
/** All of them, worked out once: by `suits` and stand. */
const WAYS = Array.from({ length: EVERY * STANDS.length }, (_, k) =>
  waysTo(Math.floor(k / STANDS.length), k % STANDS.length),
)
/** Every way to stand that suits: an order that moves early may share its work better. */
const ALL_WAYS = Array.from({ length: EVERY }, (_, suits) => STANDS.flatMap((_, i) => (suits & (1 << i) ? [i] : [])))

/** Whether the other side of an operation's group is begun and not finished. */
function otherSideIsOpen({ group, groups }: Compiled, done: Bits, i: number): boolean {
  const g = group[i]!
  if (g < 0) return false
  const { left, right } = groups[g]!
  const other = has(left, i) ? right : left
  for (let w = 0; w < done.length; w++) if (done[w]! & other[w]!) return !within(other, done)
  return false
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
  { done, stand, side: at, last, left }: { done: Bits; stand: number; side: number; last: number; left: number },
  tell: TellStep,
  early = false,
): void {
  const { count, before, suits, side, toolset, sets, take, end } = compiled
  const hand = last < 0 ? 0 : toolset[last]!
  for (let i = 0; i < count; i++) {
    if (has(done, i) || !within(before[i]!, done) || otherSideIsOpen(compiled, done, i)) continue
    const to = side[i] === NO_SIDE ? at : side[i]!
    const walks = at !== NO_SIDE && side[i] !== NO_SIDE && side[i] !== at ? WALK : 0
    const step = walks + take[hand * sets + toolset[i]!]!
    for (const there of early ? ALL_WAYS[suits[i]!]! : WAYS[suits[i]! * STANDS.length + stand]!) {
      const home = left === 1 ? MOVES[there * STANDS.length + end]! : 0
      tell(i, there, to, MOVES[stand * STANDS.length + there]! + step + home)
    }
  }
}
