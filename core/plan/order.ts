import { PHASES, type Operation } from '../kit'
import type { AxleEnd } from '../spring'
import type { PendingStep, StandState, SupportState } from './steps'

/** Where a step is done; a state the vehicle must be put into has no operation. */
export interface OrderedStep {
  step: PendingStep
  state: StandState
}

export type OrderOutcome =
  | { ok: true; steps: OrderedStep[]; supportChanges: number; wheelChanges: number }
  /** Steps that wait for each other in a circle, or for a state that cannot be. */
  | { ok: false; stuck: string[] }

const START: StandState = { support: 'on-wheels', wheels: 'on', axle: null }
/** Wheels can only be off while the tires are clear of the floor, and one end is up at a time. */
const statesFor = (axles: readonly AxleEnd[]): StandState[] => [
  START,
  ...axles.flatMap((axle) =>
    (['axle-hanging', 'axle-raised', 'frame-raised'] as const).flatMap((support): StandState[] => [
      { support, wheels: 'on', axle },
      { support, wheels: 'off', axle },
    ]),
  ),
]

const supportOf = ({ support }: Pick<Operation, 'support'>): SupportState | 'any' =>
  support === 'ride-height' ? 'on-wheels' : support

/**
 * Whether an operation can be done while the vehicle stands as it does.
 * @param axle the one it is done at; null for the whole vehicle
 */
export function canDo(
  operation: Pick<Operation, 'support' | 'wheels'>,
  axle: AxleEnd | null,
  state: StandState,
): boolean {
  const support = supportOf(operation)
  const { wheels } = operation
  // Wheels that are off, or a raised end, are those of the step's own axle.
  const own = axle === null || state.axle === axle
  if (support !== 'any' && (support !== state.support || (support !== 'on-wheels' && !own))) return false
  if (wheels === 'any') return true
  return wheels === 'off' ? own && state.wheels === 'off' : state.wheels === 'on' || !own
}

const sameEnd = (a: StandState, b: StandState) => a.axle === b.axle || a.axle === null || b.axle === null
/** Changes of support between two states: the other end goes up only after this one is down. */
export const supportChangesBetween = (a: StandState, b: StandState): number =>
  a.support === b.support && a.axle === b.axle ? 0 : sameEnd(a, b) ? 1 : 2
/** Times that wheels of an axle come off or go back on between two states. */
export const wheelChangesBetween = (a: StandState, b: StandState): number =>
  sameEnd(a, b) ? Number(a.wheels !== b.wheels) : Number(a.wheels === 'off') + Number(b.wheels === 'off')

interface Node {
  done: ReadonlySet<string>
  state: StandState
  support: number
  wheels: number
  path: OrderedStep[]
}

/**
 * Order of steps with the fewest changes of support, then the fewest wheel changes; then by phase, staying on a side.
 *
 * Doing everything a state allows never makes the rest dearer (precedence only opens up), so it is enough to search
 * over the sequence of states, cheapest first: exact for both counts. Proved by brute force on small cases in its test.
 * @returns steps each with the state it is done in, or the steps that can never be reached
 */
export function orderSteps(steps: readonly PendingStep[]): OrderOutcome {
  const open: Node[] = [run(steps, { done: new Set(), state: START, support: 0, wheels: 0, path: [] })]
  const axles = [...new Set(steps.flatMap((s) => s.axle ?? []))]
  // Steps that say no axle, as in a plan of one kit, are at the rear.
  const states = statesFor(axles.length ? axles : ['rear'])
  const seen = new Set<string>()
  let furthest = open[0]!
  while (open.length) {
    open.sort((a, b) => a.support - b.support || a.wheels - b.wheels || b.done.size - a.done.size)
    const node = open.shift()!
    const key = [node.state.axle, node.state.support, node.state.wheels, ...[...node.done].sort()].join('|')
    if (seen.has(key)) continue
    seen.add(key)
    if (node.done.size === steps.length)
      return { ok: true, steps: node.path, supportChanges: node.support, wheelChanges: node.wheels }
    if (node.done.size > furthest.done.size) furthest = node
    for (const state of states) {
      if (state === node.state) continue
      const moved = run(steps, {
        ...node,
        state,
        support: node.support + supportChangesBetween(node.state, state),
        wheels: node.wheels + wheelChangesBetween(node.state, state),
      })
      // A state in which nothing can be done is no stop on the way: any state is reached from any other directly.
      if (moved.done.size > node.done.size) open.push(moved)
    }
  }
  return { ok: false, stuck: steps.filter((s) => !furthest.done.has(s.id)).map((s) => s.id) }
}

/** Does everything the node's state allows. */
function run(steps: readonly PendingStep[], node: Node): Node {
  const done = new Set(node.done)
  const path = [...node.path]
  for (;;) {
    const ready = steps.filter(
      (s) => !done.has(s.id) && canDo(s.operation, s.axle, node.state) && s.after.every((a) => done.has(a)),
    )
    if (!ready.length) return { ...node, done, path }
    const here = path[path.length - 1]?.step.side ?? null
    const rank = (s: PendingStep) =>
      PHASES.indexOf(s.operation.phase) * 4 + (s.side === here ? 0 : s.side === 'left' ? 1 : 2)
    const next = ready.reduce((best, s) => (rank(s) < rank(best) ? s : best))
    done.add(next.id)
    path.push({ step: next, state: node.state })
  }
}
