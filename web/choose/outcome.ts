import type { CaseOutcome, KitAssessment } from '@stout-shackle/core/stages'
import { formatNumber, formatQuantity, type UnitSystem } from '@stout-shackle/core/quantity'

/** Two sides closer than a gauge can tell are one figure. */
const GAUGE_TELLS = 3000

/** What a kit runs at under a load: one pressure or two, or the part of the squat that rubber takes out. */
export function runsAt({ level, rubber }: Pick<CaseOutcome, 'level' | 'rubber'>, system: UnitSystem): string {
  if (rubber) return `${Math.round(100 * rubber.recovered)} % of squat`
  if (!level?.left || !level.right || level.code === 'out-of-window') return '–'
  if (level.code === 'nothing-to-lift') return 'least'
  const [left, right] = [level.left.pressure, level.right.pressure].map((p) => formatNumber('pressure', p, system))
  return Math.abs(level.left.pressure - level.right.pressure) < GAUGE_TELLS ? left! : `${left} / ${right}`
}

/** Least and most pressure of a kit. */
export const windowText = ({ minimum, maximum }: KitAssessment, system: UnitSystem): string =>
  minimum && maximum
    ? `${formatNumber('pressure', minimum.value, system)}–${formatNumber('pressure', maximum.value, system)}`
    : 'no air'

export const leanText = (lean: number | null, system: UnitSystem): string =>
  lean === null ? '–' : formatQuantity('length', lean, system)
