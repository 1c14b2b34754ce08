import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { levelRear, REFERENCE_TABLE, referenceAxle } from '../fixtures/reference-axle'
import { PSI } from '../quantity'
import { airSpring, bagDataSchema, bagTable, tableDisagreement, type LoadTable } from '.'

/** The reference bag as instructions would print it: loads at four pressures. */
const printed = (spoil = 1): LoadTable => ({
  heights: REFERENCE_TABLE.heights,
  pressures: [20, 40, 60, 80].map((p) => p * PSI),
  loads: REFERENCE_TABLE.areas.map((a) => [20, 40, 60, 80].map((p, i) => a * p * PSI * (i === 3 ? spoil : 1))),
  volumeAt: { height: 0.15, volume: 2.18e-3 },
})

describe('a bag by its load table', () => {
  // Source: A = F/P for each pressure, and V = V0 + the integral of A dh.
  test('areas are load over pressure, volumes their integral', () => {
    const table = bagTable(printed())
    table.areas.forEach((a, i) => expect(a).toBeCloseTo(REFERENCE_TABLE.areas[i]!, 12))
    expect(table.volumes[2]).toBeCloseTo(2.18e-3, 12)
    const bag = airSpring(printed())
    // Source: a fine trapezoidal sum of the area curve, a second way to the same integral.
    const steps = 20_000
    let sum = 0
    for (let i = 0; i < steps; i++) sum += bag.area.value(0.1 + (0.125 * (i + 0.5)) / steps)! * (0.125 / steps)
    expect(table.volumes.at(-1)! - table.volumes[0]!).toBeCloseTo(sum, 9)
  })
  test('it levels an axle as the table of areas does', () => {
    const q = referenceAxle()
    const byLoads = referenceAxle({ rear: { bags: { ...q.chassis.rear.bags!, bag: airSpring(printed()) } } })
    expect(levelRear(byLoads).mean!).toBeCloseTo(levelRear(q).mean!, 6)
  })
  test('columns that contradict each other show', () => {
    expect(tableDisagreement(airSpring(printed()), printed())).toBeLessThan(1e-9)
    const wrong = printed(1.2)
    expect(tableDisagreement(airSpring(wrong), wrong)).toBeGreaterThan(0.05)
  })
  test.each<[string, (t: LoadTable) => LoadTable, RegExp]>([
    ['a row short', (t) => ({ ...t, loads: t.loads.slice(1) }), /a row for each height/],
    ['heights that fold back', (t) => ({ ...t, heights: [...t.heights].reverse() }), /heights must rise strictly/],
    [
      'less load at more pressure',
      (t) => ({ ...t, loads: t.loads.map((r) => [...r].reverse()) }),
      /more pressure must carry more/,
    ],
    ['a volume outside', (t) => ({ ...t, volumeAt: { ...t.volumeAt, height: 0.5 } }), /between the first and the last/],
    ['no room for air', (t) => ({ ...t, volumeAt: { height: 0.225, volume: 1e-4 } }), /leave no air/],
  ])('%s is refused', (_, spoil, why) => {
    const parsed = bagDataSchema.safeParse(spoil(printed()))
    expect(parsed.success).toBe(false)
    expect(JSON.stringify(parsed.error!.issues)).toMatch(why)
  })
  test('every sound table is taken', () => {
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: 0.005, max: 0.03, noNaN: true }), { minLength: 4, maxLength: 8 }),
        (areas) => {
          const heights = areas.map((_, i) => 0.1 + 0.02 * i)
          const table: LoadTable = {
            heights,
            pressures: [100_000, 400_000],
            loads: areas.map((a) => [a * 100_000, a * 400_000]),
            volumeAt: { height: 0.1, volume: 0.002 },
          }
          expect(bagDataSchema.safeParse(table).success).toBe(true)
          bagTable(table).areas.forEach((a, i) => expect(a).toBeCloseTo(areas[i]!, 9))
        },
      ),
    )
  })
})
