import { expect, test } from 'vitest'
import { hexOf, THREADS, type ThreadName } from '.'

// Source: ASME B18.2.1 table of hex cap screws; ISO 4014 for metric, nominal across flats.
test.each([
  ['1/4-20', 11.1],
  ['5/16-18', 12.7],
  ['3/8-16', 14.3],
  ['7/16-14', 15.9],
  ['1/2-13', 19.05],
  ['9/16-12', 20.6],
  ['5/8-11', 23.8],
  ['M8x1.25', 13],
  ['M10x1.5', 16],
  ['M12x1.75', 18],
] as const)('a %s takes a wrench of %d mm', (thread, mm) => {
  expect(1000 * hexOf(thread)!.size).toBeCloseTo(mm, 1)
})
test('fine and coarse have one head, and every head is wider than its thread', () => {
  for (const name of Object.keys(THREADS) as ThreadName[]) {
    const hex = hexOf(name)!
    expect(hex.size).toBeGreaterThan(1.3 * THREADS[name].diameter)
  }
  expect(hexOf('1/2-20')).toEqual(hexOf('1/2-13'))
})
