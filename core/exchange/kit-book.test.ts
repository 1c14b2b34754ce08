import { describe, expect, test } from 'vitest'
import { demoApplications, demoKits } from '../../demo/shop'
import { lacksOf, originOf } from '../kit'
import { POUND_FOOT } from '../quantity'
import { blankBook, kitsNamed, readKitBook, writeKitBook, type BookSheet, type KitBook } from '.'

const kits = demoKits()
const book: KitBook = { kits, lines: demoApplications().filter((a) => kits.some((k) => k.id === a.kit)) }
const NOTHING: KitBook = { kits: [], lines: [] }

/** Numbers to twelve figures: what a cell holds. */
const asInCells = (value: unknown): unknown =>
  JSON.parse(JSON.stringify(value, (_k, v: unknown) => (typeof v === 'number' ? Number(v.toPrecision(9)) : v)))
const cell = (sheets: readonly BookSheet[], sheet: string, row: number, head: string, text: string): BookSheet[] =>
  sheets.map((s) =>
    s.name === sheet
      ? { ...s, rows: s.rows.map((r, i) => (i === row ? r.map((c, k) => (s.rows[0]![k] === head ? text : c)) : r)) }
      : s,
  )

describe('the kits of a maker as one workbook', () => {
  test.each(['us', 'metric'] as const)('come into a shop that has none of them as they went out, in %s', (system) => {
    const read = readKitBook(writeKitBook(book, system), NOTHING, system)
    if (!read.ok) throw new Error(JSON.stringify(read.problems.slice(0, 3)))
    for (const [i, kit] of read.value.kits.entries()) expect(asInCells(kit), kit.id).toEqual(asInCells(kits[i]))
    expect(asInCells(read.value.lines)).toEqual(asInCells(book.lines))
  })
  test('change nothing where they are', () => {
    const read = readKitBook(writeKitBook(book, 'us'), book, 'us')
    expect(read.ok && read.value).toEqual(book)
  })
  const few: KitBook = { kits: kits.filter((k) => k.id === 'ninebark-twofold'), lines: [] }
  const sheets = writeKitBook(few, 'us')
  test('a torque typed as on paper counts, and is the shop`s until somebody confirms it', () => {
    const read = readKitBook(cell(sheets, 'Bolts', 1, 'As on paper', '18-20'), few, 'us')
    if (!read.ok) throw new Error(JSON.stringify(read.problems))
    const [kit] = read.value.kits
    const bolt = kit!.fasteners[0]!
    expect(bolt.spec).toMatchObject({ kind: 'target', low: expect.closeTo(18 * POUND_FOOT, 6) as number })
    expect(originOf(kit!, `fasteners.${bolt.id}`).from).toBe('shop')
    expect(lacksOf(kit!).map((l) => l.path)).toEqual([`fasteners.${bolt.id}`])
  })
  test('every fault is named at once, by sheet, row and column', () => {
    const wrong = [
      ['Kits', 1, 'Maximum (psi)', 'much'],
      ['Kits', 1, 'Family', 'balloon'],
      ['Bolts', 1, 'As on paper', 'hard'],
      ['Bolts', 2, 'Kit', 'nobody'],
      ['Steps', 3, 'Phase', 'oven'],
      ['Box', 2, 'Length (in)', 'long'],
    ] as const
    const read = readKitBook(
      wrong.reduce<BookSheet[]>((s, [sheet, row, head, text]) => cell(s, sheet, row, head, text), sheets),
      NOTHING,
      'us',
    )
    const places = read.ok ? [] : read.problems.map((p) => [p.sheet, p.row])
    for (const [sheet, row] of wrong.slice(2)) expect(places).toContainEqual([sheet, row + 1])
    expect(places).toContainEqual(['Kits', 2])
  })
  test.each(['us', 'metric'] as const)('a blank one shows how, and typed over it comes in, in %s', (system) => {
    const blank = blankBook(system)
    const asItIs = readKitBook(blank, NOTHING, system)
    expect(asItIs.ok ? [] : [...new Set(asItIs.problems.map((p) => [p.sheet, p.column].join()))]).toEqual(
      expect.arrayContaining(['Kits,id', 'Fits,id']) as string[],
    )
    const typed = blank.map((s) => ({ ...s, rows: s.rows.map((r) => r.map((c) => (c === 'example-row' ? 'own' : c))) }))
    const read = readKitBook(typed, NOTHING, system)
    if (!read.ok) throw new Error(JSON.stringify(read.problems))
    expect(kitsNamed(typed)).toEqual(['own'])
    expect(read.value.kits[0]).toMatchObject({ id: 'own', operations: [{ torques: ['strap-nut'] }] })
    expect(read.value.lines[0]!.kit).toBe('own')
  })
  test('people type what they know: ids, how it stands and bolts by their names follow', () => {
    const [first] = blankBook('us')
    const typed: BookSheet[] = [
      { ...first!, rows: first!.rows.map((r) => r.map((c) => (c === 'example-row' ? 'own' : c))) },
      {
        name: 'Bolts',
        rows: [
          ['Kit', 'Name', 'Count', 'As on paper'],
          ['own', 'Strap nut', '4', 'evenly 16'],
        ],
      },
      {
        name: 'Steps',
        rows: [
          ['Kit', 'Title', 'Side', 'Support', 'Wheels', 'Torques'],
          ['own', 'Hang the bracket', 'each', 'axle-raised', 'off', ''],
          ['own', 'Tighten it', 'each', '', '', 'strap nut'],
        ],
      },
    ]
    const read = readKitBook(typed, NOTHING, 'us')
    if (!read.ok) throw new Error(JSON.stringify(read.problems))
    const [kit] = read.value.kits
    expect(kit!.fasteners[0]).toMatchObject({ count: 4, evenly: true })
    expect(kit!.operations.map((o) => [o.support, o.wheels, o.torques.length])).toEqual([
      ['axle-raised', 'off', 0],
      ['axle-raised', 'off', 1],
    ])
  })
  test('a workbook without the sheet of kits says so', () => {
    expect(readKitBook([{ name: 'Sheet1', rows: [['a']] }], NOTHING, 'us')).toMatchObject({
      ok: false,
      problems: [{ sheet: 'Kits', row: null }],
    })
  })
})
