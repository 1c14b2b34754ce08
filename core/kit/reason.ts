import type { Fact } from './condition'
import type { LimitSource } from './limits'
import type { NeededPart, Rule } from './rule'

export type Effect = Rule['effect'] | 'fine'
export type FitVerdict = 'fits' | 'fits-with-parts' | 'needs-answer' | 'does-not-fit'

/** One rule's answer. `says` is its sentence with places for `has` and `takes`, which stay figures. */
export interface Reason {
  /** The rule, or the line of the kit's list. */
  rule: string
  effect: Effect
  says: string
  /** What it asks about; null where the sentence stands for itself. */
  fact: Fact | null
  has: string | number | boolean | null
  takes: string | number | null
  change: string | null
  parts: readonly NeededPart[]
  minutes: number
  source: LimitSource
  note: string
}

export interface KitVerdict {
  kit: string
  verdict: FitVerdict
  /** Worst first. */
  reasons: Reason[]
  /** Facts it depends on while it needs an answer: with a single one, that answer decides. */
  open: readonly Fact[]
  /** Beyond what is in the box. */
  parts: NeededPart[]
  /** Beyond the kit's own time. */
  minutes: number
  /** Line of its list that it was judged by; null where it has none for this vehicle or is judged by measure only. */
  application: string | null
}

export const SEVERITY: Record<Effect, number> = { fine: 0, part: 1, work: 1, ask: 2, no: 3 }
export const NOTHING: readonly never[] = []

/** What several rules come to; `level` is the worst of them, 0 to 3. */
export interface Findings {
  reasons: Reason[]
  level: number
  open: Fact[]
}

/**
 * Takes a reason into what was found, and with it how bad it makes things.
 * @param open facts that the reason still asks about
 */
export function add(to: Findings, reason: Reason, open: readonly (Fact | null)[] = []): void {
  to.reasons.push(reason)
  to.level = Math.max(to.level, SEVERITY[reason.effect])
  for (const fact of open) if (fact && !to.open.includes(fact)) to.open.push(fact)
}

/** What a check comes to on a vehicle; null where it is not about it, or in order and not worth a line. */
export interface Outcome {
  reason: Reason
  open: readonly Fact[]
}
/** Outcomes on one vehicle and survey, by a check's place: shared by all kits that are judged together. */
export interface Judged {
  outcomes: (Outcome | null | undefined)[]
  /** What lists say, by their words. */
  said: Map<string, Reason>
}
/** Nothing known yet of a vehicle and survey. */
export const nothingJudged = (): Judged => ({ outcomes: [], said: new Map() })
