import {
  ancestorsOf,
  circuitAsked,
  conditionsHold,
  factOf,
  seenAt,
  stepsBehindAir,
  type Operation,
  type Procedure,
  type Recheck,
  type Seen,
} from '../kit'
import { isBelow } from '../quantity'
import { AXLES, type AxleEnd, type Survey, type SurveyKey, type Vehicle } from '../vehicle'
import {
  fastenerId,
  isFromElsewhere,
  isRaised,
  named,
  renamed,
  stepId,
  type Placed,
  type PlannedKit,
  type Side,
  WHEEL_NUTS,
} from './names'
import { compressorInTurn, isFilledByCompressor } from './compressor'
import { coversInTurn } from './hiding'
import type { PendingStep } from './pending'
import { recheckSteps } from './recheck'
import { asOne, inTurn, meets, procedureOperations, proceduresUsed } from './procedures'
import {
  airOperations,
  brakeValve,
  closingOperations,
  lineOperations,
  lugNuts,
  nickLook,
  oldHelperOperation,
  standingChecks,
  watchTravel,
  openingOperations,
  takeOffOperations,
  torqueLook,
} from './shop-operations'
export interface PlanChoices {
  /** Some shops take the wheels off, others raise the frame until the tire is out of the way. */
  wheels: 'off' | 'on'
  /** Floor jack and stands, or a two-post lift with a pole jack; the floor where nothing is said. */
  lift?: 'floor' | 'lift' | undefined
  crew?: 1 | 2 | undefined
}

/** Reaching past a fitted wheel takes longer; what a shop finds (common practice, no published source). */
const WHEELS_ON_SLOWER = 1.25

/** An operation of one kit as the plan names it. */
function placed({ kit: { axle, id: kit }, circuit }: PlannedKit, operation: Operation, facts: Seen): Placed {
  const operationNames = (id: string) => named(axle, id)
  const namedHere = renamed(operation, operationNames, (f) => fastenerId(axle, f))
  return { axle, seen: facts, circuit, origin: kit, operation: namedHere }
}

/**
 * Operations of a job's kits that this vehicle needs, once for each side they are done on.
 *
 * Precedence refers to the same side where both are sided, and to every side otherwise. An operation that is not
 * needed hands its own predecessors on, so that dropping it never frees its followers.
 * @param kits those that are fitted or come off; one that stays on asks for nothing
 * @param procedures of the vehicle, the shop and accessories, beside the kits'
 * @param wheelsOff axles whose wheels came off though no step asks for it
 * @param recheck what a short visit looks at again, behind all other work
 */
// eslint-disable-next-line max-lines-per-function -- the operations of a job in the order in which they meet
export function pendingSteps(
  kits: readonly PlannedKit[],
  vehicle: Vehicle,
  survey: Survey,
  {
    choices,
    procedures = [],
    wheelsOff = [],
    recheck = null,
  }: {
    choices: PlanChoices
    procedures?: readonly Procedure[]
    wheelsOff?: readonly AxleEnd[]
    recheck?: Recheck | null
  },
): PendingStep[] {
  const worked = kits.filter(({ work }) => work !== 'keep')
  const used = proceduresUsed(kits, procedures, vehicle, survey)
  const fitted = worked.filter(({ work }) => work === 'fit')
  const axles = [...new Set([...axlesOf(worked), ...used.flatMap((p) => p.axle ?? [])])]
  const filling = { vehicle, compressor: isFilledByCompressor(fitted, used), bothEnds: axlesOf(fitted).length > 1 }
  const ofTheirs = worked.flatMap((planned): Placed[] => {
    const { kit } = planned
    const facts = seenAt(vehicle, survey, kit.axle)
    const other = worked.find((w) => w !== planned && w.kit.axle === kit.axle)
    if (planned.work === 'take-off')
      return takeOffOperations(planned, other !== undefined).map((o) => placed(planned, withWheels(o, choices), facts))
    const operationsHere = operationsOf(planned, facts)
    const helper = oldHelperOperation(kit, survey)
    const looked = planned.work === 'fit' ? nickLook(kit, survey) : []
    const watched = watchTravel(kit, operationsHere, vehicle)
    const lines = lineOperations(kit, vehicle, survey)
    // What was on it comes off before anything but the bench is begun with.
    const first = other ? takeOffOperations(other, true).map((o) => o.id) : []
    const air = airOperations(kit, operationsHere, filling)
    // What reassembly hides is soaped first.
    const soaped = [...operationsHere, ...air].filter((o) => o.checks.includes('connections')).map((o) => o.id)
    const filled = air.filter((o) => o.checks.includes('first-air')).map((o) => o.id)
    const withAir = stepsBehindAir({ operations: operationsHere })
    const hides = hidingJoints(kit, operationsHere)
    const early = new Set([...stepsBefore('align', operationsHere), ...benchWork(operationsHere)])
    const aside = [lines.clear, ...lines.eased, lines.back].filter((o) => o !== null)
    const behindMounts = stepsBehindMounts(operationsHere)
    const beforeLines = stepsBefore('lines', operationsHere)
    const eased = lines.eased.filter((o) => o.phase === 'mount').map((o) => o.id)
    const isFinal = (o: Operation) => o.phase === 'torque' && o.support !== 'ride-height' && !early.has(o.id)
    const idsOf = (list: readonly Operation[]) => list.map((e) => e.id)
    const waits: readonly (readonly [isWaiting: (o: Operation) => boolean, of: readonly string[]])[] = [
      // A torque that the instructions have before the bag is squared stands where they put it.
      [isFinal, idsOf(watched)],
      // What its own order has before the lines waits for no soap: the lines wait for it.
      [(o) => !beforeLines.has(o.id) && (hides.has(o.id) || isRefitStanding(o)), soaped],
      [(o) => withAir.has(o.id), filled],
      [(o) => o.phase !== 'bench', first],
      [(o) => o.phase !== 'bench' && o !== lines.clear, lines.clear ? [lines.clear.id] : []],
      [(o) => o.phase === 'align' || o.phase === 'torque', eased],
      [(o) => o.phase === 'mount', idsOf(helper)],
      [(o) => o.phase === 'lines' && behindMounts.has(o.id), idsOf(looked)],
    ]
    return [...operationsHere, ...helper, ...looked, ...watched, ...air, ...aside].map((o) => {
      const after = [...o.after, ...waits.flatMap(([isWaiting, of]) => (isWaiting(o) ? of : []))]
      return placed(planned, withWheels({ ...o, after }, choices), facts)
    })
  })
  const looked = kits
    .filter(isFromElsewhere)
    .flatMap((planned) =>
      torqueLook(planned.kit).map((o) => placed(planned, o, seenAt(vehicle, survey, planned.kit.axle))),
    )
  const ofWork = compressorInTurn(
    inTurn(
      [...ofTheirs, ...looked],
      used
        .flatMap((p) => procedureOperations(p, kits, vehicle, survey))
        .map((p) => ({ ...p, operation: withWheels(p.operation, choices) })),
    ),
    kits,
    used,
  )
  const soaping = new Set(worked.map(({ kit }) => named(kit.axle, 'soap')))
  const ofKits = coversInTurn(ofWork, soaping)
  const whole = (o: Operation): Placed => ({ operation: o, axle: null, seen: null })
  const ids = ofKits.map((p) => p.operation.id)
  const standing = atRideHeight(ofKits)
  const isBare = (axle: AxleEnd) =>
    choices.wheels === 'off' && ofKits.some((p) => p.axle === axle && p.operation.wheels === 'off')
  const nuts = AXLES.filter((axle) => isBare(axle) || wheelsOff.includes(axle)).map((axle): Placed => ({
    axle,
    seen: null,
    operation: {
      ...lugNuts(vehicle[axle].wheels === 'dual'),
      id: named(axle, WHEEL_NUTS),
      after: ofKits.filter((p) => p.axle === axle && isRaised(p.operation)).map((p) => p.operation.id),
    },
  }))
  // It stands on lug nuts that have their torque before it rolls, and is settled before anything is torqued at ride height.
  const closing = closingOperations(vehicle, survey, worked, [
    ...ids.filter((id) => !standing.has(id)),
    ...nuts.map((n) => n.operation.id),
  ])
  const settled = ofKits.map((p): Placed =>
    p.operation.support === 'ride-height'
      ? { ...p, operation: { ...p.operation, after: [...p.operation.after, ...closing.map((o) => o.id)] } }
      : p,
  )
  const valve = fitted.length ? brakeValve(survey, [...closing.map((o) => o.id)]) : []
  const looks = worked.flatMap(({ kit, work }): Placed[] =>
    work === 'fit'
      ? standingChecks(kit, [
          ...closing.map((o) => o.id),
          // All that is mounted or torqued at this axle, whoever asks for it: what is read before that proves nothing.
          ...ofKits.flatMap((p) => (p.axle === kit.axle ? p.operation.id : [])),
        ]).map((o) => ({ axle: kit.axle, seen: null, operation: { ...o, id: named(kit.axle, o.id) } }))
      : [],
  )
  const operations: Placed[] =
    ofKits.length + nuts.length
      ? [
          ...openingOperations(vehicle, survey, axles).map(whole),
          ...settled,
          ...nuts,
          ...closing.map(whole),
          ...valve.map(whole),
          ...looks,
        ]
      : []
  // What a step of this plan asks first is no doubt of the plan: what hangs on it comes in when it was found.
  const questions = new Set(operations.flatMap((p) => p.operation.asks))
  const holdsOf = ({ operation, seen: known, circuit }: Placed) => {
    if (circuit && !circuitAsked(operation).every((word) => circuit.has(word))) return false
    const isHeld = known ? conditionsHold(operation.when, known) : true
    const later =
      isHeld === null && operation.when.some((c) => questions.has(factOf(c) as SurveyKey) && known![factOf(c)] === null)
    return later ? false : isHeld
  }
  const sides = (p: Placed) => sidesOf(p, survey)
  const needed = operations.filter((p) => holdsOf(p) !== false && sides(p).length > 0)
  const onBench = benchWork(operations.map((p) => p.operation))
  const byId = new Map(operations.map((p) => [p.operation.id, p]))
  const keptIds = new Set(needed.map((p) => p.operation.id))
  const standIns = (id: string, visited = new Set<string>()): string[] => {
    if (keptIds.has(id)) return [id]
    if (visited.has(id)) return []
    visited.add(id)
    return (byId.get(id)?.operation.after ?? []).flatMap((before) => standIns(before, visited))
  }
  const steps = needed.flatMap((p) =>
    sides(p).map((side): PendingStep => ({
      id: stepId(p.operation.id, side),
      operation: p.operation,
      side,
      axle: p.axle,
      unsure: holdsOf(p) === null,
      ...(onBench.has(p.operation.id) ? { bench: true } : {}),
      ...(p.from ? { from: p.from } : {}),
      ...(p.origin ? { origin: p.origin } : {}),
      after: [...new Set(p.operation.after.flatMap((id) => standIns(id)))].flatMap((id) => {
        const before = sides(byId.get(id)!)
        const own = side !== null && before.includes(side) && !p.operation.bothFirst
        return (own ? [side] : before).map((s) => stepId(id, s))
      }),
    })),
  )
  const once = onceEach(steps)
  return recheck
    ? [
        ...once,
        ...recheckSteps(
          recheck,
          once.map((s) => s.id),
        ),
      ]
    : once
}

/**
 * Operations of a kit by the way of working that was chosen, with what they need on this vehicle, each after the ones that torque what
 * has its torque before theirs.
 */
function operationsOf({ kit, method }: PlannedKit, facts: Seen): Operation[] {
  const way = method ?? kit.methods.find((m) => m.instructed)?.id ?? null
  const tightenedBy = new Map<string, string[]>()
  for (const o of kit.operations) for (const f of o.torques) tightenedBy.set(f, [...(tightenedBy.get(f) ?? []), o.id])
  const first = (id: string) =>
    (kit.fasteners.find((f) => f.id === id)?.after ?? []).flatMap((before) => tightenedBy.get(before) ?? [])
  const hidden = (by: string) => kit.operations.flatMap((o) => (o.hiddenBy === by ? o.id : []))
  return kit.operations
    .filter((o) => o.method === null || o.method === way)
    .map((o) => withFirstAir(o, kit))
    .map((o) => ({
      ...o,
      after: [...new Set([...o.after, ...o.torques.flatMap(first), ...hidden(o.id)])].filter((id) => id !== o.id),
      hardware: o.hardware.filter((h) => conditionsHold(h.when, facts) !== false),
    }))
}

/** A step done with at least the min in the bags is the first air of its kit: read there, and not once more. */
function withFirstAir(o: Operation, { bag }: PlannedKit['kit']): Operation {
  if (!o.pressure || !bag) return o
  const isFirst = !isBelow(o.pressure.low, bag.minimum) && !o.checks.includes('first-air')
  // Both bags are in, with their lines, before there is air in either.
  return { ...o, bothFirst: true, checks: isFirst ? [...o.checks, 'first-air'] : o.checks }
}

/**
 * Steps after which a joint of the air line, or a fitting in its thread, can't be soaped any more; not those without which there
 * is nothing to soap yet.
 */
function hidingJoints({ fasteners }: PlannedKit['kit'], operations: readonly Operation[]): Set<string> {
  const fittings = new Set(fasteners.filter((f) => f.fitting !== null).map((f) => f.id))
  const joins = (o: Operation) => o.phase === 'lines' || o.torques.some((f) => fittings.has(f))
  const refits = new Set(operations.filter((o) => o.phase === 'refit').map((o) => o.id))
  return new Set(
    operations.flatMap((o) => (o.hiddenBy !== null && refits.has(o.hiddenBy) && joins(o) ? o.hiddenBy : [])),
  )
}

/**
 * Work on the bench by whatever name: what is called so, and what is squared or torqued after nothing else, however the vehicle stands.
 */
function benchWork(operations: readonly Operation[]): ReadonlySet<string> {
  const bench = new Set(operations.filter((o) => o.phase === 'bench').map((o) => o.id))
  const finishes = (o: Operation) =>
    (o.phase === 'align' || o.phase === 'torque') && o.support === 'any' && o.wheels === 'any' && o.after.length > 0
  for (let more = true; more;) {
    more = false
    for (const o of operations)
      if (!bench.has(o.id) && finishes(o) && o.after.every((id) => bench.has(id))) {
        bench.add(o.id)
        more = true
      }
  }
  return bench
}

/** Steps that come once something of the kit is mounted, as their instructions say. */
function stepsBehindMounts(operations: readonly Operation[]): ReadonlySet<string> {
  const before = ancestorsOf(operations)
  const mounts = operations.filter((o) => o.phase === 'mount').map((o) => o.id)
  return new Set(operations.flatMap((o) => (mounts.some((m) => before(o.id).has(m)) ? o.id : [])))
}

/** Steps that have to be behind before the bags are aligned, or the lines run, as their instructions say. */
function stepsBefore(phase: 'align' | 'lines', operations: readonly Operation[]): ReadonlySet<string> {
  const before = ancestorsOf(operations)
  return new Set(operations.flatMap((o) => (o.phase === phase ? [...before(o.id)] : [])))
}
const isRefitStanding = (o: Operation) => o.phase === 'refit' && o.support === 'on-wheels' && !o.closes.length

/**
 * Steps that do the same thing at the same place, whoever asks for it, are one: after all that comes before any of them.
 */
function onceEach(steps: readonly PendingStep[]): PendingStep[] {
  const waiting: PendingStep[] = []
  const standsFor = new Map<string, string>()
  for (const s of steps) {
    // What is done once is the vehicle's, whichever end asks for it.
    const known = waiting.find((k) => k.side === s.side && meets(k, s))
    if (known) standsFor.set(s.id, known.id)
    else waiting.push(s)
  }
  if (!standsFor.size) return [...steps]
  const one = (id: string) => standsFor.get(id) ?? id
  return steps
    .filter((s) => !standsFor.has(s.id))
    .map((s) => {
      const others = steps.filter((o) => standsFor.get(o.id) === s.id)
      const after = [...new Set([s, ...others].flatMap((o) => o.after.map(one)))].filter((id) => id !== s.id)
      return others.length ? { ...s, operation: asOne([s, ...others]), after } : { ...s, after }
    })
}

const axlesOf = (kits: readonly PlannedKit[]): AxleEnd[] => [...new Set(kits.map(({ kit }) => kit.axle))]

/** Operations done as it stands, all that waits for them, and what is the same work in other instructions. */
function atRideHeight(placed: readonly Placed[]): Set<string> {
  const found = new Set(placed.filter((p) => p.operation.support === 'ride-height').map((p) => p.operation.id))
  for (let more = true; more;) {
    more = false
    for (const p of placed)
      if (
        !found.has(p.operation.id) &&
        (p.operation.after.some((id) => found.has(id)) || placed.some((q) => found.has(q.operation.id) && meets(p, q)))
      ) {
        found.add(p.operation.id)
        more = true
      }
  }
  return found
}

function sidesOf({ operation, axle }: Placed, survey: Survey): (Side | null)[] {
  const exhaust = survey[axle ?? 'rear'].exhaustSide
  switch (operation.side) {
    case 'once':
      return [null]
    case 'each':
      return ['left', 'right']
    case 'exhaust-side':
      switch (exhaust) {
        case 'none':
          return []
        case 'both':
          return ['left', 'right']
        case null:
          return [null]
        default:
          return [exhaust]
      }
    default:
      return [operation.side]
  }
}

function withWheels(operation: Operation, { wheels, lift }: PlanChoices): Operation {
  if (wheels === 'off' || operation.wheels !== 'off') return operation
  return {
    ...operation,
    wheels: 'on',
    // What the axle is carried for it is carried for with the wheels on as well. On a lift it hangs, and the tires with it.
    support: operation.support === 'axle-raised' || lift === 'lift' ? operation.support : 'frame-raised',
    minutes: operation.minutes * WHEELS_ON_SLOWER,
  }
}
