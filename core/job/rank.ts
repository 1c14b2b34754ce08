import { GRAVITY, INCH, type Meters } from '../quantity'
import { hasAir, type Kit, type KitCatalog } from '../kit'
import { bodyFrequency, type LevelSolution } from '../spring'
import type { RatingId } from '../vehicle'
import { levelFor, type CaseAssessment } from './case'
import { sprungRear } from './chassis'
import { assessKit, type KitAssessment } from './choose'
import { axleTireRate } from './rate'
import { rubberFor, type RubberOutcome } from './rubber'
import { preferencesSchema, type Job, type Preferences } from './schema'

/** What a kit is weighed by; each comes to a figure from 0, poor, to 1, as good as matters. */
export const CRITERIA = [
  'pressure',
  'level',
  'stroke',
  'capacity',
  'adjusts',
  'straight',
  'empty-ride',
  'air-lost',
  'price',
  'budget',
  'time',
  'no-drilling',
  'upkeep',
  'compressor',
] as const
export type Criterion = (typeof CRITERIA)[number]
export type Weights = Record<Criterion, number>

/** What one load case asks of a kit. */
export interface CaseOutcome {
  loadCase: { id: string; name: string }
  level: LevelSolution | null
  rubber: RubberOutcome | null
  /** Pa from the lower side down to the least pressure, and from the higher one up to the most; null without a pressure. */
  aboveMinimum: number | null
  belowMaximum: number | null
  /** Where the bag stands in its window, 0 shortest to 1 longest; null without a height. */
  stroke: number | null
  /** Height difference over the track that is left. */
  lean: Meters | null
}

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

/** What would put another kit first. */
export interface Flip {
  over: string
  criterion: Criterion
  weight: number
  /** Weight at which both are level; beyond it the other leads. */
  at: number
}
/** One answer that, given otherwise, puts another kit first. */
export interface AnswerFlip {
  question: Exclude<keyof Preferences, 'budget'>
  answer: string
  first: string
}

/** Why no kit should be sold for this vehicle as it stands. */
export type NoSale =
  | { code: 'over-rating'; loadCase: string; rating: RatingId; over: number }
  | { code: 'factory-air' }
  | { code: 'unsound-frame' }
  | { code: 'brake-valve' }

export interface Ranking {
  noSale: NoSale[]
  weights: Weights
  /** Those that fit, as they come or with parts; best first. */
  fitting: RankedKit[]
  /** Those that hang on an answer. */
  undecided: RankedKit[]
  /** Those that do not fit, the fewest reasons first. */
  others: KitAssessment[]
  flips: Flip[]
  answerFlips: AnswerFlip[]
}

/** Heaviest that a question can make a criterion. */
const MAX_WEIGHT = 10
const LEAN_THAT_SHOWS: Meters = INCH / 2
const clamp = (v: number) => Math.min(1, Math.max(0, v))

/** Before anything is compared: what has to be put right first. */
export function noSalesOf({ survey }: Job, cases: readonly CaseAssessment[]): NoSale[] {
  const found: NoSale[] = cases.flatMap((c) =>
    c.ratings.exceeded.map((r) => ({
      code: 'over-rating' as const,
      loadCase: c.loadCase.name,
      rating: r.id,
      over: -r.remaining!,
    })),
  )
  if (survey.factoryAir) found.push({ code: 'factory-air' })
  if (survey.frame === 'unsound') found.push({ code: 'unsound-frame' })
  if (survey.loadSensingValve && !survey.valveProcedure) found.push({ code: 'brake-valve' })
  return found
}

/**
 * How heavily each criterion counts, from plain answers.
 * Source: additive multi-attribute value (Keeney and Raiffa, Decisions with Multiple Objectives, 1976); the weights are the
 * shop's judgment, no published source.
 */
export function weightsOf(p: Preferences): Weights {
  const degree = { low: 0.5, middle: 2, high: 4 }
  return {
    pressure: 3,
    level: 3,
    stroke: 1,
    capacity: 1,
    adjusts: { seldom: degree.low, sometimes: degree.middle, daily: degree.high }[p.loadChanges],
    straight: { no: degree.low, sometimes: degree.middle, often: degree.high }[p.offCenter],
    'empty-ride': { unimportant: degree.low, matters: degree.middle, first: degree.high }[p.emptyRide],
    'air-lost': 1,
    price: 1,
    budget: p.budget === null ? 0 : 5,
    time: p.hurry === 'today' ? 3 : 0.5,
    'no-drilling': p.drilling === 'rather-not' ? 3 : 0.25,
    upkeep: p.upkeep === 'forgotten' ? 3 : 0.25,
    compressor: p.compressor === 'later' ? 2 : 0,
  }
}

function outcomeOf(job: Job, kit: Kit, at: CaseAssessment): CaseOutcome {
  const level = levelFor(job, kit, at)
  const { left, right } = level ?? {}
  const { bag } = kit
  const rubber = rubberFor(job, kit, at)
  return {
    loadCase: { id: at.loadCase.id, name: at.loadCase.name },
    level,
    rubber,
    aboveMinimum: null,
    belowMaximum: null,
    stroke:
      bag && level && left && right
        ? (level.bagHeight - bag.heightRange.low) / (bag.heightRange.high - bag.heightRange.low)
        : null,
    lean:
      level?.lean != null
        ? Math.abs(Math.tan(level.lean)) * job.vehicle.track
        : rubber
          ? Math.abs(Math.tan(rubber.stand.lean)) * job.vehicle.track
          : null,
  }
}

/** Outcomes with the margins of the pressure window that holds here. */
function outcomesOf(job: Job, assessed: KitAssessment, cases: readonly CaseAssessment[]): CaseOutcome[] {
  const { kit, minimum, maximum } = assessed
  return cases.map((at) => {
    const outcome = outcomeOf(job, kit, at)
    const { left, right, code } = outcome.level ?? {}
    if (!left || !right || !minimum || !maximum || code === 'nothing-to-lift') return outcome
    outcome.aboveMinimum = Math.min(left.pressure, right.pressure) - minimum.value
    outcome.belowMaximum = maximum.value - Math.max(left.pressure, right.pressure)
    return outcome
  })
}

/** Worst of what some cases say; `otherwise` where none says anything. */
const worst = (values: readonly (number | null)[], otherwise: number) => {
  const said = values.filter((v): v is number => v !== null)
  return said.length ? Math.min(...said) : otherwise
}

/** Nothing is known, nothing is held against it, nor counted for it. */
const UNKNOWN = 0.5

function scoresOf(job: Job, assessed: KitAssessment, cases: readonly CaseOutcome[], minutes: number): Weights {
  const { kit, minimum, maximum, capacity } = assessed
  const half = minimum && maximum ? (maximum.value - minimum.value) / 2 : 1
  const { budget } = job.preferences
  const ratio = (with_: number | null | undefined, without: number | null | undefined) =>
    with_ && without ? with_ / without : null
  const harsher = cases.map(({ level, rubber }) =>
    rubber
      ? ratio(rubber.frequency.emptyWith, rubber.frequency.emptyWithout)
      : kit.family === 'coil-replacement'
        ? ratio(level?.frequency?.with, level?.frequency?.emptyWithout ?? emptyFrequency(job))
        : ratio(level?.frequency?.emptyWith, level?.frequency?.emptyWithout),
  )
  const harshest = Math.max(...harsher.map((h) => h ?? 0))
  return {
    pressure: worst(
      cases.map((c) =>
        c.rubber && kit.rubber
          ? 1 - c.rubber.force / kit.rubber.max
          : c.aboveMinimum === null || c.belowMaximum === null
            ? null
            : clamp(Math.min(c.aboveMinimum, c.belowMaximum) / half),
      ),
      UNKNOWN,
    ),
    level: worst(cases.map(recoveredIn), UNKNOWN),
    stroke: kit.rubber
      ? 1
      : worst(
          cases.map((c) => (c.stroke === null ? null : clamp(1 - Math.abs(2 * c.stroke - 1)))),
          UNKNOWN,
        ),
    capacity: worst(
      cases.map(({ level, rubber }) => {
        const carried = (rubber ? 2 * rubber.force : (level?.supported ?? 0)) / GRAVITY
        return carried > 0 ? clamp(capacity / carried - 1) : null
      }),
      UNKNOWN,
    ),
    adjusts: hasAir(kit) ? 1 : 0,
    straight: worst(
      cases.map((c) => (c.lean === null ? null : clamp(1 - c.lean / LEAN_THAT_SHOWS))),
      UNKNOWN,
    ),
    'empty-ride': harshest > 0 ? clamp(1 - (harshest - 1) / 0.5) : UNKNOWN,
    'air-lost': kit.family === 'coil-replacement' ? 0 : 1,
    price: clamp(1 - kit.price / 1000),
    budget: budget === null || kit.price <= budget ? 1 : 0,
    time: clamp(1 - minutes / 480),
    'no-drilling': kit.drilling ? 0 : 1,
    upkeep: clamp(1 - kit.checksAYear / 24),
    compressor: hasAir(kit) && kit.compressorLater ? 1 : 0,
  }
}

/** Of the body on its own rear springs, empty; coil replacement is set against it. */
function emptyFrequency({ vehicle }: Job): number | null {
  const sprung = sprungRear(vehicle)
  const tire = axleTireRate(vehicle, 'rear') ?? undefined
  return vehicle.rearWheelRate && sprung > 0 ? bodyFrequency(sprung, 2 * vehicle.rearWheelRate, tire) : null
}

/** Part of the aim that is reached, 0 to 1; null under a case that asks for nothing. */
function recoveredIn({ level, rubber }: CaseOutcome): number | null {
  if (rubber) return rubber.without > 0 ? clamp(rubber.recovered) : null
  if (!level || level.code === 'nothing-to-lift') return null
  if (level.code === 'out-of-window' || level.code === 'tips') return 0
  const lost = level.squat + level.remainingSquat
  return clamp(1 - Math.max(0, level.remainingSquat) / Math.max(lost, INCH))
}

const totalOf = (scores: Weights, weights: Weights): number => {
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

const byTotal = (a: RankedKit, b: RankedKit) =>
  b.total - a.total || a.assessed.kit.price - b.assessed.kit.price || (a.assessed.kit.id < b.assessed.kit.id ? -1 : 1)

/**
 * The kits of a shelf for a job, over all its load cases.
 *
 * A kit out of reach under any one case does not fit. The order is a weighted sum that can be argued with: what each
 * criterion adds stands beside it, and so does what would turn it round.
 */
export function rankKits(
  job: Job,
  shelf: KitCatalog,
  cases: readonly CaseAssessment[],
  active: CaseAssessment,
): Ranking {
  const weights = weightsOf(job.preferences)
  const others: KitAssessment[] = []
  const ranked: RankedKit[] = []
  for (const kit of shelf.kits) {
    const assessed = assessKit(job, kit, active, shelf)
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
  const fitting = ranked.filter((r) => r.assessed.verdict !== 'needs-answer')
  for (const r of fitting)
    r.dominatedBy = fitting.filter((o) => dominates(o.scores, r.scores)).map((o) => o.assessed.kit.id)
  const reasons = (a: KitAssessment) => a.fit.reasons.filter((r) => r.effect === 'no').length
  return {
    noSale: noSalesOf(job, cases),
    weights,
    fitting,
    undecided: ranked.filter((r) => r.assessed.verdict === 'needs-answer'),
    others: others.sort((a, b) => reasons(a) - reasons(b) || (a.kit.id < b.kit.id ? -1 : 1)),
    flips: flipsOf(fitting, weights),
    answerFlips: answerFlipsOf(job.preferences, fitting),
  }
}

/** Outcomes that no answer changes, under one of the cases. */
const isOutOfReach = ({ level, rubber }: CaseOutcome): boolean =>
  level?.code === 'above-maximum' || level?.code === 'out-of-window' || rubber?.overloaded === true

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
      const at = apart === 0 ? Infinity : weights[criterion] - lead / apart
      return at >= 0 && at <= MAX_WEIGHT
        ? [{ over: other.assessed.kit.id, criterion, weight: weights[criterion], at }]
        : []
    })
    const change = (f: Flip) => Math.abs(f.at - f.weight)
    return found.length ? [found.reduce((a, b) => (change(b) < change(a) ? b : a))] : []
  })
}

/** What each question may be answered with. The budget is a figure, and is not tried. */
const { budget: _figure, ...QUESTIONS } = preferencesSchema.shape

function answerFlipsOf(preferences: Preferences, fitting: readonly RankedKit[]): AnswerFlip[] {
  const first = fitting[0]?.assessed.kit.id
  if (fitting.length < 2) return []
  return (Object.keys(QUESTIONS) as (keyof typeof QUESTIONS)[]).flatMap((question) =>
    QUESTIONS[question].options.flatMap((answer): AnswerFlip[] => {
      if (answer === preferences[question]) return []
      const weights = weightsOf({ ...preferences, [question]: answer })
      const again = fitting.map((r) => ({ ...r, total: totalOf(r.scores, weights) })).sort(byTotal)
      const leader = again[0]!.assessed.kit.id
      return leader === first ? [] : [{ question, answer, first: leader }]
    }),
  )
}
