import fc from 'fast-check'
import Fraction from 'fraction.js'
import { unit } from 'mathjs'
import { describe, expect, test } from 'vitest'
import {
  atmosphere,
  formatInches,
  formatQuantity,
  INCH,
  parseQuantity,
  POUND,
  POUND_FOOT,
  PSI,
  refusalText,
  toSi,
  UNITS,
} from '.'

const meters = (text: string, signed = false) => {
  const parsed = parseQuantity('length', text, { signed })
  return parsed.ok ? parsed.value : parsed.code
}

describe('factors', () => {
  // Source: NIST SP 811 (2008), appendix B.8.
  test('are those of NIST SP 811', () => {
    expect(POUND_FOOT).toBeCloseTo(1.355817948, 9)
    expect(PSI).toBeCloseTo(6894.757293168, 6)
  })

  // Source: a general library of units, mathjs.
  test.each([
    ['length', 'in', 'in', 'm'],
    ['length', 'ft', 'ft', 'm'],
    ['mass', 'lb', 'lbm', 'kg'],
    ['pressure', 'psi', 'psi', 'Pa'],
    ['pressure', 'bar', 'bar', 'Pa'],
    ['torque', 'lb-ft', 'lbf ft', 'N m'],
    ['torque', 'lb-in', 'lbf in', 'N m'],
    ['temperature', '°F', 'degF', 'K'],
    ['temperature', '°C', 'degC', 'K'],
    ['rate', 'lb/in', 'lbf/in', 'N/m'],
  ] as const)('%s in %s agrees with mathjs', (kind, symbol, theirs, si) => {
    const { us, metric, others } = UNITS[kind]
    const ours = [us, metric, ...others].find((u) => u.symbol === symbol)!
    expect(toSi(ours, 37.25) / unit(37.25, theirs).toNumber(si)).toBeCloseTo(1, 9)
  })

  // Source: ICAO Standard Atmosphere, table values.
  test('standard atmosphere at 0, 2400 and 5000 m', () => {
    expect(atmosphere(0)).toBe(101325)
    expect(atmosphere(2400) / 1000).toBeCloseTo(75.63, 2)
    expect(atmosphere(5000) / 1000).toBeCloseTo(54.02, 1)
  })
})

describe('reading as people write it', () => {
  test.each([
    ['35 1/4', 35.25],
    ['35-1/4', 35.25],
    ['35 - 1/4', 35.25],
    ['35.25', 35.25],
    ['35 1/4"', 35.25],
    ['35¼', 35.25],
    ['35 1/4 in', 35.25],
    [`2' 11 1/4"`, 35.25],
    [`2' 11 1/4`, 35.25],
    ['2 ft 11.25 in', 35.25],
    [`3'`, 36],
    ['1/16', 1 / 16],
    ['.5', 0.5],
    ['  35   1/4  ', 35.25],
  ])('%s', (text, inches) => expect(meters(text)).toBeCloseTo(inches * INCH, 12))

  test.each([
    ['895 mm', 0.895],
    ['89.5cm', 0.895],
    ['0.895 m', 0.895],
  ])('%s', (text, value) => expect(meters(text)).toBeCloseTo(value, 12))

  test('a bare number is in the system of the screen', () => {
    expect(parseQuantity('length', '895', { system: 'metric' })).toMatchObject({
      ok: true,
      value: 0.895,
      unit: 'mm',
    })
  })
  test('"about" is kept as a weaker reading', () => {
    expect(parseQuantity('length', 'about 35')).toMatchObject({ ok: true, about: true })
    expect(parseQuantity('length', '~35 1/2')).toMatchObject({ ok: true, about: true })
    expect(parseQuantity('length', '35')).toMatchObject({ ok: true, about: false })
  })
  test('a place behind the axle takes a minus, a height does not', () => {
    expect(meters('-49 1/4', true)).toBeCloseTo(-49.25 * INCH, 12)
    expect(meters('-49 1/4')).toBe('negative')
  })
  test('temperature below zero is a temperature', () => {
    expect(parseQuantity('temperature', '-4 °F')).toMatchObject({ ok: true })
  })

  test.each([
    ['', 'empty'],
    ['abc', 'not-a-number'],
    ['35.25.1', 'not-a-number'],
    ['1 2', 'not-a-number'],
    ['35 1/3', 'fraction-bottom'],
    ['35 1/0', 'fraction-bottom'],
    ['35 5/4', 'fraction-too-big'],
    ['35 4/4', 'fraction-too-big'],
    ['35 psi', 'unknown-unit'],
    ['35 1/4 parsecs', 'unknown-unit'],
    ['1e9', 'unknown-unit'],
  ])('%j is refused: %s', (text, code) => {
    const parsed = parseQuantity('length', text)
    expect(parsed).toMatchObject({ ok: false, code })
  })

  test('limits are named in the unit that was typed', () => {
    const limits = { min: 0.1, max: 2.5 }
    const big = parseQuantity('length', '1000000000', limits)
    expect(big.ok ? '' : refusalText(big)).toContain('98 3/8 in')
    const small = parseQuantity('length', '3 mm', limits)
    expect(small.ok ? '' : refusalText(small)).toContain('100 mm')
  })
  // Common practice, no published source: what people write on the shop's paper.
  test.each([
    ['torque', '16 ft-lbs', 16 * POUND_FOOT],
    ['torque', '16 ft lb', 16 * POUND_FOOT],
    ['torque', '16 lbf·ft', 16 * POUND_FOOT],
    ['torque', '16 foot-pounds', 16 * POUND_FOOT],
    ['torque', '120 in-lbs', 10 * POUND_FOOT],
    ['torque', '120 in lb', 10 * POUND_FOOT],
    ['pressure', '30 psig', 30 * PSI],
    ['length', '33 in.', 33 * INCH],
    ['length', '33 5/8 in.', 33.625 * INCH],
    ['mass', '6,040', 6040 * POUND],
    ['mass', '6,040 lbs', 6040 * POUND],
    ['mass', '12,345.5 kg', 12345.5],
    ['altitude', '4,200 ft', 4200 * 12 * INCH],
    ['altitude', '1,280 m', 1280],
    // Source: NIST SP 811: a cubic foot is 0.028316846592 m³.
    ['flow', '1.2 cfm', (1.2 * 0.028316846592) / 60],
    ['flow', '34 l/min', 0.034 / 60],
  ] as const)('%s %s', (kind, text, value) => {
    const parsed = parseQuantity(kind, text)
    expect(parsed.ok && parsed.value).toBeCloseTo(value, 6)
  })
  test.each(['6,04', '6,0400', '35,5'])('%s groups nothing and is refused', (text) =>
    expect(parseQuantity('mass', text)).toMatchObject({ ok: false, code: 'not-a-number' }),
  )
  test.each([
    [30, '30 psi', 'psi'],
    [5, '5 psi', 'psi'],
    [5, '34.4738 kPa', 'kPa'],
  ])('a limit of %d psi, stored to six digits, takes its own figure as %s', (limit, text) => {
    const stored = Number((limit * PSI).toPrecision(6))
    expect(parseQuantity('pressure', text, { min: stored, max: stored }).ok).toBe(true)
    expect(parseQuantity('pressure', `${limit + 0.1} psi`, { max: stored })).toMatchObject({ code: 'too-big' })
  })
})

describe('showing', () => {
  // Source: tape arithmetic; fraction.js as a second implementation.
  test('inches are the nearest sixteenth, reduced, as fraction.js has it', () => {
    fc.assert(
      fc.property(fc.integer({ min: -3000, max: 3000 }), (sixteenths) => {
        const shown = formatInches(sixteenths / 16)
        const parts = shown.replace('−', '').split(' ')
        const back = parts.reduce((sum, part) => sum.add(part), new Fraction(0)).mul(shown.startsWith('−') ? -1 : 1)
        expect(back.equals(new Fraction(sixteenths, 16))).toBe(true)
        const fraction = parts.find((p) => p.includes('/'))
        if (fraction) expect(new Fraction(fraction).toFraction()).toBe(fraction)
      }),
    )
  })
  test('every tape reading survives showing and reading again', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 1600 }), (sixteenths) => {
        const value = (sixteenths / 16) * INCH
        expect(meters(formatQuantity('length', value, 'us'))).toBeCloseTo(value, 12)
      }),
    )
  })
  test('nothing typed makes it throw', () => {
    fc.assert(fc.property(fc.string({ maxLength: 30 }), (text) => void parseQuantity('length', text, { signed: true })))
  })
  test('thousands are grouped, small negatives are not minus zero', () => {
    expect(formatQuantity('mass', 7257.478, 'us')).toBe('16,000 lb')
    expect(formatQuantity('mass', -0.1, 'us')).toBe('0 lb')
  })
})
