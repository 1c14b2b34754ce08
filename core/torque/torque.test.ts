import { crosswise, passTorque } from './passes'
import { describe, expect, test } from 'vitest'
import { POUND_FOOT } from '../quantity'
import { clampForce, judgeTorque, THREADS, torqueSpecSchema, wrenchSetting, type TorqueSpec } from '.'

const lbft = (x: number) => x * POUND_FOOT

describe('clamp force', () => {
  // Source: F = T/(K d), Shigley; ASME B1.1, SAE J429, ISO 898-1.
  test('16 lb-ft on 3/8-16 grade 5', () => {
    const c = clampForce(lbft(16), '3/8-16', 'grade 5')
    expect(c.force / 1000).toBeCloseTo(11.39, 2)
    expect(100 * c.proof).toBeCloseTo(38.9, 1)
    expect(c.note).toBe('ok')
  })
  test('30 lb-ft on M10 8.8: fine at K 0.2, worth a look at the lowest K', () => {
    const c = clampForce(lbft(30), 'M10', '8.8')
    expect(c.force / 1000).toBeCloseTo(20.34, 2)
    expect(100 * c.proof).toBeCloseTo(60.5, 1)
    expect(c.note).toBe('look-again')
  })
  test('over proof is refused, next to nothing is likely inch-pounds', () => {
    expect(clampForce(lbft(80), '3/8-16', 'grade 2').note).toBe('refused')
    expect(clampForce(lbft(1.3), '3/8-16', 'grade 5').note).toBe('likely-inch-pounds')
  })
  // Source: stress area formulas of ASME B1.1 and ISO 898-1, 0.7854 (d - 0.9743/n)^2 and 0.7854 (d - 0.9382 p)^2.
  const coarse: Record<string, number> = { M6: 1, M8: 1.25, M10: 1.5, M12: 1.75, M14: 2, M16: 2 }
  test.each(Object.entries(THREADS))('stress area of %s follows from its thread', (name, { diameter, stressArea }) => {
    if (name.startsWith('M')) {
      const [nominal, pitch] = name.split('x')
      const p = pitch ? Number(pitch) : coarse[nominal!]!
      expect(diameter * 1000).toBeCloseTo(Number(nominal!.slice(1)), 9)
      // The standard's table is rounded to three figures.
      expect(stressArea * 1e6).toBeCloseTo(Number((0.7854 * (diameter * 1000 - 0.9382 * p) ** 2).toPrecision(3)), 0)
    } else {
      const [size, threads] = name.split('-')
      const [top, bottom] = size!.split('/').map(Number)
      const d = diameter / 0.0254
      expect(d).toBeCloseTo(top! / bottom!, 9)
      expect(stressArea / 0.0254 ** 2 / (0.7854 * (d - 0.9743 / Number(threads)) ** 2)).toBeCloseTo(1, 2)
    }
  })
})

describe('wrench with an extension', () => {
  // Source: moments about the fastener.
  test('38 lb-ft, 400 mm wrench, 45 mm extension', () => {
    expect(wrenchSetting(lbft(38), 0.4, 0.045, 0) / POUND_FOOT).toBeCloseTo(34.16, 2)
    expect(wrenchSetting(lbft(38), 0.4, 0.045, Math.PI / 2)).toBeCloseTo(lbft(38), 9)
  })
})

describe('judging a reading', () => {
  const target: TorqueSpec = { kind: 'target', value: lbft(16), low: lbft(15.4), high: lbft(16.6) }
  test.each([
    [16.1, 'within'],
    [15.4, 'within'],
    [14, 'low'],
    [18, 'high'],
    [16 * 12, 'wrong-unit'],
    [16 / 12, 'wrong-unit'],
    [16 / 1.3558, 'wrong-unit'],
    // A real over-torque would read the same: it is one.
    [16 * 1.3558, 'high'],
  ])('%d lb-ft against 16: %s', (reading, verdict) => expect(judgeTorque(target, lbft(reading))).toBe(verdict))
  // Common practice, no published source: "20.0 max" allows 20.0, and nothing that a wrench can show above it.
  test.each([20, 25, 30, 15.4])(
    'a limit of %d lb-ft holds at its own figure, in either unit, and not a tenth over',
    (x) => {
      const stored = Number(lbft(x).toPrecision(6))
      const spec: TorqueSpec = { kind: 'target', value: stored, low: stored, high: stored }
      const newtonMeters = Number(lbft(x).toPrecision(6))
      for (const reading of [lbft(x), newtonMeters]) {
        expect(judgeTorque({ kind: 'ceiling', max: stored }, reading)).toBe('within')
        expect(judgeTorque(spec, reading)).toBe('within')
      }
      expect(judgeTorque({ kind: 'ceiling', max: stored }, lbft(x + 0.1))).toBe('high')
      expect(judgeTorque(spec, lbft(x - 0.1))).toBe('low')
    },
  )
  test('a ceiling has no lower end', () => {
    const ceiling: TorqueSpec = { kind: 'ceiling', max: lbft(20) }
    expect(judgeTorque(ceiling, lbft(3))).toBe('within')
    expect(judgeTorque(ceiling, lbft(23))).toBe('high')
  })
  test("the vehicle maker's figure has to be looked up first", () => {
    expect(judgeTorque({ kind: 'vehicle-maker' }, 130)).toBe('needs-maker-figure')
    expect(judgeTorque({ kind: 'vehicle-maker' }, 130, 128)).toBe('within')
    expect(judgeTorque({ kind: 'vehicle-maker' }, 110, 128)).toBe('low')
  })
  test('what has no figure is recorded, never green', () => {
    expect(judgeTorque({ kind: 'snug' }, 10)).toBe('not-judged')
    expect(judgeTorque({ kind: 'none-given' }, 10)).toBe('not-judged')
  })
  test('a target outside its own window is no spec', () => {
    expect(torqueSpecSchema.safeParse({ kind: 'target', value: 30, low: 10, high: 20 }).success).toBe(false)
  })
})

describe('drawing down evenly', () => {
  // Source: ASME PCC-1, legacy cross pattern: 1-3-2-4 of four and 1-5-3-7-2-6-4-8 of eight, by place around the ring.
  test.each([
    [2, [1, 2]],
    [4, [1, 3, 2, 4]],
    [5, [1, 3, 5, 2, 4]],
    [8, [1, 5, 3, 7, 2, 6, 4, 8]],
  ])('%i places go across', (count, order) => {
    expect(crosswise(count)).toEqual(order)
  })
  test('every place once, and no neighbors one after the other where there are five or more', () => {
    for (let count = 1; count <= 24; count++) {
      const order = crosswise(count)
      expect([...order].sort((a, b) => a - b)).toEqual(Array.from({ length: count }, (_, i) => i + 1))
      if (count < 5) continue
      for (const [i, expected] of order.entries()) {
        const next = order[i + 1]
        if (next !== undefined)
          expect(Math.min((expected - next + count) % count, (next - expected + count) % count)).toBeGreaterThan(1)
      }
    }
  })
  test('passes go up to the torque itself', () => {
    expect([1, 2, 3].map((p) => passTorque(40, p))).toEqual([20, 32, 40])
  })
})
