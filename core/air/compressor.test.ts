import { describe, expect, test } from 'vitest'
import { PSI } from '../quantity'
import {
  auxiliaryCarries,
  cooled,
  fillSeconds,
  fuseFor,
  leftAlone,
  runCompressor,
  STAND_IN,
  wireDrop,
  wiringFor,
  type CompressorState,
} from '.'

const cold: CompressorState = { temperature: 293.15, tripped: null, ran: 0 }
const line = { pressure: 5 * PSI, volume: 4.94e-3, leak: 0 }

describe('a compressor as a stand-in', () => {
  test('fills in the time that the integral of its curve says', () => {
    // Closed form of the same curve: `fillSeconds`, 53.93 s for this volume.
    const run = runCompressor(STAND_IN, cold, { line, to: 60 * PSI, fuse: 30, ambient: 293.15 })
    expect(run.end).toBe('reached')
    expect(run.line.pressure / PSI).toBeCloseTo(60, 6)
    const exact = fillSeconds(line.volume, line.pressure, 60 * PSI, STAND_IN.flow)
    expect(Math.abs(run.seconds - exact) / exact).toBeLessThan(0.005)
  })
  test('stops at its cut-out, and at the figure where that is lower', () => {
    const run = runCompressor(STAND_IN, cold, {
      line: { ...line, volume: 1e-3 },
      to: 140 * PSI,
      fuse: 30,
      ambient: 293.15,
    })
    expect(run.end).toBe('cut-out')
    expect(run.line.pressure).toBeGreaterThanOrEqual(STAND_IN.cutOut)
  })
  test('blows a fuse that is too small, and stays so', () => {
    const run = runCompressor(STAND_IN, cold, { line, to: 60 * PSI, fuse: 15, ambient: 293.15 })
    expect(run.end).toBe('fuse')
    expect(runCompressor(STAND_IN, run.state, { line, to: 60 * PSI, fuse: 30, ambient: 293.15 })).toMatchObject({
      end: 'fuse',
      seconds: 0,
    })
  })
  test('trips by heat in a long run, and cools by the exponential law', () => {
    const run = runCompressor(STAND_IN, cold, {
      line: { ...line, volume: 40e-3 },
      to: 100 * PSI,
      fuse: 30,
      ambient: 293.15,
    })
    expect(run.end).toBe('heat')
    // After one time constant 1/e of the difference is left.
    expect(cooled(393.15, 293.15, 600)).toBeCloseTo(293.15 + 100 / Math.E, 9)
  })
  test('says where the line loses as fast as it fills', () => {
    expect(
      runCompressor(STAND_IN, cold, { line: { ...line, leak: 0.1 }, to: 60 * PSI, fuse: 30, ambient: 293.15 }).end,
    ).toBe('never')
  })
  test('a leak goes on by itself: half of the absolute pressure in ln 2 over the rate', () => {
    const left = leftAlone({ pressure: 100 * PSI, volume: 1e-3, leak: 0.01 }, Math.LN2 / 0.01)
    expect((left.pressure + 101_325) / (100 * PSI + 101_325)).toBeCloseTo(0.5, 9)
  })
})

describe('wire and fuse', () => {
  test('18 A over a 14 m loop: 6 AWG by the drop, 25 A at the battery', () => {
    // ASTM B258 and 3 % of 12 V; 125 to 150 % of 18 A is 22.5 to 27 A.
    const choice = wiringFor(14, 18)
    expect(choice).toMatchObject({ gauge: 6, because: 'drop', fuse: 25 })
    expect(choice.drop).toBeCloseTo(wireDrop(6, 14, 18).drop, 12)
  })
  test('over a short loop the fuse decides, not the drop', () => {
    expect(wiringFor(0.5, 18)).toMatchObject({ gauge: 12, because: 'fuse' })
  })
  test('a fuse that its sheet asks for counts, and the wire carries that one', () => {
    // 30 A want a wire that carries them: 10 AWG by common practice, no published source.
    expect(wiringFor(0.5, 18, { fuse: 30 })).toMatchObject({ gauge: 10, because: 'fuse', fuse: 30 })
  })
  test('at its own figure a fuse is enough', () => {
    expect([fuseFor(8), fuseFor(20), fuseFor(12)]).toEqual([10, 25, 15])
    // 125 to 150 % of 68 A is 85 to 102 A.
    expect([fuseFor(68), fuseFor(90)]).toEqual([100, null])
  })
  test('an auxiliary circuit carries it where fuse and relay both do', () => {
    expect([auxiliaryCarries(24, 30, 40), auxiliaryCarries(24.1, 30, 40), auxiliaryCarries(24, 40, 29)]).toEqual([
      true,
      false,
      false,
    ])
  })
})
