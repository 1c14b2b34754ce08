import { describe, expect, test } from 'vitest'
import { PSI, ZERO_CELSIUS } from '../quantity'
import { AIR_CHECK_SECONDS, judgeAirCheck, pressureAt } from '.'

const at = (psi: number, celsius: number) => ({ pressure: psi * PSI, temperature: ZERO_CELSIUS + celsius })

describe('pressure hold', () => {
  // Source: ideal gas at constant volume, absolute pressures.
  test('60 psi at 24 °C is 56.98 at 12 °C', () => {
    expect(pressureAt(at(60, 24), ZERO_CELSIUS + 12) / PSI).toBeCloseTo(56.98, 2)
  })
  test('56 read is 0.98 psi of leak, not 4', () => {
    const v = judgeAirCheck(at(60, 24), at(56, 12), AIR_CHECK_SECONDS)
    expect(v.lost / PSI).toBeCloseTo(0.98, 2)
    expect(v.code).toBe('holds')
  })
  // Source: common practice, no published source: 7 psi of 60 in 24 h, in proportion.
  test('more than seven from sixty leaks, in proportion from thirty', () => {
    expect(judgeAirCheck(at(60, 20), at(52, 20), AIR_CHECK_SECONDS).code).toBe('leaks')
    expect(judgeAirCheck(at(60, 20), at(54, 20), AIR_CHECK_SECONDS).code).toBe('holds')
    expect(judgeAirCheck(at(30, 20), at(26, 20), AIR_CHECK_SECONDS).code).toBe('leaks')
  })
  test('a short hold says nothing good yet, but a leak shows at once', () => {
    expect(judgeAirCheck(at(60, 20), at(59.5, 20), 600).code).toBe('too-early')
    expect(judgeAirCheck(at(60, 20), at(40, 20), 600).code).toBe('leaks')
  })
  test('a gauge that gains is a wrong reading', () => {
    expect(judgeAirCheck(at(60, 20), at(66, 20), AIR_CHECK_SECONDS).code).toBe('gained')
  })
})
