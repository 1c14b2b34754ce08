import type { Carrier, Kit, Procedure } from '../kit'
import type { Survey, Vehicle } from '../vehicle'
import { holdsOf, sidesApart, type StepHold } from './carried'
import type { PlannedKit } from './names'
import { AS_IT_STANDS, canDo, orderSteps } from './order'
import type { PendingStep } from './pending'
import { pendingSteps, type PlanChoices } from './steps'

/** Why steps cannot be put into any order. */
type StuckRule =
  /** They wait for each other. */
  | 'circle'
  /** What carries the axle is open, and a step wants the axle held otherwise. */
  | 'held'
  /** A step wants the vehicle as it never stands. */
  | 'no-such-state'
  | 'unknown'
/** The one rule that stops a plan, and the steps between which it does. */
export interface Stuck {
  rule: StuckRule
  /** Ids of plan steps, each waiting for the one before it; of a circle the first follows the last. */
  chain: string[]
  /** What carries the axle and is open meanwhile; null where it is about nothing like that. */
  carrier: Carrier | null
}

/** A way from one step to another along what waits for what; null where there is none. */
function pathBetween(steps: readonly PendingStep[], from: string, to: string): string[] | null {
  const followers = new Map<string, string[]>()
  for (const s of steps) for (const a of s.after) followers.set(a, [...(followers.get(a) ?? []), s.id])
  const came = new Map<string, string | null>([[from, null]])
  const queue = [from]
  for (let at = queue.shift(); at !== undefined; at = queue.shift()) {
    for (const next of followers.get(at) ?? []) {
      if (next === to) {
        const way = [next]
        for (let back: string | null = at; back !== null; back = came.get(back) ?? null) way.unshift(back)
        return way
      }
      if (!came.has(next)) {
        came.set(next, at)
        queue.push(next)
      }
    }
  }
  return null
}

/** Every state that a vehicle is put into. */
const STATES = [
  AS_IT_STANDS,
  ...(['front', 'rear'] as const).flatMap((axle) =>
    (['axle-hanging', 'axle-raised', 'frame-raised'] as const).flatMap((support) =>
      (['on', 'off'] as const).map((wheels) => ({ support, wheels, axle })),
    ),
  ),
]

/** A step inside a hold that can be done in no state the hold allows. */
function heldStep(steps: readonly PendingStep[], hold: StepHold): string[] | null {
  for (const step of steps) {
    if (STATES.some((state) => hold.allows(state) && canDo(step.operation, step.axle, state))) continue
    for (const from of hold.from) {
      const before = pathBetween(steps, from, step.id)
      if (!before) continue
      for (const until of hold.until) {
        const after = pathBetween(steps, step.id, until)
        if (after) return [...before, ...after.slice(1)]
      }
    }
  }
  return null
}

/** The carrier that is undone by the first step of a chain; null where none is. */
const carrierOf = (steps: readonly PendingStep[], chain: readonly string[]): Carrier | null =>
  chain.flatMap((id) => steps.find((s) => s.id === id)?.operation.opens ?? [])[0] ?? null

/**
 * The one rule that keeps steps from any order, with the chain of steps that it holds between.
 * @returns null where they can be ordered
 */
function stuckOn(
  steps: readonly PendingStep[],
  kits: readonly PlannedKit[],
  vehicle: Vehicle,
  crew: 1 | 2,
): Stuck | null {
  const rules = { holds: holdsOf(steps, kits, vehicle), groups: sidesApart(steps, vehicle), crew }
  if (orderSteps(steps, rules).ok) return null
  for (const step of steps) {
    const circle = pathBetween(steps, step.id, step.id)
    if (circle) return { rule: 'circle', chain: circle.slice(0, -1), carrier: null }
  }
  const never = steps.find((s) => !STATES.some((state) => canDo(s.operation, s.axle, state)))
  if (never) return { rule: 'no-such-state', chain: [never.id], carrier: null }
  if (orderSteps(steps, { ...rules, groups: new Map() }).ok) return null
  for (const hold of rules.holds) {
    const chain = heldStep(steps, hold)
    if (chain) return { rule: 'held', chain, carrier: carrierOf(steps, chain) }
  }
  return { rule: 'unknown', chain: [], carrier: null }
}

/**
 * What keeps a kit's or a procedure's steps from any order on a vehicle.
 * @param written the kit, or the procedure with a kit beside it where one is chosen
 * @returns null where they can be ordered
 */
export function stuckOnVehicle(
  written: { kits: readonly PlannedKit[]; procedures?: readonly Procedure[] },
  vehicle: Vehicle,
  survey: Survey,
  choices: PlanChoices,
): Stuck | null {
  const { kits, procedures = [] } = written
  return stuckOn(pendingSteps(kits, vehicle, survey, { choices, procedures }), kits, vehicle, choices.crew ?? 1)
}

/** Operation of some instructions that a step of a plan is; null for one of others, or of the plan itself. */
export function ownOperation(written: Kit | Procedure, step: string): string | null {
  const [name] = step.split(':')
  const begins = 'family' in written ? ['', 'front-'] : [`${written.id}-`, `front-${written.id}-`]
  return written.operations.find((o) => begins.some((b) => `${b}${o.id}` === name))?.id ?? null
}
