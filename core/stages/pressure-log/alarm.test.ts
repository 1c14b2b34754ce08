import { describe, expect, test } from 'vitest'
import { dayAfter, laterReading } from '../../air'
import { PSI, ZERO_CELSIUS } from '../../quantity'
import type { BayRecord, KeptReading } from '../../records'
import { pressureAlarms } from '.'

const fahrenheit = (f: number) => ZERO_CELSIUS + (f - 32) / 1.8

describe('what a bag reads later', () => {
  // Worked by hand: (60 + 14.696) psi x 509.67 R / 529.67 R - 14.696 psi. Source: ideal gas.
  test('cooled from 70 to 50 F', () => {
    const { expected, least } = laterReading({ pressure: 60 * PSI, temperature: fahrenheit(70) }, fahrenheit(50), {
      hours: 24,
      altitude: 0,
      gauge: 0,
    })
    expect(expected / PSI).toBeCloseTo(57.18, 2)
    // 7 psi of 60 in 24 h. Common practice, no published source.
    expect(least / PSI).toBeCloseTo(50.18, 2)
    const { perKelvin, mayFall } = dayAfter(60 * PSI, 0)
    expect((perKelvin * 20) / 1.8 / PSI).toBeCloseTo(2.82, 2)
    expect(mayFall / PSI).toBeCloseTo(7, 6)
  })
  test('where nobody knows how warm it is, nothing is lost on paper', () => {
    const { expected, least } = laterReading({ pressure: 60 * PSI, temperature: null }, null, {
      hours: 24,
      altitude: 0,
    })
    expect(expected).toBe(60 * PSI)
    expect(least).toBeLessThan(50 * PSI)
  })
})

describe('bags read too low', () => {
  const set = {
    id: 'set',
    sequence: 1,
    at: '2026-11-01T10:00:00.000Z',
    by: 'Teo',
    supersedes: null,
    body: { kind: 'bag-pressure', axle: 'rear', left: 60 * PSI, right: 60 * PSI, temperature: fahrenheit(70) },
  } as BayRecord
  const read = (psi: number, more: Partial<KeptReading> = {}): KeptReading => ({
    axle: 'rear',
    side: 'left',
    pressure: psi * PSI,
    temperature: fahrenheit(70),
    altitude: null,
    readAt: '2026-11-02T10:00:00.000Z',
    load: null,
    source: 'shop',
    readBy: 'Teo',
    filledTo: null,
    tolerance: null,
    id: `r${psi}`,
    job: 'job',
    enteredBy: 'Teo',
    enteredAt: '2026-11-02T10:00:00.000Z',
    withdrawn: null,
    ...more,
  })
  const codes = (...readings: KeptReading[]) =>
    pressureAlarms({ altitude: 0, recheck: null }, [set], readings, { rear: 10 * PSI }).map((a) => a.code)
  test.each([
    // 53 psi after a day is the limit itself; a shop gauge may be a pound off.
    [53, {}, []],
    [52.1, {}, []],
    [51.9, {}, ['lost-too-much']],
    // An owner's gauge leaves more open, and one that is told so more still.
    [51.9, { source: 'owner' }, []],
    [49.9, { source: 'owner' }, ['lost-too-much']],
    [49.9, { source: 'owner', tolerance: 5 * PSI }, []],
    [8.9, {}, ['under-minimum']],
    [9.1, { temperature: null }, ['lost-too-much']],
    // Cold explains it.
    [47, { temperature: fahrenheit(20) }, []],
    // Filled since, or taken back.
    [5, { filledTo: 60 * PSI }, []],
    [5, { withdrawn: 'wrong truck' }, []],
  ] as const)('%s psi %j: %j', (psi, more, expected) => {
    expect(codes(read(psi, more))).toEqual(expected)
  })
  test('the latest reading of a line counts, and what it was filled to begins anew', () => {
    const low = read(30)
    const filled = read(30, { id: 'f', filledTo: 45 * PSI })
    const later = { readAt: '2026-11-03T10:00:00.000Z' }
    expect(codes(low, read(60, later))).toEqual([])
    expect(codes(filled, read(44, later))).toEqual([])
  })
  test('on a short visit what the one before left counts, not what was read just now', () => {
    const { left, right } = set.body as { left: number; right: number }
    const recheck = {
      of: 'a',
      leftAt: set.at,
      standsOn: '',
      torques: [],
      bags: [{ axle: 'rear' as const, last: { left, right, at: set.at } }],
    }
    const now = {
      ...set,
      id: 'now',
      at: '2026-11-02T10:00:00.000Z',
      body: { ...set.body, left: 30 * PSI },
    } as BayRecord
    expect(
      pressureAlarms({ altitude: 0, recheck }, [now], [read(30, { temperature: null })], { rear: 10 * PSI }).map(
        (a) => a.code,
      ),
    ).toEqual(['lost-too-much'])
  })
})
