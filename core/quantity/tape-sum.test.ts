import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { formatInches, INCH, tapeSum } from '.'

describe('tape arithmetic', () => {
  test.each([
    ['26 3/16 - 22 5/16', 3.875],
    ['35 1/4 + 1/2', 35.75],
    ['35-1/4 - 35 1/4', 0],
    ['22 − 26', -4],
    ['10 + 25.4 mm', 11],
    [`2' 11 1/4" - 35`, 0.25],
  ])('%s', (text, inches) => {
    const sum = tapeSum(text)
    expect(sum.ok && sum.value / INCH).toBeCloseTo(inches, 9)
  })
  test('names the part that cannot be read', () => {
    expect(tapeSum('26 3/16 - 22 5/3')).toMatchObject({ ok: false, code: 'fraction-bottom', detail: '5/3' })
    expect(tapeSum('26 + ')).toMatchObject({ ok: false })
  })
  test('any chain of sixteenths adds up', () => {
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.constantFrom('+', '-'), fc.integer({ min: 1, max: 800 })), { minLength: 1, maxLength: 6 }),
        (list) => {
          const text = `100 ${list.map(([sign, n]) => `${sign} ${formatInches(n / 16)}`).join(' ')}`
          const sum = tapeSum(text)
          const expected = list.reduce((s, [sign, n]) => s + (sign === '+' ? n : -n), 1600) / 16
          expect(sum.ok && sum.value / INCH).toBeCloseTo(expected, 9)
        },
      ),
    )
  })
})
