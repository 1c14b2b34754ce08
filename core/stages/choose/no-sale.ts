import type { RatingId } from '../../vehicle'
import type { Job } from '../../job'
import type { CaseAssessment } from './case-assessment'

/** Why no kit should be sold for this vehicle as it stands. */
export type NoSale =
  /** A load that is not to be driven; it bars a sale where no other load is left. */
  | { code: 'over-rating'; loadCase: string; rating: RatingId; over: number; bars: boolean }
  | { code: 'factory-air' }
  | { code: 'unsound-frame' }
  | { code: 'brake-valve' }

/** Before anything is compared: what has to be put right first, or must not be driven. */
export function noSalesOf({ survey }: Job, cases: readonly CaseAssessment[]): NoSale[] {
  const bars = cases.every((c) => c.ratings.exceeded.length > 0)
  const found: NoSale[] = cases.flatMap((c) =>
    c.ratings.exceeded.map((r) => ({
      code: 'over-rating' as const,
      loadCase: c.loadCase.name,
      rating: r.id,
      over: -r.remaining!,
      bars,
    })),
  )
  if (survey.factoryAir) found.push({ code: 'factory-air' })
  if (survey.frame === 'unsound') found.push({ code: 'unsound-frame' })
  if (survey.loadSensingValve && !survey.valveProcedure) found.push({ code: 'brake-valve' })
  return found
}

/** Whether something has to be put right before any kit is sold; a load that is only not to be driven bars none. */
export const barsSale = (found: readonly NoSale[]): boolean => found.some((n) => n.code !== 'over-rating' || n.bars)
