import { describe, expect, test } from 'vitest'
import { demoKits } from '../../demo/shop'
import { judgeTorque } from '../torque'
import {
  formatLimit,
  formatRun,
  INCH,
  isAbove,
  isBelow,
  parseQuantity,
  POUND_FOOT,
  PSI,
  UNITS,
  type QuantityKind,
} from '.'

const SYSTEMS = ['us', 'metric'] as const
/** A limit, shown and typed again as it is shown. */
function typedAsShown(end: 'min' | 'max', kind: QuantityKind, si: number, system: (typeof SYSTEMS)[number]): number {
  const parsed = parseQuantity(kind, `${formatLimit(end, kind, si, { system })} ${UNITS[kind][system].symbol}`)
  expect(parsed.ok).toBe(true)
  return parsed.ok ? parsed.value : NaN
}

describe('a limit typed as it is shown is within', () => {
  const kits = demoKits()
  test.each(SYSTEMS)('torques of every kit, %s', (system) => {
    const specs = kits.flatMap((k) => k.fasteners.map((f) => f.spec))
    expect(specs.length).toBeGreaterThan(50)
    for (const spec of specs)
      if (spec.kind === 'target') {
        expect(judgeTorque(spec, typedAsShown('min', 'torque', spec.low, system))).toBe('within')
        expect(judgeTorque(spec, typedAsShown('max', 'torque', spec.high, system))).toBe('within')
      } else if (spec.kind === 'ceiling')
        expect(judgeTorque(spec, typedAsShown('max', 'torque', spec.max, system))).toBe('within')
  })
  test.each(SYSTEMS)('pressures and bag heights of every kit, %s', (system) => {
    for (const { bag } of kits) {
      if (!bag) continue
      for (const [kind, low, high] of [
        ['pressure', bag.minimum, bag.maximum],
        ['length', bag.heightRange.low, bag.heightRange.high],
      ] as const) {
        expect(isBelow(typedAsShown('min', kind, low, system), low)).toBe(false)
        expect(isAbove(typedAsShown('max', kind, high, system), high)).toBe(false)
      }
    }
  })
})

describe('a limit', () => {
  // Source: NIST SP 811 factors: 35 lb-ft is 47.4536 N·m, 6 psi 41.3685 kPa, 2.5 m 98.425 in.
  test.each([
    ['max', 'torque', 35 * POUND_FOOT, 'metric', '47.4'],
    ['max', 'torque', 35 * POUND_FOOT, 'us', '35.0'],
    ['min', 'pressure', 6 * PSI, 'metric', '42'],
    ['min', 'pressure', 6 * PSI, 'us', '6'],
    ['max', 'length', 2.5, 'us', '98 3/8'],
    ['min', 'length', 5 * INCH, 'us', '5'],
  ] as const)('%s %s of %f in %s units is rounded to where it holds', (end, kind, si, system, shown) => {
    expect(formatLimit(end, kind, si, { system })).toBe(shown)
  })
})

test('a run of tube is given up to the next half inch, in feet, or to the next centimeter', () => {
  expect(formatRun(95 * INCH, 'us')).toBe('7 ft 11 in')
  expect(formatRun(95.1 * INCH, 'us')).toBe('7 ft 11 1/2 in')
  expect(formatRun(11.9 * INCH, 'us')).toBe('1 ft 0 in')
  expect(formatRun(2.4301, 'metric')).toBe('244 cm')
  expect(formatRun(2.43, 'metric')).toBe('243 cm')
})
