import { FACT_NAMES, wants, type Application } from './application'
import { conditionsHold, factOf, holds, type Condition, type Fact, type Seen } from './condition'
import { add, NOTHING, SEVERITY, type Effect, type Findings, type Judged, type Reason } from './reason'
import type { NeededPart } from './rule'

/** What a kit's list says. Kits say the same of many vehicles: each sentence is made once, and the verdict names the line. */
export function listReason(
  { said: sentence }: Judged,
  effect: Effect,
  says: string,
  { fact = null, has = null, takes = null, change = null, part = null, minutes = 0 }: ListSays = {},
): Reason {
  const key = `${effect}|${says}|${takes}|${minutes}|${part ? `${part.name}|${part.item}|${part.count}` : ''}`
  const known = sentence.get(key)
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
  sentence.set(key, reason)
  return reason
}
type ListSays = Partial<Pick<Reason, 'fact' | 'has' | 'takes' | 'change' | 'minutes'>> & { part?: NeededPart | null }

/** One line of a kit's list against a vehicle of its model. */
// eslint-disable-next-line complexity -- true, false and unknown of each condition, in the order of the list
function applyLine(a: Application, facts: Seen, judged: Judged): Findings {
  const found: Findings = { reasons: [], level: 0, open: [] }
  const year = facts.year as number | null
  if (year === null)
    add(found, listReason(judged, 'ask', 'Listed by model year; it is not known here yet', { fact: 'year' }), ['year'])
  else if (year < a.from || year > a.to) {
    const takes = a.from === a.to ? String(a.from) : `${a.from} to ${a.to}`
    const change = 'nothing: choose another kit'
    add(
      found,
      listReason(judged, 'no', 'Listed for {takes}; this is of {has}', { fact: 'year', has: year, takes, change }),
    )
    return found
  }
  for (const condition of a.conditions) {
    const isHeld = holds(condition, facts)
    if (isHeld === true) continue
    const fact = factOf(condition)
    const unknown = isHeld === null
    const says = `${onlyFor(condition)}; ${unknown ? 'not known here yet' : 'here it is {has}'}`
    const has = facts[fact]
    const change = unknown ? null : `${FACT_NAMES[fact]} as its list wants it, or another kit`
    const { takes } = wants(condition)
    add(
      found,
      listReason(judged, unknown ? 'ask' : 'no', says, { fact, has, takes, change }),
      unknown ? [fact] : NOTHING,
    )
  }
  for (const { when, says } of a.excludes) {
    const isHeldHere = conditionsHold(when, facts)
    if (isHeldHere === true)
      add(found, listReason(judged, 'no', says, { change: 'nothing: its list leaves these out' }))
    if (isHeldHere === null)
      add(found, listReason(judged, 'ask', `Its list leaves some out: ${says}`), unknownOf(when, facts))
  }
  for (const { when, what, says, part, minutes } of a.needs) {
    const isHeldFound = conditionsHold(when, facts)
    if (isHeldFound === true) add(found, listReason(judged, what, says, { part, minutes }))
    if (isHeldFound === null) add(found, listReason(judged, 'ask', `May be needed: ${says}`), unknownOf(when, facts))
  }
  return found
}

const unknownOf = (when: readonly Condition[], facts: Seen): Fact[] =>
  when.filter((c) => holds(c, facts) === null).map(factOf)

const onlyFor = (condition: Condition): string => {
  const { how } = wants(condition)
  return `Listed only for ${FACT_NAMES[factOf(condition)]}${how === 'is' ? '' : ` ${how}`} {takes}`
}

/** The line that speaks best for the vehicle; while it needs an answer, every line that may still turn out to fit is asked after. */
export function bestLine(
  lines: readonly Application[],
  facts: Seen,
  judged: Judged,
): { line: Application; found: Findings } {
  let best: { line: Application; found: Findings } | null = null
  const open: Fact[] = []
  for (const line of lines) {
    const found = applyLine(line, facts, judged)
    if (found.level === SEVERITY.ask) open.push(...found.open)
    if (!best || found.level < best.found.level || (found.level === best.found.level && line.id < best.line.id))
      best = { line, found }
  }
  const { line, found } = best!
  return { line, found: found.level === SEVERITY.ask ? { ...found, open } : found }
}
