import { describe, expect, test } from 'vitest'
import { tireLoad } from '.'

describe('tire load by index', () => {
  // Source: ISO 4000-1 load index table, well-known entries (from memory).
  test.each([
    ['82', 475],
    ['91', 615],
    ['100', 800],
    ['110', 1060],
    ['121', 1450],
    ['130', 1900],
  ])('%s is %d kg', (index, kilograms) => expect(tireLoad(index)!.single).toBe(kilograms))
  // Source: the table is a geometric progression, ten times in eighty steps, rounded.
  test('every entry keeps the progression within its rounding, and rises', () => {
    let before = 0
    for (let index = 70; index < 140; index++) {
      const { single } = tireLoad(String(index))!
      expect(single).toBeGreaterThan(before)
      expect(single / (45 * 10 ** (index / 80))).toBeGreaterThan(0.98)
      expect(single / (45 * 10 ** (index / 80))).toBeLessThan(1.02)
      before = single
    }
  })
  test('dual carries less; a passenger tire on a truck is divided by 1.10', () => {
    expect(tireLoad('121/118')).toEqual({ single: 1450, dual: 1320 })
    expect(tireLoad('100', true)!.single).toBeCloseTo(727.3, 1)
    expect(tireLoad('100')!.dual).toBeNull()
  })
  test('what is no index is null, never a guess', () => {
    for (const bad of ['', '69', '140', '121/', 'E', '1000']) expect(tireLoad(bad)).toBeNull()
  })
})
