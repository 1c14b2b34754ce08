import type { PlanStep } from '../../kit'
import type { StepReport } from './steps'

/** Where the steps of a plan are shown one at a time: the one asked for, else the first that is open, else the last. */
export function stepShown(steps: readonly StepReport[], wanted: string | null): number {
  const found = steps.findIndex((s) => s.step.id === wanted)
  if (found >= 0) return found
  const open = steps.findIndex((s) => s.outcome === 'open')
  return open >= 0 ? open : steps.length - 1
}

/** Planned minutes of what is neither done nor skipped. */
export const minutesLeft = (steps: readonly StepReport[]): number =>
  Math.round(steps.reduce((sum, s) => sum + (s.outcome === 'open' ? s.step.minutes : 0), 0))

/** In how many steps the vehicle's support or its wheels change; null where they do not any more. */
export function stepsToMove(steps: readonly StepReport[], index: number): number | null {
  const now = steps[index]?.step.state
  if (!now) return null
  const after = steps
    .slice(index + 1)
    .findIndex(({ step: { state } }) => state.support !== now.support || state.wheels !== now.wheels)
  return after < 0 ? null : after + 1
}

/** The next step after one that is still open; null after the last. */
export const nextOpen = (steps: readonly StepReport[], index: number): PlanStep | null =>
  steps.slice(index + 1).find((s) => s.outcome === 'open')?.step ?? null

/**
 * The step that comes after one; one that somebody else is at is passed over, as far as the vehicle stands as it does.
 * @param taken steps that somebody else is at
 * @returns its id; null after the last
 */
export function stepAfter(steps: readonly StepReport[], index: number, taken: ReadonlySet<string>): string | null {
  const rest = steps.slice(index + 1)
  const first = rest[0]?.step
  if (!first || !taken.has(first.id)) return first?.id ?? null
  const move = rest.findIndex((s) => s.step.kind === 'state')
  const free = rest.slice(0, move < 0 ? rest.length : move).find((s) => s.outcome === 'open' && !taken.has(s.step.id))
  return free?.step.id ?? first.id
}
