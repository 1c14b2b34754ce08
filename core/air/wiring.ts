import { GAUGES, wireDrop } from './wire'

/** What a wire by itself carries without getting hot, A, by gauge. Common practice in vehicles, no published source: its maker's figure counts. */
const CARRIES: Record<number, number> = { 18: 10, 16: 15, 14: 20, 12: 25, 10: 35, 8: 50, 6: 70, 4: 95, 2: 130 }
/** Fuses that a store has, A. */
const FUSES = [5, 7.5, 10, 15, 20, 25, 30, 35, 40, 50, 60, 70, 80, 100]
/** A fuse over the running current by this much at least, and at most. Common practice, no published source. */
const FUSE_LEAST = 1.25
const FUSE_MOST = 1.5

export interface WiringChoice {
  /** AWG; null where no even gauge from 18 to 2 does. */
  gauge: number | null
  /** What decides the gauge: the drop, or the fuse that it has to carry. */
  because: 'drop' | 'fuse' | null
  /** A, at the battery; null where none is between the two bounds. */
  fuse: number | null
  /** V and share of the supply that the wire of that gauge loses. */
  drop: number | null
  percent: number | null
}

/** The smallest fuse that is sold between 125 and 150 % of a running current; null where there is none. */
export const fuseFor = (current: number): number | null =>
  FUSES.find((f) => f >= FUSE_LEAST * current - 1e-9 && f <= FUSE_MOST * current + 1e-9) ?? null

/**
 * Wire and fuse of a compressor: no more than 3 % lost over the loop, and the wire carries what its fuse lets through.
 *
 * @param loop m, there and back
 * @param current running, A
 * @param fuse what its sheet asks for, A: the wire is chosen for that one
 * Source: ASTM B258 by `wireDrop`; fuse and what a wire carries are common practice.
 */
export function wiringFor(
  loop: number,
  current: number,
  { supply = 12, fuse = fuseFor(current) }: { supply?: number; fuse?: number | null } = {},
): WiringChoice {
  const byDrop = wireDrop(18, loop, current, { supply }).gaugeFor3Percent
  const byFuse = GAUGES.find((g) => CARRIES[g]! >= (fuse ?? FUSE_LEAST * current)) ?? null
  const gauge = byDrop === null || byFuse === null ? null : Math.min(byDrop, byFuse)
  const drop = gauge === null ? null : wireDrop(gauge, loop, current, { supply })
  return {
    gauge,
    because: gauge === null ? null : gauge === byDrop ? 'drop' : 'fuse',
    fuse,
    drop: drop?.drop ?? null,
    percent: drop?.percent ?? null,
  }
}

/** Whether a factory auxiliary circuit carries a compressor: its fuse and its relay both carry 125 % of the running current. */
export const auxiliaryCarries = (current: number, fuse: number, relay: number): boolean =>
  Math.min(fuse, relay) >= FUSE_LEAST * current - 1e-9
