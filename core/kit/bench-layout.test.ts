import { describe, expect, test } from 'vitest'
import { demoKits } from '../../demo/shop'
import { INCH } from '../quantity'
import { benchParts, lookAlikes, type BenchPart } from '.'

const bolt = (key: string, thread: BenchPart['thread'], length: number): BenchPart => ({
  key,
  number: key,
  name: key,
  count: 2,
  side: null,
  thread,
  length,
  width: thread === 'M10' ? 0.01 : 0.375 * INCH,
})
const plate = (key: string, length: number, width: number): BenchPart => ({ ...bolt(key, null, length), width })
const pairs = (...parts: BenchPart[]) => lookAlikes(parts).map((l) => [...l.parts.map((p) => p.key), l.by])

/** Thread diameters: ASME B1.1 (3/8 in is 9.525 mm), ISO 261 (M8 8 mm, M10 10 mm); what the eye mixes up is common practice. */
describe('parts that are taken for each other', () => {
  test('bolts of two systems half a millimeter apart, by their thread', () => {
    expect(pairs(bolt('a', '3/8-16', 1.25 * INCH), bolt('b', 'M10', 0.03))).toEqual([['a', 'b', 'thread']])
    expect(pairs(bolt('a', '5/16-18', INCH), bolt('b', 'M8', 0.025))).toEqual([['a', 'b', 'thread']])
  })
  test('coarse and fine of one diameter, by their thread', () => {
    expect(pairs(bolt('a', '3/8-16', INCH), bolt('b', '3/8-24', INCH))).toEqual([['a', 'b', 'thread']])
  })
  test('one thread in two lengths, by their length; the same bolt twice is no trap', () => {
    expect(pairs(bolt('a', '3/8-16', INCH), bolt('b', '3/8-16', 1.125 * INCH))).toEqual([['a', 'b', 'length']])
    expect(pairs(bolt('a', '3/8-16', INCH), bolt('b', '3/8-16', INCH))).toEqual([])
  })
  test('not a bolt of quite another size or length, nor a bolt and a plate', () => {
    expect(pairs(bolt('a', '3/8-16', INCH), bolt('b', '1/2-13', INCH))).toEqual([])
    expect(pairs(bolt('a', '3/8-16', INCH), bolt('b', '3/8-16', 2 * INCH))).toEqual([])
    expect(pairs(bolt('a', '3/8-16', 0.1), plate('b', 0.1, 0.0095))).toEqual([])
  })
  test('mirrored brackets, by their number; nearly alike ones by what differs', () => {
    expect(pairs(plate('l', 0.2, 0.09), plate('r', 0.2, 0.09))).toEqual([['l', 'r', 'number']])
    expect(pairs(plate('a', 0.2, 0.09), plate('b', 0.2, 0.094))).toEqual([['a', 'b', 'width']])
    expect(pairs(plate('a', 0.2, 0.09), plate('b', 0.212, 0.09))).toEqual([['a', 'b', 'length']])
  })
  test('what has no size is told of nothing', () => {
    expect(pairs({ ...plate('a', 1, 1), length: null }, plate('b', 1, 1))).toEqual([])
  })
  test('left and right brackets of the made-up kits are found, and their bolts lie with them, both sides', () => {
    const kit = demoKits().find((k) => k.id === 'ninebark-twofold')!
    const parts = benchParts(kit.parts, kit.mounting)
    expect(lookAlikes(parts).some((l) => l.parts.every((p) => p.name.startsWith('Upper bracket')))).toBe(true)
    const boltHere = kit.mounting!.bolts.find((b) => b.inBox !== null)!
    expect(parts.find((p) => p.key === `bolt ${boltHere.id}`)).toMatchObject({
      count: 2 * boltHere.count,
      length: boltHere.inBox,
    })
  })
})
