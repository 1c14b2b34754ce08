import { expect, test } from 'vitest'
import { INCH } from '../quantity'
import { boltLength } from '.'

test('a bolt through two plates, in metric', () => {
  // Source: ISO 4032 nut height of M10, 8.4 mm; grip, washers, nut and two threads, common practice: 6 + 5 + 4 + 8.4 + 3 = 26.4.
  const m10 = { grip: [0.006, 0.005], washers: [0.002, 0.002], nut: 0.0084, pitch: 0.0015, series: 'metric' as const }
  const found = boltLength(m10)
  expect(found.needed).toBeCloseTo(0.0264, 9)
  expect(found.next).toBeCloseTo(0.03, 9)
  expect(found.showing).toBeCloseTo(0.0066, 9)
  expect(found).toMatchObject({ cut: 0, fits: true })
  const tight = boltLength({ ...m10, room: 0.005 })
  expect(tight.cut).toBeCloseTo(0.0016, 9)
  expect(tight.fits).toBe(true)
  expect(boltLength({ ...m10, room: 0.0029 }).fits).toBe(false)
  expect(boltLength({ ...m10, room: 0.003 }).fits).toBe(true)
  // A blind thread 12 mm deep takes the 11.4 mm that are needed, not the 15 of the next length.
  expect(boltLength({ ...m10, reach: 0.012 }).cut).toBeCloseTo(0.003, 9)
  expect(boltLength({ ...m10, reach: 0.011 }).fits).toBe(false)
})

test('in inches the next quarter; a length that is sold stays itself', () => {
  // Source: ASME B18.2.2 nut height of 3/8, 0.337 in; 3/8-16 has a pitch of 1/16 in. From memory.
  const found = boltLength({
    grip: [0.375 * INCH, 0.188 * INCH],
    washers: [0.065 * INCH],
    nut: 0.337 * INCH,
    pitch: INCH / 16,
    series: 'inch',
  })
  expect(found.needed / INCH).toBeCloseTo(1.09, 9)
  expect(found.next / INCH).toBeCloseTo(1.25, 9)
  const exact = boltLength({ grip: [0.0166], washers: [], nut: 0.0054, pitch: 0.0015, series: 'metric' })
  expect(exact.next).toBeCloseTo(0.025, 9)
})
