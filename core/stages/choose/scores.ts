import { GRAVITY, INCH, type Meters } from '../../quantity'
import { hasAir, familyOf } from '../../kit'
import { bodyFrequency } from '../../spring'
import type { AxleEnd } from '../../vehicle'
import type { Job } from '../../job'
import { axleTireRate, sprungAt } from '../load'
import type { Weights } from './criteria'
import type { KitAssessment } from './kit-on-job'
import type { CaseOutcome } from './outcomes'

const LEAN_THAT_SHOWS: Meters = INCH / 2
const clamp = (v: number) => Math.min(1, Math.max(0, v))

/** Worst of what some cases say; `otherwise` where none says anything. */
const worst = (values: readonly (number | null)[], otherwise: number) => {
  const scores = values.filter((v): v is number => v !== null)
  return scores.length ? Math.min(...scores) : otherwise
}

/** Nothing is known, nothing is held against it, nor counted for it. */
const UNKNOWN = 0.5

/** 1 within the budget or without one, 0 over it. */
export function budgetScore(budget: number | null, price: number | null): number {
  if (budget === null) return 1
  return price === null ? UNKNOWN : Number(price <= budget)
}

/**
 * How well a kit does by each criterion, by its worst load case.
 * @param minutes the work takes with its parts
 * @returns 0 to 1 for each criterion
 * Source: judgment, no published source.
 */
export function scoresOf(job: Job, assessed: KitAssessment, cases: readonly CaseOutcome[], minutes: number): Weights {
  const { kit, minimum, maximum, capacity } = assessed
  const half = minimum && maximum ? (maximum.value - minimum.value) / 2 : 1
  const { budget } = job.preferences
  const ratio = (with_: number | null | undefined, without: number | null | undefined) =>
    with_ && without ? with_ / without : null
  const harsher = cases.map(({ level, rubber }) =>
    rubber
      ? ratio(rubber.frequency.emptyWith, rubber.frequency.emptyWithout)
      : familyOf(kit).replacesSpring
        ? ratio(level?.frequency?.with, level?.frequency?.emptyWithout ?? emptyFrequency(job, kit.axle))
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
        return carried > 0 && capacity !== null ? clamp(capacity / carried - 1) : null
      }),
      UNKNOWN,
    ),
    adjusts: hasAir(kit) ? 1 : 0,
    straight: worst(
      cases.map((c) => (c.lean === null ? null : clamp(1 - c.lean / LEAN_THAT_SHOWS))),
      UNKNOWN,
    ),
    'empty-ride': harshest > 0 ? clamp(1 - (harshest - 1) / 0.5) : UNKNOWN,
    'air-lost': familyOf(kit).replacesSpring ? 0 : 1,
    price: kit.price === null ? UNKNOWN : clamp(1 - kit.price / 1000),
    budget: budgetScore(budget, kit.price),
    time: clamp(1 - minutes / 480),
    'no-drilling': kit.drilling ? 0 : 1,
    upkeep: clamp(1 - kit.checksAYear / 24),
    compressor: hasAir(kit) && kit.compressorLater ? 1 : 0,
  }
}

/** Of the body on its own springs of an axle, empty; coil replacement is set against it. */
function emptyFrequency({ vehicle }: Job, axle: AxleEnd): number | null {
  const sprung = sprungAt(vehicle[axle])
  const tire = axleTireRate(vehicle, axle) ?? undefined
  const rate = vehicle[axle].wheelRate
  return rate ? bodyFrequency(sprung, 2 * rate, tire) : null
}

/** Part of the aim that is reached, 0 to 1; null under a case that asks for nothing. */
function recoveredIn({ level, rubber }: CaseOutcome): number | null {
  if (rubber) return rubber.without > 0 ? clamp(rubber.recovered) : null
  if (!level || level.code === 'nothing-to-lift') return null
  if (level.code === 'out-of-window' || level.code === 'tips') return 0
  const lost = level.squat + level.remainingSquat
  return clamp(1 - Math.max(0, level.remainingSquat) / Math.max(lost, INCH))
}
