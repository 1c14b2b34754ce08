import type { Application } from './application'
import { kitChecks, outcomeOf } from './checks'
import type { Seen } from './condition'
import { bestLine, listReason } from './list-lines'
import {
  add,
  nothingJudged,
  NOTHING,
  SEVERITY,
  type Findings,
  type FitVerdict,
  type Judged,
  type KitVerdict,
  type Reason,
} from './reason'
import type { NeededPart, RuleSet } from './rule'
import type { KitFacts } from './schema'

const VERDICTS: readonly FitVerdict[] = ['fits', 'fits-with-parts', 'needs-answer', 'does-not-fit']

/**
 * One kit against a vehicle as it stands.
 *
 * A kit that has a list of vehicles fits only those on it; one without is judged by its measures alone. What does not fit
 * outweighs what is not known, and that outweighs parts that are needed.
 * @param lines the kit's lines for this make and model; null for a kit that has no list at all
 * @param tellFine whether to say what is in order, or only what decides
 * @param facts the vehicle as it stands, from the kit's axle
 * @param judged kept between the kits that are judged for one axle of a vehicle, survey and rule set
 */
// eslint-disable-next-line complexity -- rules, list and measures, in the order in which they decide
export function judgeKit(
  kit: KitFacts,
  lines: readonly Application[] | null,
  rules: RuleSet,
  { facts, tellFine = true, judged = nothingJudged() }: { facts: Seen; tellFine?: boolean; judged?: Judged },
): KitVerdict {
  if (lines?.length === 0 && facts.model !== null) return notListed(kit.id)
  const found: Findings = { reasons: [], level: 0, open: [] }
  let application: string | null = null
  if (lines?.length === 0)
    add(
      found,
      listReason(judged, 'ask', 'It has a list of vehicles; make and model are not known here yet', { fact: 'model' }),
      ['model'],
    )
  else if (lines) {
    const best = bestLine(lines, facts, judged)
    application = best.line.id
    found.level = best.found.level
    found.open.push(...best.found.open.filter((f, i, all) => all.indexOf(f) === i))
    found.reasons.push(...best.found.reasons)
    if (tellFine && best.found.level < SEVERITY.ask)
      found.reasons.push(listReason(judged, 'fine', `On the kit's list: ${best.line.source}`))
  }
  for (const check of kitChecks(kit, rules)) {
    let outcome = judged.outcomes[check.place]
    if (outcome === undefined) outcome = judged.outcomes[check.place] = outcomeOf(check, kit, facts, tellFine)
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
