import { SUPPORT, WHEEL } from './costs'

export const SUPPORTS = ['on-wheels', 'axle-hanging', 'axle-raised', 'frame-raised'] as const
/** What holds frame and axle, and whether the wheels of that axle are on. */
export interface Stand {
  support: (typeof SUPPORTS)[number]
  wheels: 'on' | 'off'
}
/** A way to stand, with the end of the vehicle that is up; -1 where none is. */
export interface StandAt extends Stand {
  end: number
}

/** The ways a vehicle can stand, and what each move between two of them costs. */
export interface Stands {
  list: readonly StandAt[]
  /** `moves[from * list.length + to]`, support before wheels. */
  moves: Float64Array
  /** What holds it in each of them, as a number: a support at one end is another than at the other. */
  supportOf: Int32Array
  supports: number
  /** Which end that is; -1 for its wheels. */
  endOf: Int32Array
  /** Where an operation is begun from a way to stand, by the ways that suit it: worked out when it is asked for. */
  ways: (readonly number[] | undefined)[]
  all: (readonly number[] | undefined)[]
}

/** Its wheels are the only way to stand that no end is up in. */
export const ON_WHEELS = 0
/** Wheels are off only while the tires are clear of the floor. */
const RAISED: readonly Stand[] = [
  { support: 'axle-hanging', wheels: 'on' },
  { support: 'axle-hanging', wheels: 'off' },
  { support: 'axle-raised', wheels: 'on' },
  { support: 'axle-raised', wheels: 'off' },
  { support: 'frame-raised', wheels: 'on' },
]

/** One end comes down before the other goes up: that is two changes of support. */
const supportChanges = (a: StandAt, b: StandAt): number =>
  a.support === b.support && a.end === b.end ? 0 : sameEnd(a, b) ? 1 : 2
const wheelChanges = (a: StandAt, b: StandAt): number =>
  sameEnd(a, b) ? Number(a.wheels !== b.wheels) : Number(a.wheels === 'off') + Number(b.wheels === 'off')
const sameEnd = (a: StandAt, b: StandAt): boolean => a.end === b.end || a.end < 0 || b.end < 0

function standsFor(ends: number): Stands {
  const list: StandAt[] = [{ support: 'on-wheels', wheels: 'on', end: -1 }]
  for (let end = 0; end < ends; end++) list.push(...RAISED.map((s) => ({ ...s, end })))
  const codes = list.map((s) => (s.end < 0 ? 0 : 1 + 3 * s.end + SUPPORTS.indexOf(s.support) - 1))
  return {
    list,
    moves: Float64Array.from(
      list.flatMap((a) => list.map((b) => supportChanges(a, b) * SUPPORT + wheelChanges(a, b) * WHEEL)),
    ),
    supportOf: Int32Array.from(codes),
    supports: 1 + 3 * ends,
    endOf: Int32Array.from({ length: 1 + 3 * ends }, (_, s) => (s === 0 ? -1 : Math.floor((s - 1) / 3))),
    ways: [],
    all: [],
  }
}
const ONE_END = standsFor(1)
const TWO_ENDS = standsFor(2)
/** @param ends how many ends of the vehicle are worked on, one at a time */
export const standsOf = (ends: 1 | 2): Stands => (ends === 1 ? ONE_END : TWO_ENDS)

/**
 * Ways to stand in which an operation is begun from where the vehicle is: where it is, if that suits; else the same support with the
 * wheels changed; else another support, with the wheels as they are where that is one. A later move costs no more than an earlier
 * one, so that nothing else has to be tried for the four counts.
 * @param suits ways to stand that suit it, as bits
 */
export function waysTo(stands: Stands, suits: number, stand: number): readonly number[] {
  return (stands.ways[suits * stands.list.length + stand] ??= found(stands, suits, stand))
}
/** Every way to stand that suits: an order that moves early may share its work better. */
export function everyWay(stands: Stands, suits: number): readonly number[] {
  return (stands.all[suits] ??= stands.list.flatMap((_, i) => (suits & (1 << i) ? [i] : [])))
}

function found({ list, supportOf, supports, endOf }: Stands, suits: number, stand: number): number[] {
  if (suits & (1 << stand)) return [stand]
  const same = list.findIndex((_, i) => suits & (1 << i) && supportOf[i] === supportOf[stand])
  if (same >= 0) return [same]
  return Array.from({ length: supports }, (_, s) => s).flatMap((s) => {
    const there = list.flatMap((one, i) => (suits & (1 << i) && supportOf[i] === s ? [{ one, i }] : []))
    const [first] = there
    // Of an end that is down now, the wheels are on.
    const wheels = endOf[s] === list[stand]!.end ? list[stand]!.wheels : 'on'
    return first ? [(there.find(({ one }) => one.wheels === wheels) ?? first).i] : []
  })
}
