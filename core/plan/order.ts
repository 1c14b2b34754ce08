import { PHASES, type Operation, type StandState } from '../kit'
import { AXLES, type AxleEnd } from '../vehicle'
import { planSequence, type Hold, type SequenceOperation, type SequenceProblem } from './sequence'
import type { PendingStep } from './pending'
import type { StepHold } from './carried'

/** Where a step is done; a state the vehicle must be put into has no operation. */
export interface OrderedStep {
  step: PendingStep
  state: StandState
}

export type OrderOutcome =
  | {
      ok: true
      steps: OrderedStep[]
      supportChanges: number
      wheelChanges: number
      sideWalks: number
      toolChanges: number
      /** No order has fewer, or by how much one might. */
      bound: { supportChanges: number; wheelChanges: number; sideWalks: number; toolChanges: number }
      /** Minutes that two technicians need for the steps, moves not counted, and the least it can be; with one, all of them. */
      finish: number
      finishBound: number
      schedule: { id: string; technician: 1 | 2; both: boolean; start: number; end: number }[]
    }
  /** Steps that wait for each other in a circle, or for a state that cannot be. */
  | { ok: false; stuck: string[] }

/** What an order begins with: how the vehicle stands, and what is behind it. */
export interface Begun {
  state: StandState
  /** Ids of steps that are done. */
  done: ReadonlySet<string>
}
export interface OrderRules {
  holds: readonly StepHold[]
  /** Group whose sides are kept apart, by step. */
  groups: ReadonlyMap<string, string>
  crew: 1 | 2
}
const NO_RULES: OrderRules = { holds: [], groups: new Map(), crew: 1 }

export const AS_IT_STANDS: StandState = { support: 'on-wheels', wheels: 'on', axle: null }

/**
 * Whether an operation can be done while the vehicle stands as it does.
 * @param axle the one it is done at; null for the whole vehicle
 */
export function canDo(
  operation: Pick<Operation, 'support' | 'wheels'>,
  axle: AxleEnd | null,
  state: StandState,
): boolean {
  const support = operation.support === 'ride-height' ? 'on-wheels' : operation.support
  const { wheels } = operation
  // Wheels that are off, or a raised end, are those of the step's own axle.
  const isHere = axle === null || state.axle === axle
  if (support !== 'any' && (support !== state.support || (support !== 'on-wheels' && !isHere))) return false
  if (wheels === 'any') return true
  return wheels === 'off' ? isHere && state.wheels === 'off' : state.wheels === 'on' || !isHere
}

const sameEnd = (a: StandState, b: StandState) => a.axle === b.axle || a.axle === null || b.axle === null
/** Changes of support between two states: the other end goes up only after this one is down. */
export const supportChangesBetween = (a: StandState, b: StandState): number =>
  a.support === b.support && a.axle === b.axle ? 0 : sameEnd(a, b) ? 1 : 2
/** Times that wheels of an axle come off or go back on between two states. */
export const wheelChangesBetween = (a: StandState, b: StandState): number =>
  sameEnd(a, b) ? Number(a.wheels !== b.wheels) : Number(a.wheels === 'off') + Number(b.wheels === 'off')

/** So much is looked at for a job's plan: kits at both ends, squared with air, need all of it, and a page waits half a second for it. */
const MOST_LOOKED_AT = 800_000
/** Plans that are kept: a job is assessed at every record, and its work seldom changes. */
const KEPT = 60
const plans = new Map<string, ReturnType<typeof planSequence>>()

/**
 * Order of steps with the fewest changes of support, then of wheels, then walks between sides, then tool changes; what is prepared on the
 * bench first. Of orders that cost the same, the one that reads as work does: by phase, what is easier after something after it.
 *
 * @param begun how the vehicle stands and what is done; absent at the start
 * @returns steps each with the state it is done in, or the steps that can never be reached
 * Source: `planSequence`.
 */
export function orderSteps(steps: readonly PendingStep[], rules: OrderRules = NO_RULES, begun?: Begun): OrderOutcome {
  const axles = axlesOf(steps, begun)
  const problem = sequenceOf(steps, rules, begun)
  const key = JSON.stringify([problem, rules.holds.map((h) => EVERY_STATE.map((s) => h.allows(s)))])
  let found = plans.get(key)
  if (!found) {
    found = planSequence(problem, MOST_LOOKED_AT)
    if (plans.size >= KEPT) plans.delete(plans.keys().next().value!)
  } else plans.delete(key)
  plans.set(key, found)
  if (!found.ok) return { ok: false, stuck: [...new Set(found.unreachable.map((u) => u.id))] }
  const byId = new Map(steps.map((s) => [s.id, s]))
  const ordered = found.order.map(({ id, support, wheels, end }): OrderedStep => ({
    step: byId.get(id)!,
    state: { support, wheels, axle: end < 0 ? null : (axles[end] ?? 'rear') },
  }))
  const { supportChanges, wheelChanges, sideWalks, toolChanges, bound, finish, schedule } = found
  return {
    ok: true,
    steps: rules.crew === 1 ? readable(ordered, rules) : ordered,
    supportChanges,
    wheelChanges,
    sideWalks,
    toolChanges,
    bound,
    finish,
    finishBound: bound.finish,
    schedule,
  }
}
const EVERY_STATE: StandState[] = [
  AS_IT_STANDS,
  ...AXLES.flatMap((axle) =>
    (['axle-hanging', 'axle-raised', 'frame-raised'] as const).map((support) => ({
      support,
      wheels: 'on' as const,
      axle,
    })),
  ),
]

const isOnBench = (s: PendingStep): boolean => s.bench === true || s.operation.phase === 'bench'

/** Ends that are worked on, as the order's engine numbers them. */
const axlesOf = (steps: readonly PendingStep[], begun: Begun | undefined): AxleEnd[] =>
  AXLES.filter((axle) => steps.some((s) => s.axle === axle) || begun?.state.axle === axle)

/** Steps as the order's engine takes them. */
export function sequenceOf(steps: readonly PendingStep[], rules: OrderRules, begun?: Begun): SequenceProblem {
  const axles = axlesOf(steps, begun)
  const done = begun?.done ?? new Set<string>()
  const state = begun?.state ?? AS_IT_STANDS
  const left = steps.filter((s) => !done.has(s.id))
  const ids = new Set(left.map((s) => s.id))
  const bench = left.filter(isOnBench).map((s) => s.id)
  // What somebody wants before a step on the bench does not wait for the bench.
  const early = new Set<string>()
  const ahead = (id: string): void => {
    for (const a of left.find((s) => s.id === id)?.after ?? [])
      if (!early.has(a)) {
        early.add(a)
        ahead(a)
      }
  }
  bench.forEach(ahead)
  // A side that was begun is finished first.
  const firstSide = new Map<string, Set<string | null>>()
  for (const s of steps) {
    const group = rules.groups.get(s.id)
    if (!group || !done.has(s.id)) continue
    const rest = left.some((l) => rules.groups.get(l.id) === group && l.side === s.side)
    if (rest) firstSide.set(group, new Set([s.side]))
  }
  const operations = left.map((s): SequenceOperation => {
    const group = rules.groups.get(s.id)
    const begunSides = group ? firstSide.get(group) : undefined
    const waits =
      begunSides && !begunSides.has(s.side)
        ? left.filter((l) => rules.groups.get(l.id) === group && begunSides.has(l.side)).map((l) => l.id)
        : []
    const after = [...s.after, ...(isOnBench(s) || early.has(s.id) ? [] : bench), ...waits]
    return {
      id: s.id,
      after: [...new Set(after)].filter((id) => ids.has(id)),
      support: s.operation.support,
      wheels: s.operation.wheels,
      side: s.side,
      hands: s.operation.hands === 2 ? 2 : 1,
      minutes: s.operation.minutes,
      tools: s.operation.tools,
      exclusive: group,
      end: s.axle ? axles.indexOf(s.axle) : undefined,
    }
  })
  const holds = rules.holds.flatMap((h): Hold[] => {
    const until = h.until.filter((id) => ids.has(id))
    if (!until.length) return []
    const open = h.from.some((id) => done.has(id))
    const allows: Hold['allows'] = (s) =>
      h.allows({ support: s.support, wheels: s.wheels, axle: s.end < 0 ? null : (axles[s.end] ?? 'rear') })
    return [{ from: h.from.filter((id) => ids.has(id)), until, allows, open }]
  })
  return {
    operations,
    start: { support: state.support, wheels: state.wheels },
    ...(state.axle ? { startsAt: axles.indexOf(state.axle) } : {}),
    end: { support: 'on-wheels', wheels: 'on' },
    crew: rules.crew,
    ends: axles.length > 1 ? 2 : 1,
    holds,
  }
}

/** The same order with neighbors exchanged where that costs nothing and reads better. */
// eslint-disable-next-line complexity -- exchanges neighbors in place while that reads better
function readable(steps: readonly OrderedStep[], { groups }: OrderRules): OrderedStep[] {
  const order = [...steps]
  const rank = ({ step }: OrderedStep) =>
    PHASES.indexOf(step.operation.phase) * 4 + (step.side === null ? 0 : step.side === 'left' ? 1 : 2)
  const sameStand = (a: OrderedStep, b: OrderedStep) =>
    a.state.support === b.state.support && a.state.wheels === b.state.wheels && a.state.axle === b.state.axle
  for (let pass = 0, moved = true; moved && pass < order.length; pass++) {
    moved = false
    for (let i = 0; i + 1 < order.length; i++) {
      const [a, b] = [order[i]!, order[i + 1]!]
      if (!sameStand(a, b) || b.step.after.includes(a.step.id)) continue
      if (groups.has(a.step.id) || groups.has(b.step.id)) continue
      if (isOnBench(a.step) !== isOnBench(b.step)) continue
      const isOpening = (s: OrderedStep) => s.step.operation.opens.length + s.step.operation.closes.length > 0
      if (isOpening(a) || isOpening(b)) continue
      const easier = a.step.operation.easier.includes(b.step.operation.id)
      if (!easier && (rank(b) >= rank(a) || b.step.operation.easier.includes(a.step.operation.id))) continue
      const around = (list: readonly OrderedStep[]) => walksAndTools(list)
      const span = order.slice(Math.max(0, i - 1), i + 3)
      const swapped = span.map((s) => (s === a ? b : s === b ? a : s))
      if (around(swapped) > around(span) || walks(order, i, a, b) > walks(order)) continue
      order[i] = b
      order[i + 1] = a
      moved = true
    }
  }
  return order
}
/** Tools taken up along a few steps. */
const walksAndTools = (list: readonly OrderedStep[]): number =>
  list.reduce((sum, { step }, k) => {
    if (k === 0) return sum
    const hand = list[k - 1]!.step.operation.tools
    return sum + step.operation.tools.filter((t) => !hand.includes(t)).length
  }, 0)
/** Walks between sides of an order, with two neighbors exchanged where they are given. */
function walks(order: readonly OrderedStep[], position = -1, a?: OrderedStep, b?: OrderedStep): number {
  let side: string | null = null
  let sum = 0
  for (const [i, s] of order.entries()) {
    const sideHere = (i === position ? b! : i === position + 1 && position >= 0 ? a! : s).step.side
    if (sideHere === null) continue
    if (side !== null && side !== sideHere) sum++
    side = sideHere
  }
  return sum
}
