import { z } from 'zod'
import { requiredText, slug, TAPE_TOLERANCE } from '../vehicle'
import {
  CONDITIONS,
  factOf,
  holds,
  isOver,
  isUnder,
  SURVEY_KEYS,
  VEHICLE_FACTS,
  type Fact,
  type Holds,
  type Seen,
} from './condition'
import type { KitFacts } from './schema'

export const LIMIT_SOURCES = ['published', 'common practice', 'kit', 'vehicle', 'shop'] as const

const id = slug()

/** Figures of a kit that a survey answer is compared with. */
const KIT_FIGURES = {
  liftBlockMax: (k: KitFacts) => k.fitment.liftBlockMax,
  liftBlockMaxWithSpacer: (k: KitFacts) => Math.max(k.fitment.liftBlockMax, k.fitment.liftBlockMaxWithSpacer),
  coilInsideMin: (k: KitFacts) => k.fitment.coilInside?.low ?? null,
  coilInsideMax: (k: KitFacts) => k.fitment.coilInside?.high ?? null,
  bracketSpaceMin: (k: KitFacts) => k.fitment.bracketSpace?.low ?? null,
  bracketSpaceMax: (k: KitFacts) => k.fitment.bracketSpace?.high ?? null,
  exhaustMax: (k: KitFacts) => k.fitment.exhaustMax,
  feedGap: (k: KitFacts) => k.fitment.feedGap,
} as const
export type KitFigure = keyof typeof KIT_FIGURES
const FIGURES = Object.keys(KIT_FIGURES) as [KitFigure, ...KitFigure[]]

/** Lists of a kit that an answer may stand in. */
const KIT_LISTS = {
  suspension: (k: KitFacts): readonly string[] => k.fitment.suspension,
  bodies: (k: KitFacts): readonly string[] => k.fitment.bodies,
  architecture: (k: KitFacts): readonly string[] => k.fitment.architecture,
  wheels: (k: KitFacts): readonly string[] => k.fitment.wheels,
  bumpStops: (k: KitFacts): readonly string[] => k.fitment.bumpStops,
} as const
const LISTS = Object.keys(KIT_LISTS) as [keyof typeof KIT_LISTS, ...(keyof typeof KIT_LISTS)[]]

/** Words of a kit that a rule may depend on. */
const KIT_WORDS = {
  family: (k: KitFacts): string | boolean => k.family,
  axle: (k: KitFacts): string | boolean => k.axle,
  drilling: (k: KitFacts): string | boolean => k.drilling,
  coilOut: (k: KitFacts): string | boolean => k.coilOut,
  hitchRails: (k: KitFacts): string | boolean => k.fitment.hitchRails,
  coilGap: (k: KitFacts): string | boolean => k.gapDecides,
  replaces: (k: KitFacts): string | boolean => k.replaces,
  givesRatio: (k: KitFacts): string | boolean => k.givesRatio,
} as const
const WORDS = Object.keys(KIT_WORDS) as [keyof typeof KIT_WORDS, ...(keyof typeof KIT_WORDS)[]]

const survey = z.enum(SURVEY_KEYS, { error: 'must be a survey answer' })
const fact = z.enum([...SURVEY_KEYS, ...VEHICLE_FACTS], { error: 'must be a survey answer or a fact of the vehicle' })

/** A condition on the vehicle, or one that sets vehicle and kit against each other. */
const ruleTestSchema = z.union([
  ...CONDITIONS,
  z.strictObject({ survey, overKit: z.enum(FIGURES) }),
  z.strictObject({ survey, underKit: z.enum(FIGURES) }),
  z.strictObject({ fact, notAmong: z.enum(LISTS) }),
  z.strictObject({ survey, unanswered: z.literal(true) }),
  z.strictObject({ kit: z.enum(WORDS), is: z.array(z.union([z.string(), z.boolean()])).min(1) }),
])
export type RuleTest = z.infer<typeof ruleTestSchema>

/** A part that a vehicle needs beyond what is in the box; `item` is its place in stock. */
export const neededPartSchema = z.strictObject({
  name: requiredText('Part', 120),
  item: id.nullable().default(null),
  count: z.number().min(0.1).max(100).default(1),
})
export type NeededPart = z.infer<typeof neededPartSchema>

/** Stands for the kit's own spacer parts. */
export const SPACER_PARTS = '{spacers}'

export const EFFECTS = ['part', 'work', 'ask', 'no'] as const

/** One fitment rule: when all of `when` holds, it takes effect. The last test is the one that decides. */
export const ruleSchema = z.strictObject({
  id,
  name: requiredText('Name', 80),
  when: z.array(ruleTestSchema).min(1, { error: 'a rule needs one test or more' }).max(8),
  effect: z.enum(EFFECTS, { error: `effect must be one of ${EFFECTS.join(', ')}` }),
  /** Said when it takes effect. `{has}` is what the vehicle has, `{takes}` what is compared. */
  says: requiredText('What it says'),
  /** Said while an answer is missing. */
  asks: requiredText('What it asks').nullable().default(null),
  /** Said when it was looked at and is in order; nothing where that is not worth a line. */
  fine: requiredText('What it says when in order').nullable().default(null),
  /** What would change it. */
  change: requiredText('What would change it').nullable().default(null),
  parts: z.array(neededPartSchema).max(10).default([]),
  minutes: z
    .number({ error: 'Minutes must be a number' })
    .min(0, { error: 'Minutes cannot be below zero' })
    .max(600, { error: 'Minutes above 600 are more than a day: check them' })
    .default(0),
  source: z.enum(LIMIT_SOURCES, { error: `source must be one of ${LIMIT_SOURCES.join(', ')}` }),
  note: requiredText('Source note'),
})
export type Rule = z.infer<typeof ruleSchema>

/** The shop's rules as they stood at a version; a job keeps those it was decided by. */
export const ruleSetSchema = z
  .strictObject({
    version: z.number().int().min(1),
    /** What changed, and who changed it. */
    why: requiredText('Why'),
    by: requiredText('By whom', 60),
    rules: z.array(ruleSchema).max(200, { error: '200 rules max' }),
  })
  .superRefine(({ rules }, context) => {
    rules.forEach((rule, i) => {
      if (rules.findIndex((r) => r.id === rule.id) !== i)
        context.addIssue({ code: 'custom', path: ['rules', i, 'id'], message: `"${rule.id}" is there twice` })
    })
  })
export type RuleSet = z.infer<typeof ruleSetSchema>

/** The fact a test asks about; null for one on the kit alone. */
export function testFact(test: RuleTest): Fact | null {
  if ('kit' in test) return null
  if ('fact' in test) return test.fact
  if ('overKit' in test || 'underKit' in test || 'unanswered' in test) return test.survey
  return factOf(test)
}

/** Whether a test on the kit alone holds. */
export const kitHolds = (test: Extract<RuleTest, { kit: unknown }>, kit: KitFacts): boolean =>
  test.is.includes(KIT_WORDS[test.kit](kit))

/**
 * What the spacers of a kit can fill of the room between its faces: the height of a lift block that is more than its brackets
 * take as they come. Nothing while the block is not measured.
 */
export function blockSpacer({ fitment }: KitFacts, liftBlock: number | null): number {
  const { liftBlockMax, liftBlockMaxWithSpacer } = fitment
  const spaced = liftBlock !== null && liftBlock > liftBlockMax + TAPE_TOLERANCE
  return spaced && liftBlock <= liftBlockMaxWithSpacer + TAPE_TOLERANCE ? liftBlock : 0
}

/** Lift blocks sit under leaf packs; on other springs there is none to ask after. */
const blockOf = (facts: Seen): number | null => (facts.suspension === 'leaf' ? (facts.liftBlock as number | null) : 0)

/** Lift blocks that would make a difference to what the kit's spacers fill, while the block is not measured. */
function blocksToTry({ fitment }: KitFacts, block: number | null): (number | null)[] {
  if (block !== null) return [block]
  const { liftBlockMax, liftBlockMaxWithSpacer } = fitment
  return liftBlockMaxWithSpacer > liftBlockMax + TAPE_TOLERANCE
    ? [0, liftBlockMax + 2 * TAPE_TOLERANCE, liftBlockMaxWithSpacer]
    : [0]
}

/**
 * The fact whose answer a test waits for: of the room between the brackets' faces it may be the lift block, whose spacers
 * fill a part of it.
 */
export const awaitedFact = (test: RuleTest, facts: Seen): Fact | null =>
  'overKit' in test && test.survey === 'bracketSpace' && facts.bracketSpace !== null ? 'liftBlock' : testFact(test)

/**
 * Whether a test holds; a figure that the kit does not give is no limit.
 * @param facts the vehicle as it stands, from the kit's axle
 * @returns true, false, or null while its answer is missing
 */
export function testHolds(test: RuleTest, kit: KitFacts, facts: Seen): Holds {
  if ('kit' in test) return kitHolds(test, kit)
  if ('unanswered' in test) return facts[test.survey] === null
  if ('fact' in test) {
    const answer = facts[test.fact]
    return answer === null ? null : !KIT_LISTS[test.notAmong](kit).includes(String(answer))
  }
  if ('overKit' in test || 'underKit' in test) {
    const limit = KIT_FIGURES['overKit' in test ? test.overKit : test.underKit](kit)
    if (limit === null) return false
    if (facts[test.survey] === null) return null
    const answer = Number(facts[test.survey])
    const past = (met: number) =>
      'overKit' in test ? isOver(test.survey, met, limit) : isUnder(test.survey, met, limit)
    if (test.survey !== 'bracketSpace' || !('overKit' in test)) return past(answer)
    // Where there is too much room, the kit's own spacers fill a part of it.
    const outcomes = blocksToTry(kit, blockOf(facts)).map((block) => past(answer - blockSpacer(kit, block)))
    return outcomes.every((h) => h === outcomes[0]) ? outcomes[0]! : null
  }
  return holds(test, facts)
}

/** All figures of a kit that a test depends on: kits that have the same share an outcome. */
export function testFigures(test: RuleTest, kit: KitFacts): unknown {
  const takes = testTakes(test, kit)
  const spaced = 'overKit' in test && test.survey === 'bracketSpace'
  return spaced ? [takes, kit.fitment.liftBlockMax, kit.fitment.liftBlockMaxWithSpacer] : takes
}

/** What a test compares with, for its sentence: a figure in SI, or words. */
export function testTakes(test: RuleTest, kit: KitFacts): string | number | null {
  if ('kit' in test) return String(KIT_WORDS[test.kit](kit))
  if ('unanswered' in test) return null
  if ('fact' in test) return KIT_LISTS[test.notAmong](kit).join(', ')
  if ('overKit' in test) return KIT_FIGURES[test.overKit](kit)
  if ('underKit' in test) return KIT_FIGURES[test.underKit](kit)
  if ('is' in test) return test.is.join(', ')
  if ('over' in test) return test.over
  if ('under' in test) return test.under
  return 'suspension' in test ? test.suspension : test.wheels
}
