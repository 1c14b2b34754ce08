import { dayAfter } from '../../air'
import type { Meters, Pascals, UnitSystem } from '../../quantity'
import { formatQuantity } from '../../quantity'
import type { AxleEnd } from '../../vehicle'

/** What an axle's bags were left with, and how far they may be lower when they are read the day after. */
export interface FirstReading {
  axle: AxleEnd
  left: Pascals
  right: Pascals
  /** Lower for each kelvin colder. */
  perKelvin: Pascals
  /** By how much more at the same warmth. */
  mayFall: Pascals
}

/** The first reading of an axle's bags, by the lower of both. Source: `dayAfter`. */
export const firstReading = (
  axle: AxleEnd,
  { left, right }: { left: Pascals; right: Pascals },
  altitude: Meters,
): FirstReading => ({ axle, left, right, ...dayAfter(Math.min(left, right), altitude) })

/** Steps of warmth that people think in. */
const COLDER: Record<UnitSystem, { kelvin: number; text: string }> = {
  us: { kelvin: 20 / 1.8, text: '20 °F' },
  metric: { kelvin: 10, text: '10 °C' },
}
/** The first reading in words, as card and signed text have it. */
export function firstReadingText({ left, right, perKelvin, mayFall }: FirstReading, system: UnitSystem): string {
  const p = (v: Pascals) => formatQuantity('pressure', v, system)
  const { kelvin, text } = COLDER[system]
  return `as it left: ${p(left)} left, ${p(right)} right. Each ${text} colder reads ${p(perKelvin * kelvin)} lower. More than ${p(mayFall)} lower than that after a day is a leak`
}
