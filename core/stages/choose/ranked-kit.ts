import { CRITERIA, type Weights } from './criteria'
import type { KitAssessment } from './kit-on-job'
import type { CaseOutcome } from './outcomes'

export interface RankedKit {
  assessed: KitAssessment
  cases: CaseOutcome[]
  scores: Weights
  /** 0 to 100. */
  total: number
  /** Kits that are at least as good in everything and better in something. */
  dominatedBy: string[]
  /** Minutes with what its fitment adds, mean of the kit's span. */
  minutes: number
}

/** Weighted mean of the scores, 0 to 100. */
export const totalOf = (scores: Weights, weights: Weights): number => {
  let sum = 0
  let of = 0
  for (const c of CRITERIA) {
    sum += weights[c] * scores[c]
    of += weights[c]
  }
  return (100 * sum) / of
}

/** Better in something and worse in nothing that anybody could care about. */
export const dominates = (a: Weights, b: Weights): boolean =>
  CRITERIA.every((c) => a[c] >= b[c]) && CRITERIA.some((c) => a[c] > b[c])

/** One whose price nobody gave comes after those with one. */
const priceOf = ({ assessed }: RankedKit): number => assessed.kit.price ?? Number.MAX_VALUE
/** Best first; the cheaper of two alike. */
export const byTotal = (a: RankedKit, b: RankedKit) =>
  b.total - a.total || priceOf(a) - priceOf(b) || (a.assessed.kit.id < b.assessed.kit.id ? -1 : 1)
