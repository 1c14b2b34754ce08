import { linearRegression } from 'simple-statistics'
import { describe, expect, test } from 'vitest'
import { seeded } from '../fixtures/seeded'
import { PSI, ZERO_CELSIUS } from '../quantity'
import { leakTrend, referredTo, studentT, type LogReading } from '.'

const read = (day: number, psi: number, celsius: number, altitude = 0): LogReading => ({
  day,
  pressure: psi * PSI,
  temperature: ZERO_CELSIUS + celsius,
  altitude,
})
const AT = ZERO_CELSIUS + 20
const log = [read(0, 60, 20), read(10, 58.2, 16), read(25, 56.9, 18), read(40, 54, 10)]

describe("Student's t", () => {
  // Source: NIST/SEMATECH e-Handbook of Statistical Methods, table 1.3.6.7.2, two-sided 95 % and 99 %.
  test.each([
    [1, 0.95, 12.706],
    [2, 0.95, 4.303],
    [3, 0.95, 3.182],
    [10, 0.95, 2.228],
    [30, 0.95, 2.042],
    [5, 0.99, 4.032],
    [100, 0.95, 1.984],
  ])('%d degrees of freedom, %d: %d', (freedom, confidence, t) => {
    expect(studentT(freedom, confidence)).toBeCloseTo(t, 3)
  })
})

describe('a log of months', () => {
  test('weather comes out of it', () => {
    expect(log.map((r) => referredTo(r, AT) / PSI)).toEqual([
      expect.closeTo(60, 3),
      expect.closeTo(59.208, 3),
      expect.closeTo(57.392, 3),
      expect.closeTo(56.426, 3),
    ])
  })
  // Source: ordinary least squares by another library.
  test('the slope is the one of least squares', () => {
    const { m, b } = linearRegression(log.map((r) => [r.day, Math.log(referredTo(r, AT))]))
    const trend = leakTrend(log, AT, 5 * PSI)
    expect(trend.slope).toBeCloseTo(m, 12)
    expect(trend.day).toBeCloseTo((Math.log(5 * PSI) - b) / m, 6)
    expect(trend.lossPerMonth).toBeCloseTo(1 - Math.exp(30 * m), 12)
    expect(trend.slopeError).toBeCloseTo(0.0001353, 7)
    // 1,557 days are told from 40: a direction.
    expect(trend.code).toBe('beyond-span')
  })
  test('under three readings there is no date, nor on a rising slope, nor on one day', () => {
    expect(leakTrend(log.slice(0, 2), AT, 5 * PSI)).toMatchObject({ day: null, slopeError: null, code: 'too-few' })
    expect(leakTrend([], AT, 5 * PSI)).toMatchObject({ referred: [], slope: null, code: 'too-few' })
    expect(leakTrend([read(0, 50, 20), read(5, 51, 20), read(9, 53, 20)], AT, 5 * PSI)).toMatchObject({
      day: null,
      code: 'rising',
    })
    expect(leakTrend([read(3, 50, 20), read(3, 49, 20), read(3, 48, 20)], AT, 5 * PSI).code).toBe('too-few')
  })
  test('a slope that may be none has a first day and no last one', () => {
    const noisy = leakTrend([read(0, 60, 20), read(10, 55, 20), read(20, 61, 20), read(30, 56, 20)], AT, 5 * PSI)
    expect(noisy.day).not.toBeNull()
    expect(noisy.dayHigh).toBeNull()
    expect(noisy.dayLow!).toBeGreaterThan(30)
    expect(noisy.dayLow!).toBeLessThan(noisy.day!)
  })
  // Source: what a confidence of 95 % means, on logs drawn by a seeded generator.
  test('of 2,000 logs drawn about a known fall some 95 in 100 hold the day between their bounds', () => {
    const random = seeded(7)
    const normal = () => Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random())
    const fall = -0.004
    const truth = Math.log(5 / 60) / fall
    let peak = 0
    for (let i = 0; i < 2000; i++) {
      const readings = [0, 12, 30, 45, 70, 90, 120].map((day) =>
        read(day, 60 * Math.exp(fall * day + 0.02 * normal()), 20),
      )
      // Referred to the standard atmosphere a gauge reading at 20 °C is itself.
      const { dayLow, dayHigh } = leakTrend(readings, AT, 5 * PSI)
      if (dayLow !== null && dayLow <= truth && (dayHigh === null || truth <= dayHigh)) peak++
    }
    expect(peak / 2000).toBeGreaterThan(0.935)
    expect(peak / 2000).toBeLessThan(0.965)
  })
})
