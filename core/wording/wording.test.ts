import { describe, expect, test } from 'vitest'
import { demoJob, demoJobs, demoKits, demoPlatforms, demoStock, demoVehicles } from '../../demo/shop'
import { CRITERIA, type NoSale } from '../stages'
import { FINAL_CHECKS } from '../records'
import { assessJob, type Stop, type StopCode } from '../judge'
import { DEFAULT_RULES, FACT_NAMES, judgeKit, kitFacts, seenAt, stockState, type Fact } from '../kit'
import { USUAL_PREFERENCES } from '../job'
import { answered } from '../fixtures/on-job'
import { emptySurvey } from '../vehicle'
import { INCH, POUND, PSI } from '../quantity'
import type { LevelSolution } from '../spring'
import {
  airCheckText,
  answerFlipText,
  changeText,
  checksText,
  CRITERION_NAMES,
  FINAL_CHECK_NAMES,
  gapKeyName,
  RATING_NAMES,
  flipText,
  HOW_TO_FIND,
  levelText,
  limitText,
  noSaleText,
  plain,
  PREFERENCE_QUESTIONS,
  reasonText,
  stockText,
  stopText,
  testText,
  usualText,
  waitingText,
} from '.'

/** No placeholder, stored word or missing figure may reach a reader. */
const readable = (text: string) => {
  expect(text).toMatch(/^\S.*\S$/s)
  expect(text).not.toMatch(/undefined|null|NaN|[{}]|\w_\w/)
}

describe('sentences', () => {
  test('every fitment rule of every kit on every vehicle has words, in both systems', () => {
    const surveys = demoJobs().map((j) => j.job.survey)
    const words = new Set<string>()
    for (const kit of demoKits().map(kitFacts))
      for (const vehicle of demoVehicles())
        for (const survey of surveys)
          for (const reason of judgeKit(kit, null, DEFAULT_RULES, { facts: seenAt(vehicle, survey, kit.axle) }).reasons)
            for (const system of ['us', 'metric'] as const) words.add(reasonText(reason, system))
    expect(words.size).toBeGreaterThan(60)
    for (const text of words) {
      readable(text)
      expect(text).toMatch(/^[A-Z\d]/)
    }
  })
  test('a refusal carries both figures, and what would change it carries its own', () => {
    const kit = kitFacts(demoKits().find((k) => k.fitment.liftBlockMaxWithSpacer === INCH)!)
    const leaf = demoVehicles().find((v) => v.rear.suspension === 'leaf')!
    const survey = answered(emptySurvey(), { liftBlock: 2 * INCH })
    const reason = judgeKit(kit, null, DEFAULT_RULES, { facts: seenAt(leaf, survey, 'rear') }).reasons.find(
      (r) => r.rule === 'lift-block',
    )!
    for (const [system, has, takes] of [
      ['us', '2 in', '1 in'],
      ['metric', '51 mm', '25 mm'],
    ] as const) {
      expect(reasonText(reason, system)).toContain(has)
      expect(reasonText(reason, system)).toContain(takes)
      expect(changeText(reason, system)).toContain(has)
    }
  })
  test('stored words read as people say them', () => {
    expect(plain('two-bolt, on-leaf, none')).toBe('two bolts, on the leaf pack, none')
  })
  test('whatever a stage waits for has words, with its number', () => {
    for (const { job, records } of demoJobs())
      for (const { waits } of assessJob(job, records).stages) for (const w of waits) readable(waitingText(w))
    const [one, many] = [1, 12].map((count) => waitingText({ code: 'steps-left', count, stage: 'bay' }))
    expect(one).toContain('1 ')
    expect(many).toContain('12 ')
    expect(one!.slice(2)).not.toBe(many!.slice(3))
  })
  test('every stop says what it is about', () => {
    const abouts: Record<StopCode, string> = {
      'final-check-open': 'air-check',
      'item-open': 'Nut, left',
      'steps-left': '3',
      'copy-altered': 'Quill',
      'leak-found': 'rear left',
      'hole-not-looked-at': 'Seat hole:rear:left',
      'current-not-carried': '',
      'current-not-looked-at': '',
      'harness-short': '',
      'compressor-line-short': '',
      'too-few-channels': '',
      'in-the-way-of-the-spare': '',
      'in-the-way-of-a-board': '',
      'look-open': 'Run the air line, left',
      'look-wrong': 'Run the air line, left:ties-snug',
      'travel-touches': 'rear left',
      'travel-beyond': 'rear left',
      'torque-wrong': 'Nut, left',
      'over-rating': 'All shelves',
      'plan-stuck': 'two steps',
      'torque-regime': 'Outer link bolt',
      'wrench-range': 'Nut, left',
      'wrench-overdue': 'Nut, left',
      'no-kit': '',
      'overload-unsigned': 'All shelves',
      'rating-unknown': 'gvwr',
      'kit-does-not-fit': 'Twofold',
      'kit-needs-answer': 'Twofold',
      'kit-unconfirmed': 'Twofold',
      'frame-unsound': '',
      'frame-not-shown': '',
      'frame-not-looked-at': '',
      'valve-unanswered': '',
      'valve-no-procedure': '',
      'room-gap-fails': 'bag:exhaust-right:rear:right',
      'touches-as-mounted': 'bag:exhaust-right:rear:right',
      'gap-fails': 'bag-clearance:rear:left',
      'hole-unsound': 'Seat hole:rear:left',
      bubbles: 'rear-bag-left-air-to-rear-left-valve',
      'step-skipped': 'Align it, left',
      'not-on-wheels': '',
      'not-settled': '',
      'consent-missing': 'drilling',
      'consent-refused': 'drilling',
    }
    const shown: Partial<Record<StopCode, string>> = {
      'final-check-open': FINAL_CHECK_NAMES['air-check'],
      'rating-unknown': RATING_NAMES.gvwr,
      'gap-fails': gapKeyName('bag-clearance'),
      'room-gap-fails': 'exhaust right',
      'touches-as-mounted': 'exhaust right',
      'hole-unsound': 'Seat hole',
      'look-wrong': 'Run the air line, left',
      'hole-not-looked-at': 'Seat hole',
      bubbles: 'rear bag left air to rear left valve',
    }
    for (const [code, about] of Object.entries(abouts)) {
      const stop: Stop = { code: code as StopCode, about, stage: 'bay', hard: true }
      readable(stopText(stop))
      expect(stopText(stop)).toContain(shown[stop.code] ?? about)
    }
    for (const check of FINAL_CHECKS) readable(FINAL_CHECK_NAMES[check])
  })
  test('a level solution names the figure it comes to and the limit it meets', () => {
    const { job, records } = demoJob('0417')
    const level = assessJob(job, records).active.level.rear!
    const text = (part: Partial<LevelSolution>) => levelText({ ...level, ...part }, 5 * PSI, 100 * PSI, 'us')
    const low = text({ code: 'below-minimum', mean: 3 * PSI })
    expect([low.includes('3 psi'), low.includes('5 psi')]).toEqual([true, true])
    const high = text({ code: 'above-maximum', held: { squat: INCH / 2, gain: 0, lean: 0 } })
    expect([high.includes('100 psi'), high.includes('1/2 in')]).toEqual([true, true])
    expect(text({ code: 'one-side-below-minimum' })).toContain('5 psi')
    expect(text({ code: 'out-of-window', bagHeight: 9 * INCH })).toContain('9 in')
    for (const code of ['level', 'nothing-to-lift', 'tips'] as const) readable(text({ code }))
  })
  test('an air check says what was lost, what is allowed and what it should read', () => {
    const expected = { value: 57 * PSI, low: 56 * PSI, high: 58 * PSI }
    const verdict = { expected, lost: PSI, allowed: 7 * PSI, detectable: 17 * PSI }
    const holds = airCheckText({ ...verdict, code: 'holds' }, 'us')
    expect([holds.includes('1.0 psi'), holds.includes('7.0 psi')]).toEqual([true, true])
    const leaks = airCheckText({ ...verdict, code: 'leaks', lost: 9 * PSI }, 'us')
    expect(['57.0 psi', '9.0 psi', '7.0 psi'].every((f) => leaks.includes(f))).toBe(true)
    expect(airCheckText({ ...verdict, code: 'gained', lost: -3 * PSI }, 'us')).toContain('3.0 psi')
    expect(airCheckText({ ...verdict, code: 'too-early' }, 'us')).toContain('17.0 psi')
    const open = airCheckText({ ...verdict, code: 'cannot-tell' }, 'us')
    expect(['56.0 psi', '58.0 psi'].every((f) => open.includes(f))).toBe(true)
  })
  test('a limit names its source', () => {
    expect(limitText({ value: 1, source: 'common practice', note: 'half an inch' })).toContain('common practice')
  })
})

describe('sentences of choosing', () => {
  test('every fact has a name and a way to find it out', () => {
    for (const fact of Object.keys(FACT_NAMES) as Fact[]) {
      readable(FACT_NAMES[fact])
      readable(HOW_TO_FIND[fact])
    }
  })
  test('why no kit is sold', () => {
    const over: NoSale = {
      code: 'over-rating',
      loadCase: 'All shelves',
      rating: 'gawr-rear',
      over: 100 * POUND,
      bars: true,
    }
    expect(noSaleText(over, 'us')).toContain('All shelves')
    expect(noSaleText(over, 'us')).toContain('100 lb')
    for (const code of ['factory-air', 'unsound-frame', 'brake-valve'] as const) readable(noSaleText({ code }, 'us'))
  })
  test('what changes the ranking, by weight and by answer', () => {
    const flip = flipText({ over: 'b', criterion: 'price', weight: 1, at: 2.25 }, 'Reed', 'Twofold')
    expect(['Twofold', 'Reed', CRITERION_NAMES.price, '2.3', '1.0'].every((t) => flip.includes(t))).toBe(true)
    const { ask, answers } = PREFERENCE_QUESTIONS.emptyRide
    const answer = answerFlipText({ question: 'emptyRide', answer: 'first', first: 'b' }, 'Reed', 'USD')
    expect([ask, answers.first, 'Reed'].every((t) => answer.includes(t))).toBe(true)
  })
  test('every criterion has a name, and every usual answer is one that can be given', () => {
    for (const c of CRITERIA) readable(CRITERION_NAMES[c])
    for (const [key, { answers }] of Object.entries(PREFERENCE_QUESTIONS))
      expect(Object.keys(answers)).toContain(USUAL_PREFERENCES[key as keyof typeof PREFERENCE_QUESTIONS])
  })
  test('every test of every rule reads as a sentence, with its figure', () => {
    for (const rule of DEFAULT_RULES.rules) for (const t of rule.when) readable(testText(t, 'us'))
    expect(testText({ survey: 'liftBlock', over: 0.0254 }, 'us')).toContain('1 in')
    expect(testText({ survey: 'liftBlock', under: 0.05 }, 'metric')).toContain('50 mm')
  })
  test('a stock item, checks a year and a platform in a line', () => {
    expect(new Set([0, 1, 12].map((checksAYear) => checksText({ checksAYear }))).size).toBe(3)
    const clamp = demoStock().find((s) => s.id === 'band-clamp')!
    const state = stockState(clamp, [{ job: '0418', count: 1 }])
    for (const figure of [state.item.onHand, state.free, state.order])
      expect(stockText(state)).toContain(String(figure))
    for (const platform of demoPlatforms()) readable(usualText(platform, 'us'))
  })
})
