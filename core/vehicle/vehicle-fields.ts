import { describeFields, type Field } from '../quantity'
import { axleSchema, vehicleSchema } from './schema'
import type { AxleEnd } from './axles'

/** A field of a vehicle by its place, but for those of an axle. */
export const vehicleField = describeFields(vehicleSchema, {
  make: { label: 'Make' },
  model: { label: 'Model' },
  trim: { label: 'Trim' },
  year: { label: 'Year' },
  body: { label: 'Body', choices: { pickup: 'pickup', suv: 'SUV', van: 'van', motorhome: 'motorhome' } },
  frameRails: { label: 'Frame rails' },
  drive: { label: 'Drive', choices: { rear: 'rear wheels', front: 'front wheels', all: 'all wheels' } },
  bed: { label: 'Bed', choices: { none: 'no bed', short: 'short', standard: 'standard', long: 'long', flat: 'flat' } },
  wheelbase: { label: 'Wheelbase' },
  frontOverhang: { label: 'Front overhang' },
  rearOverhang: { label: 'Rear overhang' },
  hitchBehindAxle: { label: 'Axle to ball' },
  'ratings.gvwr': { label: 'GVWR' },
  'ratings.gcwr': { label: 'GCWR' },
  'ratings.receiver': { label: 'Hitch rating' },
  'ratings.tongue': { label: 'Tongue rating' },
  gravityHeight: { label: 'Center of gravity, height' },
  ballHeight: { label: 'Ball height' },
  hitchClearance: { label: 'Hitch to ground' },
  bumperHeight: { label: 'Rear bumper height' },
  passengerTires: { label: 'Passenger tires' },
  tirePressureFull: { label: 'Pressure of the load index', hint: 'from the sidewall' },
  vin: { label: 'VIN' },
  plate: { label: 'Plate' },
})

const axleField = describeFields(axleSchema, {
  suspension: {
    label: 'Springs',
    choices: { leaf: 'leaf', coil: 'coil', 'torsion-bar': 'torsion bar', air: 'air' },
  },
  architecture: { label: 'Axle build', choices: { solid: 'solid axle', independent: 'independent' } },
  wheels: { label: 'Wheels', choices: { single: 'single wheels', dual: 'dual wheels' } },
  rating: { label: 'GAWR' },
  tireSize: { label: 'Tire size', hint: 'like 255/70R18' },
  tireIndex: { label: 'Load index', hint: 'like 121/118' },
  tireLimit: { label: 'Limit of one tire' },
  tirePressure: { label: 'Tire pressure' },
  curb: { label: 'Empty weight' },
  track: { label: 'Track' },
  springSpacing: { label: 'Between the springs' },
  motionRatio: { label: 'Spring travel over wheel travel' },
  wheelRate: { label: 'Spring rate a side' },
  wheelRateTolerance: { label: 'Spring rate, ±' },
  reboundTravel: { label: 'Travel down' },
  unsprung: { label: 'Unsprung weight' },
  tireRate: { label: 'Tire rate' },
  friction: { label: 'Spring friction', unit: 'N' },
  swayBar: { label: 'Sway bar', unit: 'N·m/rad' },
  mark: { label: 'Height mark ahead of the axle' },
})
/** Places of an axle that a form has a field for. */
export type AxlePlace = Parameters<typeof axleField>[0]
/** A field of one axle of a vehicle, by its place in the axle. */
export const axleFieldOf = (axle: AxleEnd, place: AxlePlace): Field => ({
  ...axleField(place),
  path: `${axle}.${place}`,
})
