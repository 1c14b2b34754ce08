import { fromSi, POUND_FORCE, SI_UNIT, UNITS, type QuantityKind, type UnitSystem } from '../quantity'

/** A figure of a calculator: SI first, and as a US shop reads it. */
export interface Figure {
  value: number
  unit: string
  us: { value: number; unit: string }
}

/**
 * A figure of an answer: its SI value and how people write it.
 * @param value in the SI unit of its kind
 */
export const figure = (kind: QuantityKind, value: number): Figure => ({
  value,
  unit: SI_UNIT[kind],
  us: { value: fromSi(UNITS[kind].us, value), unit: UNITS[kind].us.symbol },
})

/** A figure or null, where it could not be computed. */
export const figureOr = (kind: QuantityKind, value: number | null | undefined): Figure | null =>
  value == null ? null : figure(kind, value)

/** Several figures of one answer, each by its kind. */
export const figures = <Name extends string>(
  answer: Readonly<Record<NoInfer<Name>, number>>,
  kinds: Record<Name, QuantityKind>,
): Record<Name, Figure> =>
  Object.fromEntries(
    Object.entries<QuantityKind>(kinds).map(([name, kind]) => [name, figure(kind, answer[name as Name])]),
  ) as Record<Name, Figure>

/** Newtons as the reader counts force: lbf or kN. */
export const forceText = (newtons: number, system: UnitSystem): string =>
  system === 'us' ? `${Math.round(newtons / POUND_FORCE)} lbf` : `${(newtons / 1000).toFixed(2)} kN`
