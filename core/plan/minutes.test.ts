import { mean } from 'simple-statistics'
import { describe, expect, test } from 'vitest'
import { demoKits, demoSurvey, demoVehicles } from '../../demo/shop'
import { buildPlan, callsForASecond, learnedMinutes, measuredMinutes, minutesByPart, shopMinutes } from '.'

describe('minutes that a shop learns', () => {
  test('nothing measured: the instructions, with their doubt', () => {
    const { minutes, times, doubt } = learnedMinutes(10, [], 16)
    expect([minutes, times]).toEqual([10, 0])
    expect(doubt).toBeGreaterThan(3)
  })
  // Source: posterior mean of a normal with prior weight 4: (4 x 10 + n x m) / (4 + n), for a practiced hand.
  test('few times move it a little, many all the way, and the doubt shrinks', () => {
    const practiced = (n: number) =>
      Array.from({ length: n }, (_, k) => 20 * (Math.min(k + 1, 16) / 16) ** Math.log2(0.9))
    const guess = (n: number) => learnedMinutes(10, practiced(n), 16)
    expect(guess(1).minutes).toBeCloseTo((4 * 10 + 20) / 5, 9)
    expect(guess(4).minutes).toBeCloseTo((40 + 4 * 20) / 8, 9)
    expect(guess(400).minutes).toBeCloseTo(20, 0)
    expect(guess(400).doubt).toBeLessThan(guess(4).doubt)
    expect(guess(4).minutes).toBeCloseTo(mean([...Array<number>(4).fill(10), ...Array<number>(4).fill(20)]), 9)
  })
  // Source: Wright 1936: each doubling takes the same share.
  test('a repeat is quicker: half as many times again take nine tenths', () => {
    const minutesAt = (ahead: number) => learnedMinutes(10, [], ahead).minutes
    expect(minutesAt(1) / minutesAt(0)).toBeCloseTo(0.9, 9)
    expect(minutesAt(3) / minutesAt(1)).toBeCloseTo(0.9, 9)
    expect(minutesAt(40)).toBe(minutesAt(15))
  })
  test('from begun to done, rests left out; what nobody began is not counted', () => {
    const record = (minute: number, kind: string, step: string, by = 'Teo') => ({
      at: new Date(Date.UTC(2026, 10, 27, 9, minute)).toISOString(),
      by,
      body: { kind, step },
    })
    const found = measuredMinutes([
      record(0, 'step-begun', 'a'),
      record(4, 'paused', 'a'),
      record(20, 'step-begun', 'a'),
      record(23, 'step', 'a'),
      record(30, 'step', 'b'),
      record(31, 'step-begun', 'c'),
    ])
    expect([...found]).toEqual([['a', { by: 'Teo', minutes: 7 }]])
  })
})

describe('what a plan takes by a shop’s own times', () => {
  const { plan } = (() => {
    const vehicle = demoVehicles().find((v) => v.id === 'dunnock-25')!
    const kit = demoKits().find((k) => k.id === 'ninebark-twofold')!
    const outcome = buildPlan([{ kit, work: 'fit' }], vehicle, demoSurvey(vehicle.id), { wheels: 'off' })
    if (!outcome.ok) throw new Error(outcome.stuck.join())
    return outcome
  })()
  test('its parts together are the hands’ minutes of the plan', () => {
    const parts = Object.values(minutesByPart(plan))
    expect(parts.reduce((a, b) => a + b, 0)).toBeCloseTo(plan.minutes, 9)
    expect(minutesByPart(plan).moves).toBeGreaterThan(0)
    expect(minutesByPart(plan).others).toBe(0)
  })
  test('two pairs of hands are called for in a plan for one, in one for two they are there', () => {
    expect(callsForASecond(plan).every((s) => s.hands === 2)).toBe(true)
    expect(callsForASecond(plan).length).toBeGreaterThan(0)
    expect(callsForASecond({ ...plan, crew: 2 })).toEqual([])
  })
  test('nothing measured says nothing', () => expect(shopMinutes(plan, [])).toBe(null))
  // Source: a ratio shrunk toward one, prior of weight 4: (4 + n r) / (4 + n).
  test('what was measured scales what was not, the more of it the more', () => {
    const ids = ['mount-upper:left', 'mount-lower:left', 'torque-upper:left', 'torque-strap:left']
    const twice = ids.map((step) => ({ step, job: 'a', minutes: 2 * plan.steps.find((s) => s.id === step)!.minutes }))
    expect(shopMinutes(plan, twice.slice(0, 1))!.factor).toBeCloseTo(6 / 5, 9)
    expect(shopMinutes(plan, twice)!.factor).toBeCloseTo(12 / 8, 9)
    expect(shopMinutes(plan, twice)!.minutes).toBeGreaterThan(1.3 * plan.minutes)
    const half = twice.map((m) => ({ ...m, minutes: m.minutes / 4 }))
    expect(shopMinutes(plan, half)!.minutes).toBeLessThan(plan.minutes)
  })
})
