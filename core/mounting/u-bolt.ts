import type { Kit, UBolt } from '../kit'
import { INCH, isAbove, isBelow, type Meters } from '../quantity'
import type { UndersidePart } from '../vehicle'
import { THREADS_SHOWING } from './bolt-length'

/** Legs that stand further apart than this beside what they go around bend as they are drawn down. Common practice, no published source. */
const WIDEST: Meters = INCH / 4

export type UBoltVerdict = 'fine' | 'narrow' | 'wide' | 'short'

/** A U-bolt of the kit on this axle. */
export interface UBoltNeed {
  bolt: UBolt
  /** Across what it goes around. */
  across: Meters
  /** Leg that it needs, from the inside of the bend. */
  needed: Meters
  /** Threads beyond the nut. */
  showing: number
  verdict: UBoltVerdict
  /** Whether all that it goes around was measured. */
  measured: boolean
}

/**
 * Whether a kit's U-bolts go around this axle and its leaf packs, and whether their legs reach.
 * @param parts around the axle
 * @param block height of the lift block
 * @returns none for a kit without them, or where there is nothing for one to go around
 * Source: leg = what it is around, plates, washer, nut and two threads; width: common practice, no published source.
 */
export function uBoltNeeds(kit: Kit, parts: readonly UndersidePart[], block: Meters): UBoltNeed[] {
  const tube = parts.find((p) => p.kind === 'axle-tube' && p.shape.kind === 'run')
  const pack = parts.find((p) => p.kind === 'leaf-pack' && p.shape.kind === 'box')
  const thick = tube?.shape.kind === 'run' ? 2 * tube.shape.radius : null
  const [wide, tall] =
    pack?.shape.kind === 'box'
      ? [pack.shape.high[1] - pack.shape.low[1], pack.shape.high[2] - pack.shape.low[2]]
      : [null, null]
  const size = (around: UBolt['around']): { across: Meters; deep: Meters } | null => {
    if (around === 'leaf-pack') return wide === null ? null : { across: wide, deep: tall }
    if (around === 'axle-tube') return thick === null ? null : { across: thick, deep: thick }
    return wide === null || thick === null ? null : { across: Math.max(wide, thick), deep: tall + block + thick }
  }
  return (kit.mounting?.uBolts ?? []).flatMap((bolt): UBoltNeed[] => {
    const around = size(bolt.around)
    if (!around) return []
    const clamped = around.deep + bolt.plates + bolt.washer + bolt.nut
    const needed = clamped + THREADS_SHOWING * bolt.pitch
    const beside = bolt.inside - around.across
    const verdict: UBoltVerdict = isBelow(beside, 0)
      ? 'narrow'
      : isAbove(beside, WIDEST)
        ? 'wide'
        : isBelow(bolt.leg, needed)
          ? 'short'
          : 'fine'
    const used = bolt.around === 'axle-tube' ? [tube] : bolt.around === 'leaf-pack' ? [pack] : [tube, pack]
    return [
      {
        bolt,
        across: around.across,
        needed,
        showing: (bolt.leg - clamped) / bolt.pitch,
        verdict,
        measured: used.every((p) => p?.source === 'tape'),
      },
    ]
  })
}
