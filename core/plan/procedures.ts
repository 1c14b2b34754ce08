import {
  ADDED_STEP,
  conditionsHold,
  isForPlatform,
  seenAt,
  type Fastener,
  type Operation,
  type Procedure,
} from '../kit'
import type { Survey, Vehicle } from '../vehicle'
import { bringsCurrent } from './current'
import {
  fastenerId,
  isFromElsewhere,
  named,
  procedureStep,
  renamed,
  type Placed,
  type PlannedKit,
  WHEEL_NUTS,
} from './names'
import { wheelNuts } from './shop-operations'
import { putting } from './turns'

/** Whether a fastener is the vehicle's own: its maker's word on it counts, whoever undoes it. */
const isVehicles = ({ kind }: Pick<Procedure, 'kind'>, { spec }: Fastener): boolean =>
  kind === 'vehicle' || spec.kind === 'vehicle-maker'

/** What a plan calls a fastener of a procedure: the vehicle's own by its name, at its axle, so that a kit means the same one. */
function fastenerName(procedure: Procedure, fastener: Fastener, kits: readonly PlannedKit[]): string {
  const axle = procedure.axle ?? 'rear'
  const taken = kits.some(
    ({ kit }) =>
      kit.axle === axle && kit.fasteners.some((f) => f.id === fastener.id && f.spec.kind !== 'vehicle-maker'),
  )
  return isVehicles(procedure, fastener) && !taken
    ? fastenerId(axle, fastener.id)
    : `${named(axle, procedure.id)}-${fastener.id}`
}

/** Regimes, the one that waits longest last. */
const REGIMES: readonly Fastener['when'][] = ['as-fitted', 'after-alignment', 'at-ride-height']

/**
 * Every fastener of a plan by its name there. Where a kit leaves the torque to the vehicle's maker and a procedure of the vehicle gives
 * it, the figure comes with the paper it is from; of two regimes the one that waits longer holds.
 */
export function fastenersOf(kits: readonly PlannedKit[], procedures: readonly Procedure[]): Map<string, Fastener> {
  const found = new Map<string, Fastener>([[WHEEL_NUTS, wheelNuts]])
  for (const { kit, work, leftBy } of kits)
    if (work === 'fit' || isFromElsewhere({ work, leftBy }))
      for (const f of kit.fasteners) found.set(fastenerId(kit.axle, f.id), { ...f, id: fastenerId(kit.axle, f.id) })
  for (const procedure of procedures)
    for (const f of procedure.fasteners) {
      const id = fastenerName(procedure, f, kits)
      const fastener: Fastener = {
        ...f,
        id,
        source: f.source || procedure.source,
        after: f.after.map((a) =>
          fastenerName(
            procedure,
            procedure.fasteners.find((o) => o.id === a)!,
            kits,
          ),
        ),
      }
      const known = found.get(id)
      if (!known) found.set(id, fastener)
      else if (known.spec.kind === 'vehicle-maker')
        found.set(id, {
          ...fastener,
          name: known.name,
          evenly: known.evenly || fastener.evenly,
          head: known.head ?? fastener.head,
          when: REGIMES[Math.max(REGIMES.indexOf(known.when), REGIMES.indexOf(fastener.when))]!,
        })
    }
  return found
}

/**
 * Procedures that a job's plan uses: those for this vehicle whose condition holds, and that are always done or name an operation that
 * something else asks for.
 */
export function proceduresUsed(
  kits: readonly PlannedKit[],
  procedures: readonly Procedure[],
  vehicle: Vehicle,
  survey: Survey,
): Procedure[] {
  const here = procedures.filter(
    (p) =>
      isForPlatform(p, vehicle.platform) && conditionsHold(p.when, seenAt(vehicle, survey, p.axle ?? 'rear')) !== false,
  )
  const worked = kits.filter(({ work }) => work === 'fit')
  const asksFor = (p: Procedure) => {
    const same = p.operations.flatMap((o) => o.same ?? [])
    const facts = [
      ...worked
        .filter(({ kit }) => p.axle === null || kit.axle === p.axle)
        .flatMap(({ kit }) =>
          kit.operations.filter((o) => conditionsHold(o.when, seenAt(vehicle, survey, kit.axle)) !== false),
        ),
      ...here
        .filter((o) => o !== p && o.use === 'always' && (p.axle === null || o.axle === p.axle))
        .flatMap((o) => o.operations),
    ]
    return facts.some((o) => o.same !== null && same.includes(o.same))
  }
  return here.filter((p) => p.use === 'always' || asksFor(p))
}

/** Operations of a procedure as the plan names them. */
export function procedureOperations(
  procedure: Procedure,
  kits: readonly PlannedKit[],
  vehicle: Vehicle,
  survey: Survey,
): Placed[] {
  const id = (name: string) => procedureStep(procedure.axle, procedure.id, name)
  const fastener = (nameHere: string) =>
    fastenerName(
      procedure,
      procedure.fasteners.find((f) => f.id === nameHere)!,
      kits,
    )
  const lines = kits.flatMap(({ kit, circuit: has }) =>
    has && (procedure.axle === null || procedure.axle === kit.axle) ? [...has] : [],
  )
  const circuit = kits.some((k) => k.circuit) ? new Set(lines) : undefined
  const turned = (step: string, turn: 'after' | 'before') =>
    procedure.turns.flatMap((t) => (t.step === step && t.turn === turn ? t.of : []))
  return procedure.operations.map((o) => ({
    axle: procedure.axle,
    seen: seenAt(vehicle, survey, procedure.axle ?? 'rear'),
    circuit,
    from: procedure.kind,
    origin: procedure.id,
    turns: { after: turned(o.id, 'after'), before: turned(o.id, 'before') },
    operation: renamed(o, id, fastener),
  }))
}

/** What an operation is recognized by in other instructions: parts that come off or go back, fasteners that get their torque. */
function mainThing({ takesOff, refits, torques }: Operation): string | null {
  const all = (what: string, names: readonly string[]) =>
    `${what} ${[...names]
      .map((n) => n.toLowerCase())
      .sort()
      .join(', ')}`
  if (takesOff.length) return refits.length ? null : all('off', takesOff)
  if (refits.length) return all('back', refits)
  return torques.length ? all('torque', torques) : null
}

/**
 * Whether two operations are the same work: by a name that both carry, or, of different instructions, by the parts that come off or go
 * back and the fasteners that get their torque.
 */
export function meets(a: Omit<Placed, 'seen'>, b: Omit<Placed, 'seen'>): boolean {
  const anywhere = a.operation.side === 'once' || a.axle === null || b.axle === null
  if (a.operation.same !== null && a.operation.same === b.operation.same) return a.axle === b.axle || anywhere
  if (a.axle !== b.axle || !a.origin || !b.origin || a.origin === b.origin) return false
  if (a.operation.side !== b.operation.side) return false
  const thing = mainThing(a.operation)
  return thing !== null && thing === mainThing(b.operation)
}

/**
 * What comes before what between a kit's instructions and others on the same axle: what is in the way comes off before anything is
 * mounted and goes back after, and no air before every line is connected; what they say themselves of a kit's steps counts before
 * that. What would close a circle is left to the operations' own order.
 * @param ofKits operations of kits
 * @param others operations of procedures
 * @returns both, in that order
 */
// eslint-disable-next-line complexity -- which of two instructions counts, thing by thing
export function inTurn(ofKits: readonly Placed[], others: readonly Placed[]): Placed[] {
  if (!others.length) return [...ofKits]
  const all = [...ofKits, ...others].map((p) => ({
    ...p,
    operation: { ...p.operation, after: [...p.operation.after] },
  }))
  const put = putting(all, meets)
  const kits = all.slice(0, ofKits.length)
  // What they ask for themselves comes first, also where it cannot be: a circle is then named, not passed over.
  for (const p of all.slice(ofKits.length))
    for (const k of kits) {
      const { id, same } = k.operation
      const isOne = (of: string) => of === same || (k.axle !== null && named(k.axle, of) === id)
      if (p.turns?.after.some(isOne)) p.operation.after.push(id)
      if (p.turns?.before.some(isOne)) k.operation.after.push(p.operation.id)
    }
  const carries = new Set(others.flatMap((p) => (p.operation.opens.length ? p.origin! : [])))
  for (const p of all.slice(ofKits.length)) {
    const near = kits.filter((k) => (p.axle === null || k.axle === p.axle) && !meets(k, p))
    const early = p.operation.phase !== 'bench' && p.operation.phase !== 'refit'
    if (p.operation.support !== 'ride-height' && (early || p.operation.closes.length))
      for (const k of near) if (k.operation.checks.includes('first-air')) put(p, k)
    // What the bay adds has its place from whoever adds it; what opens a carrier is a job of its own, the axle on its jack throughout.
    if (p.origin!.startsWith(ADDED_STEP) || carries.has(p.origin!) || kits.some((k) => meets(k, p))) continue
    if (p.operation.phase === 'remove') {
      for (const k of near) if (isMounting(k)) put(p, k)
    } else if (p.operation.phase === 'refit' && p.operation.support !== 'ride-height' && !bringsCurrent(p.operation))
      for (const k of near) if (isMounting(k) && k.operation.support !== 'ride-height') put(k, p)
  }
  return all
}

/** Where the kit itself goes in: lines find their own time. */
const isMounting = ({ operation: { phase } }: Placed): boolean => phase === 'mount' || phase === 'align'

const union = <T>(...lists: readonly (readonly T[])[]): T[] => [...new Set(lists.flat())]

/**
 * One operation for several that do the same: the words of the vehicle's maker where one of them is theirs, what any of them needs,
 * opens, takes off and torques.
 * @param all the first is the one whose id it keeps
 */
// eslint-disable-next-line complexity -- which of two instructions counts, thing by thing
export function asOne(all: readonly { operation: Operation; from?: Placed['from'] }[]): Operation {
  const operations = all.map((s) => s.operation)
  const words = (all.find((s) => s.from === 'vehicle') ?? all[0]!).operation
  const first = operations[0]!
  const opens = union(...operations.map((o) => o.opens))
  const closes = union(...operations.map((o) => o.closes))
  const byName = <T extends { name: string }>(lists: readonly (readonly T[])[]) => [
    ...new Map(lists.flat().map((h) => [h.name, h])).values(),
  ]
  return {
    ...words,
    id: first.id,
    support: opens.length || closes.length ? 'axle-raised' : words.support === 'any' ? first.support : words.support,
    hands: Math.max(...operations.map((o) => o.hands)),
    minutes: Math.max(...operations.map((o) => o.minutes)),
    trap: words.trap ?? operations.find((o) => o.trap)?.trap ?? null,
    caution: words.caution ?? operations.find((o) => o.caution)?.caution ?? null,
    easier: union(...operations.map((o) => o.easier)),
    tools: union(...operations.map((o) => o.tools)),
    hardware: byName(operations.map((o) => o.hardware)),
    torques: union(...operations.map((o) => o.torques)),
    disturbs: union(...operations.map((o) => o.disturbs)),
    leavesLoose: union(...operations.map((o) => o.leavesLoose)),
    takesOff: union(...operations.map((o) => o.takesOff)),
    refits: union(...operations.map((o) => o.refits)),
    fates: [...new Map(operations.flatMap((o) => o.fates).map((f) => [f.part, f])).values()],
    opens,
    closes,
    fits: union(...operations.map((o) => o.fits)),
    picture: words.picture ?? operations.find((o) => o.picture)?.picture ?? null,
    raise: words.raise ?? operations.find((o) => o.raise)?.raise ?? null,
    pressure: words.pressure ?? operations.find((o) => o.pressure)?.pressure ?? null,
    asks: union(...operations.map((o) => o.asks)),
    checks: union(...operations.map((o) => o.checks)),
    blocking: operations.some((o) => o.blocking),
  }
}
