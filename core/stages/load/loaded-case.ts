import type { Meters } from '../../quantity'
import type { AxleLoad, Chassis, Stand, Calibration } from '../../spring'
import type { AxleWeights, LoadCase, AxleEnd } from '../../vehicle'
import type { MeasuredBags, JobHeights } from '../measure'
import type { AxleRate } from './axle-spring'

export interface Squat {
  /** Down positive, over the axles, at the job's mark. Null where neither measured nor computable. */
  front: Meters | null
  rear: Meters | null
  frontTolerance: Meters
  rearTolerance: Meters
  /** Of each rear corner; null where left and right were not read. */
  left: Meters | null
  right: Meters | null
  source: 'measured' | 'from-rate' | 'unknown'
}

/** A load case on the vehicle, before any kit: what was read, what it weighs, how it stands. */
export interface LoadedCase {
  loadCase: LoadCase
  heights: JobHeights
  weights: AxleWeights
  /** What the load asks of the springs. */
  load: AxleLoad
  /** Of each axle; null while neither a test nor the library knows its springs. */
  rates: Record<AxleEnd, AxleRate | null>
  /** The vehicle between body and road under this load, steel alone. */
  chassis: Chassis
  /** As the springs say it stands with the load on and no air; null while no rate is known. */
  bare: Stand | null
  squat: Squat
  /** Whether the rear axle meets its stop: as measured, or as the springs say. */
  bottoms: 'measured' | 'by-rate' | null
  /** Heights of the job's own bags, as read. */
  measuredBags: MeasuredBags
  /** What readings in the shop say of springs, bags and loads; empty before there are any. */
  corrections: Corrections
}

/** What heights and pressures read in the shop say of the axles with bags; absent where nothing was read. */
export type Corrections = Partial<Record<AxleEnd, Calibration>>
