import type { Pin, Plan, PlanOutcome } from './plan'
import type { PlanStep } from '../kit'

/** What putting one step before another comes to. */
export type MoveOutcome =
  | { ok: true; plan: Plan }
  /** Each of these waits for the next: the first is the one that was to come earlier, the last the one that was to come later. */
  | { ok: false; code: 'waits-for'; chain: PlanStep[] }
  /** One side of these is finished before the other begins. */
  | { ok: false; code: 'sides-apart'; chain: PlanStep[] }
  /** The vehicle would have to stand in two ways at once, or be put down on what is open. */
  | { ok: false; code: 'no-order'; chain: PlanStep[] }

/**
 * One step before another, as somebody wants it: what becomes of the plan, or why it cannot be.
 * @param plan as it is
 * @param pin the pair, ids of steps of it
 * @param withPin makes the plan anew with that pair in it
 * @throws TypeError where a step is not in the plan
 */
export function movedBefore(plan: Plan, pin: Pin, withPin: () => PlanOutcome): MoveOutcome {
  const byId = new Map(plan.steps.map((s) => [s.id, s]))
  const [first, then] = [byId.get(pin.first), byId.get(pin.then)]
  if (!first || !then) throw new TypeError('both steps must be in the plan')
  const chain = waitingFor(first, then, byId)
  if (chain) return { ok: false, code: 'waits-for', chain }
  const outcome = withPin()
  if (outcome.ok) return { ok: true, plan: outcome.plan }
  const apart = first.side !== null && then.side !== null && first.side !== then.side && first.axle === then.axle
  return { ok: false, code: apart ? 'sides-apart' : 'no-order', chain: [then, first] }
}

/** The shortest way on which one step waits for another; null where it does not. */
function waitingFor(step: PlanStep, stepHere: PlanStep, byId: ReadonlyMap<string, PlanStep>): PlanStep[] | null {
  const cameFrom = new Map<string, PlanStep | null>([[step.id, null]])
  const open = [step]
  for (const s of open) {
    if (s === stepHere) {
      const chain: PlanStep[] = []
      for (let stepFound: PlanStep | null = s; stepFound; stepFound = cameFrom.get(stepFound.id) ?? null)
        chain.push(stepFound)
      return chain.reverse()
    }
    for (const id of s.after) {
      const before = byId.get(id)
      if (!before || cameFrom.has(id)) continue
      cameFrom.set(id, s)
      open.push(before)
    }
  }
  return null
}
