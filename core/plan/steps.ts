import { conditionsHold, seenAt, type Kit, type Operation, type Seen } from '../kit'
import type { AxleEnd } from '../spring'
import type { Survey, Vehicle } from '../vehicle'
import {
  closingOperations,
  lineOperations,
  lugNuts,
  oldHelperOperation,
  openingOperations,
  takeOffOperations,
  WHEEL_NUTS,
} from './shop-operations'
export type Side = 'left' | 'right'
export type SupportState = 'on-wheels' | 'axle-hanging' | 'axle-raised' | 'frame-raised'
export interface StandState {
  support: SupportState
  /** Of the axle that is up. */
  wheels: 'on' | 'off'
  /** Which end is up; null on its wheels. */
  axle: AxleEnd | null
}
/** A kit of a job and what is done with it on this visit. */
export interface PlannedKit {
  kit: Kit
  work: 'fit' | 'keep' | 'take-off'
}

/** One thing to do on one side, before it has a place in the order. */
export interface PendingStep {
  id: string
  operation: Operation
  side: Side | null
  /** Which axle it is done at; null for the whole vehicle. */
  axle: AxleEnd | null
  /** Ids of steps that come first. */
  after: string[]
  /** A survey answer is missing that decides whether this is needed at all. */
  unsure: boolean
}

export interface PlanChoices {
  /** Some shops take the wheels off, others raise the frame until the tire is out of the way. */
  wheels: 'off' | 'on'
}

/** Reaching past a fitted wheel takes longer; what a shop finds (common practice, no published source). */
const WHEELS_ON_SLOWER = 1.25

/** Names of the front kit's operations and fasteners, so that two kits never share one; the rear kit's stay as they are. */
const named = (axle: AxleEnd, id: string): string => (axle === 'front' ? `front-${id}` : id)
/**
 * Fasteners of a kit as the plan names them.
 * @returns the lug nuts are the vehicle's, and keep their name at both axles
 */
export const fastenerId = (axle: AxleEnd, id: string): string => (id === WHEEL_NUTS ? id : named(axle, id))

/** An operation at an axle, with what is known of it there. */
interface Placed {
  operation: Operation
  axle: AxleEnd | null
  seen: Seen | null
}

/** An operation of one kit as the plan names it. */
function placed(axle: AxleEnd, operation: Operation, seen: Seen): Placed {
  const id = (own: string) => named(axle, own)
  const fastener = (own: string) => fastenerId(axle, own)
  return {
    axle,
    seen,
    operation: {
      ...operation,
      id: id(operation.id),
      after: operation.after.map(id),
      torques: operation.torques.map(fastener),
      disturbs: operation.disturbs.map(fastener),
      leavesLoose: operation.leavesLoose.map(fastener),
    },
  }
}

/**
 * Operations of a job's kits that this vehicle needs, once for each side they are done on.
 *
 * Precedence refers to the same side where both are sided, and to every side otherwise. An operation that is not
 * needed hands its own predecessors on, so that dropping it never frees its followers.
 * @param kits those that are fitted or come off; one that stays on asks for nothing
 */
export function pendingSteps(
  kits: readonly PlannedKit[],
  vehicle: Vehicle,
  survey: Survey,
  choices: PlanChoices,
): PendingStep[] {
  const worked = kits.filter(({ work }) => work !== 'keep')
  const axles = [...new Set(worked.map(({ kit }) => kit.axle))]
  const ofKits = worked.flatMap((planned): Placed[] => {
    const { kit } = planned
    const seen = seenAt(vehicle, survey, kit.axle)
    const other = worked.find((w) => w !== planned && w.kit.axle === kit.axle)
    if (planned.work === 'take-off')
      return takeOffOperations(planned, other !== undefined).map((o) => placed(kit.axle, withWheels(o, choices), seen))
    const helper = oldHelperOperation(kit, survey)
    const lines = lineOperations(kit, vehicle, survey)
    // What was on it comes off before anything but the bench is begun with.
    const first = other ? takeOffOperations(other, true).map((o) => o.id) : []
    return [...kit.operations, ...helper, ...(lines ? [lines.clear, lines.back] : [])].map((o) => {
      const after = [
        ...o.after,
        ...(o.phase === 'bench' ? [] : first),
        ...(lines && o.phase !== 'bench' && o !== lines.clear ? [lines.clear.id] : []),
        ...(o.phase === 'mount' ? helper.map((e) => e.id) : []),
      ]
      return placed(kit.axle, withWheels({ ...o, after }, choices), seen)
    })
  })
  const whole = (o: Operation): Placed => ({ operation: o, axle: null, seen: null })
  const ids = ofKits.map((p) => p.operation.id)
  const standing = atRideHeight(ofKits)
  const nuts =
    choices.wheels === 'on'
      ? []
      : axles.map((axle): Placed => ({
          axle,
          seen: null,
          operation: {
            ...lugNuts(),
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
  const operations: Placed[] = worked.length
    ? [...openingOperations(vehicle, survey, axles).map(whole), ...settled, ...nuts, ...closing.map(whole)]
    : []
  const holdsOf = ({ operation, seen }: Placed) => (seen ? conditionsHold(operation.when, seen) : true)
  const sides = (p: Placed) => sidesOf(p, survey)
  const kept = operations.filter((p) => holdsOf(p) !== false && sides(p).length > 0)
  const byId = new Map(operations.map((p) => [p.operation.id, p]))
  const keptIds = new Set(kept.map((p) => p.operation.id))
  const standIns = (id: string, seen = new Set<string>()): string[] => {
    if (keptIds.has(id)) return [id]
    if (seen.has(id)) return []
    seen.add(id)
    return (byId.get(id)?.operation.after ?? []).flatMap((before) => standIns(before, seen))
  }
  return kept.flatMap((p) =>
    sides(p).map((side) => ({
      id: stepId(p.operation.id, side),
      operation: p.operation,
      side,
      axle: p.axle,
      unsure: holdsOf(p) === null,
      after: [...new Set(p.operation.after.flatMap((id) => standIns(id)))].flatMap((id) => {
        const before = sides(byId.get(id)!)
        return (side !== null && before.includes(side) ? [side] : before).map((s) => stepId(id, s))
      }),
    })),
  )
}

/** Whether it is done with an end of the vehicle up. */
const isRaised = ({ support, wheels }: Operation): boolean =>
  wheels === 'off' || support === 'axle-hanging' || support === 'axle-raised' || support === 'frame-raised'

/** Operations done as it stands, and all that waits for them. */
function atRideHeight(placed: readonly Placed[]): Set<string> {
  const found = new Set(placed.filter((p) => p.operation.support === 'ride-height').map((p) => p.operation.id))
  for (let more = true; more;) {
    more = false
    for (const { operation } of placed)
      if (!found.has(operation.id) && operation.after.some((id) => found.has(id))) {
        found.add(operation.id)
        more = true
      }
  }
  return found
}

const stepId = (operation: string, side: Side | null): string => (side ? `${operation}:${side}` : operation)

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

function withWheels(operation: Operation, { wheels }: PlanChoices): Operation {
  if (wheels === 'off' || operation.wheels !== 'off') return operation
  return {
    ...operation,
    wheels: 'on',
    support: 'frame-raised',
    minutes: operation.minutes * WHEELS_ON_SLOWER,
  }
}
