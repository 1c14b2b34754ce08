import { describe, expect, test } from 'vitest'
import { demoApplications, demoKits, demoVehicles } from '../../demo/shop'
import { answered } from '../fixtures/on-job'
import { emptySurvey, TAPE_TOLERANCE, type Survey } from '../vehicle'
import {
  applicationSchema,
  conditionsHold,
  DEFAULT_RULES,
  holds,
  judgeKit,
  kitFacts,
  nextQuestion,
  ruleSchema,
  seenAt,
  testHolds,
  type Condition,
  type KitVerdict,
  type Rule,
  type RuleTest,
} from '.'

const vehicle = demoVehicles().find((v) => v.id === 'dunnock-25')!
const kit = kitFacts(demoKits().find((k) => k.id === 'ninebark-twofold')!)
type Answers = Parameters<typeof answered>[1]
const survey = (change: Answers = {}): Survey => answered(emptySurvey(), change)

describe('conditions', () => {
  // Source: Kleene's strong logic of three values, the table of "and".
  const [yes, no, open]: Condition[] = [
    { suspension: 'leaf' },
    { suspension: 'coil' },
    { survey: 'hitchRails', is: [true] },
  ]
  test.each([
    [[yes, yes], true],
    [[yes, no], false],
    [[yes, open], null],
    [[no, open], false],
    [[open, no], false],
    [[open, open], null],
    [[], true],
  ] as [Condition[], boolean | null][])('all of %j: %s', (list, expected) => {
    expect(conditionsHold(list, seenAt(vehicle, survey(), 'rear'))).toBe(expected)
  })
  // Source: common practice, no published source: what a tape cannot tell apart is not over.
  test.each([
    [0.05, false],
    [0.05 + TAPE_TOLERANCE, false],
    [0.0517, true],
  ])('a block of %s m over 50 mm: %s', (liftBlock, over) => {
    expect(holds({ survey: 'liftBlock', over: 0.05 }, seenAt(vehicle, survey({ liftBlock }), 'rear'))).toBe(over)
  })
  test('under is as wide, and a year is compared as a word', () => {
    expect(
      holds({ survey: 'bracketSpace', under: 0.15 }, seenAt(vehicle, survey({ bracketSpace: 0.149 }), 'rear')),
    ).toBe(false)
    expect(
      holds({ survey: 'bracketSpace', under: 0.15 }, seenAt(vehicle, survey({ bracketSpace: 0.148 }), 'rear')),
    ).toBe(true)
    expect(holds({ vehicle: 'year', is: ['2019', '2020'] }, seenAt(vehicle, survey(), 'rear'))).toBe(true)
    expect(holds({ vehicle: 'bed', is: ['flat'] }, seenAt({ ...vehicle, bed: null }, survey(), 'rear'))).toBeNull()
  })
})

describe('tests of vehicle against kit', () => {
  test.each([
    [{ survey: 'liftBlock', overKit: 'liftBlockMax' }, { liftBlock: 0.0508 }, true],
    [{ survey: 'liftBlock', overKit: 'liftBlockMax' }, { liftBlock: 0.0254 }, false],
    [{ survey: 'liftBlock', overKit: 'liftBlockMax' }, {}, null],
    [{ survey: 'coilInsideDiameter', underKit: 'coilInsideMin' }, { coilInsideDiameter: 0.05 }, false],
    [{ fact: 'bumpStop', notAmong: 'bumpStops' }, { bumpStop: 'on-axle' }, true],
    [{ fact: 'bumpStop', notAmong: 'bumpStops' }, {}, null],
    [{ survey: 'rust', unanswered: true }, {}, true],
    [{ survey: 'rust', unanswered: true }, { rust: 'none' }, false],
    [{ kit: 'family', is: ['bellows'] }, {}, true],
    [{ kit: 'drilling', is: [true] }, {}, false],
  ] as [RuleTest, Answers, boolean | null][])('%j on %j: %s', (rule, answers, expected) => {
    expect(testHolds(rule, kit, seenAt(vehicle, survey(answers), 'rear'))).toBe(expected)
  })
})

describe('a rule of the shop', () => {
  const boards: Rule = ruleSchema.parse({
    id: 'boards',
    name: 'Running boards',
    when: [
      { kit: 'family', is: ['bellows'] },
      { survey: 'runningBoards', is: [true] },
    ],
    effect: 'work',
    says: 'Line goes over the board brackets',
    asks: 'Running boards not looked at',
    minutes: 20,
    parts: [{ name: 'long clips' }],
    source: 'shop',
    note: 'rule of this shop',
  })
  const judge = (answers: Answers) =>
    judgeKit(kit, null, { ...DEFAULT_RULES, rules: [boards] }, { facts: seenAt(vehicle, survey(answers), 'rear') })
  test('takes effect, asks, or has nothing to say', () => {
    expect(judge({ runningBoards: true })).toMatchObject({
      verdict: 'fits-with-parts',
      minutes: 20,
      parts: [{ name: 'long clips' }],
    })
    expect(judge({})).toMatchObject({ verdict: 'needs-answer', open: ['runningBoards'] })
    expect(judge({ runningBoards: false })).toMatchObject({ verdict: 'fits', reasons: [] })
  })
  test('is refused with its field where it is none', () => {
    const wrong = (change: object) => ruleSchema.safeParse({ ...boards, ...change }).error?.issues[0]
    expect(wrong({ when: [] })?.path).toEqual(['when'])
    expect(wrong({ says: ' ' })?.path).toEqual(['says'])
    expect(wrong({ effect: 'maybe' })?.path).toEqual(['effect'])
    expect(wrong({ source: 'hearsay' })?.path).toEqual(['source'])
  })
})

describe('lines of a list', () => {
  test('years the wrong way round are refused', () => {
    const [line] = demoApplications().filter((a) => a.conditions.length)
    expect(applicationSchema.safeParse({ ...line, from: 2020, to: 2010 }).error?.issues[0]?.message).toBe(
      'To is before From',
    )
  })
  test('of several lines the best speaks, and each open one is asked after', () => {
    const [base] = demoApplications().filter((a) => a.kit === kit.id)
    const lines = [
      { ...base!, id: 'a', conditions: [{ survey: 'brakes' as const, is: ['disc'] }] },
      { ...base!, id: 'b', conditions: [{ survey: 'runningBoards' as const, is: [false] }] },
    ]
    const judge = (answers: Answers) =>
      judgeKit(kit, lines, { ...DEFAULT_RULES, rules: [] }, { facts: seenAt(vehicle, survey(answers), 'rear') })
    expect(judge({})).toMatchObject({ verdict: 'needs-answer', open: ['brakes', 'runningBoards'] })
    expect(judge({ brakes: 'drum' })).toMatchObject({ verdict: 'needs-answer', open: ['runningBoards'] })
    expect(judge({ brakes: 'drum', runningBoards: false })).toMatchObject({ verdict: 'fits', application: 'b' })
    expect(judge({ brakes: 'drum', runningBoards: true }).verdict).toBe('does-not-fit')
  })
})

describe('the next question', () => {
  const hanging = (id: string, ...open: KitVerdict['open'][number][]): KitVerdict => ({
    kit: id,
    verdict: 'needs-answer',
    reasons: [],
    open,
    parts: [],
    minutes: 0,
    application: null,
  })
  test('is the one that decides the most kits; among equals the one that more depend on', () => {
    const question = nextQuestion([
      hanging('a', 'rust'),
      hanging('b', 'liftBlock'),
      hanging('c', 'liftBlock'),
      hanging('d', 'rust', 'frame'),
    ])
    expect(question).toMatchObject({ fact: 'liftBlock', settles: ['b', 'c'], undecided: 4 })
    const tied = nextQuestion([hanging('a', 'rust'), hanging('b', 'liftBlock'), hanging('d', 'rust', 'frame')])
    expect(tied).toMatchObject({ fact: 'rust', settles: ['a'], touches: ['a', 'd'] })
    expect(nextQuestion([{ ...hanging('a'), verdict: 'fits' }])).toBeNull()
  })
})
