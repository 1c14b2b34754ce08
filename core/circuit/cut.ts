import type { Circuit } from '../fittings'
import type { Meters } from '../quantity'
import { feedLines } from './feed'

/** A piece of tube that is cut, and for which line. */
export interface Piece {
  line: string
  length: Meters
}
export interface CutList {
  /** From each coil: its pieces in the order they are cut, the longest first, and what is left of it. */
  coils: { length: Meters; pieces: Piece[]; left: Meters }[]
  /** Pieces that no coil in the box reaches for: their tube is bought. */
  buy: Piece[]
  /** Two lines from one coil: whether half and half reaches both, and by how much the longer one would be short. */
  half: { reaches: boolean; short: Meters } | null
}

/** A piece with what of it lies in a coil: its way is shorter than it has to be. */
export interface CoiledPiece extends Piece {
  coiled: Meters
}
/**
 * Pieces to cut by the ways of the lines, none from a compressor shorter in all than its sheet asks: what is over is coiled.
 * @param ways of lines, with slack
 * @param hose least from the compressor to its manifold; null where nothing asks for it
 */
export function piecesToCut(circuit: Circuit, ways: readonly Piece[], hose: Meters | null): CoiledPiece[] {
  const feed = feedLines(circuit) ?? []
  const run = feed.reduce((sum, id) => sum + (ways.find((w) => w.line === id)?.length ?? 0), 0)
  const over = Math.max(0, (hose ?? 0) - run)
  return ways.map((w) => {
    const coiled = w.line === feed[0] ? over : 0
    return { ...w, length: w.length + coiled, coiled }
  })
}

/** Most pieces that every way of cutting is tried for. */
const MOST_PIECES = 16

/**
 * Which piece is cut from which coil: as little tube as possible to buy, of that as few pieces, of that the longest rest.
 *
 * @param pieces 16 at most
 * @param coils lengths in the box
 * @throws RangeError with more pieces
 * Source: exact, branch and bound over every assignment.
 */
export function cutList(pieces: readonly Piece[], coils: readonly Meters[]): CutList {
  if (pieces.length > MOST_PIECES) throw new RangeError(`a cut list has ${MOST_PIECES} pieces max`)
  const order = pieces.toSorted((a, b) => b.length - a.length)
  const left = [...coils]
  const coilOf = order.map(() => -1)
  let best: { at: number[]; score: readonly [number, number, number] } | null = null
  const better = (a: readonly number[], b: readonly number[]) => {
    for (let i = 0; i < a.length; i++) if (Math.abs(a[i]! - b[i]!) > 1e-9) return a[i]! < b[i]!
    return false
  }
  const place = (i: number, bought: Meters, count: number): void => {
    if (best && (bought > best.score[0] + 1e-9 || (bought > best.score[0] - 1e-9 && count > best.score[1]))) return
    if (i === order.length) {
      const score = [bought, count, -Math.max(0, ...left)] as const
      if (!best || better(score, best.score)) best = { at: [...coilOf], score }
      return
    }
    const { length } = order[i]!
    const tried = new Set<number>()
    left.forEach((rest, c) => {
      // Coils with as much on them are the same.
      if (rest < length - 1e-9 || tried.has(rest)) return
      tried.add(rest)
      coilOf[i] = c
      left[c] = rest - length
      place(i + 1, bought, count)
      left[c] = rest
    })
    coilOf[i] = -1
    place(i + 1, bought + length, count + 1)
  }
  place(0, 0, 0)
  const chosen = best!.at
  const from = (c: number) => order.filter((_, i) => chosen[i] === c)
  const [only] = coils
  const longest = order[0]?.length ?? 0
  return {
    coils: coils.map((length, c) => {
      const cost = from(c)
      return { length, pieces: cost, left: length - cost.reduce((sum, p) => sum + p.length, 0) }
    }),
    buy: from(-1),
    half:
      coils.length === 1 && order.length === 2
        ? { reaches: longest <= only! / 2 + 1e-9, short: Math.max(0, longest - only! / 2) }
        : null,
  }
}
