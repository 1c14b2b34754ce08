import { preferencesSchema, type Preferences } from '../../job'
import { CRITERIA, MAX_WEIGHT, weightsOf, type Criterion, type Weights } from './criteria'
import { byTotal, totalOf, type RankedKit } from './ranked-kit'
import { budgetScore } from './scores'

/** What would put another kit first. */
export interface Flip {
  over: string
  criterion: Criterion
  weight: number
  /** Weight at which both are level; beyond it the other leads. */
  at: number
}
/** One answer that, given otherwise, puts another kit first. */
export type AnswerFlip =
  | { question: Exclude<keyof Preferences, 'budget'>; answer: string; first: string }
  | { question: 'budget'; answer: number | null; first: string }

/**
 * For each kit behind the first: the criterion whose weight has to change least for it to lead, and to what.
 *
 * The lead is linear in every weight: L = sum w (a - b), so w* = w - L / (a - b). Outside 0 to the most a question can
 * give it is no answer.
 */
export function flipsOf(fitting: readonly RankedKit[], weights: Weights): Flip[] {
  const [first, ...rest] = fitting
  if (!first) return []
  return rest.flatMap((other) => {
    const lead = CRITERIA.reduce((sum, c) => sum + weights[c] * (first.scores[c] - other.scores[c]), 0)
    const found = CRITERIA.flatMap((criterion): Flip[] => {
      const apart = first.scores[criterion] - other.scores[criterion]
      const weight = apart === 0 ? Infinity : weights[criterion] - lead / apart
      return weight >= 0 && weight <= MAX_WEIGHT
        ? [{ over: other.assessed.kit.id, criterion, weight: weights[criterion], at: weight }]
        : []
    })
    const change = (f: Flip) => Math.abs(f.at - f.weight)
    return found.length ? [found.reduce((a, b) => (change(b) < change(a) ? b : a))] : []
  })
}

/** What each question may be answered with; the budget is a figure and is tried at each kit's price. */
const { budget: _figure, ...QUESTIONS } = preferencesSchema.shape

/** Single answers, the budget among them, that would put another kit first. */
export function answerFlipsOf(preferences: Preferences, fitting: readonly RankedKit[]): AnswerFlip[] {
  const first = fitting[0]?.assessed.kit.id
  if (fitting.length < 2) return []
  const leaderWith = (changed: Preferences): string => {
    const weights = weightsOf(changed)
    const again = fitting.map((r) => {
      const budget = budgetScore(changed.budget, r.assessed.kit.price)
      return { ...r, total: totalOf({ ...r.scores, budget }, weights) }
    })
    return again.sort(byTotal)[0]!.assessed.kit.id
  }
  const words = (Object.keys(QUESTIONS) as (keyof typeof QUESTIONS)[]).flatMap((question) =>
    QUESTIONS[question].options.flatMap((answer): AnswerFlip[] => {
      if (answer === preferences[question]) return []
      const leader = leaderWith({ ...preferences, [question]: answer })
      return leader === first ? [] : [{ question, answer, first: leader }]
    }),
  )
  const prices = [...new Set(fitting.flatMap((r) => r.assessed.kit.price ?? []))]
    .filter((p) => p >= 1)
    .sort((a, b) => b - a)
  const visited = new Set([first])
  const budgets = [null, ...prices].flatMap((budget): AnswerFlip[] => {
    if (budget === preferences.budget) return []
    const leader = leaderWith({ ...preferences, budget })
    if (visited.has(leader)) return []
    visited.add(leader)
    return [{ question: 'budget', answer: budget, first: leader }]
  })
  return [...words, ...budgets]
}
