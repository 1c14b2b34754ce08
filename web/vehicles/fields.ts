import { GRAVITY, limitsOf, type Limits, type QuantityKind } from '@stout-shackle/core/quantity'
import { type AxleEnd, axleSchema, vehicleSchema, type Axle, type Vehicle } from '@stout-shackle/core/vehicle'
import type { FigurePath } from './draft'

/** A figure of the form; its limits are those of the schema. */
interface FieldSpec {
  /** Of the vehicle, or of an axle. */
  path: FigurePath
  label: string
  kind: QuantityKind
  needed?: boolean
  limits: Limits
}
type Numbers<T> = { [K in keyof T]: NonNullable<T[K]> extends number ? K : never }[keyof T] & string
type Of = [label: string, kind: QuantityKind, needed?: 'needed']

const whole = (key: Numbers<Vehicle>, [label, kind, needed]: Of): FieldSpec => ({
  path: key,
  label,
  kind,
  needed: needed === 'needed',
  limits: limitsOf(vehicleSchema.shape[key]),
})
const ofAxle = (axle: AxleEnd, key: Numbers<Axle>, [label, kind, needed]: Of): FieldSpec => ({
  path: `${axle}.${key}`,
  label,
  kind,
  needed: needed === 'needed',
  limits: limitsOf(axleSchema.shape[key]),
})
const rating = (key: keyof Vehicle['ratings'], label: string): FieldSpec => ({
  path: `ratings.${key}`,
  label,
  kind: 'mass',
  limits: limitsOf(vehicleSchema.shape.ratings.shape[key]),
})

export const DIMENSIONS: readonly FieldSpec[] = [
  whole('wheelbase', ['Wheelbase', 'length', 'needed']),
  whole('frontOverhang', ['Front overhang', 'length', 'needed']),
  whole('rearOverhang', ['Rear overhang', 'length', 'needed']),
  whole('hitchBehindAxle', ['Axle to hitch ball', 'length']),
  whole('ballHeight', ['Ball height, empty', 'length']),
  whole('hitchClearance', ['Under the hitch, empty', 'length']),
  whole('bumperHeight', ['Rear bumper, empty', 'length']),
  whole('gravityHeight', ['Center of gravity, up', 'length']),
  whole('tirePressureFull', ['Load index holds at', 'pressure']),
]
export const RATINGS: readonly FieldSpec[] = [
  rating('gvwr', 'GVWR'),
  ofAxle('front', 'rating', ['GAWR front', 'mass']),
  ofAxle('rear', 'rating', ['GAWR rear', 'mass']),
  rating('receiver', 'Receiver'),
  rating('tongue', 'Tongue'),
  rating('gcwr', 'GCWR'),
]
/** Figures of one axle, in the order of the form. */
export function axleFields(axle: AxleEnd): FieldSpec[] {
  const End = axle === 'front' ? 'Front' : 'Rear'
  return [
    ofAxle(axle, 'curb', [`${End} axle, empty`, 'mass', 'needed']),
    ofAxle(axle, 'unsprung', [`${End} axle unsprung`, 'mass', 'needed']),
    ofAxle(axle, 'track', [`${End} track`, 'length', 'needed']),
    ofAxle(axle, 'springSpacing', [`Between ${axle} springs`, 'length', 'needed']),
    ofAxle(axle, 'tireLimit', [`${End} tire limit, each`, 'mass']),
    ofAxle(axle, 'tirePressure', [`${End} tires, cold`, 'pressure']),
    ofAxle(axle, 'tireRate', [`${End} tire rate, one tire`, 'rate']),
    ofAxle(axle, 'wheelRate', [`${End} wheel rate, a side`, 'rate']),
    ofAxle(axle, 'wheelRateTolerance', [`${End} wheel rate, ±`, 'rate', 'needed']),
    ofAxle(axle, 'reboundTravel', [`${End} travel down`, 'length']),
    ofAxle(axle, 'mark', [`${End} mark ahead of axle`, 'length', 'needed']),
  ]
}
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
export const MOTION_RATIO = limitsOf(axleSchema.shape.motionRatio)
/** The most that the schema takes for a figure known by another unit. */
export const derivedMax = (key: (typeof DERIVED)[number]['key']): number => limitsOf(axleSchema.shape[key]).max
