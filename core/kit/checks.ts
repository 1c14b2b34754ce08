import type { Fact, Seen } from './condition'
import { NOTHING, type Effect, type Outcome, type Reason } from './reason'
import {
  awaitedFact,
  kitHolds,
  SPACER_PARTS,
  testFact,
  testFigures,
  testHolds,
  testTakes,
  type NeededPart,
  type Rule,
  type RuleSet,
  type RuleTest,
} from './rule'
import type { KitFacts } from './schema'

/**
 * A rule with the figures of a kit in it. Kits of the same figures share one, so that a vehicle meets each only once however
 * many kits have it.
 */
export interface Check {
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
export function kitChecks(kit: KitFacts, set: RuleSet): readonly Check[] {
  let checks = checksOf.get(set)
  if (!checks) checksOf.set(set, (checks = { byFigures: new Map(), ofKit: new WeakMap() }))
  const known = checks.ofKit.get(kit)
  if (known) return known
  const checksHere: Check[] = []
  for (const rule of set.rules) {
    if (rule.when.some((t) => 'kit' in t && !kitHolds(t, kit))) continue
    const last = rule.when[rule.when.length - 1]!
    const takes = testTakes(last, kit)
    // A figure that the kit does not give is no limit: the rule is not about it.
    if (('overKit' in last || 'underKit' in last) && takes === null) continue
    const parts = partsOf(rule.parts, kit)
    const figures = JSON.stringify([rule.id, rule.when.map((t) => testFigures(t, kit)), parts])
    let check = checks.byFigures.get(figures)
    if (!check) {
      check = { place: checks.byFigures.size, rule, tests: rule.when.filter((t) => !('kit' in t)), last, takes, parts }
      checks.byFigures.set(figures, check)
    }
    checksHere.push(check)
  }
  checks.ofKit.set(kit, checksHere)
  return checksHere
}

/** What a check comes to on a vehicle; null where it is not about it. */
export function outcomeOf(check: Check, kit: KitFacts, facts: Seen, tellFine: boolean): Outcome | null {
  const { rule, tests, last } = check
  const missing: Fact[] = []
  for (const test of tests) {
    const isHeld = testHolds(test, kit, facts)
    if (isHeld === null) missing.push(awaitedFact(test, facts)!)
    if (isHeld !== false) continue
    // In order, and worth a line, only where the deciding test was reached.
    return test === last && !missing.length && rule.fine && tellFine
      ? { reason: reasonOf(check, 'fine', rule.fine, facts), open: NOTHING }
      : null
  }
  if (missing.length) return { reason: reasonOf(check, 'ask', rule.asks ?? rule.says, facts), open: missing }
  const reason = reasonOf(check, rule.effect, rule.says, facts)
  return { reason, open: rule.effect === 'ask' ? [reason.fact!] : NOTHING }
}

function reasonOf({ rule, last, takes, parts }: Check, effect: Effect, says: string, facts: Seen): Reason {
  const fact = testFact(last)
  const takesEffect = effect === 'part' || effect === 'work'
  return {
    rule: rule.id,
    effect,
    says,
    fact,
    has: fact && facts[fact],
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
