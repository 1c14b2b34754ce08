import { pressuresToSet, type CaseOutcome, type KitAssessment } from '@stout-shackle/core/stages'
import { formatLimit, formatNumber, formatQuantity, type UnitSystem } from '@stout-shackle/core/quantity'

/** Two sides closer than a gauge can tell are one figure. */
const GAUGE_TELLS = 3000

/** What a kit runs at under a load: one pressure or two, `min`, or the part of the squat that rubber takes out. */
export function runsAt({ level, rubber }: Pick<CaseOutcome, 'level' | 'rubber'>, system: UnitSystem): string {
  if (rubber) return `${Math.round(100 * rubber.recovered)} % of squat`
  if (!level) return '–'
  if (level.code === 'nothing-to-lift' || level.code === 'below-minimum') return 'min'
  const set = pressuresToSet(level, 0)
  if (!set) return '–'
  const [left, right] = [set.left, set.right].map((p) => formatNumber('pressure', p, system))
  return Math.abs(set.left - set.right) < GAUGE_TELLS ? left! : `${left} / ${right}`
}

/** Pressure limits of a kit, min to max. */
export const limitsText = ({ minimum, maximum }: KitAssessment, system: UnitSystem): string =>
  minimum && maximum
    ? `${formatLimit('min', 'pressure', minimum.value, { system })}–${formatLimit('max', 'pressure', maximum.value, { system })}`
    : 'no air'

export const leanText = (lean: number | null, system: UnitSystem): string =>
  lean === null ? '–' : formatQuantity('length', lean, system)
