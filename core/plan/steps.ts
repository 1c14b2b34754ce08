import { conditionsHold, type Kit, type Operation } from '../kit'
import type { Survey, Vehicle } from '../vehicle'

export type Side = 'left' | 'right'
export type SupportState = 'on-wheels' | 'axle-hanging' | 'axle-raised' | 'frame-raised'
export interface StandState {
  support: SupportState
  wheels: 'on' | 'off'
}

/** One thing to do on one side, before it has a place in the order. */
export interface PendingStep {
  id: string
  operation: Operation
  side: Side | null
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

/**
 * Operations of a kit that this vehicle needs, once for each side they are done on.
 *
 * Precedence refers to the same side where both are sided, and to every side otherwise. An operation that is not
 * needed hands its own predecessors on, so that dropping it never frees its followers.
 */
export function pendingSteps(kit: Kit, vehicle: Vehicle, survey: Survey, choices: PlanChoices): PendingStep[] {
  const operations = [
    ...openingOperations(),
    ...kit.operations.map((o) => withWheels(o, choices)),
    ...closingOperations(kit, choices),
  ]
  const kept = operations.filter(
    (o) => conditionsHold(o.when, vehicle, survey) !== false && sidesOf(o, survey).length > 0,
  )
  const byId = new Map(operations.map((o) => [o.id, o]))
  const keptIds = new Set(kept.map((o) => o.id))
  const standIns = (id: string, seen = new Set<string>()): string[] => {
    if (keptIds.has(id)) return [id]
    if (seen.has(id)) return []
    seen.add(id)
    return (byId.get(id)?.after ?? []).flatMap((before) => standIns(before, seen))
  }
  return kept.flatMap((operation) =>
    sidesOf(operation, survey).map((side) => ({
      id: stepId(operation.id, side),
      operation,
      side,
      unsure: conditionsHold(operation.when, vehicle, survey) === null,
      after: [...new Set(operation.after.flatMap((id) => standIns(id)))].flatMap((id) => {
        const sides = sidesOf(byId.get(id)!, survey)
        return (side !== null && sides.includes(side) ? [side] : sides).map((s) => stepId(id, s))
      }),
    })),
  )
}

const stepId = (operation: string, side: Side | null): string => (side ? `${operation}:${side}` : operation)

function sidesOf(operation: Operation, survey: Survey): (Side | null)[] {
  switch (operation.side) {
    case 'once':
      return [null]
    case 'each':
      return ['left', 'right']
    case 'exhaust-side':
      switch (survey.exhaustSide) {
        case 'none':
          return []
        case 'both':
          return ['left', 'right']
        case null:
          return [null]
        default:
          return [survey.exhaustSide]
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

const shopOperation = (part: Pick<Operation, 'id' | 'title' | 'phase' | 'steps'> & Partial<Operation>): Operation => ({
  side: 'once',
  support: 'on-wheels',
  wheels: 'on',
  hands: 1,
  minutes: 5,
  after: [],
  when: [],
  trap: null,
  caution: null,
  tools: [],
  hardware: [],
  torques: [],
  disturbs: [],
  leavesLoose: [],
  takesOff: [],
  refits: [],
  blocking: false,
  ...part,
})

/** What every job starts with, whatever the kit. Source: common practice. */
function openingOperations(): Operation[] {
  return [
    shopOperation({
      id: 'make-safe',
      title: 'Chock it and look behind the frame',
      phase: 'bench',
      steps: [
        'Chock both front wheels, lever in park, brake on.',
        'Find the fuel, brake and electric lines behind both frame rails.',
        'Battery negative off where the instructions ask for it.',
      ],
      caution:
        'Never under a vehicle that only a jack holds. Rated stands on level, solid floor; no wood on top of stands.',
      tools: ['wheel chocks', 'inspection lamp'],
      blocking: true,
    }),
  ]
}

/** What every job ends with; everything of the kit comes first. */
function closingOperations(kit: Kit, { wheels }: PlanChoices): Operation[] {
  const after = kit.operations.map((o) => o.id)
  const settle = shopOperation({
    id: 'settle',
    title: 'Stand it on its wheels and settle it',
    phase: 'refit',
    after,
    minutes: 4,
    support: 'ride-height',
    steps: [
      'Lower it fully, roll it a length back and forth, bounce each end.',
      'Look from behind: plates parallel, nothing touching.',
    ],
    trap: 'A dished plate that cleared the axle vent in the air can sit on it now.',
    blocking: true,
  })
  if (wheels === 'on') return [settle]
  return [
    settle,
    shopOperation({
      id: 'lug-nuts',
      title: 'Torque the lug nuts, on the ground',
      phase: 'refit',
      side: 'each',
      after: ['settle'],
      minutes: 3,
      steps: ['Crosswise, to the figure of the vehicle maker.', 'Tell the owner: again after 100 miles.'],
      tools: ['torque wrench', 'lug nut socket'],
      torques: [WHEEL_NUTS],
      disturbs: [WHEEL_NUTS],
      blocking: true,
    }),
  ]
}

export const WHEEL_NUTS = 'lug-nuts'
