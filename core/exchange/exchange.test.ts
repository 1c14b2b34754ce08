import fc from 'fast-check'
import Papa from 'papaparse'
import { describe, expect, test } from 'vitest'
import { demoJob, demoJobs } from '../../demo/shop'
import { standing, type BayRecord } from '../records'
import { INCH, POUND } from '../quantity'
import { newLoad, PLACES, type LoadItem } from '../vehicle'
import { loadsFromCsv, loadsToCsv, parseTicket, problemText, readingsFromCsv, readingsToCsv } from '.'

let count = 0
const newId = () => `new-${(count += 1)}`
const withoutId = ({ id: _, ...rest }: LoadItem) => rest
const problems = (outcome: { ok: boolean; problems?: Parameters<typeof problemText>[0][] }) =>
  (outcome.problems ?? []).map(problemText)

const where = (outcome: { ok: boolean; problems?: Parameters<typeof problemText>[0][] }) =>
  (outcome.problems ?? []).map((p) => [p.row, p.column])

describe('loads as CSV', () => {
  test.each(demoJobs().map((j) => [j.job.number, j] as const))('out and in again is the same, %s', (_, { job }) => {
    const back = loadsFromCsv(loadsToCsv(job), job, newId)
    if (!job.loadCases.some((c) => c.items.length)) return expect(back.ok).toBe(false)
    if (!back.ok) throw new Error(problems(back).join())
    const close = (items: readonly LoadItem[]) =>
      items.map((i) =>
        Object.fromEntries(
          Object.entries(withoutId(i)).map(([k, v]) => [k, typeof v === 'number' ? Number(v.toFixed(6)) : v]),
        ),
      )
    expect(back.value.loadCases.map((c) => [c.id, c.name, close(c.items)])).toEqual(
      job.loadCases.map((c) => [c.id, c.name, close(c.items)]),
    )
    expect(close(back.value.fittings)).toEqual(close(job.fittings))
  })
  test('whatever a load is called and wherever it sits', () => {
    const { job } = demoJob('0417')
    const names = fc.string({ minLength: 1, maxLength: 40 }).filter((s) => s.trim() === s && !/[\r\n\uFEFF]/.test(s))
    fc.assert(
      fc.property(
        names,
        fc.constantFrom(...PLACES),
        fc.double({ min: 0, max: 900, noNaN: true }),
        (name, place, mass) => {
          const item = { ...newLoad(job.vehicle, 'x', name, place), mass }
          const one = { ...job, loadCases: [{ id: 'c', name: 'Case', items: [item] }] }
          const back = loadsFromCsv(loadsToCsv(one), one, newId)
          if (!back.ok) throw new Error(problems(back).join())
          expect(back.value.loadCases[0]!.items[0]).toMatchObject({ name, place })
          expect(back.value.loadCases[0]!.items[0]!.mass).toBeCloseTo(mass, 5)
        },
      ),
    )
  })
  test('inches and pounds, any order of columns, semicolons and a decimal comma', () => {
    const { job } = demoJob('0417')
    const us = 'place,name,load_case,ahead_in,weight_lb\nbed,Anvil,Forge,13 3/4,220\n'
    const read = loadsFromCsv(us, job, newId)
    if (!read.ok) throw new Error(problems(read).join())
    const anvil = read.value.loadCases.find((c) => c.name === 'Forge')!.items[0]!
    expect(anvil.mass).toBeCloseTo(220 * POUND, 9)
    expect(anvil.x).toBeCloseTo(13.75 * INCH, 9)
    // The cases of the job that the file does not name stay.
    expect(read.value.loadCases).toHaveLength(job.loadCases.length + 1)
    const german = loadsFromCsv('load_case;name;place;weight_kg\nForge;Amboss;bed;99,5\n', job, newId)
    if (!german.ok) throw new Error(problems(german).join())
    expect(german.value.loadCases.at(-1)!.items[0]!.mass).toBe(99.5)
  })
  test('each thing wrong is named with its row and column, and nothing is taken', () => {
    const { job } = demoJob('0417')
    const bad = loadsFromCsv('load_case,name,place,weight_kg\nA,B,roof,10\nA,,bed,heavy\n', job, newId)
    expect(where(bad)).toEqual([
      [3, 'name'],
      [3, 'weight_kg'],
    ])
    expect(where(loadsFromCsv('load_case,name,place\nA,B,bed\n', job, newId))).toEqual([[1, 'weight_kg']])
    expect(where(loadsFromCsv('load_case,name,place,weight_kg\nA,B,moon,1\n', job, newId))).toEqual([[2, 'place']])
    const far = 'load_case,name,place,weight_kg,ahead_mm\nA,B,bed,1,99999\n'
    expect(where(loadsFromCsv(far, job, newId))).toEqual([[2, 'ahead']])
    expect(where(loadsFromCsv('', job, newId))).toEqual([[null, null]])
  })
  const { job } = demoJob('0417')
  const head = 'load_case,name,place,weight_lb\n'
  const weights = (csv: string) => {
    const read = loadsFromCsv(csv, job, newId)
    const added = read.ok ? read.value.loadCases.filter((c) => c.name === 'A') : []
    return read.ok ? added.flatMap((c) => c.items.map((i) => Math.round(i.mass / POUND))) : where(read)
  }
  test('a stray quotation mark spoils its own row and no other', () => {
    const csv = `${head}A,"Anvil,bed,200\nA,Tongs,bed,20\nA,"Bellows, old",bed,300\n`
    expect(weights(csv)).toEqual([[2, null]])
    expect(weights(csv.replace('"Anvil', 'Anvil'))).toEqual([200, 20, 300])
  })
  test('empty lines count as lines, so that a row is found where it stands', () => {
    expect(weights(`${head}\nA,Anvil,bed,200\n\n\nA,Tongs,moon,20\n`)).toEqual([[6, 'place']])
  })
  test('1,200 in a tab file is twelve hundred; with semicolons it could be either and is refused', () => {
    const tab = head.replaceAll(',', '\t')
    expect(weights(`${tab}A\tAnvil\tbed\t1,200\n`)).toEqual([1200])
    expect(weights(`${tab}A\tAnvil\tbed\t2,6\n`)).toEqual([3])
    const semicolon = head.replaceAll(',', ';')
    expect(weights(`${semicolon}A;Anvil;bed;1,200\n`)).toEqual([[2, 'weight_lb']])
    expect(weights(`${semicolon}A;Anvil;bed;12,5\n`)).toEqual([13])
    expect(weights(`${head}A,Anvil,bed,"1,200"\n`)).toEqual([1200])
  })
  test.each(['=1+1', "'=1+1", "''=x", '＝1+1', '＠x', '-5', "'tis an anvil"])(
    'a name that a spreadsheet would run, %s, is made safe and comes back as it was',
    (name) => {
      const item = { ...newLoad(job.vehicle, 'x', name), mass: 1 }
      const csv = loadsToCsv({ ...job, loadCases: [{ id: 'c', name: 'C', items: [item] }] })
      // Source: read by papaparse as a spreadsheet would.
      const cell = Papa.parse<string[]>(csv).data[1]![1]!
      expect(cell).not.toMatch(/^[=+\-@\uFF1D\uFF0B\uFF0D\uFF20]/)
      const read = loadsFromCsv(csv, job, newId)
      expect(read.ok && read.value.loadCases.find((c) => c.name === 'C')!.items[0]!.name).toBe(name)
    },
  )
})

describe('readings as CSV', () => {
  const { job, records } = demoJob('0417')
  const stands = standing(records)
  test('out and in again changes nothing', () => {
    expect(readingsFromCsv(readingsToCsv(job, stands), job, stands)).toEqual({ ok: true, value: [] })
  })
  test('into an empty job: every reading, to the last digit of the tape', () => {
    const added = readingsFromCsv(readingsToCsv(job, stands), job, [])
    if (!added.ok) throw new Error(problems(added).join())
    const heights = stands.filter(
      (r): r is BayRecord & { body: { kind: 'height'; value: number } } => r.body.kind === 'height',
    )
    expect(added.value).toHaveLength(heights.length)
    added.value.forEach(({ body, corrects }, i) => {
      expect(corrects).toBeNull()
      expect(body.value).toBeCloseTo(heights[i]!.body.value, 8)
    })
  })
  test('a reading in inches that differs corrects the one that stands', () => {
    const csv = 'timing,load,corner,mark,height_in\nbefore,empty,rear-left,wheel-center,26 1/4\n'
    const read = readingsFromCsv(csv, job, stands)
    expect(read).toMatchObject({
      ok: true,
      value: [{ corrects: 'job-0417-r4' }],
    })
    expect(read.ok && read.value[0]!.body.value).toBeCloseTo(26.25 * INCH, 9)
  })
  test('a case that is not there, a corner twice, a mark nobody knows', () => {
    const head = 'timing,load,load_case,corner,mark,height_mm\n'
    const first = (rows: string) => where(readingsFromCsv(head + rows, job, stands))[0]
    expect(first('before,loaded,Nowhere,rear-left,ground,900\n')).toEqual([2, 'load_case'])
    expect(first('before,loaded,,rear-left,ground,900\n')).toEqual([2, 'load_case'])
    expect(first('before,empty,,rear-left,ground,900\nbefore,empty,,rear-left,ground,901\n')).toEqual([3, 'corner'])
    expect(first('before,empty,,rear-left,fender,900\n')).toEqual([2, 'mark'])
  })
})

describe('a weigh ticket', () => {
  test('pasted, with thousands and a gross that adds up', () => {
    const read = parseTicket(
      'Certified scale 12\nSTEER AXLE   4,120 lb\nDRIVE AXLE   5,880 lb\nTRAILER AXLE 3,900 lb\nGROSS WEIGHT 13,900 lb',
      'us',
    )
    if (!read.ok) throw new Error(read.why)
    expect(read.ticket.front).toBeCloseTo(4120 * POUND, 9)
    expect(read.ticket.rear).toBeCloseTo(5880 * POUND, 9)
    expect(read.ticket.trailer).toBeCloseTo(3900 * POUND, 9)
  })
  test('typed bare, in the units of the screen', () =>
    expect(parseTicket('front 1690\nrear 1655.5', 'metric')).toEqual({
      ok: true,
      ticket: { front: 1690, rear: 1655.5, trailer: null },
    }))
  test('an axle number is no part of the weight', () => {
    const read = parseTicket('Steer axle 1 4120 lb\nDrive axle 2 5880 lb', 'us')
    if (!read.ok) throw new Error(read.why)
    expect(read.ticket.front / POUND).toBeCloseTo(4120, 6)
    expect(read.ticket.rear / POUND).toBeCloseTo(5880, 6)
  })
  // Source: common practice, no published source: scales print axles by number as well as by name.
  test.each([
    'Axle 1: 4120 / Axle 2: 5880',
    'AXLE 1  4,120 lb\nAXLE 2  5,880 lb\nGROSS 10,000 lb',
    'Axle #1 4120; Axle #2 5880',
    // A time of the day before the weight is no part of it.
    'Steer 10:42 4120 lb\nDrive 10:43 5,880 lb',
  ])('axles by their numbers: %j', (text) => {
    const read = parseTicket(text, 'us')
    if (!read.ok) throw new Error(read.why)
    expect([read.ticket.front / POUND, read.ticket.rear / POUND]).toEqual([
      expect.closeTo(4120, 6),
      expect.closeTo(5880, 6),
    ])
  })
  test.each([
    ['rear 1655 kg', 'front'],
    // Twenty pounds on a steer axle, or 4,120 with a slip in it.
    ['Steer Axle 41 20 lb\nDrive Axle 5880 lb', '41 20'],
    ['Axle 1: 4120\nAxle 2: 5880\nAxle 3: 2100', 'Axle 3'],
    ['front 1690 kg\nrear 1655 kg\ngross 3900 kg', '3,345'],
    ['front 1690 kg\nfront 1700 kg\nrear 1655 kg', 'front'],
    // 1,120 kg, or 120 kg on axle 1.
    ['front axle 1 120 kg\nrear 1655 kg', '1 120'],
  ])('%j is refused, naming what is wrong', (text, wrong) => {
    const read = parseTicket(text, 'metric')
    expect(read.ok ? '' : read.why).toContain(wrong)
  })
})
