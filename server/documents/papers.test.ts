import { describe, expect, test } from 'vitest'
import { demoJob } from '../../demo/shop'
import { toldRecords } from '../../core/fixtures/whole-job'
import { assessJob } from '@stout-shackle/core/judge'
import { answersOf, reportOf } from '@stout-shackle/core/report'
import { stepFiguresSchema } from '@stout-shackle/core/contract'
import { PSI, formatQuantity, formatRun } from '@stout-shackle/core/quantity'
import { standing, type BayRecord, type RecordBody } from '@stout-shackle/core/records'
import { pdfText } from '../fixtures/pdf'
import { ownersCard } from './card'
import { labelSheet } from './labels'
import { planSheet } from './plan-sheet'
import { stepFigures } from './step-figures'
import { workRecord } from './work-record'

const shop = { name: 'Ferry Road Outfitters', phone: '555 0142', timeZone: 'UTC' }
const read = pdfText
const later = (records: readonly BayRecord[], ...bodies: RecordBody[]): BayRecord[] => [
  ...records,
  ...toldRecords(
    bodies.map((body) => ({ body, after: 1 })),
    '2026-11-21T12:00:00.000Z',
    'later',
  ).map((r, i) => ({ ...r, sequence: records.length + i + 1 })),
]

describe('the card', () => {
  test.each(['0411', '0415', '0417', '0421'])(
    '%s: two half pages with every setting, shop and phone',
    async (number) => {
      const { job, records } = demoJob(number)
      const card = await read(await ownersCard(job, records, { units: 'us', shop, made: 'now' }))
      expect(card.pages).toBe(2)
      expect(card.text).toContain('555 0142')
      for (const { settings } of reportOf(job, records).kits)
        for (const s of settings) {
          expect(card.text).toContain(s.loadCase.name)
          if (s.left !== null) expect(card.text).toContain(formatQuantity('pressure', s.left, 'us').replace(' psi', ''))
          if (s.height !== null) expect(card.text).toContain(formatQuantity('length', s.height, 'us'))
        }
    },
  )
  test('says how far the first reading may be lower, by the figures of its own bags', async () => {
    const { job, records } = demoJob('0411')
    const { first } = reportOf(job, records)
    // (36.1 + 14.696) psi over 294 K, and 7 psi of 60 in a day. Source: ideal gas; common practice.
    expect((first[0]!.perKelvin * 20) / 1.8 / PSI).toBeCloseTo(((first[0]!.right / PSI + 14.696) / 294) * (20 / 1.8), 2)
    expect(first[0]!.mayFall / first[0]!.right).toBeCloseTo(7 / 60, 6)
    const card = await read(await ownersCard(job, records, { units: 'us', shop, made: 'now' }))
    expect(card.text).toContain('20 °F')
  })
  test('an aim that is only a part is said as one', async () => {
    const { job, records } = demoJob('0417')
    const part = { ...job, target: { kind: 'recover' as const, share: 0.75 } }
    const card = await read(await ownersCard(part, records, { units: 'us', shop, made: 'now' }))
    expect(card.text).toContain('75 %')
  })
  test('promises what the job has: no lug nuts where no wheel was off', () => {
    const { job, records } = demoJob('0411')
    const names = reportOf(job, records).followUps.find((f) => f.key === 're-torque')!.text
    expect(names).toContain('Lug nuts')
    const on = { ...job, choices: { ...job.choices, wheels: 'on' as const } }
    expect(reportOf(on, []).followUps.find((f) => f.key === 're-torque')?.text ?? '').not.toContain('Lug nuts')
  })
})

describe('the work record', () => {
  const print = async (number: string, ...bodies: RecordBody[]) => {
    const { job, records } = demoJob(number)
    const all = later(records, ...bodies)
    const paper = await workRecord(job, all, { units: 'us', zone: 'UTC', made: 'now', photos: new Map() })
    return { ...(await read(paper)), job, all }
  }
  test('a part that does not go back is told with its fate, and one that does is back on', async () => {
    const gone: RecordBody = {
      kind: 'part-fate',
      part: 'inner fender liner',
      axle: 'rear',
      side: 'left',
      fate: 'gone-owner',
      agreedBy: 'Ignace',
      note: '',
    }
    const { text } = await print('0417', { kind: 'off', part: 'inner fender liner', axle: 'rear', side: 'left' }, gone)
    expect(text).toContain('the owner has it')
    expect(text).not.toContain('closed')
  })
  test('every answer, departure, consent, valve and place without a figure is on it', async () => {
    const { text, job, all } = await print('0411')
    const { signed, withoutFigure } = reportOf(job, all)
    expect(signed.length).toBeGreaterThan(0)
    for (const { record } of signed) expect(text).toContain(record.body.signedBy)
    expect(withoutFigure.length).toBeGreaterThan(0)
    expect(text.split('tightened by feel').length - 1).toBeGreaterThanOrEqual(
      withoutFigure.filter((w) => w.state === 'by-feel').length,
    )
    expect(answersOf(job, standing(all)).length).toBeGreaterThan(5)
    expect(text).toContain('left valve')
  })
  test('under a signature stands what was signed, or that the job says something else today', () => {
    const { job, records } = demoJob('0411')
    expect(reportOf(job, records).signed.every((s) => s.text !== null)).toBe(true)
    const [jobKit] = job.kits
    const other = { ...job, kits: [{ ...jobKit!, kit: { ...jobKit!.kit, maker: 'Another' } }] }
    expect(reportOf(other, records).signed.some((s) => s.text === null)).toBe(true)
  })
  test('what was needed is needed no more once its steps are done', async () => {
    const { job, records } = demoJob('0411')
    const { chosen, steps } = assessJob(job, records)
    expect(steps.every((s) => s.outcome !== 'open')).toBe(true)
    const parts = chosen.flatMap((c) => c.fit.reasons.filter((r) => r.effect === 'part' || r.effect === 'work'))
    const { text } = await print('0411')
    for (const { says } of parts.filter((r) => !r.says.includes('{'))) expect(text).not.toContain(says)
  })
  test('road test and lamps', async () => {
    const marks = { bumps: 4, sway: 5, braking: null, steering: 3, noise: null }
    const { text } = await print(
      '0417',
      { kind: 'road-test', timing: 'before', loadCase: null, road: '', marks, note: 'wallows', second: null },
      { kind: 'lamp-aim', outcome: 'checked' },
    )
    expect(text).toContain('wallows')
    expect(text).toContain('Aim checked')
  })
})

describe('the plan and labels on paper', () => {
  test.each(['0411', '0415', '0417', '0420', '0422'])('%s: two pages, every step and every torque', async (number) => {
    const { job, records } = demoJob(number)
    for (const units of ['us', 'metric'] as const) {
      const paper = await read(await planSheet(job, records, units, 'now'))
      expect(paper.pages).toBeLessThanOrEqual(2)
      const { steps, plan } = assessJob(job, records)
      for (const { step } of steps) expect(paper.text).toContain(step.title.replaceAll(/\s+/g, ' '))
      for (const { fastener } of plan!.ok ? plan!.plan.torques : []) expect(paper.text).toContain(fastener.name)
    }
  })
  test('one label a bracket, one a valve, one a kit', async () => {
    const { job, records } = demoJob('0421')
    const { text } = await read(await labelSheet(job, records, { units: 'us', shop }))
    for (const { kit } of job.kits) for (const b of kit.brackets) expect(text).toContain(b.name)
    expect(text).toContain('555 0142')
  })
})

describe('what the tablet says, as data', () => {
  test.each(['0411', '0421'])(
    '%s: every step of the plan, cut lengths in meters and as they are read',
    async (number) => {
      const { job, records } = demoJob(number)
      const read = async (units: 'us' | 'metric') =>
        stepFiguresSchema.parse(JSON.parse((await stepFigures(job, records, units)).toString('utf8')))
      const [us, metric] = [await read('us'), await read('metric')]
      expect(us.map((s) => s.step)).toEqual(assessJob(job, records).steps.map((s) => s.step.id))
      const cuts = us.flatMap((s) => s.rows.filter((r) => r.is === 'cut'))
      expect(cuts.length).toBeGreaterThan(0)
      for (const { data, figure } of cuts) expect(figure).toBe(formatRun((data.was ?? data.length) as number, 'us'))
      expect(metric.map((s) => s.rows.map((r) => r.data))).toEqual(us.map((s) => s.rows.map((r) => r.data)))
    },
  )
})

test('before and after: the vehicle before its first step and after its last one, and neither alone', () => {
  const { job, records } = demoJob('0411')
  const photo = (id: string, step: string | null): BayRecord => ({
    ...records[0]!,
    id,
    supersedes: null,
    body: { kind: 'photo', step, caption: '', image: id.repeat(64).slice(0, 64) },
  })
  const [as, mid, end] = [photo('a', null), photo('b', 'run-line:left'), photo('c', null)]
  const half = Math.floor(records.length / 2)
  const pairOf = (...list: BayRecord[]) => reportOf(job, list).beforeAfter
  const whole = pairOf(as, ...records.slice(0, half), mid, ...records.slice(half), end)
  expect([whole?.before.id, whole?.after.id]).toEqual(['a', 'c'])
  expect(pairOf(...records.slice(0, half), mid, ...records.slice(half), end)).toBeNull()
  expect(pairOf(as, ...records)).toBeNull()
})
