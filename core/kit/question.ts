import type { Fact } from './condition'
import type { KitVerdict } from './reason'

/** The survey answer to get next. */
export interface Question {
  fact: Fact
  /** Kits that wait for it alone: any answer decides them, or brings a measurement of its own (a lift: bracket to bracket). */
  settles: string[]
  /** Kits that depend on it among other things. */
  touches: string[]
  /** All kits that still need an answer. */
  undecided: number
}

/**
 * The unanswered question that decides the most kits; among equals the one that more kits depend on, then by name.
 * @returns null where nothing is undecided
 */
export function nextQuestion(verdicts: readonly KitVerdict[]): Question | null {
  const undecided = verdicts.filter((v) => v.verdict === 'needs-answer')
  const facts = [...new Set(undecided.flatMap((v) => v.open))].sort()
  const questions = facts.map((fact): Question => ({
    fact,
    settles: undecided.filter((v) => v.open.length === 1 && v.open[0] === fact).map((v) => v.kit),
    touches: undecided.filter((v) => v.open.includes(fact)).map((v) => v.kit),
    undecided: undecided.length,
  }))
  return questions.reduce<Question | null>((best, q) => (best && !better(q, best) ? best : q), null)
}

const better = (a: Question, b: Question): boolean =>
  a.settles.length !== b.settles.length ? a.settles.length > b.settles.length : a.touches.length > b.touches.length
