import type { AxleEnd } from '../vehicle'
import type { StandState } from '../kit'
import type { Pascals } from '../quantity'

/** What is known of the air in an axle's bags, by the latest reading. */
interface BagAir {
  left: Pascals
  right: Pascals
  /** Record that says so. */
  record: string
}

/** How the vehicle is at one moment of the work, as its records tell it. Never changed in place. */
export interface Situation {
  /** What holds frame and axle, whether the wheels of a raised end are on, and which end is up. */
  stand: StandState
  /** On its wheels, rolled a length and bounced since it came down. */
  settled: boolean
  /** What is on it: a load case, or null for nothing; `said` where somebody put that on record, not only a reading. */
  load: { loadCase: string | null; said: boolean } | null
  /** Absent where nobody read the air since it was last opened. */
  air: Partial<Record<AxleEnd, BagAir>>
}

/** A vehicle as it comes in: on its wheels; nobody has said yet what is on it. */
export const AS_IT_CAME: Situation = {
  stand: { support: 'on-wheels', wheels: 'on', axle: null },
  settled: true,
  load: null,
  air: {},
}
