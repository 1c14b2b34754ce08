import type { CircuitWord } from '../fittings'
import type { Kit, Operation, ProcedureKind, Seen } from '../kit'
import type { AxleEnd } from '../vehicle'

export type Side = 'left' | 'right'
/** A kit of a job and what is done with it on this visit. */
export interface PlannedKit {
  kit: Kit
  work: 'fit' | 'keep' | 'take-off'
  /** The visit that left it on so; null or absent for one that is on from elsewhere. */
  leftBy?: string | null | undefined
  /** The way of working that was chosen; null or absent for the one of the instructions. */
  method?: string | null | undefined
  /** What the air circuit at its axle has; a step that asks for something else is left out. Absent: nothing is. */
  circuit?: ReadonlySet<CircuitWord> | undefined
}

/** A kit that is on the vehicle and that no visit here fitted: nothing of it was proved. */
export const isFromElsewhere = ({ work, leftBy }: Pick<PlannedKit, 'work' | 'leftBy'>): boolean =>
  work === 'keep' && !leftBy

/** An operation at an axle, with what is known of it there. */
export interface Placed {
  operation: Operation
  axle: AxleEnd | null
  seen: Seen | null
  /** What the air circuit there has; absent where nothing is left out for it. */
  circuit?: ReadonlySet<CircuitWord> | undefined
  /** Whose instructions it comes from; absent for a kit's and for what the plan has of its own. */
  from?: ProcedureKind
  /** Which instructions, by id; absent for what the plan has of its own. */
  origin?: string
  /** Steps of a kit that come before it and behind it, as its own instructions say. */
  turns?: { after: readonly string[]; before: readonly string[] }
}

/** Whether it is done with an end of the vehicle up. */
export const isRaised = ({ support, wheels }: Operation): boolean =>
  wheels === 'off' || support === 'axle-hanging' || support === 'axle-raised' || support === 'frame-raised'

/** Names of the front kit's operations and fasteners, so that two kits never share one; the rear kit's stay as they are. */
export const named = (axle: AxleEnd, id: string): string => (axle === 'front' ? `front-${id}` : id)
/**
 * Fasteners of a kit as the plan names them.
 * @returns the lug nuts are the vehicle's, and keep their name at both axles
 */
export const fastenerId = (axle: AxleEnd, id: string): string => (id === WHEEL_NUTS ? id : named(axle, id))

/** A kit's own name for a fastener that the plan names. */
export const ownFastener = (axle: AxleEnd, id: string): string => (axle === 'front' ? id.replace(/^front-/, '') : id)

/** An operation with the plan's names for itself, for those before it and for its fasteners. */
export const renamed = (
  operation: Operation,
  id: (idHere: string) => string,
  fastener: (name: string) => string,
): Operation => ({
  ...operation,
  id: id(operation.id),
  after: operation.after.map(id),
  easier: operation.easier.map(id),
  torques: operation.torques.map(fastener),
  disturbs: operation.disturbs.map(fastener),
  leavesLoose: operation.leavesLoose.map(fastener),
})

/** What a plan calls an operation of a procedure. */
export const procedureStep = (axle: AxleEnd | null, procedure: string, operation: string): string =>
  `${named(axle ?? 'rear', procedure)}-${operation}`
/** A step is an operation on one side, or once. */
export const stepId = (operation: string, side: Side | null): string => (side ? `${operation}:${side}` : operation)

/** The vehicle maker's own fasteners of the wheels: one figure for both axles. */
export const WHEEL_NUTS = 'lug-nuts'
