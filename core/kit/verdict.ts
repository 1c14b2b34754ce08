import type { Survey, Vehicle } from '../vehicle'
import { FACT_NAMES, wants, type Application } from './application'
import { answerOf, conditionsHold, factOf, holds, type Condition, type Fact } from './condition'
import { SPACER_PARTS, testFact, testHolds, testTakes, type NeededPart, type Rule, type RuleSet } from './rule'
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
  open: Fact[]
  /** Beyond what is in the box. */
  parts: NeededPart[]
  /** Beyond the kit's own time. */
  minutes: number
  /** Line of its list that it was judged by; null where it has none for this vehicle or is judged by measure only. */
  application: string | null
}

const SEVERITY: Record<Effect, number> = { fine: 0, part: 1, work: 1, ask: 2, no: 3 }
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

/** One rule on one kit and vehicle; nothing where it is not about them. */
function applyRule(to: Findings, rule: Rule, kit: KitFacts, vehicle: Vehicle, survey: Survey): void {
  const last = rule.when.length - 1
  let missing: Fact[] | null = null
  for (let i = 0; i <= last; i++) {
    const test = rule.when[i]!
    const held = testHolds(test, kit, vehicle, survey)
    if (held === null) (missing ??= []).push(testFact(test)!)
    if (held !== false) continue
    // In order, and worth a line, only where the deciding test was reached and had a limit to look at.
    if (i === last && !missing && rule.fine && (testTakes(test, kit) !== null || 'unanswered' in test))
      add(to, reasonOf(rule, 'fine', rule.fine, kit, vehicle, survey))
    return
  }
  if (missing) add(to, reasonOf(rule, 'ask', rule.asks ?? rule.says, kit, vehicle, survey), missing)
  else {
    const asked = rule.effect === 'ask' ? [testFact(rule.when[last]!)] : []
    add(to, reasonOf(rule, rule.effect, rule.says, kit, vehicle, survey), asked)
  }
}

function reasonOf(rule: Rule, effect: Effect, says: string, kit: KitFacts, vehicle: Vehicle, survey: Survey): Reason {
  const test = rule.when[rule.when.length - 1]!
  const fact = testFact(test)
  const takesEffect = effect === 'part' || effect === 'work'
  return {
    rule: rule.id,
    effect,
    says,
    fact,
    has: fact && answerOf(fact, vehicle, survey),
    takes: testTakes(test, kit),
    change: effect === 'no' ? rule.change : null,
    parts: takesEffect ? partsOf(rule.parts, kit) : [],
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

/** A kit's list is its own word: every reason from it names the line and where that stands. */
const lineReason = (a: Application, given: Partial<Reason> & Pick<Reason, 'effect' | 'says'>): Reason => ({
  rule: a.id,
  fact: null,
  has: null,
  takes: null,
  change: null,
  parts: [],
  minutes: 0,
  source: 'kit',
  note: a.source,
  ...given,
})

/** One line of a kit's list against a vehicle of its model. */
function applyLine(a: Application, vehicle: Vehicle, survey: Survey): Findings {
  const found: Findings = { reasons: [], level: 0, open: [] }
  if (vehicle.year < a.from || vehicle.year > a.to) {
    const years = a.from === a.to ? String(a.from) : `${a.from} to ${a.to}`
    const says = 'Listed for {takes}; this is of {has}'
    add(
      found,
      lineReason(a, {
        effect: 'no',
        says,
        fact: 'year',
        has: vehicle.year,
        takes: years,
        change: 'nothing: choose another kit',
      }),
    )
    return found
  }
  for (const condition of a.conditions) {
    const held = holds(condition, vehicle, survey)
    if (held !== true) {
      const fact = factOf(condition)
      const unknown = held === null
      add(
        found,
        lineReason(a, {
          effect: unknown ? 'ask' : 'no',
          says: `${onlyFor(condition)}; ${unknown ? 'not known here yet' : 'here it is {has}'}`,
          fact,
          has: answerOf(fact, vehicle, survey),
          takes: wants(condition).takes,
          change: unknown ? null : `${FACT_NAMES[fact]} as its list wants it, or another kit`,
        }),
        unknown ? [fact] : [],
      )
    }
  }
  const unknownOf = (when: readonly Condition[]) => when.filter((c) => holds(c, vehicle, survey) === null).map(factOf)
  for (const { when, says } of a.excludes) {
    const held = conditionsHold(when, vehicle, survey)
    if (held === true) add(found, lineReason(a, { effect: 'no', says, change: 'nothing: its list leaves these out' }))
    if (held === null)
      add(found, lineReason(a, { effect: 'ask', says: `Its list leaves some out: ${says}` }), unknownOf(when))
  }
  for (const { when, what, says, part, minutes } of a.needs) {
    const held = conditionsHold(when, vehicle, survey)
    if (held === true) add(found, lineReason(a, { effect: what, says, parts: part ? [part] : [], minutes }))
    if (held === null) add(found, lineReason(a, { effect: 'ask', says: `May be needed: ${says}` }), unknownOf(when))
  }
  return found
}

const onlyFor = (condition: Condition): string => {
  const { how } = wants(condition)
  return `Listed only for ${FACT_NAMES[factOf(condition)]}${how === 'is' ? '' : ` ${how}`} {takes}`
}

/** The line that speaks best for the vehicle; while it needs an answer, every line that may still turn out to fit is asked after. */
function bestLine(
  lines: readonly Application[],
  vehicle: Vehicle,
  survey: Survey,
): { line: Application; found: Findings } {
  let best: { line: Application; found: Findings } | null = null
  const open: Fact[] = []
  for (const line of lines) {
    const found = applyLine(line, vehicle, survey)
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
 */
export function judgeKit(
  kit: KitFacts,
  lines: readonly Application[] | null,
  { rules }: RuleSet,
  vehicle: Vehicle,
  survey: Survey,
): KitVerdict {
  if (lines?.length === 0) return notListed(kit.id)
  const found: Findings = { reasons: [], level: 0, open: [] }
  let application: string | null = null
  if (lines) {
    const best = bestLine(lines, vehicle, survey)
    application = best.line.id
    found.level = best.found.level
    found.open.push(...best.found.open.filter((f, i, all) => all.indexOf(f) === i))
    found.reasons.push(...best.found.reasons)
    if (best.found.level < SEVERITY.ask)
      found.reasons.push(lineReason(best.line, { effect: 'fine', says: `On the kit's list: ${best.line.source}` }))
  }
  for (const rule of rules) applyRule(found, rule, kit, vehicle, survey)
  const { level, open } = found
  found.reasons.sort(
    (a, b) => SEVERITY[b.effect] - SEVERITY[a.effect] || (a.rule < b.rule ? -1 : a.rule > b.rule ? 1 : 0),
  )
  // Two rules may wait for one answer: it is asked for once.
  const reasons = found.reasons.filter(
    (r, i, all) => r.effect !== 'ask' || all.findIndex((o) => o.effect === 'ask' && o.says === r.says) === i,
  )
  const needed = reasons.filter((r) => r.effect === 'part' || r.effect === 'work')
  return {
    kit: kit.id,
    verdict: VERDICTS[level]!,
    reasons,
    open: level === SEVERITY.ask ? open.sort() : [],
    parts: needed.flatMap((r) => r.parts),
    minutes: needed.reduce((sum, r) => sum + r.minutes, 0),
    application,
  }
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
