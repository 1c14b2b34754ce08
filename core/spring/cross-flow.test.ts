import { Solver } from 'odex'
import { describe, expect, test } from 'vitest'
import { referenceBag } from '../fixtures/reference-axle'
import { atmosphere, PSI } from '../quantity'
import {
  bagAt,
  bagRate,
  crossFlow,
  FAST_EXPONENT,
  findRoot,
  lineLoss,
  QUICK_SWAY,
  type BagPair,
  type LineBetween,
} from '.'

const pair: BagPair = { bag: referenceBag, rideHeight: 0.165, motionRatio: 1, spacing: 0.9, lineVolume: 5e-5 }
const stateHere = { pressure: 40 * PSI, height: 0.165 }
const of = (line: LineBetween, frequency = 1) =>
  crossFlow(pair, stateHere.pressure, stateHere.height, line, { ...QUICK_SWAY, frequency })!

/**
 * The same two bags let sway in time: the line's own law, nothing straightened, by odex. What pushes back in step with the
 * lean is the first Fourier term over the last of several turns.
 */
function inTime(line: LineBetween, frequency: number): number {
  const state = bagAt(referenceBag, stateHere.height)!
  const volume = state.volume + pair.lineVolume
  const absolute = stateHere.pressure + atmosphere()
  const density = absolute / (287.05 * 293.15)
  const turns = 2 * Math.PI * frequency
  const travel = (QUICK_SWAY.roll * pair.spacing) / 2
  const flowUnder = (difference: number) => {
    if (Math.abs(difference) < 1e-6) return 0
    const q = findRoot((x) => lineLoss(line, x, density).loss - Math.abs(difference), 0, 0.5, 1e-12)
    return Math.sign(difference) * (q ?? 0)
  }
  const solver = new Solver(1)
  solver.absoluteTolerance = solver.relativeTolerance = 1e-7
  const derivative = (t: number, [p]: number[]) => [
    ((FAST_EXPONENT * absolute) / volume) *
      (state.volumeSlope * travel * turns * Math.cos(turns * t) - flowUnder(2 * p!)),
  ]
  const steps = 200
  const period = 1 / frequency
  let p = [0]
  let inStep = 0
  for (let turn = 0; turn < 6; turn++)
    for (let i = 0; i < steps; i++) {
      const from = (turn + i / steps) * period
      p = solver.solve(derivative, from, p, from + period / steps).y
      if (turn === 5) inStep += (2 / steps) * p[0]! * Math.sin(turns * (from + period / steps))
    }
  const arms = pair.spacing ** 2 / 2
  return arms * ((state.area * inStep) / travel - stateHere.pressure * state.areaSlope)
}

describe('air between teed bags', () => {
  // Source: static roll stiffness of equal air, -P A' t²/2; two sealed bags, their rate by the derivative of P V^n.
  test('slow is one pressure, sealed is two bags on their own', () => {
    const { slow, sealed } = of({ length: 4, bore: 0.0043 })
    const state = bagAt(referenceBag, stateHere.height)!
    expect(slow).toBeCloseTo((-stateHere.pressure * state.areaSlope * 0.81) / 2, 6)
    const rate = bagRate(referenceBag, stateHere.height, stateHere.pressure, {
      exponent: FAST_EXPONENT,
      lineVolume: pair.lineVolume,
    })!
    expect(sealed / ((rate * 0.81) / 2)).toBeCloseTo(1, 9)
  })
  // Source: odex on the two bags and the line's own law; the straightened law of the model is within 4 % of the span.
  test.each([
    [{ length: 4, bore: 0.0043 }, 0.5],
    [{ length: 4, bore: 0.0043 }, 1],
    [{ length: 4, bore: 0.0043 }, 2],
    [{ length: 6, bore: 0.0063 }, 1],
  ])('%j at %d a second, against the motion in time', (line, frequency) => {
    const ours = of(line, frequency)
    expect(Math.abs(ours.quick - inTime(line, frequency)) / (ours.sealed - ours.slow)).toBeLessThan(0.04)
  })
  // Facts of the trade: a wide line and a slow roll let the air cross, a narrow line and a quick sway do not.
  test('narrower, longer and quicker is stiffer, between slow and sealed', () => {
    const usual = of({ length: 4, bore: 0.0043 })
    expect(of({ length: 4, bore: 0.003 }).quick).toBeGreaterThan(usual.quick)
    expect(of({ length: 8, bore: 0.0043 }).quick).toBeGreaterThan(usual.quick)
    expect(of({ length: 4, bore: 0.0043 }, 2).quick).toBeGreaterThan(usual.quick)
    expect(of({ length: 2, bore: 0.012 }).quick / usual.slow).toBeLessThan(1.2)
    expect(usual.quick).toBeGreaterThan(usual.slow)
    expect(usual.quick).toBeLessThan(usual.sealed)
  })
})
