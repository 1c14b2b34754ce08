import type { RatingId } from '../../vehicle'
import type { Job } from '../../job'
import type { CaseAssessment } from './case-assessment'

/** Why no kit should be sold for this vehicle as it stands. */
export type NoSale =
  | { code: 'over-rating'; loadCase: string; rating: RatingId; over: number }
  | { code: 'factory-air' }
  | { code: 'unsound-frame' }
  | { code: 'brake-valve' }

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
