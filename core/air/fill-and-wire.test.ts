import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { atmosphere, PSI } from '../quantity'
import { fillSeconds, GAUGES, tankFor, resistance, wireDrop } from '.'

const LITER = 1e-3
const MINUTE = 60

describe('filling', () => {
  const falling = [
    { pressure: 0, flow: (25 * LITER) / MINUTE },
    { pressure: 100 * PSI, flow: (12 * LITER) / MINUTE },
  ]
  // Source: the integral of dP/q in closed form: q falls straight, so it is a logarithm.
  test('of 4.94 l from 5 to 60 psi by a flow that falls straight', () => {
    const seconds = fillSeconds(4.94 * LITER, 5 * PSI, 60 * PSI, falling)
    const fall = (13 * LITER) / MINUTE / (100 * PSI)
    const flowAt = (psi: number) => (25 * LITER) / MINUTE - fall * psi * PSI
    expect(seconds).toBeCloseTo(((4.94 * LITER) / atmosphere(0) / fall) * Math.log(flowAt(5) / flowAt(60)), 6)
    expect(seconds).toBeCloseTo(53.93, 2)
  })
  test('by a steady flow it is volume over flow for each atmosphere', () => {
    const steady = [{ pressure: 0, flow: LITER }]
    expect(fillSeconds(2 * LITER, 0, atmosphere(0), steady)).toBeCloseTo(2, 9)
  })
  test('a compressor that comes to no flow first never fills it', () => {
    expect(fillSeconds(LITER, 0, 90 * PSI, [...falling.slice(0, 1), { pressure: 80 * PSI, flow: 0 }])).toBe(Infinity)
    expect(fillSeconds(LITER, 10 * PSI, 10 * PSI, falling)).toBe(0)
  })
  test('a curve that comes to nothing takes ever longer near its end', () => {
    const toNothing = [falling[0]!, { pressure: 100 * PSI, flow: 0 }]
    // Closed form again: from 0 to 99.9 % of its end, ln 1000 over the fall.
    const fall = falling[0]!.flow / (100 * PSI)
    expect(fillSeconds(LITER, 0, 99.9 * PSI, toNothing)).toBeCloseTo((LITER / atmosphere(0) / fall) * Math.log(1000), 6)
  })
  test('a tank of the bags’ own size at twice the way up fills them by itself', () => {
    expect(tankFor(3 * LITER, 10 * PSI, 50 * PSI, 90 * PSI)).toBeCloseTo(3 * LITER, 12)
    expect(tankFor(3 * LITER, 10 * PSI, 50 * PSI, 50 * PSI)).toBe(Infinity)
    expect(tankFor(3 * LITER, 50 * PSI, 50 * PSI, 50 * PSI)).toBe(0)
    // Mass of air before and after, absolute: nothing is lost.
    fc.assert(
      fc.property(fc.double({ min: 11, max: 80, noNaN: true }), (to) => {
        const tank = tankFor(3 * LITER, 10 * PSI, to * PSI, 100 * PSI)
        const mass = (volume: number, psi: number) => volume * (psi * PSI + atmosphere(0))
        const before = mass(tank, 100) + mass(3 * LITER, 10)
        expect((mass(tank, to) + mass(3 * LITER, to)) / before).toBeCloseTo(1, 9)
      }),
    )
  })
  test('two parts of the way take as long as the whole', () => {
    fc.assert(
      fc.property(fc.double({ min: 6, max: 59, noNaN: true }), (middle) => {
        const part = (a: number, b: number) => fillSeconds(LITER, a * PSI, b * PSI, falling)
        expect(part(5, middle) + part(middle, 60)).toBeCloseTo(part(5, 60), 6)
      }),
    )
  })
})

describe('wire', () => {
  // Source: ASTM B258, copper at 20 °C, Ω/km (12 AWG 5.211 in print).
  test.each([
    [18, 20.95],
    [14, 8.286],
    [12, 5.211],
    [10, 3.277],
    [8, 2.061],
    [4, 0.8152],
    [2, 0.5127],
  ])('%d AWG: %d ohm a kilometer', (gauge, ohm) => {
    expect((1000 * resistance(gauge)) / ohm).toBeCloseTo(1, 3)
  })
  test('18 A over a loop of 14 m: 12 AWG 1.313 V, 10 AWG 0.826 V, neither will do', () => {
    expect(wireDrop(12, 14, 18).drop).toBeCloseTo(1.313, 3)
    const ten = wireDrop(10, 14, 18)
    expect([ten.drop, ten.percent]).toEqual([expect.closeTo(0.8258, 4), expect.closeTo(6.881, 3)])
    expect(ten.gaugeFor3Percent).toBe(6)
  })
  test('the gauge that is named loses 3 % or less, the next thinner one more', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.5, max: 40, noNaN: true }),
        fc.double({ min: 1, max: 60, noNaN: true }),
        (loop, current) => {
          const { gaugeFor3Percent: gauge } = wireDrop(10, loop, current)
          if (gauge === null) expect(wireDrop(2, loop, current).percent).toBeGreaterThan(3)
          else {
            expect(wireDrop(gauge, loop, current).percent).toBeLessThanOrEqual(3 + 1e-6)
            const thinner = GAUGES[GAUGES.indexOf(gauge as 18) - 1]
            if (thinner) expect(wireDrop(thinner, loop, current).percent).toBeGreaterThan(3)
          }
        },
      ),
    )
  })
  test('warm copper costs more, 0.393 % a kelvin', () => {
    expect(resistance(10, 293.15 + 50) / resistance(10)).toBeCloseTo(1 + 50 * 0.00393, 9)
  })
})
