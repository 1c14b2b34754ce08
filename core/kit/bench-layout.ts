import type { Meters } from '../quantity'
import { THREADS, type ThreadName } from '../torque'
import type { Kit } from './schema'

/** A part as it lies on the bench. */
export interface BenchPart {
  /** Part number; its name where it has none. */
  key: string
  number: string
  name: string
  count: number
  side: 'left' | 'right' | null
  thread: ThreadName | null
  /** Null where nothing is given. */
  length: Meters | null
  width: Meters | null
}
/** Two parts that are taken for each other, and what tells them apart. */
export interface LookAlike {
  parts: [BenchPart, BenchPart]
  by: 'thread' | 'length' | 'width' | 'number'
}

/** As the eye judges on a bench: threads so near in diameter, sizes so near in share (common practice, no published source). */
const SAME_THREAD: Meters = 0.0012
const SAME_BOLT = 0.15
const SAME_PART = 0.08
const near = (a: Meters, b: Meters, share: number): boolean => Math.abs(a - b) <= share * Math.max(a, b)

/** Parts of a box laid out: bolts of the mounting that have a size beside them, for they lie in the same bag. */
export function benchParts(parts: Kit['parts'], mounting: Kit['mounting']): BenchPart[] {
  const laid = parts.map(({ number, name, count, side, thread, length, width }): BenchPart => ({
    key: number || name,
    number,
    name,
    count,
    side,
    thread,
    length,
    width: width ?? (thread && THREADS[thread].diameter),
  }))
  const bolts = (mounting?.bolts ?? []).flatMap((b): BenchPart[] =>
    b.inBox === null
      ? []
      : [
          {
            key: `bolt ${b.id}`,
            number: '',
            name: b.name,
            // Bolts are given a side.
            count: 2 * b.count,
            side: null,
            thread: b.thread as ThreadName,
            length: b.inBox,
            width: THREADS[b.thread as ThreadName]?.diameter ?? null,
          },
        ],
  )
  return [...laid, ...bolts]
}

/**
 * Pairs on a bench that are taken for each other: bolts so near in diameter and length that only a gauge tells them apart, and parts of
 * nearly one size, as left and right brackets are.
 */
export function lookAlikes(parts: readonly BenchPart[]): LookAlike[] {
  return parts.flatMap((a, i) => parts.slice(i + 1).flatMap((b): LookAlike[] => differences(a, b)))
}
// eslint-disable-next-line complexity -- what tells two parts apart, one thing after the other
function differences(a: BenchPart, b: BenchPart): LookAlike[] {
  if (a.length === null || b.length === null || a.width === null || b.width === null) return []
  if ((a.thread === null) !== (b.thread === null)) return []
  const parts: LookAlike['parts'] = [a, b]
  if (a.thread && b.thread) {
    if (
      Math.abs(THREADS[a.thread].diameter - THREADS[b.thread].diameter) > SAME_THREAD ||
      !near(a.length, b.length, SAME_BOLT)
    )
      return []
    if (a.thread !== b.thread) return [{ parts, by: 'thread' }]
    return a.length === b.length ? [] : [{ parts, by: 'length' }]
  }
  if (!near(a.length, b.length, SAME_PART) || !near(a.width, b.width, SAME_PART)) return []
  if (a.length !== b.length) return [{ parts, by: 'length' }]
  return [{ parts, by: a.width === b.width ? 'number' : 'width' }]
}
