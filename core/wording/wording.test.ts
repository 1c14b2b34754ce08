import { describe, expect, test } from 'vitest'
import { demoJob, demoJobs, demoKits, demoVehicles } from '../../demo/shop'
import { assessJob, type Block, type Waiting } from '../job'
import { DEFAULT_RULES, judgeKit, kitFacts, type Kit } from '../kit'
import { emptySurvey, type Survey, type Vehicle } from '../vehicle'
import { INCH, PSI } from '../quantity'
import type { LevelSolution } from '../spring'
import { blockText, changeText, airCheckText, levelText, limitText, plain, reasonText, waitingText } from '.'

describe('sentences', () => {
  const said = (vehicle: Vehicle, survey: Partial<Survey>, kit: Kit, rule: string) =>
    reasonText(
      judgeKit(kitFacts(kit), null, DEFAULT_RULES, vehicle, { ...emptySurvey(), ...survey }).reasons.find(
        (r) => r.rule === rule,
      )!,
      'us',
    )
  const kit = (id: string) => demoKits().find((k) => k.id === id)!
  const leaf = demoVehicles().find((v) => v.id === 'dunnock-25')!
  const coil = demoVehicles().find((v) => v.id === 'pellick-15')!

  test('every fitment rule of every kit on every vehicle has words, in both systems', () => {
    const surveys = demoJobs().map((j) => j.job.survey)
    const seen = new Set<string>()
    for (const kit of demoKits().map(kitFacts))
      for (const vehicle of demoVehicles())
        for (const survey of surveys)
          for (const reason of judgeKit(kit, null, DEFAULT_RULES, vehicle, survey).reasons)
            for (const system of ['us', 'metric'] as const) seen.add(reasonText(reason, system))
    expect(seen.size).toBeGreaterThan(60)
    for (const text of seen) {
      expect(text).toMatch(/^[A-Z\d]/)
      expect(text).not.toMatch(/undefined|null|NaN|[{}]/)
    }
  })
  test('a refusal says what, why, how much, and what would change it', () => {
    const survey = { ...emptySurvey(), liftBlock: 2 * INCH }
    const reason = judgeKit(kitFacts(kit('ninebark-ridge-2')), null, DEFAULT_RULES, leaf, survey).reasons[0]!
    expect(reasonText(reason, 'us')).toBe('Lift block is 2 in, this bracket takes 1 in at most')
    expect(reasonText(reason, 'metric')).toBe('Lift block is 51 mm, this bracket takes 25 mm at most')
    expect(changeText(reason, 'us')).toBe('a lower block, or a kit whose bracket takes 2 in')
  })
  test.each([
    [leaf, {}, 'ninebark-coil-side', 'suspension', 'Made for coil springs; this rear axle has leaf springs'],
    [
      leaf,
      { oldHelper: true },
      'sallow-reed',
      'old-helper',
      'An old helper is still fitted: take it out, then measure again',
    ],
    [leaf, {}, 'sallow-reed', 'factory-air', 'Factory air or self-leveling not surveyed'],
    [leaf, { rust: 'heavy' }, 'sallow-reed', 'rust', 'Heavy rust: clean and look at the frame before quoting'],
    [leaf, { hitchRails: true }, 'sallow-reed', 'hitch-rails-spacer', 'Hitch rails: needs the rail spacers'],
    [coil, {}, 'kettleworth-core-92', 'coil-gap', 'Coil gap not measured: it sets the maximum pressure'],
    [
      coil,
      { coilInsideDiameter: 0.09 },
      'kettleworth-core-92',
      'coil-inside',
      'Coil is 3 9/16 in inside; this cylinder wants at least 3 7/8 in',
    ],
    [
      leaf,
      { bracketSpace: 0.25 },
      'ninebark-ridge-2',
      'bracket-space-wide',
      '9 13/16 in between brackets; this kit wants at most 7 7/8 in',
    ],
  ] as const)('%#: %s', (vehicle, survey, id, rule, text) => expect(said(vehicle, survey, kit(id), rule)).toBe(text))

  test('stored words read as people say them', () => {
    expect(plain('two-bolt, on-leaf, none')).toBe('two bolts, on the leaf pack, none')
  })
  test('whatever a stage waits for has words, one and many', () => {
    for (const { job, records } of demoJobs())
      for (const stage of assessJob(job, records).stages)
        for (const w of stage.waits) expect(waitingText(w).length).toBeGreaterThan(4)
    const many = (code: Waiting['code'], count: number) => waitingText({ code, count, stage: 'bay' })
    expect(many('steps-left', 1)).toBe('1 step left')
    expect(many('steps-left', 12)).toBe('12 steps left')
  })
  test.each<[Block, string]>([
    [
      { code: 'final-check-open', about: 'air-check', stage: 'air' },
      '24 h pressure hold: do it, say why it does not apply, or have the customer refuse it in writing',
    ],
    [{ code: 'over-rating', about: 'Full', stage: 'load' }, '"Full" is over a rating, and no spring changes that.'],
    [{ code: 'steps-left', about: '1', stage: 'bay' }, '1 step is neither done nor skipped with a reason'],
    [{ code: 'item-open', about: 'Spare wheel', stage: 'bay' }, 'Spare wheel: still open in the ledger'],
    [
      { code: 'torque-wrong', about: 'Nut, left', stage: 'bay' },
      'Nut, left: last torque is outside its window; undo it and pull again',
    ],
    [{ code: 'no-kit', about: '', stage: 'choose' }, 'No kit picked'],
    [{ code: 'plan-stuck', about: 'a, b', stage: 'plan' }, 'The plan cannot be ordered: a, b'],
  ])('block %j', (block, text) => expect(blockText(block)).toBe(text))

  test('a level solution says what it comes to, with the limit it meets', () => {
    const { job, records } = demoJob('0417')
    const level = assessJob(job, records).active.level!
    const text = (part: Partial<LevelSolution>) => levelText({ ...level, ...part }, 5 * PSI, 100 * PSI, 'us')
    expect(text({})).toBe('Stands level with the load on')
    expect(text({ code: 'below-minimum', mean: 3 * PSI })).toContain(
      'Level would take 3 psi, under the minimum of 5 psi',
    )
    expect(text({ code: 'above-maximum', remainingSquat: INCH / 2 })).toContain(
      'over the maximum of 100 psi; at the maximum 1/2 in of squat remains',
    )
    expect(text({ code: 'one-side-below-minimum' })).toContain('one side would go under 5 psi')
    expect(text({ code: 'out-of-window', bagHeight: 9 * INCH })).toContain('The bag would stand at 9 in')
    expect(text({ code: 'nothing-to-lift' })).toContain('gained no weight')
  })
  test('a hold says what went, what may go, and what a gain means', () => {
    const verdict = { expected: 57 * PSI, lost: PSI, allowed: 7 * PSI }
    expect(airCheckText({ ...verdict, code: 'holds' }, 'us')).toBe(
      'Holds: 1.0 psi gone after temperature, 7.0 psi allowed',
    )
    expect(airCheckText({ ...verdict, code: 'leaks', lost: 9 * PSI }, 'us')).toContain(
      'should read 57.0 psi at this temperature, 9.0 psi are gone',
    )
    expect(airCheckText({ ...verdict, code: 'gained', lost: -3 * PSI }, 'us')).toContain(
      'Reads 3.0 psi more than the gas can',
    )
    expect(airCheckText({ ...verdict, code: 'too-early' }, 'us')).toContain('read again when 24 h are over')
  })
  test('a limit says who says so', () => {
    expect(limitText({ value: 1, source: 'common practice', note: 'half an inch' })).toBe(
      'half an inch (common practice)',
    )
  })
})
