import { lacksOf, type KitCatalog } from '../../kit'
import type { AxleEnd } from '../../vehicle'
import type { Job } from '../../job'
import type { CaseAssessment } from './case-assessment'
import { weightsOf, type Weights } from './criteria'
import { answerFlipsOf, flipsOf, type AnswerFlip, type Flip } from './flips'
import { assessKit, type KitAssessment } from './kit-on-job'
import { noSalesOf, type NoSale } from './no-sale'
import { isOutOfReach, outcomesOf, stopsAtMaximum } from './outcomes'
import { byTotal, dominates, totalOf, type RankedKit } from './ranked-kit'
import { scoresOf } from './scores'

export interface Ranking {
  noSale: NoSale[]
  weights: Weights
  /** Those that fit, as they come or with parts; best first. */
  fitting: RankedKit[]
  /** Those that fit and do not bring it all the way under one of the loads: at their max there. */
  partly: RankedKit[]
  /** Those that depend on an answer. */
  undecided: RankedKit[]
  /** Those whose pressures, torques or fitment nobody has confirmed: apart from the others, whatever they score. */
  unconfirmed: RankedKit[]
  /** Those that do not fit, the fewest reasons first. */
  others: KitAssessment[]
  flips: Flip[]
  answerFlips: AnswerFlip[]
}

/**
 * The kits of a catalog for a job, over all its load cases.
 *
 * A kit out of reach under any one case does not fit. The order is a weighted sum that can be argued with: what each
 * criterion adds stands beside it, and so does what would turn it round.
 * @param cases of the job as assessed; `active` the one on the screen
 * @param axle whose kits are compared; null for all: kits of two axles do not stand against each other
 */
export function rankKits(
  job: Job,
  catalog: KitCatalog,
  cases: readonly CaseAssessment[],
  { active, axle = null }: { active: CaseAssessment; axle?: AxleEnd | null },
): Ranking {
  const weights = weightsOf(job.preferences)
  const others: KitAssessment[] = []
  const ranked: RankedKit[] = []
  for (const kit of catalog.kits) {
    if (axle && kit.axle !== axle) continue
    const assessed = assessKit(job, kit, active, { catalog })
    // A kit that does not fit is not worth solving every case for.
    const outcomes = assessed.verdict === 'does-not-fit' ? [] : outcomesOf(job, assessed, cases)
    if (assessed.verdict === 'does-not-fit' || outcomes.some(isOutOfReach)) {
      others.push({ ...assessed, verdict: 'does-not-fit' })
      continue
    }
    const minutes = (kit.minutes.low + kit.minutes.high) / 2 + assessed.fit.minutes
    const scores = scoresOf(job, assessed, outcomes, minutes)
    ranked.push({ assessed, cases: outcomes, scores, total: totalOf(scores, weights), dominatedBy: [], minutes })
  }
  ranked.sort(byTotal)
  const [confirmed, unconfirmed] = parted(ranked, ({ assessed }) => !lacksOf(assessed.kit).length)
  const [undecided, decided] = parted(confirmed, ({ assessed }) => assessed.verdict === 'needs-answer')
  const [partly, fitting] = parted(decided, ({ cases: outcomes }) => outcomes.some(stopsAtMaximum))
  for (const r of fitting)
    r.dominatedBy = fitting.filter((o) => dominates(o.scores, r.scores)).map((o) => o.assessed.kit.id)
  const reasons = (a: KitAssessment) => a.fit.reasons.filter((r) => r.effect === 'no').length
  return {
    noSale: noSalesOf(job, cases),
    weights,
    fitting,
    partly,
    undecided,
    unconfirmed,
    others: others.sort((a, b) => reasons(a) - reasons(b) || (a.kit.id < b.kit.id ? -1 : 1)),
    flips: flipsOf(fitting, weights),
    answerFlips: answerFlipsOf(job.preferences, fitting),
  }
}

/**
 * A ranking with the kits that meet something as they would be mounted behind all that do not: none of them stands first while another
 * is clear.
 * @param touching ids of kits
 */
export function behindTouching(
  ranking: Ranking,
  preferences: Job['preferences'],
  touching: ReadonlySet<string>,
): Ranking {
  const [touch, clear] = parted(ranking.fitting, ({ assessed }) => touching.has(assessed.kit.id))
  if (!touch.length) return ranking
  return {
    ...ranking,
    fitting: [...clear, ...touch],
    flips: flipsOf(clear, ranking.weights),
    answerFlips: answerFlipsOf(preferences, clear),
  }
}

/** Those that something holds of, and the others, each in order. */
function parted<T>(all: readonly T[], holds: (one: T) => boolean): [T[], T[]] {
  const [yes, no]: [T[], T[]] = [[], []]
  for (const one of all) (holds(one) ? yes : no).push(one)
  return [yes, no]
}
