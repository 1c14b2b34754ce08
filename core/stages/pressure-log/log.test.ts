import { describe, expect, test } from 'vitest'
import type { KeptReading } from '../../records'
import { PSI, ZERO_CELSIUS } from '../../quantity'
import { pressureLog, pressuresFromCsv, pressuresToCsv } from '.'

const START = Date.parse('2026-06-01T10:00:00Z')
const DAY = 86_400_000
const reading = (day: number, psi: number, celsius: number | null, more: Partial<KeptReading> = {}): KeptReading => ({
  axle: 'rear',
  side: 'left',
  pressure: psi * PSI,
  temperature: celsius === null ? null : ZERO_CELSIUS + celsius,
  altitude: null,
  readAt: new Date(START + day * DAY).toISOString(),
  load: null,
  source: 'owner',
  readBy: 'Ignace',
  filledTo: null,
  tolerance: null,
  id: `r-${day}-${psi}`,
  job: 'job-1',
  enteredBy: 'Maren',
  enteredAt: '2026-06-01T10:00:00.000Z',
  withdrawn: null,
  ...more,
})
const log = (...readings: KeptReading[]) => pressureLog(readings, { rear: 5 * PSI }, 0, START + 40 * DAY)

describe('a log of months', () => {
  // Worked check: ideal gas to 20 °C at sea level and least squares of the logarithm, by hand with a spreadsheet.
  const four = [reading(0, 60, 20), reading(10, 58.2, 16), reading(25, 56.9, 18), reading(40, 54, 10)]
  test('refers each reading to one temperature and gives the loss by the month', () => {
    const [line] = log(...four)
    expect(line!.referred.map((p) => Number((p! / PSI).toFixed(3)))).toEqual([60, 59.208, 57.392, 56.426])
    expect(100 * line!.trend!.lossPerMonth!).toBeCloseTo(4.676, 3)
    // 6.0 psi by the gauge, 60 - 56.426 of it lost: the rest is weather.
    expect(line!.fell!.gauge / PSI).toBeCloseTo(6, 9)
    expect(line!.fell!.weather / PSI).toBeCloseTo(6 - 3.574, 3)
    expect(line!.trend!.code).toBe('beyond-span')
    expect(line!.due).toBeNull()
  })
  test('each side by itself', () => {
    const sides = log(
      ...four,
      reading(0, 60, 20, { side: 'right', id: 'x' }),
      reading(40, 30, 20, { side: 'right', id: 'y' }),
    )
    expect(sides.map((l) => [l.side, l.readings.length])).toEqual([
      ['left', 4],
      ['right', 2],
    ])
  })
  test('air that was added begins it anew, from what it was filled to', () => {
    const [line] = log(...four, reading(50, 50, 10, { filledTo: 60 * PSI }), reading(60, 59, 10), reading(70, 58, 10))
    expect(line!.since).toBe(4)
    expect(line!.trend!.referred).toHaveLength(3)
    expect(line!.fell!.gauge / PSI).toBeCloseTo(2, 9)
    expect(line!.fell!.weather / PSI).toBeCloseTo(2 - (2 * 293.15) / 283.15, 2)
  })
  test('one without a temperature is kept and not in the trend; a withdrawn one counts nowhere', () => {
    const [line] = log(...four, reading(41, 20, null), reading(42, 3, 20, { withdrawn: 'misread' }))
    expect(line!.readings).toHaveLength(5)
    expect(line!.trend!.referred).toHaveLength(4)
  })
  test('a fall at once is told from a slow one', () => {
    expect(log(...four)[0]!.sudden).toBeNull()
    const [line] = log(...four, reading(47, 38, 10))
    expect(line!.sudden!.to).toBe('r-47-38')
    expect(line!.sudden!.lost / PSI).toBeGreaterThan(14)
    // A cold night is none of it: the same air at 0 °C.
    const cold = ((54 * PSI + 101_325) * (273.15 / 283.15) - 101_325) / PSI
    expect(log(...four, reading(41, cold, 0))[0]!.sudden).toBeNull()
  })
  test('a fast one says when the min is reached', () => {
    const fast = [0, 5, 10, 15].map((d) => reading(d, 60 * Math.exp(-0.05 * d), 20))
    const [line] = log(...fast)
    // Closed form: ln(60/5)/0.05 days after the first, 40 of them gone by.
    expect(line!.due!.days).toBeCloseTo(Math.log(12) / 0.05 - 40, 1)
  })
})

describe('the log as CSV', () => {
  const four = [reading(0, 60, 20), reading(10, 58.2, 16, { side: 'right', load: 'loaded', filledTo: 60 * PSI })]
  test('comes back as it went out, and what is known is left alone', () => {
    const text = pressuresToCsv(four)
    const back = pressuresFromCsv(text, [])
    expect(
      back.ok && back.value.map((r) => [r.side, Math.round(r.pressure), r.load, r.filledTo && Math.round(r.filledTo)]),
    ).toEqual(four.map((r) => [r.side, Math.round(r.pressure), r.load, r.filledTo && Math.round(r.filledTo)]))
    const again = pressuresFromCsv(text, four)
    expect(again.ok && again.value).toEqual([])
  })
  test.each([
    [
      'read_at,axle,side,pressure_kpa,temperature_°c,altitude_m,load,read_by,filled_to_kpa\r\nyesterday,rear,left,400,20,,,I,',
      'read_at',
    ],
    [
      'read_at,axle,side,pressure_kpa,temperature_°c,altitude_m,load,read_by,filled_to_kpa\r\n2026-06-01T10:00:00Z,rear,top,400,20,,,I,',
      'side',
    ],
    [
      'read_at,axle,side,pressure_kpa,temperature_°c,altitude_m,load,read_by,filled_to_kpa\r\n2026-06-01T10:00:00Z,rear,left,9999,20,,,I,',
      'pressure',
    ],
  ])('a wrong cell is named by its row and column', (text, column) => {
    const read = pressuresFromCsv(text, [])
    expect(read.ok).toBe(false)
    expect(!read.ok && read.problems.map((p) => [p.row, p.column])).toEqual([[2, column]])
  })
})
