import type { Kit, Operation, ProcedureKind, Seen } from '../kit'
import type { AxleEnd } from '../spring'
import { WHEEL_NUTS } from './shop-operations'

export type Side = 'left' | 'right'
/** A kit of a job and what is done with it on this visit. */
export interface PlannedKit {
  kit: Kit
  work: 'fit' | 'keep' | 'take-off'
  /** The way of working that was chosen; null or absent for the one of the instructions. */
  method?: string | null | undefined
}

/** An operation at an axle, with what is known of it there. */
export interface Placed {
  operation: Operation
  axle: AxleEnd | null
  seen: Seen | null
  /** Whose instructions it comes from; absent for a kit's and for what the plan has of its own. */
  from?: ProcedureKind
  /** Which instructions, by id; absent for what the plan has of its own. */
  origin?: string
}

/** Names of the front kit's operations and fasteners, so that two kits never share one; the rear kit's stay as they are. */
export const named = (axle: AxleEnd, id: string): string => (axle === 'front' ? `front-${id}` : id)
/**
 * Fasteners of a kit as the plan names them.
 * @returns the lug nuts are the vehicle's, and keep their name at both axles
 */
export const fastenerId = (axle: AxleEnd, id: string): string => (id === WHEEL_NUTS ? id : named(axle, id))
