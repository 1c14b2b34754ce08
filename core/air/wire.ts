/** Thinnest to thickest that a shop has: even gauges. */
export const GAUGES = [18, 16, 14, 12, 10, 8, 6, 4, 2] as const

/** Of the voltage of the supply, what a lead may cost. Common practice, no published source. */
const MOST_SHARE = 0.03
/** Ω·m at 20 °C, annealed copper (IEC 60028), and how it rises with each kelvin. */
const COPPER = 1.724e-8
const COPPER_RISE = 0.00393
const AT = 293.15

/** Diameter of a gauge, m. Source: ASTM B258. */
const diameterOf = (gauge: number): number => 0.127e-3 * 92 ** ((36 - gauge) / 39)

/**
 * Resistance of a copper wire, Ω/m.
 * @param gauge AWG
 * @param temperature K
 * Source: ASTM B258; IEC 60028.
 */
export function resistance(gauge: number, temperature = AT): number {
  const area = (Math.PI / 4) * diameterOf(gauge) ** 2
  return (COPPER * (1 + COPPER_RISE * (temperature - AT))) / area
}

export interface WireDrop {
  /** V over the whole loop. */
  drop: number
  /** Of the supply. */
  percent: number
  /** Thinnest even gauge, 18 to 2, that loses 3 % or less; null where none of them does. */
  gaugeFor3Percent: number | null
}

/**
 * What a lead costs on its way there and back.
 * @param gauge AWG
 * @param loop m, both ways
 * @param current A
 * @param temperature of the wire, K
 * @param supply V
 *
 * @example
 * wireDrop(12, 14, 18).drop // => 1.313
 */
export function wireDrop(
  gauge: number,
  loop: number,
  current: number,
  { temperature = AT, supply = 12 }: { temperature?: number; supply?: number } = {},
): WireDrop {
  const lost = (g: number) => resistance(g, temperature) * loop * current
  // At its own figure it is enough.
  const enough = (g: number) => lost(g) <= MOST_SHARE * supply * (1 + 1e-9)
  return {
    drop: lost(gauge),
    percent: (100 * lost(gauge)) / supply,
    gaugeFor3Percent: GAUGES.find(enough) ?? null,
  }
}
