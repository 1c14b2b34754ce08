import { GRAVITY, limitsOf, type QuantityKind } from '@stout-shackle/core/quantity'
import { axleSchema, type Axle } from '@stout-shackle/core/vehicle'

/** Bars are known by what turns them a degree; friction by the weight that overcomes it. */
export const DERIVED: readonly { key: 'swayBar' | 'friction'; label: string; kind: QuantityKind; si: number }[] = [
  { key: 'swayBar', label: 'sway bar, a degree', kind: 'torque', si: 180 / Math.PI },
  { key: 'friction', label: 'spring friction, ±, if known', kind: 'mass', si: GRAVITY },
]
export type Stage = Axle['stages'][number]
export const STAGES: readonly { kind: Stage['kind']; label: string; adds: string }[] = [
  { kind: 'leaf', label: 'helper leaves touch after', adds: 'helper leaves add, a side' },
  { kind: 'bump-stop', label: 'on its bump stop after', adds: 'bump stop adds, a side' },
]
/** What a rubber stop usually is beside the springs it stops (common practice, no published source). */
export const USUAL_STAGE = { leaf: 50_000, 'bump-stop': 150_000 }
/** The most that the schema takes for a figure known by another unit. */
export const derivedMax = (key: (typeof DERIVED)[number]['key']): number => limitsOf(axleSchema.shape[key]).max
