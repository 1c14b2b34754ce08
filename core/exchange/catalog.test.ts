import fc from 'fast-check'
import Papa from 'papaparse'
import { describe, expect, test } from 'vitest'
import { demoApplications, demoKits, demoStock, demoVehicles } from '../../demo/shop'
import { SURVEY_KEYS, VEHICLE_FACTS, isTaped, type Condition } from '../kit'
import {
  CATALOG_FORMATS,
  conditionsText,
  fromRow,
  needsText,
  parseConditions,
  parseExcludes,
  parseNeeds,
  excludesText,
  problemText,
  rowReader,
  toRow,
  writeTable,
  type CatalogFile,
} from '.'

/** Documents as a file and back, as a new shop would read it. */
function throughCsv(kind: CatalogFile, documents: readonly { id: string }[], before: 'nothing' | 'there') {
  const format = CATALOG_FORMATS[kind]
  const csv = writeTable(
    format.fields,
    documents.map((d) => toRow(format, d)),
  )
  const [head, ...rows] = Papa.parse<string[]>(csv, { skipEmptyLines: true }).data
  const reader = rowReader(head!, format.fields, false)
  if (!reader.ok) throw new Error(reader.problems.map(problemText).join())
  return rows.map((cells, i) => {
    const row = reader.value(cells, i + 2)
    if (!row.ok) throw new Error(row.problems.map(problemText).join())
    const made = fromRow(format, row.value, i + 2, before === 'there' ? documents[i] : null)
    if (!made.ok) throw new Error(made.problems.map(problemText).join())
    return made.document
  })
}

describe('export then import', () => {
  test.each([
    ['vehicles', demoVehicles()],
    ['applications', demoApplications()],
    ['stock', demoStock()],
  ] as const)('%s: the same documents, into an empty shop and over what is there', (kind, documents) => {
    expect(throughCsv(kind, documents, 'nothing')).toEqual(documents)
    expect(throughCsv(kind, documents, 'there')).toEqual(documents)
  })
  test('kits: the same over what is there; into an empty shop all but what a table has no column for', () => {
    const kits = demoKits()
    expect(throughCsv('kits', kits, 'there')).toEqual(kits)
    const fresh = throughCsv('kits', kits, 'nothing') as typeof kits
    fresh.forEach((kit, i) => {
      const { fasteners, operations, brackets, parts, bag, ...rest } = kits[i]!
      expect([fasteners, operations, brackets, parts].length).toBe(4)
      expect(kit).toMatchObject({ ...rest, ...(bag ? { bag: { ...bag, diameters: null } } : {}) })
    })
  })
  const some = <T>(list: readonly T[]) => fc.constantFrom(...list)
  const condition: fc.Arbitrary<Condition> = fc.oneof(
    some(SURVEY_KEYS).chain((survey): fc.Arbitrary<Condition> =>
      isTaped(survey)
        ? fc.record({ mm: fc.integer({ min: 0, max: 300 }), over: fc.boolean() }).map(({ mm, over }) => {
            const value = Number((mm * 1e-3).toPrecision(12))
            return over ? { survey, over: value } : { survey, under: value }
          })
        : fc.oneof(
            fc.subarray([true, false], { minLength: 1 }).map((is) => ({ survey, is })),
            fc.subarray(['left', 'two-bolt', 'heavy'], { minLength: 1 }).map((is) => ({ survey, is })),
          ),
    ),
    some(VEHICLE_FACTS).chain((vehicle): fc.Arbitrary<Condition> =>
      fc.subarray(['leaf', 'short', 'Field', '2019'], { minLength: 1 }).map((is) => ({ vehicle, is })),
    ),
  )
  test('whatever the conditions, needs and exclusions of a line say', () => {
    const says = fc.stringMatching(/^[A-Z][a-z ,]{0,30}[a-z]$/)
    fc.assert(
      fc.property(
        fc.array(condition, { maxLength: 4 }),
        fc.array(condition, { minLength: 1, maxLength: 2 }),
        says,
        fc.option(
          fc.record({
            name: fc.stringMatching(/^[a-z]{1,12}$/),
            item: fc.option(fc.constant('band-clamp')),
            count: fc.integer({ min: 1, max: 9 }),
          }),
        ),
        fc.integer({ min: 0, max: 90 }),
        (conditions, when, text, part, minutes) => {
          expect(parseConditions(conditionsText(conditions))).toEqual({ ok: true, value: conditions })
          const needs = [{ when: conditions, what: 'part' as const, says: text, part, minutes }]
          expect(parseNeeds(needsText(needs))).toEqual({ ok: true, value: needs })
          const excludes = [{ when, says: text }]
          expect(parseExcludes(excludesText(excludes))).toEqual({ ok: true, value: excludes })
        },
      ),
      { numRuns: 200 },
    )
  })
})

describe('what is wrong with a row', () => {
  const format = CATALOG_FORMATS.kits
  const good = toRow(format, demoKits()[0])
  const said = (change: Record<string, unknown>) => {
    const made = fromRow(format, { ...good, ...change } as typeof good, 7, null)
    return made.ok ? 'fine' : made.problems.map(problemText).join('; ')
  }
  test('stands at its column', () => {
    expect(said({})).toBe('fine')
    expect(said({ heights: [0.1, 0.09, 0.12, 0.165, 0.19, 0.215, 0.23] })).toContain(
      'Row 7, heights, heights must rise strictly',
    )
    expect(said({ volumes_l: '1;2;1.5;3;4;5;6' })).toContain('Row 7, volumes_l, volumes must rise strictly')
    expect(said({ areas_cm2: '194;x' })).toBe('Row 7, areas_cm2, "194;x" must be figures parted by semicolons')
    expect(said({ ride_height: 0.3 })).toContain('Row 7, ride_height, ride height must lie inside the height range')
    expect(said({ family: 'balloon' })).toContain('Row 7, family, family must be one of bellows')
    expect(said({ minimum: 5 })).toMatch(/Row 7, minimum, must be a number between 20 kPa/)
  })
  test.each([
    ['bed', '"bed" must read like'],
    ['wings = yes', '"wings" is nothing that is known of a vehicle'],
    ['liftBlock < 10', '"10" must be a figure in mm'],
    ['bed < 3', '"bed" is compared with = only'],
  ])('a condition "%s"', (text, why) => {
    const read = parseConditions(text)
    expect(read.ok ? '' : read.why).toContain(why)
  })
  test('mixed units, formulas and a column twice', () => {
    const fields = CATALOG_FORMATS.vehicles.fields.filter((f) => ['id', 'wheelbase', 'make'].includes(f.name))
    const reader = rowReader(['id', 'wheelbase_mm', 'make'], fields, false)
    if (!reader.ok) throw new Error('head')
    const problems = (cells: string[]) => {
      const read = reader.value(cells, 4)
      return read.ok ? 'fine' : read.problems.map(problemText).join('; ')
    }
    expect(problems(['a', '3700', 'X'])).toBe('fine')
    expect(problems(['a', '145 in', 'X'])).toBe(
      'Row 4, wheelbase_mm, "145 in" is in in, this column is in mm: one unit for a column',
    )
    expect(problems(['a', '=B2*25.4', 'X'])).toContain('holds a formula: paste its value instead')
    const twice = rowReader(['id', 'wheelbase_mm', 'wheelbase_in', 'make'], fields, false)
    expect(twice.ok ? '' : twice.problems.map(problemText).join()).toContain('wheelbase_in, stands twice in the head')
    const unitless = rowReader(['id', 'wheelbase', 'make'], fields, false)
    expect(unitless.ok ? '' : unitless.problems.map(problemText).join()).toContain('needs its unit: wheelbase_mm')
  })
})
