import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { cutList } from './cut'

const FOOT = 0.3048
const pieces = (...feet: number[]) => feet.map((f, i) => ({ line: `line-${i + 1}`, length: f * FOOT }))

describe('cutting a coil', () => {
  // By hand, 18 ft: 7 ft 11 in and 6 ft 2 in leave 3 ft 11 in; half is 9 ft.
  it('says what is first, what is left and whether half and half reaches', () => {
    const { coils, buy, half } = cutList(pieces(6 + 2 / 12, 7 + 11 / 12), [18 * FOOT])
    expect(coils[0]!.pieces.map((p) => p.line)).toEqual(['line-2', 'line-1'])
    expect(coils[0]!.left / FOOT).toBeCloseTo(3 + 11 / 12, 9)
    expect([buy, half!.reaches]).toEqual([[], true])
  })
  it('longer path first: half of it does not reach', () => {
    const { buy, half } = cutList(pieces(10.5, 6), [18 * FOOT])
    expect(half!.reaches).toBe(false)
    expect(half!.short / FOOT).toBeCloseTo(1.5, 9)
    expect(buy).toEqual([])
  })
  it('at the figure of the coil itself it reaches, a hair over it does not', () => {
    expect(cutList(pieces(9, 9), [18 * FOOT]).buy).toEqual([])
    expect(cutList(pieces(9, 9.001), [18 * FOOT]).buy).toHaveLength(1)
  })
  it('is never worse than every way of cutting, tried one by one', () => {
    const lengths = fc.array(fc.integer({ min: 1, max: 40 }), { maxLength: 7 })
    fc.assert(
      fc.property(lengths, fc.array(fc.integer({ min: 5, max: 60 }), { minLength: 1, maxLength: 3 }), (all, coils) => {
        const cuts = cutList(
          all.map((length, i) => ({ line: String(i), length })),
          coils,
        )
        const bought = cuts.buy.reduce((sum, p) => sum + p.length, 0)
        let least = Infinity
        const ways = (coils.length + 1) ** all.length
        for (let way = 0; way < ways; way++) {
          const left = [...coils]
          let sum = 0
          let code = way
          for (const length of all) {
            const c = code % (coils.length + 1)
            code = Math.floor(code / (coils.length + 1))
            if (c === coils.length) sum += length
            else left[c]! -= length
          }
          if (left.every((l) => l >= 0)) least = Math.min(least, sum)
        }
        expect(bought).toBe(least)
        for (const coil of cuts.coils) expect(coil.left).toBeGreaterThanOrEqual(0)
        expect([...cuts.coils.flatMap((c) => c.pieces), ...cuts.buy].map((p) => p.line).sort()).toEqual(
          all.map((_, i) => String(i)).sort(),
        )
      }),
      { numRuns: 150 },
    )
  })
})
