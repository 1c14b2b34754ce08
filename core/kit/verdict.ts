import type { Survey, Vehicle } from '../vehicle'
import { FACT_NAMES, wants, type Application } from './application'
import { answerOf, conditionsHold, factOf, holds, type Condition, type Fact } from './condition'
import {
  kitHolds,
  SPACER_PARTS,
  testFact,
  testHolds,
  testTakes,
  type NeededPart,
  type Rule,
  type RuleSet,
  type RuleTest,
} from './rule'
import type { LimitSource } from './limits'
import type { KitFacts } from './schema'

export type Effect = Rule['effect'] | 'fine'
export type FitVerdict = 'fits' | 'fits-with-parts' | 'needs-answer' | 'does-not-fit'

/** One rule's answer. `says` is its sentence with places for `has` and `takes`, which stay figures. */
export interface Reason {
  /** The rule, or the line of the kit's list. */
  rule: string
  effect: Effect
  says: string
  /** What it asks about; null where the sentence stands for itself. */
  fact: Fact | null
  has: string | number | boolean | null
  takes: string | number | null
  change: string | null
  parts: readonly NeededPart[]
  minutes: number
  source: LimitSource
  note: string
}

export interface KitVerdict {
  kit: string
  verdict: FitVerdict
  /** Worst first. */
  reasons: Reason[]
  /** Facts it hangs on while it needs an answer: with a single one, that answer decides. */
  open: readonly Fact[]
  /** Beyond what is in the box. */
  parts: NeededPart[]
  /** Beyond the kit's own time. */
  minutes: number
  /** Line of its list that it was judged by; null where it has none for this vehicle or is judged by measure only. */
  application: string | null
}

const SEVERITY: Record<Effect, number> = { fine: 0, part: 1, work: 1, ask: 2, no: 3 }
const NOTHING: readonly never[] = []
const VERDICTS: readonly FitVerdict[] = ['fits', 'fits-with-parts', 'needs-answer', 'does-not-fit']

/** What several rules come to; `level` is the worst of them, 0 to 3. */
interface Findings {
  reasons: Reason[]
  level: number
  open: Fact[]
}

function add(to: Findings, reason: Reason, open: readonly (Fact | null)[] = []): void {
  to.reasons.push(reason)
  to.level = Math.max(to.level, SEVERITY[reason.effect])
  for (const fact of open) if (fact && !to.open.includes(fact)) to.open.push(fact)
}

/**
 * A rule with the figures of a kit in it. Kits of the same figures share one, so that a vehicle meets each only once however
 * many kits have it.
 */
interface Check {
  /** Its place among the checks of a rule set. */
  place: number
  rule: Rule
  /** Tests beside those on the kit alone, which hold. */
  tests: readonly RuleTest[]
  last: RuleTest
  /** What the deciding test compares with. */
  takes: string | number | null
  parts: readonly NeededPart[]
}
interface Checks {
  byFigures: Map<string, Check>
  ofKit: WeakMap<KitFacts, readonly Check[]>
}
const checksOf = new WeakMap<RuleSet, Checks>()

/** The checks that are about a kit at all. */
function kitChecks(kit: KitFacts, set: RuleSet): readonly Check[] {
  let checks = checksOf.get(set)
  if (!checks) checksOf.set(set, (checks = { byFigures: new Map(), ofKit: new WeakMap() }))
  const known = checks.ofKit.get(kit)
  if (known) return known
  const own: Check[] = []
  for (const rule of set.rules) {
    if (rule.when.some((t) => 'kit' in t && !kitHolds(t, kit))) continue
    const last = rule.when[rule.when.length - 1]!
    const takes = testTakes(last, kit)
    // A figure that the kit does not give is no limit: the rule is not about it.
    if (('overKit' in last || 'underKit' in last) && takes === null) continue
    const parts = partsOf(rule.parts, kit)
    const figures = JSON.stringify([rule.id, rule.when.map((t) => testTakes(t, kit)), parts])
    let check = checks.byFigures.get(figures)
    if (!check) {
      check = { place: checks.byFigures.size, rule, tests: rule.when.filter((t) => !('kit' in t)), last, takes, parts }
      checks.byFigures.set(figures, check)
    }
    own.push(check)
  }
  checks.ofKit.set(kit, own)
  return own
}

/** What a check comes to on a vehicle; null where it is not about it, or in order and not worth a line. */
interface Outcome {
  reason: Reason
  open: readonly Fact[]
}
/** Outcomes on one vehicle and survey, by a check's place: shared by all kits that are judged together. */
export interface Judged {
  outcomes: (Outcome | null | undefined)[]
  /** What lists say, by their words. */
  said: Map<string, Reason>
}
export const nothingJudged = (): Judged => ({ outcomes: [], said: new Map() })

function outcomeOf(check: Check, kit: KitFacts, vehicle: Vehicle, survey: Survey, tellFine: boolean): Outcome | null {
  const { rule, tests, last } = check
  const missing: Fact[] = []
  for (const test of tests) {
    const held = testHolds(test, kit, vehicle, survey)
    if (held === null) missing.push(testFact(test)!)
    if (held !== false) continue
    // In order, and worth a line, only where the deciding test was reached.
    return test === last && !missing.length && rule.fine && tellFine
      ? { reason: reasonOf(check, 'fine', rule.fine, vehicle, survey), open: NOTHING }
      : null
  }
  if (missing.length) return { reason: reasonOf(check, 'ask', rule.asks ?? rule.says, vehicle, survey), open: missing }
  const reason = reasonOf(check, rule.effect, rule.says, vehicle, survey)
  return { reason, open: rule.effect === 'ask' ? [reason.fact!] : NOTHING }
}

function reasonOf(
  { rule, last, takes, parts }: Check,
  effect: Effect,
  says: string,
  vehicle: Vehicle,
  survey: Survey,
): Reason {
  const fact = testFact(last)
  const takesEffect = effect === 'part' || effect === 'work'
  return {
    rule: rule.id,
    effect,
    says,
    fact,
    has: fact && answerOf(fact, vehicle, survey),
    takes,
    change: effect === 'no' ? rule.change : null,
    parts: takesEffect ? parts : NOTHING,
    minutes: takesEffect ? rule.minutes : 0,
    source: rule.source,
    note: rule.note,
  }
}

const partsOf = (parts: readonly NeededPart[], kit: KitFacts): readonly NeededPart[] =>
  parts.some((p) => p.name === SPACER_PARTS)
    ? parts.flatMap((p) =>
        p.name === SPACER_PARTS ? kit.spacerParts.map((name): NeededPart => ({ name, item: null, count: 1 })) : [p],
      )
    : parts

/** What a kit's list says. Kits say the same of many vehicles: each sentence is made once, and the verdict names the line. */
function listReason(
  { said }: Judged,
  effect: Effect,
  says: string,
  { fact = null, has = null, takes = null, change = null, part = null, minutes = 0 }: ListSays = {},
): Reason {
  const key = `${effect}|${says}|${takes}|${minutes}|${part ? `${part.name}|${part.item}|${part.count}` : ''}`
  const known = said.get(key)
  if (known) return known
  const reason: Reason = {
    rule: 'list',
    effect,
    says,
    fact,
    has,
    takes,
    change,
    parts: part ? [part] : NOTHING,
    minutes,
    source: 'kit',
    note: "the kit's list of vehicles",
  }
  said.set(key, reason)
  return reason
}
type ListSays = Partial<Pick<Reason, 'fact' | 'has' | 'takes' | 'change' | 'minutes'>> & { part?: NeededPart | null }

/** One line of a kit's list against a vehicle of its model. */
function applyLine(a: Application, vehicle: Vehicle, survey: Survey, judged: Judged): Findings {
  const found: Findings = { reasons: [], level: 0, open: [] }
  const { year } = vehicle
  if (year < a.from || year > a.to) {
    const takes = a.from === a.to ? String(a.from) : `${a.from} to ${a.to}`
    const change = 'nothing: choose another kit'
    add(
      found,
      listReason(judged, 'no', 'Listed for {takes}; this is of {has}', { fact: 'year', has: year, takes, change }),
    )
    return found
  }
  for (const condition of a.conditions) {
    const held = holds(condition, vehicle, survey)
    if (held === true) continue
    const fact = factOf(condition)
    const unknown = held === null
    const says = `${onlyFor(condition)}; ${unknown ? 'not known here yet' : 'here it is {has}'}`
    const has = answerOf(fact, vehicle, survey)
    const change = unknown ? null : `${FACT_NAMES[fact]} as its list wants it, or another kit`
    const { takes } = wants(condition)
    add(
      found,
      listReason(judged, unknown ? 'ask' : 'no', says, { fact, has, takes, change }),
      unknown ? [fact] : NOTHING,
    )
  }
  for (const { when, says } of a.excludes) {
    const held = conditionsHold(when, vehicle, survey)
    if (held === true) add(found, listReason(judged, 'no', says, { change: 'nothing: its list leaves these out' }))
    if (held === null)
      add(found, listReason(judged, 'ask', `Its list leaves some out: ${says}`), unknownOf(when, vehicle, survey))
  }
  for (const { when, what, says, part, minutes } of a.needs) {
    const held = conditionsHold(when, vehicle, survey)
    if (held === true) add(found, listReason(judged, what, says, { part, minutes }))
    if (held === null) add(found, listReason(judged, 'ask', `May be needed: ${says}`), unknownOf(when, vehicle, survey))
  }
  return found
}

const unknownOf = (when: readonly Condition[], vehicle: Vehicle, survey: Survey): Fact[] =>
  when.filter((c) => holds(c, vehicle, survey) === null).map(factOf)

const onlyFor = (condition: Condition): string => {
  const { how } = wants(condition)
  return `Listed only for ${FACT_NAMES[factOf(condition)]}${how === 'is' ? '' : ` ${how}`} {takes}`
}

/** The line that speaks best for the vehicle; while it needs an answer, every line that may still turn out to fit is asked after. */
function bestLine(
  lines: readonly Application[],
  vehicle: Vehicle,
  survey: Survey,
  judged: Judged,
): { line: Application; found: Findings } {
  let best: { line: Application; found: Findings } | null = null
  const open: Fact[] = []
  for (const line of lines) {
    const found = applyLine(line, vehicle, survey, judged)
    if (found.level === SEVERITY.ask) open.push(...found.open)
    if (!best || found.level < best.found.level || (found.level === best.found.level && line.id < best.line.id))
      best = { line, found }
  }
  const { line, found } = best!
  return { line, found: found.level === SEVERITY.ask ? { ...found, open } : found }
}

/**
 * One kit against a vehicle as it stands.
 *
 * A kit that has a list of vehicles fits only those on it; one without is judged by its measures alone. What does not fit
 * outweighs what is not known, and that outweighs parts that are needed.
 * @param lines the kit's lines for this make and model; null for a kit that has no list at all
 * @param tellFine whether to say what is in order, or only what decides
 * @param judged kept between the kits that are judged for one vehicle, survey and rule set
 */
export function judgeKit(
  kit: KitFacts,
  lines: readonly Application[] | null,
  rules: RuleSet,
  vehicle: Vehicle,
  survey: Survey,
  tellFine = true,
  judged: Judged = nothingJudged(),
): KitVerdict {
  if (lines?.length === 0) return notListed(kit.id)
  const found: Findings = { reasons: [], level: 0, open: [] }
  let application: string | null = null
  if (lines) {
    const best = bestLine(lines, vehicle, survey, judged)
    application = best.line.id
    found.level = best.found.level
    found.open.push(...best.found.open.filter((f, i, all) => all.indexOf(f) === i))
    found.reasons.push(...best.found.reasons)
    if (tellFine && best.found.level < SEVERITY.ask)
      found.reasons.push(listReason(judged, 'fine', `On the kit's list: ${best.line.source}`))
  }
  for (const check of kitChecks(kit, rules)) {
    let outcome = judged.outcomes[check.place]
    if (outcome === undefined) outcome = judged.outcomes[check.place] = outcomeOf(check, kit, vehicle, survey, tellFine)
    if (outcome) add(found, outcome.reason, outcome.open)
  }
  const { level, open } = found
  const reasons = worstFirst(found.reasons)
  let minutes = 0
  const parts: NeededPart[] = []
  for (const r of reasons) {
    minutes += r.minutes
    if (r.parts.length) parts.push(...r.parts)
  }
  return {
    kit: kit.id,
    verdict: VERDICTS[level]!,
    reasons,
    open: level === SEVERITY.ask ? open.sort() : NOTHING,
    parts,
    minutes,
    application,
  }
}

/**
 * Reasons by severity, within it by rule whatever order they were found in. Two rules may wait for one answer: it is asked
 * for once.
 */
function worstFirst(reasons: Reason[]): Reason[] {
  if (reasons.length < 2) return reasons
  reasons.sort(byRule)
  const sorted: Reason[] = []
  for (let level = SEVERITY.no; level >= SEVERITY.fine; level--)
    for (const r of reasons)
      if (SEVERITY[r.effect] === level && !(level === SEVERITY.ask && isAsked(sorted, r.says))) sorted.push(r)
  return sorted
}
const byRule = (a: Reason, b: Reason): number => (a.rule < b.rule ? -1 : a.rule > b.rule ? 1 : 0)
function isAsked(reasons: readonly Reason[], says: string): boolean {
  for (const r of reasons) if (r.effect === 'ask' && r.says === says) return true
  return false
}

/** A kit that has a list on which this vehicle is not. */
export const notListed = (kit: string): KitVerdict => ({
  kit,
  verdict: 'does-not-fit',
  reasons: [NOT_LISTED],
  open: [],
  parts: [],
  minutes: 0,
  application: null,
})
const NOT_LISTED: Reason = {
  rule: 'not-listed',
  effect: 'no',
  says: "This make and model is not on the kit's list",
  fact: null,
  has: null,
  takes: null,
  change: "its maker's word for this vehicle, in writing",
  parts: [],
  minutes: 0,
  source: 'kit',
  note: "the kit's list of vehicles",
}
