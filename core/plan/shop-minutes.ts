import { learnedMinutes } from './minutes'
import type { Plan } from './plan'
import type { PlanStep } from '../kit'

/** Where the minutes of a plan go. */
export const WORK_PARTS = ['kit', 'lines', 'checks', 'moves', 'others'] as const
export type WorkPart = (typeof WORK_PARTS)[number]

/** Steps of every plan, by their own names: what is looked at, read and made safe. */
const CHECKING =
  /^(?:front-)?(?:make-safe|settle|first-air|soap|plate-to-tire|watch-travel|nick-look|torque-look(?:-once)?|lines-(?:clear|back|eased|eased-standing))$/

function partOf(step: PlanStep): WorkPart {
  const operation = step.id.split(':')[0]!
  if (step.kind === 'state' || /^(?:front-)?lug-nuts$/.test(operation)) return 'moves'
  if (step.from !== null) return 'others'
  if (CHECKING.test(operation) || step.checks.length > 0 || step.phase === 'air') return 'checks'
  return step.phase === 'lines' ? 'lines' : 'kit'
}

/**
 * Where a plan's minutes go: what the hours of the instructions mean, and what comes on top of it.
 * @returns minutes of hands by part; together those of one technician
 */
export function minutesByPart({ steps }: Pick<Plan, 'steps'>): Record<WorkPart, number> {
  const sum: Record<WorkPart, number> = { kit: 0, lines: 0, checks: 0, moves: 0, others: 0 }
  for (const step of steps) sum[partOf(step)] += step.minutes
  return sum
}

/** Steps that want two pairs of hands in a plan for one technician: somebody has to be called. */
export const callsForASecond = ({ crew, steps }: Pick<Plan, 'crew' | 'steps'>): PlanStep[] =>
  crew === 1 ? steps.filter((s) => s.hands === 2) : []

/** A step that was measured: which operation, on which job, how long. */
export interface MeasuredStep {
  step: string
  job: string
  minutes: number
}
/** What a plan takes by a shop's own times. */
export interface ShopMinutes {
  minutes: number
  /** Standard deviation, minutes. */
  doubt: number
  jobs: number
  /** Time of this shop as a multiple of the instructions', where a step itself was not measured. */
  factor: number
}
const operationOf = (step: string) => step.replace(/:(?:left|right)$/, '')
/** The instructions weigh as much as so many measured steps. Common practice, no published source. */
const INSTRUCTIONS_WEIGH = 4

/**
 * What a plan takes by a shop's own times: a step that was measured by those of its own, the rest by how much longer or shorter than
 * instructed the shop was on what it has measured.
 * @param measured steps of the same kits, on any vehicle, oldest first
 * @returns null where nothing was measured
 * Source: shrinkage of a ratio toward one with a prior of known weight (Gelman et al., Bayesian Data Analysis, 2.5).
 */
export function shopMinutes(
  { steps, minutes, crew }: Pick<Plan, 'steps' | 'minutes' | 'crew'>,
  measured: readonly MeasuredStep[],
): ShopMinutes | null {
  if (!measured.length) return null
  const times = new Map<string, number[]>()
  for (const m of measured) times.set(operationOf(m.step), [...(times.get(operationOf(m.step)) ?? []), m.minutes])
  const instructed = new Map(steps.map((s) => [operationOf(s.id), s.minutes]))
  const ratios = [...times].flatMap(([id, list]) => {
    const by = instructed.get(id)
    return by ? [list.reduce((a, b) => a + b, 0) / list.length / by] : []
  })
  const factor = (INSTRUCTIONS_WEIGH + ratios.reduce((a, b) => a + b, 0)) / (INSTRUCTIONS_WEIGH + ratios.length)
  const learned = steps.map((s) => {
    const own = times.get(operationOf(s.id)) ?? []
    const is = learnedMinutes(s.minutes * (own.length ? 1 : factor), own)
    return { change: (own.length ? is.minutes : s.minutes * factor) - s.minutes, doubt: is.doubt }
  })
  return {
    minutes: Math.max(0, minutes + learned.reduce((sum, l) => sum + l.change, 0) / crew),
    doubt: Math.sqrt(learned.reduce((sum, l) => sum + l.doubt ** 2, 0)),
    jobs: new Set(measured.map((m) => m.job)).size,
    factor,
  }
}
