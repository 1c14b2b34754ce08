export interface View<Source extends string> {
  source: Source
  value: number
  /** Plus or minus, over zero. */
  tolerance: number
}
export interface Reconciled<Source extends string> {
  views: View<Source>[]
  /** Mean weighted by certainty, and its plus-or-minus; null with no view. */
  value: number
  tolerance: number
  /** Whether every two views overlap within their plus-or-minus taken together. */
  agree: boolean
  /** The view furthest from the mean of the others, when they do not agree and there are three. */
  odd: Source | null
}

/** |a - b| over the half-widths in quadrature: above 1 two views of one thing contradict each other. */
const apart = (a: View<string>, b: View<string>) => Math.abs(a.value - b.value) / Math.hypot(a.tolerance, b.tolerance)

/**
 * Brings independent views of one quantity together.
 *
 * @returns null when there is none
 * Source: weighted mean with weights 1/tolerance^2; normalized error E_n as in ISO/IEC 17043 (from memory).
 */
export function reconcile<Source extends string>(views: readonly View<Source>[]): Reconciled<Source> | null {
  const sure = views.map((v) => ({ ...v, tolerance: Math.max(v.tolerance, 1e-9) }))
  if (!sure.length) return null
  const mean = (list: readonly View<Source>[]) => {
    const total = list.reduce((sum, v) => sum + 1 / v.tolerance ** 2, 0)
    return {
      value: list.reduce((sum, v) => sum + v.value / v.tolerance ** 2, 0) / total,
      tolerance: Math.sqrt(1 / total),
    }
  }
  const agree = sure.every((a, i) => sure.slice(i + 1).every((b) => apart(a, b) <= 1))
  const fromOthers = (v: View<Source>) => {
    const others = mean(sure.filter((o) => o !== v))
    return apart(v, { source: v.source, ...others })
  }
  const odd = agree || sure.length < 3 ? null : [...sure].sort((a, b) => fromOthers(b) - fromOthers(a))[0]!.source
  return { views: [...views], ...mean(sure), agree, odd }
}
