import { GRAVITY, limitsOf, type Limits, type QuantityKind } from '@stout-shackle/core/quantity'
import { vehicleSchema, type Vehicle } from '@stout-shackle/core/vehicle'

/** A figure of the form; its limits are those of the schema. */
interface FieldSpec {
  key: keyof Vehicle
  label: string
  kind: QuantityKind
  needed?: boolean
}
export const DIMENSIONS: readonly FieldSpec[] = [
  { key: 'wheelbase', label: 'Wheelbase', kind: 'length', needed: true },
  { key: 'frontOverhang', label: 'Front overhang', kind: 'length', needed: true },
  { key: 'rearOverhang', label: 'Rear overhang', kind: 'length', needed: true },
  { key: 'hitchBehindAxle', label: 'Axle to hitch ball', kind: 'length' },
  { key: 'track', label: 'Rear track', kind: 'length', needed: true },
  { key: 'springSpacing', label: 'Between rear springs', kind: 'length', needed: true },
  { key: 'reboundTravel', label: 'Rear travel down', kind: 'length' },
  { key: 'ballHeight', label: 'Ball height, empty', kind: 'length' },
  { key: 'hitchClearance', label: 'Under the hitch, empty', kind: 'length' },
  { key: 'bumperHeight', label: 'Rear bumper, empty', kind: 'length' },
  { key: 'gravityHeight', label: 'Center of gravity, up', kind: 'length' },
  { key: 'markFront', label: 'Front mark ahead of axle', kind: 'length', needed: true },
  { key: 'markRear', label: 'Rear mark ahead of axle', kind: 'length', needed: true },
]
export const WEIGHTS: readonly FieldSpec[] = [
  { key: 'curbFront', label: 'Front axle, empty', kind: 'mass', needed: true },
  { key: 'curbRear', label: 'Rear axle, empty', kind: 'mass', needed: true },
  { key: 'rearUnsprung', label: 'Rear axle unsprung', kind: 'mass', needed: true },
  { key: 'frontUnsprung', label: 'Front axle unsprung', kind: 'mass' },
  { key: 'tireLimitFront', label: 'Front tire limit, each', kind: 'mass' },
  { key: 'tireLimitRear', label: 'Rear tire limit, each', kind: 'mass' },
  { key: 'tirePressureFront', label: 'Front tires, cold', kind: 'pressure' },
  { key: 'tirePressureRear', label: 'Rear tires, cold', kind: 'pressure' },
  { key: 'tirePressureFull', label: 'Their index holds at', kind: 'pressure' },
]
export const RATES: readonly FieldSpec[] = [
  { key: 'frontWheelRate', label: 'Front wheel rate, a side', kind: 'rate' },
  { key: 'rearWheelRate', label: 'Rear wheel rate, a side', kind: 'rate' },
  { key: 'rearWheelRateTolerance', label: '±', kind: 'rate', needed: true },
  { key: 'tireRate', label: 'Tire rate, one tire', kind: 'rate' },
]
/** Bars are known by what turns them a degree; friction by the weight that overcomes it. */
export const DERIVED: readonly {
  key: 'swayBarFront' | 'swayBarRear' | 'rearFriction'
  label: string
  kind: QuantityKind
  si: number
}[] = [
  { key: 'swayBarFront', label: 'Front sway bar, a degree', kind: 'torque', si: 180 / Math.PI },
  { key: 'swayBarRear', label: 'Rear sway bar, a degree', kind: 'torque', si: 180 / Math.PI },
  { key: 'rearFriction', label: 'Rear spring friction, ±, if known', kind: 'mass', si: GRAVITY },
]
export type Stage = Vehicle['rearStages'][number]
export const STAGES: readonly { kind: Stage['kind']; label: string; adds: string }[] = [
  { kind: 'leaf', label: 'Helper leaves touch after', adds: 'and add, a side' },
  { kind: 'bump-stop', label: 'On its bump stop after', adds: 'which adds, a side' },
]
/** What a rubber stop usually is beside the springs it stops (common practice, no published source). */
export const USUAL_STAGE = { leaf: 50_000, 'bump-stop': 150_000 }
export const RATINGS: readonly { key: keyof Vehicle['ratings']; label: string }[] = [
  { key: 'gvwr', label: 'GVWR' },
  { key: 'gawrFront', label: 'GAWR front' },
  { key: 'gawrRear', label: 'GAWR rear' },
  { key: 'receiver', label: 'Receiver' },
  { key: 'tongue', label: 'Tongue' },
  { key: 'gcwr', label: 'GCWR' },
]

/** What the schema takes for a figure of a vehicle. */
export const vehicleLimits = (key: FieldSpec['key']): Limits => limitsOf(vehicleSchema.shape[key])
/** What it takes for a rating. */
export const ratingLimits = (key: keyof Vehicle['ratings']): Limits => limitsOf(vehicleSchema.shape.ratings.shape[key])
