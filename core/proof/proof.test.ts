import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { demoJob, demoKits, demoVehicles, demoSurvey } from '../../demo/shop'
import { answered, onlyKits } from '../fixtures/on-job'
import { toldRecords, wholeJob, type Told } from '../fixtures/whole-job'
import { newJob, type Job } from '../job'
import { inOrder, standing, type BayRecord, type RecordBody } from '../records'
import { assessJob } from '../judge'
import { PSI } from '../quantity'
import { planFor } from '../stages'
import { newLoad } from '../vehicle'
import { replay } from '.'

const { job } = demoJob('0411')
const list = wholeJob(job)
const records = toldRecords(list)
const LEFT = job.kits[0]!.kit

const assessed = (rs: readonly BayRecord[], j: Job = job) => assessJob(j, rs)
const checkOf = (rs: readonly BayRecord[], check: string, j: Job = job) =>
  assessed(rs, j).finalChecks.find((c) => c.check === check)!
/** The whole job and then some more. */
const after = (...more: RecordBody[]): BayRecord[] =>
  toldRecords([...list, ...more.map((body) => ({ body, after: 1 }))])
/** The whole job with something said before its first record that is like `at`. */
const before = (isBefore: (body: RecordBody) => boolean, ...more: RecordBody[]): BayRecord[] => {
  const i = list.findIndex((t) => isBefore(t.body))
  return toldRecords([...list.slice(0, i), ...more.map((body): Told => ({ body, after: 1 })), ...list.slice(i)])
}
const isStep = (id: string) => (b: RecordBody) => b.kind === 'step' && b.step === id
const openedChecks = (rs: readonly BayRecord[], j: Job = job) =>
  assessed(rs, j).finalChecks.flatMap((c) => (c.state === 'open' ? [c.check] : []))

test('a job done in its order proves every check', () => {
  const a = assessed(records)
  expect(a.stops).toEqual([])
  expect(a.finalChecks.map((c) => c.state)).toEqual(a.finalChecks.map(() => 'done'))
})

describe('the state of the work', () => {
  const flags = (rs: readonly BayRecord[]) =>
    [...replay(job, planFor(job), standing(rs)).evidence.values()].flatMap((e) => (e.flag ? [e.flag.code] : []))
  test('steps in reverse contradict it from the first to the last but one', () => {
    const steps = list.filter((t) => t.body.kind === 'step').reverse()
    const a = assessed(toldRecords(steps))
    expect(
      a.steps.filter((s) => s.outcome === 'done' && s.step.kind === 'operation').map((s) => s.step.id),
    ).not.toContain('settle')
    expect(flags(toldRecords(steps))).toContain('before-its-turn')
    expect(a.stops.map((s) => s.code)).toContain('steps-left')
  })
  test('a torque before its fastener was in proves nothing', () => {
    const early = list.filter((t) => t.body.kind === 'torque')
    expect(flags(toldRecords(early))).toContain('before-its-turn')
    expect(assessed(toldRecords(early)).torques.every((t) => t.missing.length > 0 || t.step.phase === 'bench')).toBe(
      true,
    )
  })
  test('a height before it was settled, under another load, or at another pressure proves nothing', () => {
    const rear = {
      kind: 'height',
      timing: 'after',
      load: 'loaded',
      loadCase: 'block',
      corner: 'rear-left',
      mark: 'wheel-center',
      value: 0.65,
      about: false,
      tolerance: null,
    } as const
    expect(flags(before(isStep('settle'), { ...rear, bagPressure: null }))).toContain('not-settled')
    expect(flags(after({ kind: 'load-on', loadCase: null }, { ...rear, bagPressure: null }))).toContain('other-load')
    expect(flags(after({ ...rear, bagPressure: 80 * PSI }))).toContain('other-pressure')
  })
  test('a step while the vehicle stood another way proves nothing', () => {
    const state = list.findIndex((t) => t.body.kind === 'step' && t.body.step.startsWith('state-axle-hanging'))
    expect(flags(toldRecords(list.filter((_, i) => i !== state)))).toContain('wrong-support')
  })
  test('what was recorded in the wrong order is put right by recording it again in its turn', () => {
    const again = list.filter(
      (t) => t.body.kind === 'step' || t.body.kind === 'torque' || t.body.kind === 'maker-torque',
    )
    const rs = toldRecords([
      ...[...again].reverse(),
      { body: { kind: 'moved', support: 'on-wheels', wheels: 'on', axle: null, settled: true }, after: 1 },
      ...list,
    ])
    expect(assessed(rs).stops.map((s) => s.code)).not.toContain('steps-left')
  })
})

// Source: common practice, no published source: what opening something takes away.
describe('what voids what', () => {
  const clamp = { step: 'torque-clamp:left', fastener: 'clamp-bar' }
  test.each<[string, RecordBody[], string[]]>([
    [
      'a fastener opened: its torque, clearance, heights',
      [{ kind: 'opened-again', ...clamp, reason: 'cocked' }],
      ['torques', 'heights', 'loaded-heights', 'level', 'clearance', 'loaded-clearance'],
    ],
    [
      'a fitting opened: soap, air check, pressures',
      [
        {
          kind: 'connection-opened',
          connection: 'rear-bag-left-air-to-rear-left-valve',
          reason: 'leaked',
          remedy: 'opened',
        },
      ],
      ['soap', 'air-check', 'minimum-pressure'],
    ],
    [
      'a bracket moved: heights, clearance',
      [{ kind: 'bracket-moved', axle: 'rear', side: 'left', reason: 'too near the tire' }],
      ['heights', 'loaded-heights', 'level', 'clearance', 'loaded-clearance'],
    ],
    [
      'wheels off and on: lug nuts, heights, clearance',
      [
        { kind: 'moved', support: 'axle-hanging', wheels: 'off', axle: 'rear', settled: false },
        { kind: 'moved', support: 'on-wheels', wheels: 'on', axle: null, settled: true },
      ],
      ['torques', 'heights', 'loaded-heights', 'level', 'clearance', 'loaded-clearance'],
    ],
    [
      'air let out with the same load on: the heights at that pressure',
      [{ kind: 'bag-pressure', axle: 'rear', left: 8 * PSI, right: 8 * PSI }],
      ['heights', 'loaded-heights', 'level'],
    ],
  ])('%s', (_what, more, opened) => {
    expect(openedChecks(after(...more)).sort()).toEqual([...opened].sort())
  })
  test('says by what', () => {
    const rs = after({ kind: 'opened-again', ...clamp, reason: 'cocked' })
    const [first] = checkOf(rs, 'clearance').missing
    expect(first).toMatchObject({ code: 'void', voided: { code: 'fastener-opened', by: rs.at(-1)!.id } })
  })
  test('another kit: all that hung on it', () => {
    const since = new Date(Date.parse(records.at(-1)!.at) + 60_000).toISOString()
    const swapped = { ...job, kits: job.kits.map((jobKit) => ({ ...jobKit, since })) }
    expect(openedChecks(records, swapped)).toEqual(
      expect.arrayContaining(['torques', 'soap', 'air-check', 'clearance']),
    )
    expect(assessed(records, swapped).stops.map((s) => s.code)).toContain('steps-left')
  })
  test('a load that weighs something else now: what was read with it on', () => {
    const since = new Date(Date.parse(records.at(-1)!.at) + 60_000).toISOString()
    const heavier = { ...job, loadCases: job.loadCases.map((c) => ({ ...c, since })) }
    expect(openedChecks(records, heavier)).toEqual(expect.arrayContaining(['loaded-heights']))
  })
  test('a correction stands where the first reading stood: it does not come after what voided it', () => {
    const opened = after({ kind: 'opened-again', ...clamp, reason: 'cocked' })
    const first = opened.find(
      (r) => r.body.kind === 'torque' && r.body.step === clamp.step && r.body.fastener === clamp.fastener,
    )!
    const late = {
      ...first,
      id: 'late',
      sequence: opened.length + 1,
      at: '2026-11-29T10:00:00.000Z',
      supersedes: { record: first.id, why: 'slip' },
    }
    expect(checkOf([...opened, late], 'torques').state).toBe('open')
    const anew = { ...late, supersedes: null }
    expect(checkOf([...opened, anew], 'torques').missing.length).toBe(checkOf(opened, 'torques').missing.length - 1)
  })
})

describe('limits in force, at their own figure', () => {
  const soap = (pressure: number, minutes: number | null): RecordBody => ({
    kind: 'connection',
    connection: 'rear-bag-left-air-to-rear-left-valve',
    result: 'no-bubbles',
    pressure,
    minutes,
    reason: '',
  })
  const opening = (body: RecordBody) => {
    const opened: RecordBody = {
      kind: 'connection-opened',
      connection: 'rear-bag-left-air-to-rear-left-valve',
      reason: 'recut',
      remedy: 'opened',
    }
    return assessed(after(opened, body)).air.connections.find((c) => c.id === 'rear-bag-left-air-to-rear-left-valve')!
  }
  test.each([
    [LEFT.testPressure!, 2, 'no-bubbles'],
    [LEFT.testPressure! - PSI, 2, 'missing'],
    [LEFT.bag!.maximum, 2, 'no-bubbles'],
    [LEFT.bag!.maximum + PSI, 2, 'missing'],
    [LEFT.testPressure!, 1.9, 'missing'],
    [LEFT.testPressure!, null, 'missing'],
    [0, 30, 'missing'],
  ])('soaped at %d Pa for %s min: %s', (pressure, minutes, result) => {
    expect(opening(soap(pressure, minutes)).result).toBe(result)
  })
})

describe('in whatever order', () => {
  const gone = records.length
  const harm: RecordBody[] = [
    { kind: 'opened-again', step: 'torque-clamp:left', fastener: 'clamp-bar', reason: 'cocked' },
    {
      kind: 'connection-opened',
      connection: 'rear-right-valve-line-to-rear-bag-right',
      reason: 'leaked',
      remedy: 'opened',
    },
    { kind: 'bracket-moved', axle: 'rear', side: null, reason: 'rubbed' },
    { kind: 'bag-pressure', axle: 'rear', left: 2 * PSI, right: 2 * PSI },
    {
      kind: 'connection',
      connection: 'rear-bag-left-air-to-rear-left-valve',
      result: 'bubbles',
      pressure: LEFT.testPressure!,
      minutes: 3,
      reason: '',
    },
    { kind: 'moved', support: 'axle-hanging', wheels: 'off', axle: 'rear', settled: false },
    { kind: 'off', part: 'liner', axle: 'rear', side: 'left' },
  ]
  const claims = (rs: readonly BayRecord[]) => {
    const { finalChecks, stops } = assessed(rs)
    return { finalChecks: finalChecks.map((c) => [c.check, c.state, c.missing]), stops }
  }
  test('the same records in any order of arrival give the same claims', () => {
    const tablets = ['Bay 1', 'Bay 2']
    fc.assert(
      fc.property(
        fc.shuffledSubarray(harm),
        fc.array(fc.nat(), { minLength: gone, maxLength: gone + 20 }),
        (more, keys) => {
          const all = toldRecords([...list, ...more.map((body) => ({ body, after: 1 }))]).map((r, i): BayRecord => ({
            ...r,
            origin: {
              person: null,
              tablet: tablets[i % 2]!,
              received: r.at,
              clockOff: 0,
              imported: false,
              count: i + 1,
            },
          }))
          const arrived = [...all]
            .map((r, i) => ({ r, key: keys[i % keys.length]! }))
            .sort((a, b) => a.key - b.key)
            .map(({ r }, i) => ({ ...r, sequence: i + 1 }))
          expect(claims(inOrder(arrived))).toEqual(claims(inOrder(all)))
        },
      ),
      { numRuns: 40 },
    )
  })
  test('no order of what was done makes a claim true that its last state contradicts', () => {
    // Facts of the last state, told without the code under test: what was opened last and not closed since.
    fc.assert(
      fc.property(
        fc.array(fc.constantFrom(...harm.keys()), { minLength: 1, maxLength: 4 }),
        fc.nat(),
        (picks, seed) => {
          const shuffled = toldRecords(
            list
              .map((t, i) => ({ t, key: (i * 2654435761 + seed * 40503) % 1009 }))
              .sort((a, b) => (seed % 3 === 0 ? a.key - b.key : 0))
              .map(({ t }) => t)
              .concat(picks.map((k) => ({ body: harm[k]!, after: 1 }))),
          )
          const a = assessed(shuffled)
          const state = (check: string) => a.finalChecks.find((c) => c.check === check)!.state
          const codes = a.stops.map((s) => s.code)
          const last = (...kinds: number[]) => kinds.some((k) => picks.includes(k))
          if (last(0)) expect(state('torques')).toBe('open')
          if (last(1)) expect([state('soap'), state('air-check')]).toEqual(['open', 'open'])
          if (last(0, 2)) expect(state('clearance')).toBe('open')
          if (picks.at(-1) === 3) expect(state('minimum-pressure')).toBe('open')
          if (last(4)) expect(codes).toContain('bubbles')
          if (last(5)) expect(codes).toContain('not-on-wheels')
          if (last(6)) expect(codes).toContain('item-open')
          expect(codes.length).toBeGreaterThan(0)
        },
      ),
      { numRuns: 60 },
    )
  })
})

test.each(['marrowby-34', 'osier-m'])('%s too goes to the door when its work is done in order', (id) => {
  const vehicle = demoVehicles().find((v) => v.id === id)!
  const kits = { 'marrowby-34': ['ninebark-coach-wide', 'quill-fore-coil'], 'osier-m': ['ninebark-swap-mini'] }[id]!
  const load = {
    id: 'l',
    name: 'Load',
    items: [{ ...newLoad(vehicle, 'w', 'Crates'), mass: 150, x: 0, massTolerance: 5 }],
  }
  const bare: Job = {
    ...newJob({ id: 'j', number: '1', title: 't', day: '2026-11-27' }, { name: 'c', contact: '' }, vehicle),
    survey: answered(demoSurvey(id), { loadSensingValve: false, drillingAgreed: true }),
    loadCases: [load],
    activeCase: 'l',
  }
  const found = demoKits().filter((k) => kits.includes(k.id))
  const fitted = onlyKits(bare, ...found)
  const a = assessJob(fitted, toldRecords(wholeJob(fitted)))
  expect(a.stops.map((s) => [s.code, s.about])).toEqual([])
})
