import { describe, expect, test } from 'vitest'
import { demoJob, demoJobs, demoKits, demoVehicles } from '../../demo/shop'
import { assessJob, type Block, type Waiting } from '../job'
import { fitmentRules } from '../kit'
import { INCH, PSI } from '../quantity'
import type { LevelSolution } from '../spring'
import { blockText, holdText, levelText, limitText, plain, ruleText, waitingText } from '.'

describe('sentences', () => {
  test('every fitment rule of every kit on every vehicle has words, in both systems', () => {
    const surveys = demoJobs().map((j) => j.job.survey)
    for (const kit of demoKits())
      for (const vehicle of demoVehicles())
        for (const survey of surveys)
          for (const rule of fitmentRules(kit, vehicle, survey))
            for (const system of ['us', 'metric'] as const) {
              const text = ruleText(rule, system)
              expect(text).toMatch(/^[A-Z\d]/)
              expect(text).not.toMatch(/undefined|null|NaN/)
            }
  })
  test('a refusal says what, why and how much', () => {
    expect(ruleText({ rule: 'lift-block', verdict: 'no', has: 2 * INCH, takes: INCH }, 'us')).toBe(
      'Lift block is 2 in, this bracket takes 1 in at most',
    )
    expect(ruleText({ rule: 'lift-block', verdict: 'no', has: 2 * INCH, takes: INCH }, 'metric')).toBe(
      'Lift block is 51 mm, this bracket takes 25 mm at most',
    )
    expect(ruleText({ rule: 'suspension', verdict: 'no', has: 'leaf', takes: 'coil' }, 'us')).toBe(
      'Made for coil springs; this rear axle has leaf springs',
    )
  })
  test.each([
    [{ rule: 'old-helper', verdict: 'no' }, 'An old helper is still fitted: take it out, then measure again'],
    [{ rule: 'factory-air', verdict: 'ask' }, 'Factory air or self-levelling not surveyed'],
    [{ rule: 'drilling', verdict: 'no' }, 'Needs holes drilled, and the owner does not want any'],
    [{ rule: 'rust', verdict: 'part' }, 'Heavy rust: clean and look at the frame before quoting'],
    [{ rule: 'hitch-rails', verdict: 'part' }, 'Hitch rails: needs the rail spacers'],
    [{ rule: 'coil-gap', verdict: 'ask' }, 'Coil gap not measured: it sets the maximum pressure'],
    [
      { rule: 'coil-inside', verdict: 'no', has: 0.09, takes: 0.1 },
      'Coil is 3 9/16 in inside; this cylinder wants at least 3 15/16 in',
    ],
    [
      { rule: 'bracket-space', verdict: 'no', has: 0.25, takes: 0.2 },
      '9 13/16 in between brackets; this kit wants at most 7 7/8 in',
    ],
  ] as const)('%j', (rule, text) => expect(ruleText(rule, 'us')).toBe(text))

  test('stored words read as people say them', () => {
    expect(plain('two-bolt, on-leaf, none')).toBe('two bolts, on the leaf pack, none')
  })
  test('whatever a stage waits for has words, one and many', () => {
    for (const { job, records } of demoJobs())
      for (const stage of assessJob(job, records, demoKits()).stages)
        for (const w of stage.waits) expect(waitingText(w).length).toBeGreaterThan(4)
    const many = (code: Waiting['code'], count: number) => waitingText({ code, count, stage: 'bay' })
    expect(many('steps-left', 1)).toBe('1 step left')
    expect(many('steps-left', 12)).toBe('12 steps left')
  })
  test.each<[Block, string]>([
    [
      { code: 'gate-open', about: 'hold', stage: 'air' },
      '24 h pressure hold: do it, say why it does not apply, or have the customer refuse it in writing',
    ],
    [{ code: 'over-rating', about: 'Full', stage: 'load' }, '"Full" is over a rating, and no spring changes that.'],
    [{ code: 'steps-left', about: '1', stage: 'bay' }, '1 step is neither done nor skipped with a reason'],
    [{ code: 'ledger-open', about: 'Spare wheel', stage: 'bay' }, 'Spare wheel: still open in the ledger'],
    [
      { code: 'torque-wrong', about: 'Nut, left', stage: 'bay' },
      'Nut, left: last torque is outside its window; undo it and pull again',
    ],
    [{ code: 'no-kit', about: '', stage: 'choose' }, 'No kit picked'],
    [{ code: 'plan-stuck', about: 'a, b', stage: 'plan' }, 'The plan cannot be ordered: a, b'],
  ])('block %j', (block, text) => expect(blockText(block)).toBe(text))

  test('a level solution says what it comes to, with the limit it meets', () => {
    const { job, records } = demoJob('0417')
    const level = assessJob(job, records, []).active.level!
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
    expect(holdText({ ...verdict, code: 'holds' }, 'us')).toBe('Holds: 1.0 psi gone after temperature, 7.0 psi allowed')
    expect(holdText({ ...verdict, code: 'leaks', lost: 9 * PSI }, 'us')).toContain(
      'should read 57.0 psi at this temperature, 9.0 psi are gone',
    )
    expect(holdText({ ...verdict, code: 'gained', lost: -3 * PSI }, 'us')).toContain(
      'Reads 3.0 psi more than the gas can',
    )
    expect(holdText({ ...verdict, code: 'too-early' }, 'us')).toContain('read again when 24 h are over')
  })
  test('a limit says who says so', () => {
    expect(limitText({ value: 1, source: 'common practice', note: 'half an inch' })).toBe(
      'half an inch (common practice)',
    )
  })
})
