import type { Survey, Vehicle } from '../vehicle'
import { modelKey, type Application } from './application'
import { seenAt } from './condition'
import { DEFAULT_RULES } from './default-rules'
import type { RuleSet } from './rule'
import { kitFacts, type Kit, type KitFacts } from './schema'
import { nothingJudged, type KitVerdict } from './reason'
import { judgeKit, notListed } from './verdict'

/** Kits a vehicle can choose from, with the lines of their lists and the shop's rules. */
export interface KitCatalog {
  kits: readonly Kit[]
  /** Lines of these kits for the vehicle's model; more do no harm. */
  applications: readonly Application[]
  /** Kits of `kits` that have a list, whether or not a line of it is here. */
  listed: ReadonlySet<string>
  rules: RuleSet
}

export const EMPTY_CATALOG: KitCatalog = { kits: [], applications: [], listed: new Set(), rules: DEFAULT_RULES }

/**
 * A catalog with all that is known of its kits.
 * @param kits with their lists of vehicles, and the rules of the shop
 */
export const catalogOf = (
  kits: readonly Kit[],
  applications: readonly Application[] = [],
  rules: RuleSet = DEFAULT_RULES,
): KitCatalog => ({ kits, applications, listed: new Set(applications.map((a) => a.kit)), rules })

/** Lines of a list by what a vehicle can be looked up by. */
export type LinesByKit = ReadonlyMap<string, readonly Application[]>

/** Groups the lines of one model, by kit. */
export function linesByKit(applications: readonly Application[]): LinesByKit {
  const lines = new Map<string, Application[]>()
  for (const a of applications) {
    const known = lines.get(a.kit)
    if (known) known.push(a)
    else lines.set(a.kit, [a])
  }
  return lines
}

/**
 * Verdict of one kit of a catalog.
 * @returns the verdict with its reasons, worst first
 */
export function judgeOn(
  { applications, listed, rules }: KitCatalog,
  kit: Kit,
  vehicle: Vehicle,
  survey: Survey,
): KitVerdict {
  const key = modelKey(vehicle)
  const lines = listed.has(kit.id) ? applications.filter((a) => a.kit === kit.id && modelKey(a) === key) : null
  return judgeKit(kitFacts(kit), lines, rules, { facts: seenAt(vehicle, survey, kit.axle) })
}

export interface CatalogVerdicts {
  judged: KitVerdict[]
  /** How many more have a list, and this model is not on it: the one reason for all of them. */
  notListed: { count: number; verdict: Omit<KitVerdict, 'kit'> }
}

/** What a vehicle's verdicts need of a catalog. */
export interface Candidates {
  universal: readonly KitFacts[]
  withList: ReadonlyMap<string, KitFacts>
  /** Lines of the vehicle's model. */
  lines: LinesByKit
  rules: RuleSet
}

/**
 * Verdicts over a catalog of which the model's lines were looked up already, with the reasons that decide.
 *
 * A vehicle meets only the lines of its own model, and each check only once: a hundred kits of two thousand, some dozen
 * checks of thousands. Every kit that is not judged has a list without this model.
 */
export function judgeCatalog(
  { universal, withList, lines, rules }: Candidates,
  vehicle: Vehicle,
  survey: Survey,
): CatalogVerdicts {
  const judged: KitVerdict[] = []
  const facts = { front: seenAt(vehicle, survey, 'front'), rear: seenAt(vehicle, survey, 'rear') }
  const known = { front: nothingJudged(), rear: nothingJudged() }
  for (const kit of universal)
    judged.push(judgeKit(kit, null, rules, { facts: facts[kit.axle], tellFine: false, judged: known[kit.axle] }))
  const before = judged.length
  // Of a vehicle that nobody has named, no list can say anything yet.
  const named = facts.rear.model !== null
  for (const [id, count] of named ? lines : [...withList.keys()].map((id) => [id, []] as const)) {
    const kit = withList.get(id)
    if (kit)
      judged.push(judgeKit(kit, count, rules, { facts: facts[kit.axle], tellFine: false, judged: known[kit.axle] }))
  }
  const { kit: _none, ...verdict } = notListed('')
  return { judged, notListed: { count: withList.size - (judged.length - before), verdict } }
}
