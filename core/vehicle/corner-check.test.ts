import { describe, expect, test } from 'vitest'
import { demoJob } from '../../demo/shop'
import type { BayRecord } from '../records'
import { assessJob } from '../judge'
import { INCH } from '../quantity'
import { checkCorners, looksLike, type Corner, type HeightPlace, type ExpectedRear, type HeightSet } from '.'

type Inches = [number, number, number, number]
const set = (heights: Inches): HeightSet =>
  Object.fromEntries(
    (['front-left', 'front-right', 'rear-right', 'rear-left'] as const).map((c, i) => [
      c,
      { value: heights[i]! * INCH, about: false },
    ]),
  )
const EMPTY: Inches = [23.5, 23.4375, 26.125, 26.1875]
const LOADED: Inches = [23.8125, 23.75, 22.4375, 22.25]
const expected: ExpectedRear = { squat: 0.098, squatTolerance: 0.0129, lean: -0.0064, gains: true }
const check = (empty: Inches, loaded: Inches) => checkCorners(set(empty), set(loaded), 'wheel-center', expected)
const only = (empty: Inches, loaded: Inches) => {
  const found = check(empty, loaded)
  expect(found).toHaveLength(1)
  return found[0]!
}

// Source for all of these: common practice, no published source; each slip is made on purpose in sound readings.
describe('slips of the tape', () => {
  test('sound readings raise nothing', () => expect(check(EMPTY, LOADED)).toEqual([]))
  test('a whole inch or two on one corner: which, and what would agree', () => {
    const slip = only([23.5, 23.4375, 26.125, 28.1875], LOADED)
    expect(slip).toMatchObject({ code: 'disagrees', set: 'empty', corners: ['rear-left'] })
    expect(slip.would[0]! / INCH).toBeCloseTo(26.1875, 9)
  })
  test('a mistyped fraction, empty: both of the axle, with what each should read', () => {
    const slip = only([23.5, 23.4375, 26.75, 26.1875], LOADED)
    expect([...slip.corners].sort()).toEqual(['rear-left', 'rear-right'])
    const right = slip.would[slip.corners.indexOf('rear-right')]!
    expect(Math.abs(right / INCH - 26.125)).toBeLessThan(1 / 8)
  })
  test('a mistyped fraction, loaded, shows against the empty set', () => {
    const slip = only(EMPTY, [23.8125, 23.75, 22.8125, 22.25])
    expect(slip).toMatchObject({ code: 'disagrees', set: 'loaded' })
    expect(slip.corners).toContain('rear-right')
  })
  test.each<[string, Inches, Inches, Corner[]]>([
    ['left side, empty', [26.1875, 23.4375, 26.125, 23.5], LOADED, ['front-left', 'rear-left']],
    ['across, empty', [26.125, 23.4375, 23.5, 26.1875], LOADED, ['front-left', 'rear-right']],
    ['right side, loaded', EMPTY, [23.8125, 22.4375, 23.75, 22.25], ['front-right', 'rear-right']],
  ])('two corners exchanged: %s', (_, empty, loaded, corners) => {
    const slip = only(empty, loaded)
    expect(slip.code).toBe('swapped')
    expect([...slip.corners].sort()).toEqual(corners)
  })
  test('rows exchanged: it stands higher loaded than empty', () =>
    expect(only(LOADED, EMPTY).code).toBe('rows-swapped'))
  test('a loaded rear that leans away from its load', () =>
    expect(only(EMPTY, [23.8125, 23.75, 22.4375, 22.75]).code).toBe('sides-swapped'))
  test('a height no lip can have is alone in what is said', () => {
    const found = check([5, 23.4375, 26.125, 26.1875], LOADED)
    expect(found.map((f) => [f.code, f.corners])).toEqual([['implausible', ['front-left']]])
  })
  test('one empty set alone still finds its crooked corner', () => {
    const found = checkCorners(set([25.5, 23.5, 26, 26]), {}, 'wheel-center')
    expect(found[0]!.corners).toContain('front-left')
  })
})

describe('the tape of a demo job, spoiled on purpose', () => {
  const { job, records } = demoJob('0417')
  type Height = Extract<BayRecord['body'], { kind: 'height' }>
  const spoil = (change: (body: Height) => Partial<Height>): BayRecord[] =>
    records.map((r) => (r.body.kind === 'height' ? { ...r, body: { ...r.body, ...change(r.body) } } : r))
  const found = (spoiled: BayRecord[]) => assessJob(job, spoiled).corners
  test('as it is, nothing', () => expect(found(records)).toEqual([]))
  test('swapped corners', () => {
    const swap: Partial<Record<HeightPlace, Corner>> = { 'front-left': 'rear-left', 'rear-left': 'front-left' }
    const findings = found(spoil((body) => (body.load === 'empty' ? { corner: swap[body.corner] ?? body.corner } : {})))
    expect(findings.map((f) => [f.code, f.set, [...f.corners].sort()])).toEqual([
      ['swapped', 'empty', ['front-left', 'rear-left']],
    ])
  })
  test('a mistyped fraction: 22 7/16 as 22 15/16', () => {
    const [finding, ...others] = found(
      spoil((body) => (body.load === 'loaded' && body.corner === 'rear-right' ? { value: 22.9375 * INCH } : {})),
    )
    expect(others).toEqual([])
    expect(finding).toMatchObject({ code: 'disagrees', set: 'loaded' })
    const index = finding!.corners.indexOf('rear-right')
    expect(finding!.would[index]! / INCH).toBeCloseTo(22.1875, 1)
  })
})

describe('from which mark heights look as if they were read', () => {
  // A 32 in tire: its lip stands some 20 in over the wheel's center and 36 in over the ground. From memory.
  const tire = 32 * INCH
  test.each([
    [[22, 22.5, 24, 24.25], 'wheel-center'],
    [[36, 36.25, 38.5, 39], 'ground'],
    [[22, 22.5, 38.5, 39], null],
    [[28], null],
    [[], null],
  ] as const)('%j in: %s', (inches, mark) => {
    expect(
      looksLike(
        inches.map((v) => v * INCH),
        tire,
      ),
    ).toBe(mark)
  })
})
