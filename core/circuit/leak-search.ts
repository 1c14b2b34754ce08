import { GAUGE_TOLERANCE } from '../air'
import type { Circuit } from '../fittings'
import { beyondCut, leakRates, suspectsOf, type LeakHistory, type Suspect } from './suspects'

/** A test that a leak is looked for by. */
export type LeakTest =
  /** Soap on one thing, and a look. */
  | { kind: 'soap'; id: string; suspect: string; minutes: number }
  /** Ear along the whole circuit: only a big one is heard. */
  | { kind: 'listen'; id: string; minutes: number }
  /** A line pulled and plugged, the rest watched on the gauge: whether it still falls. */
  | { kind: 'close-off'; id: string; tube: string; minutes: number }
/** What a test said: bubbles, a hiss, a gauge that still falls; or none of it. */
export interface LeakAnswer {
  test: LeakTest
  found: boolean
}
/** How suspicious each thing is after all answers, the most suspicious first. */
export interface Suspicion {
  suspect: Suspect
  probability: number
}

/** Times and chances of tests on the whole circuit. From memory, no published source. */
const LISTEN = { minutes: 1, heard: 0.15 }
const CLOSE_OFF = { work: 4, wait: 8, falls: 0.9, falsely: 0.05 }
/** Soap at a sound joint shows no bubbles but by mistake. */
const FALSE_BUBBLES = 0.01

/** What leaks: one thing, or two at once. */
interface Hypothesis {
  leaks: readonly number[]
  weight: number
}

export interface LeakSearch {
  suspects: readonly Suspect[]
  tests: readonly LeakTest[]
  hypotheses: readonly Hypothesis[]
  /** For each close-off test, which suspects the gauge still sees. */
  gaugeSees: ReadonlyMap<string, ReadonlySet<string>>
}

/**
 * A search for a leak in a circuit that loses air.
 * @param within ids of suspects that can be it: those on the line that falls; all where absent
 * @param minutes to get at a thing here, where not the usual
 * @param rate Pa a minute that the gauge falls, where a hold said: how long a closed-off line has to be watched
 */
export function leakSearch(
  circuit: Circuit,
  history: readonly LeakHistory[],
  {
    within,
    minutes = new Map(),
    rate = null,
  }: { within?: ReadonlySet<string>; minutes?: ReadonlyMap<string, number>; rate?: number | null } = {},
): LeakSearch {
  const watch = rate === null ? CLOSE_OFF.wait : Math.max(2, (2 * GAUGE_TOLERANCE) / rate)
  const suspects = suspectsOf(circuit)
    .filter((s) => within?.has(s.id) ?? true)
    .map((s) => ({ ...s, minutes: minutes.get(s.about) ?? s.minutes }))
  const rates = leakRates(history)
  const odds = suspects.map(({ kind }) => rates[kind] / (1 - rates[kind]))
  const hypotheses = suspects.flatMap((_, i): Hypothesis[] => [
    { leaks: [i], weight: odds[i]! },
    ...suspects
      .slice(i + 1)
      .map((_s, k): Hypothesis => ({ leaks: [i, i + 1 + k], weight: odds[i]! * odds[i + 1 + k]! })),
  ])
  const gaugeSees = new Map(
    circuit.tubes.flatMap((t) => {
      const sides = beyondCut(circuit, t.id)
      const splits =
        sides && suspects.some((s) => sides.gaugeSide.has(s.id)) && suspects.some((s) => !sides.gaugeSide.has(s.id))
      return splits ? [[t.id, sides.gaugeSide] as const] : []
    }),
  )
  return {
    suspects,
    hypotheses,
    gaugeSees,
    tests: [
      ...suspects.map((s): LeakTest => ({ kind: 'soap', id: `soap-${s.id}`, suspect: s.id, minutes: s.minutes })),
      { kind: 'listen', id: 'listen', minutes: LISTEN.minutes },
      ...[...gaugeSees.keys()].map((tube): LeakTest => ({
        kind: 'close-off',
        id: `close-off-${tube}`,
        tube,
        minutes: CLOSE_OFF.work + watch,
      })),
    ],
  }
}

/** How likely a test says yes where exactly these leak. */
export function chanceOf(search: LeakSearch, test: LeakTest, leaks: readonly number[]): number {
  const miss = (chances: readonly number[]) => chances.reduce((product, c) => product * (1 - c), 1)
  switch (test.kind) {
    case 'soap': {
      const leakOfTest = leaks.find((i) => search.suspects[i]!.id === test.suspect)
      return leakOfTest === undefined ? FALSE_BUBBLES : search.suspects[leakOfTest]!.seen
    }
    case 'listen':
      return 1 - miss(leaks.map(() => LISTEN.heard))
    case 'close-off': {
      const visible = search.gaugeSees.get(test.tube)!
      const leaking = leaks.filter((i) => visible.has(search.suspects[i]!.id))
      return 1 - (1 - CLOSE_OFF.falsely) * miss(leaking.map(() => CLOSE_OFF.falls))
    }
  }
}

/** Weights of every hypothesis after the answers, adding up to one. Source: Bayes. */
function posterior(search: LeakSearch, answers: readonly LeakAnswer[]): number[] {
  const weights = search.hypotheses.map(({ leaks, weight }) =>
    answers.reduce((w, { test, found }) => {
      const yes = chanceOf(search, test, leaks)
      return w * (found ? yes : 1 - yes)
    }, weight),
  )
  const sum = weights.reduce((a, b) => a + b, 0)
  return weights.map((w) => (sum > 0 ? w / sum : 0))
}
function marginals(search: LeakSearch, weights: readonly number[]): number[] {
  const out = search.suspects.map(() => 0)
  search.hypotheses.forEach(({ leaks }, h) => {
    for (const i of leaks) out[i]! += weights[h]!
  })
  return out
}

/** Everything that can leak, the most suspicious first. */
export function suspicions(search: LeakSearch, answers: readonly LeakAnswer[]): Suspicion[] {
  const marginal = marginals(search, posterior(search, answers))
  return search.suspects
    .map((suspect, i) => ({ suspect, probability: marginal[i]! }))
    .toSorted((a, b) => b.probability - a.probability)
}

/** Passes over everything that may have been missed, after which a search is given up. */
const PASSES = 3

/**
 * Minutes until a leak is seen if from now on soap goes where it tells most for its minutes.
 * Source: the order by probability times sight over cost is the best one for one hidden thing (Blackwell, in Matula 1964, American
 * Mathematical Monthly 71).
 */
function minutesBySoap(search: LeakSearch, chances: readonly number[]): number {
  let total = 0
  let left = 1
  let now = [...chances]
  for (let pass = 0; pass < PASSES && left > 1e-3; pass++) {
    const sum = now.reduce((a, b) => a + b, 0)
    if (sum <= 0) break
    const share = now.map((p) => p / sum)
    const order = search.suspects
      .map((s, i) => ({ s, i, index: (share[i]! * s.seen) / s.minutes }))
      .toSorted((a, b) => b.index - a.index)
    let missed = 1
    for (const { s, i } of order) {
      total += left * Math.max(0, missed) * s.minutes
      missed -= share[i]! * s.seen
    }
    left *= Math.max(0, missed)
    now = share.map((p, i) => p * (1 - search.suspects[i]!.seen))
  }
  return total
}

/**
 * The next test that is worth its minutes most: soap where a leak is likeliest seen for its time, or a line closed off where that
 * shortens the rest by more than it takes.
 *
 * @returns null without suspects
 */
export function nextTest(search: LeakSearch, answers: readonly LeakAnswer[]): LeakTest | null {
  if (!search.suspects.length) return null
  const weights = posterior(search, answers)
  const marginal = marginals(search, weights)
  const soap = search.suspects
    .map((s, i) => ({ s, index: (marginal[i]! * s.seen) / s.minutes }))
    .reduce((best, c) => (c.index > best.index ? c : best))
  const onlySoap = minutesBySoap(search, marginal)
  let best: { test: LeakTest; minutes: number } = {
    test: search.tests.find((t) => t.kind === 'soap' && t.suspect === soap.s.id)!,
    minutes: onlySoap,
  }
  for (const test of search.tests) {
    // What takes longer than all that is left cannot shorten it.
    if (test.kind === 'soap' || test.minutes >= best.minutes || answers.some((a) => a.test.id === test.id)) continue
    const yes = search.hypotheses.map(({ leaks }) => chanceOf(search, test, leaks))
    const split = (found: boolean) => {
      const after = weights.map((w, h) => w * (found ? yes[h]! : 1 - yes[h]!))
      const sum = after.reduce((a, b) => a + b, 0)
      return {
        sum,
        minutes:
          sum > 0
            ? minutesBySoap(
                search,
                marginals(
                  search,
                  after.map((w) => w / sum),
                ),
              )
            : 0,
      }
    }
    const [heard, not] = [split(true), split(false)]
    const minutes = test.minutes + heard.sum * heard.minutes + not.sum * not.minutes
    if (minutes < best.minutes) best = { test, minutes }
  }
  return best.test
}
