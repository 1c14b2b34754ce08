import fc from 'fast-check'
import Papa from 'papaparse'
import { describe, expect, test } from 'vitest'
import { demoApplications, demoKits, demoStock, demoVehicles } from '../../demo/shop'
import {
  factWords,
  isTaped,
  lacksOf,
  originOf,
  SURVEY_KEYS,
  VEHICLE_FACTS,
  type Condition,
  type Fact,
  type Kit,
} from '../kit'
import {
  blankTable,
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
  const reader = rowReader(head!, format.fields, 'thousands')
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
    const rows = throughCsv('kits', kits, 'nothing') as typeof kits
    rows.forEach((kit, i) => {
      const { fasteners, operations, brackets, parts, mounting, bag, ...rest } = kits[i]!
      expect([fasteners, operations, brackets, parts, mounting].length).toBe(5)
      expect(kit).toMatchObject({ ...rest, ...(bag ? { bag: { ...bag, diameters: null } } : {}) })
    })
  })
  const some = <T>(list: readonly T[]) => fc.constantFrom(...list)
  const words = (fact: Fact) => fc.subarray([...(factWords(fact) ?? ['Field', '2019'])], { minLength: 1 })
  const condition: fc.Arbitrary<Condition> = fc.oneof(
    some(SURVEY_KEYS).chain((survey): fc.Arbitrary<Condition> =>
      isTaped(survey)
        ? fc.record({ mm: fc.integer({ min: 0, max: 300 }), over: fc.boolean() }).map(({ mm, over }) => {
            const value = Number((mm * 1e-3).toPrecision(12))
            return over ? { survey, over: value } : { survey, under: value }
          })
        : words(survey).map((is) => ({ survey, is })),
    ),
    some(VEHICLE_FACTS).chain((vehicle): fc.Arbitrary<Condition> => words(vehicle).map((is) => ({ vehicle, is }))),
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
  const where = (change: Record<string, unknown>) => {
    const made = fromRow(format, { ...good, ...change } as typeof good, 7, null)
    return made.ok ? [] : made.problems.map((p) => [p.row, p.column])
  }
  test('stands at its column', () => {
    expect(where({})).toEqual([])
    expect(where({ heights: [0.1, 0.09, 0.12, 0.165, 0.19, 0.215, 0.23] })).toContainEqual([7, 'heights'])
    expect(where({ volumes_l: '1;2;1.5;3;4;5;6' })).toContainEqual([7, 'volumes_l'])
    expect(where({ areas_cm2: '194;x' })).toEqual([[7, 'areas_cm2']])
    expect(where({ ride_height: 0.3 })).toContainEqual([7, 'ride_height'])
    expect(where({ family: 'balloon' })).toContainEqual([7, 'family'])
    expect(where({ minimum: 5 })).toContainEqual([7, 'minimum'])
  })
  test.each([
    ['bed', '"bed"'],
    ['wings = yes', '"wings"'],
    ['liftBlock < 10', '"10"'],
    ['liftBlock < 1.2.3 mm', '1.2.3'],
    ['bed < 3', '"bed"'],
    // Words that a vehicle can never have would be a condition that never holds.
    ['bed = flying', 'flying'],
    ['hitchRails = perhaps', 'perhaps'],
  ])('a condition "%s" is refused, naming what is wrong in it', (text, wrong) => {
    const read = parseConditions(text)
    expect(read.ok ? '' : read.why).toContain(wrong)
  })
  test('one bad cell spoils its own row and column only', () => {
    const vehicles = CATALOG_FORMATS.vehicles
    const row = { ...toRow(vehicles, demoVehicles()[0]), rear_stages: 'leaf 99999 mm 60 N/mm' }
    const made = fromRow(vehicles, row, 9, null)
    expect(made.ok ? [] : made.problems.map((p) => [p.row, p.column])).toEqual([[9, 'rear_stages']])
  })
  test.each(['cut the bracket => then paint it', 'shims [two] x2 || more', 'allow +15 min', 'a \\ backslash and a |'])(
    'what a list says comes back as it was: %s',
    (says) => {
      const when: Condition[] = [{ vehicle: 'bed', is: ['flat'] }]
      const part = { name: says, item: null, count: 1 }
      const needs = [
        { when, what: 'work' as const, says, part: null, minutes: 0 },
        { when: [], what: 'part' as const, says, part, minutes: 10 },
      ]
      expect(parseNeeds(needsText(needs))).toEqual({ ok: true, value: needs })
      const excludes = [{ when, says }]
      expect(parseExcludes(excludesText(excludes))).toEqual({ ok: true, value: excludes })
    },
  )
  test('mixed units, formulas and a column twice', () => {
    const fields = CATALOG_FORMATS.vehicles.fields.filter((f) => ['id', 'wheelbase', 'make'].includes(f.name))
    const reader = rowReader(['id', 'wheelbase_mm', 'make'], fields, 'thousands')
    if (!reader.ok) throw new Error('head')
    const where = (cells: string[]) => {
      const read = reader.value(cells, 4)
      return read.ok ? [] : read.problems.map((p) => [p.row, p.column])
    }
    expect(where(['a', '3700', 'X'])).toEqual([])
    expect(where(['a', '145 in', 'X'])).toEqual([[4, 'wheelbase_mm']])
    expect(where(['a', '=B2*25.4', 'X'])).toEqual([[4, 'wheelbase_mm']])
    const headProblems = (head: string[]) => {
      const read = rowReader(head, fields, 'thousands')
      return read.ok ? [] : read.problems.map((p) => p.column)
    }
    expect(headProblems(['id', 'wheelbase_mm', 'wheelbase_in', 'make'])).toContain('wheelbase_in')
    expect(headProblems(['id', 'wheelbase', 'make'])).toContain('wheelbase')
  })
})

describe('a table to be filled in', () => {
  const filled = (kind: CatalogFile, system: 'us' | 'metric', id: string) => {
    const format = CATALOG_FORMATS[kind]
    const [head, cells] = Papa.parse<string[]>(blankTable(kind, system), { skipEmptyLines: true }).data
    const reader = rowReader(head!, format.fields, 'thousands')
    if (!reader.ok) throw new Error(reader.problems.map(problemText).join())
    const row = reader.value([id, ...cells!.slice(1)], 2)
    if (!row.ok) throw new Error(row.problems.map(problemText).join())
    return fromRow(format, row.value, 2, null)
  }
  test.each(
    (['kits', 'applications', 'vehicles', 'stock'] as const).flatMap((kind) => [
      [kind, 'us'] as const,
      [kind, 'metric'] as const,
    ]),
  )('%s in %s: its example is never taken in, and typed over it is', (kind, system) => {
    const cells = Papa.parse<string[]>(blankTable(kind, system), { skipEmptyLines: true }).data[1]!
    const example = filled(kind, system, cells[0]!)
    expect(example.ok ? null : example.problems.map((p) => p.column)).toEqual(['id'])
    expect(filled(kind, system, 'typed-over').ok).toBe(true)
  })
  test('heads are as people write them, in the units of the shop', () => {
    const head = (system: 'us' | 'metric') => Papa.parse<string[]>(blankTable('kits', system)).data[0]!
    expect(head('us')).toContain('Maximum (psi)')
    expect(head('metric')).toContain('Maximum (kpa)')
    expect(head('us')).toContain('Diameter max (in)')
  })
  test('a kit of which only the paper`s figures are typed: they are as said, the rest is what is usual', () => {
    const read = (origin: string) => {
      const reader = rowReader(
        ['id', 'Maker', 'Number', 'Name', 'Family', 'Maximum (psi)', 'Origin'],
        CATALOG_FORMATS.kits.fields,
        'thousands',
      )
      if (!reader.ok) throw new Error(reader.problems.map(problemText).join())
      const row = reader.value(['own', 'Own', 'N-1', 'Kit', 'bellows', '90', origin], 2)
      const made = row.ok ? fromRow(CATALOG_FORMATS.kits, row.value, 2, null) : row
      if (!made.ok) throw new Error(made.problems.map(problemText).join())
      return (made as { document: unknown }).document as Kit
    }
    // 1 psi is 6,894.757 Pa (NIST SP 811).
    expect(read('').bag!.maximum).toBeCloseTo(90 * 6894.757, 0)
    const from = (kit: Kit, path: string) => originOf(kit, path).from
    expect(from(read(''), 'bag.maximum')).toBe('shop')
    expect(from(read('paper'), 'bag.maximum')).toBe('paper')
    for (const path of ['bag.minimum', 'bag.table', 'fitment', 'minutes'])
      expect([path, from(read('paper'), path)]).toEqual([path, 'typical'])
    expect(lacksOf(read('paper')).map((l) => l.path)).not.toContain('bag.maximum')
    expect(lacksOf(read('')).map((l) => l.path)).toContain('bag.maximum')
  })
})
