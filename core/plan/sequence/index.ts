import { alone, type Booking } from './crew'
import { countsOf, type Counts } from './costs'
import { bestStays } from './stays'
import { compile, type SequenceProblem, type Unreachable } from './problem'
import { bestOrder } from './search'
import type { StandAt } from './stands'
import { stillToCome } from './still-to-come'

export type { Hold, SequenceOperation, SequenceProblem, Unreachable } from './problem'
export { SUPPORTS, type Stand, type StandAt } from './stands'

/** The best order of operations, who does what when, and how sure it is that there is none better. */
export interface Sequence extends Counts {
  ok: true
  order: (StandAt & { id: string })[]
  /** That no order has fewer of the four, and that no schedule of such an order ends sooner. */
  optimal: boolean
  /** No order has fewer, compared one count after the other, and none ends sooner. */
  bound: Counts & { finish: number }
  schedule: { id: string; technician: 1 | 2; both: boolean; start: number; end: number }[]
  finish: number
}
export type SequenceOutcome = Sequence | { ok: false; unreachable: Unreachable[] }

/** Slack of sums of minutes. */
const CLOSE = 1e-6

/**
 * The order with the fewest changes of support, then of wheels, then walks between sides, then tool changes; with two technicians, of
 * those orders the one that ends soonest.
 *
 * @param problem ids are different, and `after` names operations that there are
 * @param mostLookedAt how much is looked at for the order before the best so far is given
 * @returns minutes from the start; a move takes none. Or what can never be done, and why
 * Source: `bestOrder`, `shortest`.
 */
export function planSequence(problem: SequenceProblem, mostLookedAt?: number): SequenceOutcome {
  const { compiled, unreachable } = compile(problem)
  if (unreachable.length) return { ok: false, unreachable }
  const ahead = stillToCome(compiled)
  const best = bestOrder(compiled, ahead, undefined, mostLookedAt)
  if (typeof best === 'string') {
    const why = best === 'none' ? 'sides-in-each-other' : 'not-found'
    const grouped = problem.operations.filter((o) => o.exclusive && o.side)
    const apart = grouped.map(({ id, exclusive }): Unreachable => ({ id, why, of: exclusive! }))
    const heldHere = (problem.holds ?? []).flatMap(({ from, until }) =>
      until.map((id): Unreachable => ({ id, why: 'held', of: from[0]! })),
    )
    return { ok: false, unreachable: [...apart, ...heldHere] }
  }
  const proved = best.bound >= best.cost
  const crew =
    problem.crew === 2 ? bestStays(compiled, ahead, best) : { ...alone(compiled, best.order), order: best.order }
  const named = ({ operation, ...booking }: Booking) => ({ id: problem.operations[operation]!.id, ...booking })
  return {
    ok: true,
    order: crew.order.map(({ operation, stand }) => ({
      id: problem.operations[operation]!.id,
      ...compiled.stands.list[stand]!,
    })),
    ...countsOf(best.cost),
    optimal: proved && crew.finish <= crew.bound + CLOSE,
    bound: { ...countsOf(best.bound), finish: Math.min(crew.bound, crew.finish) },
    schedule: crew.bookings.map(named),
    finish: crew.finish,
  }
}
