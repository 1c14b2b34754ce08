import fc from 'fast-check'
import Papa from 'papaparse'
import { describe, expect, test } from 'vitest'
import { demoApplications, demoKits, demoSurvey, demoVehicles, demoVerdicts } from '../../demo/shop'
import { verdictsOneByOne } from '../fixtures/one-by-one'
import {
  AXLES,
  emptySurvey,
  withSurveyAnswer,
  type AxleSurvey,
  type Survey,
  type SurveyKey,
  type Vehicle,
} from '../vehicle'
import {
  DEFAULT_RULES,
  judgeCatalog,
  judgeOn,
  kitFacts,
  linesByKit,
  modelKey,
  nextQuestion,
  catalogOf,
  type KitVerdict,
  type RuleSet,
} from '.'

const kits = demoKits()
const applications = demoApplications()
const vehicles = demoVehicles()
const catalog = catalogOf(kits, applications)

const all = (vehicle: Vehicle, survey: Survey, rules: RuleSet = DEFAULT_RULES): KitVerdict[] =>
  kits.map((kit) => judgeOn({ ...catalog, rules }, kit, vehicle, survey))
/** A verdict as the table writes it. */
const WORD = { fits: 'fits', 'fits-with-parts': 'parts', 'needs-answer': 'ask', 'does-not-fit': 'no' } as const

describe('the made-up shop', () => {
  const table = Papa.parse<Record<string, string>>(demoVerdicts(), { header: true, skipEmptyLines: true }).data
  const column = (id: string) =>
    Object.fromEntries(table.map((row): [string, string] => [row.kit!, row[id]!.split(':')[0]!]))
  // Source: the table was written by a second derivation, plain comparisons of measure and list, not by rules as data.
  test.each(vehicles.map((v) => [v.id, v] as const))('%s: every kit as the table says', (id, vehicle) => {
    const answer = column(id)
    const found = Object.fromEntries(all(vehicle, demoSurvey(id)).map((v) => [v.kit, WORD[v.verdict]]))
    expect(found).toEqual(answer)
  })
  test('a reason names rule, figure, source and what would change it', () => {
    const tall = vehicles.find((v) => v.id === 'dunnock-35-lift')!
    const { reasons } = all(tall, demoSurvey(tall.id)).find((v) => v.kit === 'ninebark-twofold')!
    const block = reasons.find((r) => r.rule === 'lift-block')!
    expect(block).toMatchObject({ effect: 'no', has: 0.0508, takes: 0.0254, source: 'kit' })
    expect(block.change).toBe(DEFAULT_RULES.rules.find((rule) => rule.id === 'lift-block')!.change)
    // What each rests on, as its rule has it.
    const noteOf = (id: string) => DEFAULT_RULES.rules.find((rule) => rule.id === id)
    for (const r of reasons.filter(({ rule }) => noteOf(rule)))
      expect([r.rule, r.note]).toEqual([r.rule, noteOf(r.rule)?.note])
  })
  test('parts and work of list and rules add up', () => {
    const flat = vehicles.find((v) => v.id === 'dunnock-35-flat')!
    const v = all(flat, demoSurvey(flat.id)).find((k) => k.kit === 'ninebark-twofold-tall')!
    expect(v.verdict).toBe('fits-with-parts')
    expect(v.minutes).toBe(15 + 10 + 40)
    expect(v.parts.map((p) => p.item)).toContain('band-clamp')
    expect(v.parts.map((p) => p.name)).toContain('Longer block bolts, four')
  })
})

type Answers = Omit<Survey, 'front' | 'rear'> & AxleSurvey
const VALUES: { [K in keyof Answers]: fc.Arbitrary<Answers[K]> } = {
  mountTouches: fc.boolean(),
  harnessRun: fc.constantFrom('inside', 'outside'),
  liftBlock: fc.constantFrom(0, 0.0254, 0.0508, 0.1),
  otherLift: fc.constantFrom(0, 0.05),
  bumpStop: fc.constantFrom('two-bolt', 'three-bolt', 'twist-in', 'on-leaf', 'on-axle', 'none'),
  exhaustSide: fc.constantFrom('left', 'right', 'both', 'none'),
  exhaustDiameter: fc.constantFrom(0.05, 0.1, 0.127),
  exhaustFactory: fc.boolean(),
  spareUnderBed: fc.boolean(),
  parkingBrake: fc.constantFrom('cable', 'electric'),
  brakeLines: fc.constantFrom('inside', 'outside'),
  hitchRails: fc.boolean(),
  runningBoards: fc.boolean(),
  axleVent: fc.constantFrom('left', 'right', 'center', 'none'),
  loadSensingValve: fc.boolean(),
  factoryAir: fc.boolean(),
  springsChanged: fc.boolean(),
  oldHelper: fc.constantFrom('none', 'in-coil', 'other'),
  coilInsideDiameter: fc.constantFrom(0.085, 0.1, 0.12, 0.135),
  coilGapStanding: fc.constantFrom(0.01, 0.03),
  coilGapHanging: fc.constantFrom(0.02, 0.05),
  bracketSpace: fc.constantFrom(0.11, 0.15, 0.18, 0.21),
  rust: fc.constantFrom('none', 'surface', 'heavy'),
  drillingAgreed: fc.boolean(),
  highVoltage: fc.boolean(),
  brakes: fc.constantFrom('drum', 'disc'),
  frame: fc.constantFrom('sound', 'unsound'),
  valveProcedure: fc.boolean(),
}
const KEYS = Object.keys(VALUES) as (keyof Answers)[]
/** All answers, and which of them are given yet. */
const surveyed = fc.record({
  vehicle: fc.constantFrom(...vehicles),
  full: fc.record(VALUES),
  given: fc.subarray(KEYS),
  next: fc.constantFrom(...KEYS),
})
const partly = (full: Answers, known: readonly (keyof Answers)[]): Survey =>
  known.reduce(
    (survey, key) => AXLES.reduce((s, axle) => withSurveyAnswer(s, key, axle, full[key]), survey),
    emptySurvey(),
  )

describe('whatever is known of a vehicle', () => {
  test('another answer never turns "fits" into "unknown", nor what does not fit into something else', () => {
    fc.assert(
      fc.property(surveyed, ({ vehicle, full, given: known, next }) => {
        const before = all(vehicle, partly(full, known))
        const after = all(vehicle, partly(full, [...known, next]))
        before.forEach((b, i) => {
          if (b.verdict === 'fits' || b.verdict === 'fits-with-parts') {
            expect(after[i]!.verdict).not.toBe('needs-answer')
            expect(after[i]!.verdict).toBe(b.verdict)
          }
          if (b.verdict === 'does-not-fit') expect(after[i]!.verdict).toBe('does-not-fit')
        })
      }),
      { numRuns: 100 },
    )
  })
  test('verdicts and reasons do not depend on the order of rules or lines', () => {
    fc.assert(
      fc.property(
        surveyed,
        fc.shuffledSubarray([...DEFAULT_RULES.rules], { minLength: DEFAULT_RULES.rules.length }),
        fc.shuffledSubarray(applications, { minLength: applications.length }),
        ({ vehicle, full, given: knownHere }, rules, lines) => {
          const survey = partly(full, knownHere)
          const shuffled = { ...catalogOf(kits, lines), rules: { ...DEFAULT_RULES, rules } }
          expect(kits.map((kit) => judgeOn(shuffled, kit, vehicle, survey))).toEqual(all(vehicle, survey))
        },
      ),
      { numRuns: 40 },
    )
  })
  test('the next question leaves nothing open of what waited for it alone but what its answer brings; nothing open is left unasked', () => {
    fc.assert(
      fc.property(surveyed, ({ vehicle, full, given: knownFound }) => {
        const survey = partly(full, knownFound)
        const before = all(vehicle, survey)
        const question = nextQuestion(before)
        if (!question) {
          expect(before.some((v) => v.verdict === 'needs-answer')).toBe(false)
          return
        }
        const { fact } = question
        if (!(KEYS as string[]).includes(fact)) return
        const after = all(
          vehicle,
          AXLES.reduce((s, axle) => withSurveyAnswer(s, fact as SurveyKey, axle, full[fact as SurveyKey]), survey),
        )
        // What is still open then was brought by the answer: nobody knew that it would be asked.
        for (const { kit, verdict, open } of after.filter((v) => question.settles.includes(v.kit)))
          if (verdict === 'needs-answer')
            expect(open.filter((f) => before.find((v) => v.kit === kit)!.open.includes(f))).toEqual([])
        // No other question settles more.
        for (const v of before) if (v.verdict === 'needs-answer') expect(v.open.length).toBeGreaterThan(0)
        const counts = before.filter((v) => v.open.length === 1).map((v) => v.open[0])
        for (const other of counts)
          expect(counts.filter((f) => f === other).length).toBeLessThanOrEqual(question.settles.length)
      }),
      { numRuns: 100 },
    )
  })
  test('looking up by model gives the verdicts of looking at every line', () => {
    fc.assert(
      fc.property(surveyed, ({ vehicle, full, given: knownNow }) => {
        const survey = partly(full, knownNow)
        const listed = new Set(applications.map((a) => a.kit))
        const facts = kits.map(kitFacts)
        const { judged, notListed } = judgeCatalog(
          {
            universal: facts.filter((k) => !listed.has(k.id)),
            withList: new Map(facts.filter((k) => listed.has(k.id)).map((k) => [k.id, k])),
            lines: linesByKit(applications.filter((a) => modelKey(a) === modelKey(vehicle))),
            rules: DEFAULT_RULES,
          },
          vehicle,
          survey,
        )
        const slow = verdictsOneByOne(
          facts.map((k) => ({ facts: k, lines: applications.filter((a) => a.kit === k.id) })),
          DEFAULT_RULES,
          vehicle,
          survey,
        )
        for (const v of judged) expect(v).toEqual(slow.find((s) => s.kit === v.kit))
        expect(judged.length + notListed.count).toBe(kits.length)
        const rest = slow.filter((s) => !judged.some((v) => v.kit === s.kit))
        for (const v of rest) expect({ ...v, kit: '' }).toEqual({ ...notListed.verdict, kit: '' })
      }),
      { numRuns: 40 },
    )
  })
})
