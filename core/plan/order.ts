import { PHASES } from '../kit'
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

/** Wheels can only be off while the tires are clear of the floor. */
const STATES: StandState[] = [
  { support: 'on-wheels', wheels: 'on' },
  ...(['axle-hanging', 'axle-raised', 'frame-raised'] as const).flatMap((support) => [
    { support, wheels: 'on' as const },
    { support, wheels: 'off' as const },
  ]),
]
const START = STATES[0]!

const supportOf = (step: PendingStep): SupportState | 'any' =>
  step.operation.support === 'ride-height' ? 'on-wheels' : step.operation.support

const canDo = (step: PendingStep, state: StandState): boolean => {
  const support = supportOf(step)
  const { wheels } = step.operation
  return (support === 'any' || support === state.support) && (wheels === 'any' || wheels === state.wheels)
}

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
  const seen = new Set<string>()
  let furthest = open[0]!
  while (open.length) {
    open.sort((a, b) => a.support - b.support || a.wheels - b.wheels || b.done.size - a.done.size)
    const node = open.shift()!
    const key = [node.state.support, node.state.wheels, ...[...node.done].sort()].join('|')
    if (seen.has(key)) continue
    seen.add(key)
    if (node.done.size === steps.length)
      return { ok: true, steps: node.path, supportChanges: node.support, wheelChanges: node.wheels }
    if (node.done.size > furthest.done.size) furthest = node
    for (const state of STATES) {
      if (state === node.state) continue
      const moved = run(steps, {
        ...node,
        state,
        support: node.support + Number(state.support !== node.state.support),
        wheels: node.wheels + Number(state.wheels !== node.state.wheels),
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
    const ready = steps.filter((s) => !done.has(s.id) && canDo(s, node.state) && s.after.every((a) => done.has(a)))
    if (!ready.length) return { ...node, done, path }
    const here = path[path.length - 1]?.step.side ?? null
    const rank = (s: PendingStep) =>
      PHASES.indexOf(s.operation.phase) * 4 + (s.side === here ? 0 : s.side === 'left' ? 1 : 2)
    const next = ready.reduce((best, s) => (rank(s) < rank(best) ? s : best))
    done.add(next.id)
    path.push({ step: next, state: node.state })
  }
}
