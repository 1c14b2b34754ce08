import { airSpring, bagTable } from '../spring'
import type { Origin } from './origin'
import { withOrigin } from './origin'
import { hasAir, type Kit } from './schema'

/** An area at ride height that one job proved, m², with the part of it by which it may be off. */
interface Proved {
  area: number
  band: number
}

/**
 * What several jobs prove of a bag's area together: their mean, weighed by how sure each is, and how far off it may be: as far as they
 * say themselves, and as far as they differ.
 * @returns null where none proved anything
 * Source: weighted mean, JCGM 100:2008 (GUM); spread between them as a standard deviation, two of which are the half-width.
 */
export function areaOf(proved: readonly Proved[]): Proved | null {
  if (!proved.length) return null
  const weights = proved.map(({ area, band }) => 1 / (area * Math.max(band, 0.01)) ** 2)
  const sum = weights.reduce((a, b) => a + b, 0)
  const area = proved.reduce((total, p, i) => total + p.area * weights[i]!, 0) / sum
  const own = 1 / Math.sqrt(sum) / area
  const squares = proved.reduce((total, p) => total + (p.area / area - 1) ** 2, 0)
  const spread = proved.length > 1 ? 2 * Math.sqrt(squares / (proved.length - 1) / proved.length) : 0
  return { area, band: Math.max(own, spread) }
}

/**
 * A kit whose bag table carries what jobs proved: areas and volumes in proportion, marked as the shop's with their number.
 * @param by who takes it over
 * @returns the kit itself where it has no bag, or nothing was proved
 */
export function withProvedArea(kit: Kit, proved: readonly Proved[], by: string): Kit {
  const found = areaOf(proved)
  if (!hasAir(kit) || !found) return kit
  const { bag } = kit
  const now = airSpring(bag.table).area.value(bag.rideHeight)
  if (now === undefined) return kit
  const factor = found.area / now
  const { heights, areas, volumes } = bagTable(bag.table)
  const table = { heights, areas: areas.map((a) => a * factor), volumes: volumes.map((v) => v * factor) }
  const origin: Origin = { from: 'shop', of: '', band: Number(found.band.toFixed(4)), jobs: proved.length, by }
  return withOrigin({ ...kit, bag: { ...bag, table } }, ['bag.table'], origin)
}
