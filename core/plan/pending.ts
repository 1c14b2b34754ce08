import type { Operation, ProcedureKind } from '../kit'
import type { AxleEnd } from '../vehicle'
import type { Side } from './names'

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
  /** Whose instructions it comes from; absent for a kit's and the plan's own. */
  from?: ProcedureKind
  /** Which instructions, by id; absent for the plan's own. */
  origin?: string
  /** It is done on the bench, whatever part of the work its instructions call it. */
  bench?: boolean
}
