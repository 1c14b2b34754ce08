import { INCH, type Meters } from '../quantity'
import {
  CORNERS,
  HEIGHT_PLACES,
  readingTolerance,
  type Corner,
  type HeightPlace,
  type HeightSet,
  type Mark,
} from './heights'

/** A stiff frame keeps (left - right) front and rear alike; more than this apart, something was misread (common practice). */
const TWIST_LIMIT: Meters = INCH / 2
/** The same between an empty and a loaded set of one vehicle, where its own crookedness cancels (common practice). */
const TWIST_CHANGE_LIMIT: Meters = (5 * INCH) / 16
/** A lean that is no surprise on a sound vehicle (common practice). */
const USUAL_LEAN: Meters = INCH / 4
/** An axle leaning by more is looked at for exchanged readings (common practice). */
const ODD_LEAN: Meters = INCH
/** Bounds for a height that a fender lip can have, by mark. */
const PLAUSIBLE: Record<Mark, [Meters, Meters]> = { 'wheel-center': [0.25, 0.9], ground: [0.5, 1.6] }

export interface CornerFinding {
  code:
    /** No lip stands that high or low over this mark. */
    | 'implausible'
    /** One corner, or one of two, is off. */
    | 'disagrees'
    /** Two readings stand in each other's place. */
    | 'swapped'
    /** Left and right of the loaded rear: it leans away from where the load sits. */
    | 'sides-swapped'
    /** The rear stands higher loaded than empty: the rows were exchanged, or it was not empty. */
    | 'rows-swapped'
    /** Unloaded again the rear stands higher than empty before: friction keeps it down, never up. */
    | 'again-higher'
  set: 'empty' | 'loaded' | 'empty-again'
  corners: HeightPlace[]
  /** How far it is out. */
  off: Meters
  /** For each of the corners, the reading that would agree with the others; empty where there is none to tell. */
  would: Meters[]
}

/** What the list of loads says the rear should do, where it can say. */
export interface ExpectedRear {
  /** Down positive. */
  squat: Meters
  squatTolerance: Meters
  /** Change of (left - right) under the load. */
  lean: Meters
  /** Whether anything was put on it. */
  gains: boolean
}

type Four = Record<Corner, Meters>
const complete = (set: HeightSet): Four | null =>
  CORNERS.every((c) => set[c]) ? (Object.fromEntries(CORNERS.map((c) => [c, set[c]!.value])) as Four) : null
const leanOf = (h: Four, axle: 'front' | 'rear') => h[`${axle}-left`] - h[`${axle}-right`]
const twistOf = (h: Four) => leanOf(h, 'front') - leanOf(h, 'rear')
/** What added to a corner adds to the twist. */
const TWIST_SIGN: Four = { 'front-left': 1, 'front-right': -1, 'rear-left': -1, 'rear-right': 1 }

/**
 * Looks for slips of the tape or the pen in what was read: heights no lip has, two readings exchanged, a corner that
 * disagrees, rows or sides exchanged.
 *
 * Four heights of a stiff frame hold one surplus: their twist. It says that something is off and by how much; which
 * corner it is follows from how the vehicle would lean, and from the other set, with that corner put right. Where two
 * remain alike both are named.
 * @param empty,loaded readings of the two sets
 * @param expected what the loads say, or null
 * Source: common practice, no published source.
 */
// eslint-disable-next-line complexity -- one finding after the other, each a line
export function checkCorners(
  empty: HeightSet,
  loaded: HeightSet,
  mark: Mark,
  expected: ExpectedRear | null = null,
): CornerFinding[] {
  const found: CornerFinding[] = []
  for (const [name, set] of [
    ['empty', empty],
    ['loaded', loaded],
  ] as const) {
    const [low, high] = PLAUSIBLE[mark]
    for (const corner of HEIGHT_PLACES) {
      const value = set[corner]?.value
      if (value !== undefined && (value < low || value > high))
        found.push({
          code: 'implausible',
          set: name,
          corners: [corner],
          off: value < low ? low - value : value - high,
          would: [],
        })
    }
  }
  // A height that cannot be says nothing about the others.
  if (found.length) return found
  const [e, l] = [complete(empty), complete(loaded)]
  for (const [name, h, other, set] of [
    ['empty', e, l, empty],
    ['loaded', l, e, loaded],
  ] as const) {
    const finding = h && withinSet(name, h, { other, set, expected })
    if (finding) found.push(finding)
  }
  if (!found.length && e && l) {
    const finding = betweenSets(e, l, { empty, loaded, expected })
    if (finding) found.push(finding)
  }
  return found
}

function withinSet(
  name: 'empty' | 'loaded',
  h: Four,
  { other, set, expected }: { other: Four | null; set: HeightSet; expected: ExpectedRear | null },
): CornerFinding | null {
  const twist = twistOf(h)
  const limit = Math.max(TWIST_LIMIT, 1.5 * twistTolerance(set))
  const odd = Math.max(Math.abs(leanOf(h, 'front')), Math.abs(leanOf(h, 'rear'))) > ODD_LEAN
  if (Math.abs(twist) <= limit && !odd) return null
  const swap = bestSwap(
    h,
    limit,
    (put) => (other ? (name === 'empty' ? drops(put, other) : drops(other, put)) : null),
    expected,
  )
  if (swap) return { code: 'swapped', set: name, corners: swap, off: Math.abs(h[swap[0]] - h[swap[1]]), would: [] }
  return Math.abs(twist) > limit ? singleOut(name, h, { other, twist, expected }) : null
}

const twistTolerance = (...sets: HeightSet[]) =>
  Math.hypot(...sets.flatMap((set) => CORNERS.map((c) => (set[c] ? readingTolerance(set[c]) : 0))))

/** How far each axle came down between two sets. */
const drops = (e: Four, l: Four) => ({
  front: (e['front-left'] + e['front-right'] - l['front-left'] - l['front-right']) / 2,
  rear: (e['rear-left'] + e['rear-right'] - l['rear-left'] - l['rear-right']) / 2,
})

/**
 * Two readings that, exchanged, leave a vehicle standing straight; null when none do. Exchanging across the vehicle on
 * either side may straighten it alike: then the one that also agrees with the other set, or puts the empty rear above the
 * front, is meant.
 */
function bestSwap(
  h: Four,
  limit: Meters,
  against: (put: Four) => { front: Meters; rear: Meters } | null,
  expected: ExpectedRear | null,
): [Corner, Corner] | null {
  let best: { pair: [Corner, Corner]; crooked: number } | null = null
  for (const [i, a] of CORNERS.entries())
    for (const b of CORNERS.slice(i + 1)) {
      const tried = { ...h, [a]: h[b], [b]: h[a] }
      const lean = Math.max(Math.abs(leanOf(tried, 'front')), Math.abs(leanOf(tried, 'rear')))
      const drop = against(tried)
      const noseUp = tried['front-left'] + tried['front-right'] > tried['rear-left'] + tried['rear-right']
      const odd = drop
        ? Math.abs(drop.front) + (expected ? Math.abs(drop.rear - expected.squat) : 0)
        : noseUp
          ? INCH
          : 0
      const crooked = Math.abs(twistOf(tried)) + lean + odd
      // Exchanging left and right of one axle turns a lean over and mends nothing.
      const acrossOneAxle = a.slice(0, 5) === b.slice(0, 5)
      const straight = Math.abs(twistOf(tried)) <= limit && lean <= 2 * USUAL_LEAN
      if (!acrossOneAxle && straight && crooked < (best?.crooked ?? Infinity)) best = { pair: [a, b], crooked }
    }
  return best?.pair ?? null
}

/** A candidate must be this much likelier (difference of squared, scaled misfits) to be named alone. */
const CLEARLY = 3

function singleOut(
  name: 'empty' | 'loaded',
  h: Four,
  { other, twist, expected }: { other: Four | null; twist: Meters; expected: ExpectedRear | null },
): CornerFinding {
  const candidates = CORNERS.map((corner) => {
    const put = { ...h, [corner]: h[corner] - TWIST_SIGN[corner] * twist }
    const [e, l] = name === 'empty' ? [put, other] : [other, put]
    let misfit = (leanOf(put, 'front') / USUAL_LEAN) ** 2 + (leanOf(put, 'rear') / USUAL_LEAN) ** 2
    if (e && l) {
      const drop = drops(e, l)
      const leanChange = leanOf(l, 'rear') - leanOf(e, 'rear') - (expected?.lean ?? 0)
      misfit += (leanChange / USUAL_LEAN) ** 2
      // The front hardly moves under a load over the rear.
      misfit += (drop.front / (2 * INCH)) ** 2
      if (expected) misfit += ((drop.rear - expected.squat) / Math.max(USUAL_LEAN, expected.squatTolerance)) ** 2
    }
    return { corner, misfit, would: put[corner] }
  }).sort((a, b) => a.misfit - b.misfit)
  const [first, second] = candidates as [(typeof candidates)[number], (typeof candidates)[number]]
  const alone = second.misfit - first.misfit > CLEARLY
  return {
    code: 'disagrees',
    set: name,
    corners: alone ? [first.corner] : [first.corner, second.corner],
    off: Math.abs(twist),
    would: alone ? [first.would] : [first.would, second.would],
  }
}

function betweenSets(
  e: Four,
  l: Four,
  { empty, loaded, expected }: { empty: HeightSet; loaded: HeightSet; expected: ExpectedRear | null },
): CornerFinding | null {
  const drop = drops(e, l).rear
  const tolerance = twistTolerance(empty, loaded)
  if (expected?.gains && drop < -tolerance / 2)
    return { code: 'rows-swapped', set: 'loaded', corners: ['rear-right', 'rear-left'], off: -drop, would: [] }
  const change = twistOf(l) - twistOf(e)
  if (Math.abs(change) > Math.max(TWIST_CHANGE_LIMIT, 1.5 * tolerance)) {
    const name = Math.abs(twistOf(l)) >= Math.abs(twistOf(e)) ? 'loaded' : 'empty'
    const off = name === 'loaded' ? change : -change
    return singleOut(name, name === 'loaded' ? l : e, { other: name === 'loaded' ? e : l, twist: off, expected })
  }
  const lean = leanOf(l, 'rear') - leanOf(e, 'rear')
  if (expected && Math.abs(lean) > USUAL_LEAN && Math.abs(expected.lean) > USUAL_LEAN / 2 && lean * expected.lean < 0)
    return {
      code: 'sides-swapped',
      set: 'loaded',
      corners: ['rear-right', 'rear-left'],
      off: Math.abs(lean - expected.lean),
      would: [],
    }
  return null
}
