import { describe, expect, it } from 'vitest'
import { byWorth, cheapestFirst, drawnAccess, drawnLeaks, minutesToFind } from '../fixtures/simulated-leaks'
import { seeded } from '../fixtures/seeded'
import {
  chanceOf,
  circuitFor,
  leakRates,
  leakSearch,
  nextTest,
  suspectsOf,
  suspicions,
  type LeakAnswer,
  type LeakTest,
} from '.'

const tube = 0.00635
const teed = circuitFor([{ axle: 'rear', lines: 'teed', tube }], 'valves')

describe('what can leak', () => {
  it('is every joint, the core, each tube and each bag', () => {
    // Teed: 8 joints, 1 core, 3 tubes, 2 bags; counted by hand.
    expect(suspectsOf(teed)).toHaveLength(14)
  })
  it('goes by the shop: what it found leaking outweighs what was expected', () => {
    const usual = leakRates([])
    expect(usual.core).toBeCloseTo(1.5 / 60, 9)
    // Beta-binomial mean by hand: (1.5 + 30) / (60 + 100).
    expect(leakRates([{ kind: 'core', looked: 100, leaked: 30 }]).core).toBeCloseTo(31.5 / 160, 9)
    const order = (history: Parameters<typeof leakRates>[0]) =>
      suspicions(leakSearch(teed, history), [])[0]!.suspect.kind
    expect(order([])).toBe('tube-end')
    expect(order([{ kind: 'thread', looked: 100, leaked: 30 }])).toBe('thread')
  })
})

describe('answers', () => {
  const search = leakSearch(teed, [])
  const soap = (suspect: string) => search.tests.find((t) => t.kind === 'soap' && t.suspect === suspect)!
  const probabilityAt = (answers: LeakAnswer[], id: string) =>
    suspicions(search, answers).find((s) => s.suspect.id === id)!.probability

  it('add up by Bayes: one soaping without bubbles', () => {
    // With at most one of two leaks by weights, worked out here over the hypotheses one by one.
    const test = soap('rear-valve-core')
    let [yes, all] = [0, 0]
    for (const { leaks, weight } of search.hypotheses) {
      const w = weight * (1 - chanceOf(search, test, leaks))
      all += w
      if (leaks.some((i) => search.suspects[i]!.id === 'rear-valve-core')) yes += w
    }
    expect(probabilityAt([{ test, found: false }], 'rear-valve-core')).toBeCloseTo(yes / all, 12)
    expect(probabilityAt([{ test, found: false }], 'rear-valve-core')).toBeLessThan(
      0.2 * probabilityAt([], 'rear-valve-core'),
    )
  })
  it('bubbles settle it, nearly', () => {
    expect(
      probabilityAt(
        [{ test: soap('rear-tee-run-b-to-rear-bag-right'), found: true }],
        'rear-tee-run-b-to-rear-bag-right',
      ),
    ).toBeGreaterThan(0.8)
  })
  it('a line closed off moves suspicion to the side that still falls', () => {
    const test = search.tests.find((t) => t.kind === 'close-off' && t.tube === 'rear-bag-right-air')!
    const [holds, falls] = [false, true].map((found) => probabilityAt([{ test, found }], 'rear-bag-right-air-thread'))
    expect(holds).toBeGreaterThan(2 * probabilityAt([], 'rear-bag-right-air-thread'))
    expect(falls).toBeLessThan(probabilityAt([], 'rear-bag-right-air-thread'))
  })
  it('never says the same thing twice in a row while something else is likelier', () => {
    const answers: LeakAnswer[] = []
    const tests: LeakTest[] = []
    for (let i = 0; i < 6; i++) {
      const test = nextTest(search, answers)!
      tests.push(test)
      answers.push({ test, found: false })
    }
    expect(new Set(tests.map((t) => t.id)).size).toBe(6)
  })
})

describe('a thousand leaks drawn by other rates, one in five of them two at once', () => {
  const found = (strategy: typeof byWorth) => {
    const minutes = Array.from({ length: 1000 }, (_, i) => {
      const random = seeded(7000 + i)
      const leaks = drawnLeaks(teed, random)
      return minutesToFind(teed, leaks, strategy, seeded(i), drawnAccess(teed, random))
    }).sort((a, b) => a - b)
    return { mean: minutes.reduce((a, b) => a + b, 0) / 1000, ninety: minutes[900]! }
  }
  it('are found in fewer minutes than by the cheapest look first, in the mean and in nine of ten', () => {
    const [best, cheap] = [found(byWorth), found(cheapestFirst)]
    expect(best.mean).toBeLessThan(cheap.mean)
    expect(best.ninety).toBeLessThan(cheap.ninety)
  })
})
