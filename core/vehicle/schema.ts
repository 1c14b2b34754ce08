import { z } from 'zod'
import { bounded, type Kilograms } from '../quantity'
import { tireDiameter } from './identity'
import { slug } from './text'

export const BODIES = ['pickup', 'suv', 'van', 'motorhome'] as const
export const SUSPENSIONS = ['leaf', 'coil'] as const
export const BEDS = ['none', 'short', 'standard', 'long', 'flat'] as const

const name = (what: string, max = 60) =>
  z
    .string({ error: `${what} must be text` })
    .trim()
    .min(1, { error: `${what} is missing: type it as it stands on the papers` })
    .max(max, { error: `${what} is too long: ${max} characters max` })

const swayBar = (what: string) =>
  z
    .number({ error: `${what} must be a number, N·m a radian` })
    .min(0, { error: `${what} cannot be below zero` })
    .max(300_000, { error: `${what} above 300 000 N·m a radian is more than any road vehicle has` })
    .default(0)

/** A rating or `null` where nobody has looked it up. */
const rating = bounded('mass', 50, 30_000).nullable()

const LOAD_INDEX_TEXT = /^\d{2,3}(?:\/\d{2,3})?$/
/** Load index as on the sidewall, `121/118` (single/dual) or `116`; null where the limit was typed instead. */
const loadIndex = z
  .string()
  .trim()
  .regex(LOAD_INDEX_TEXT, { error: 'Load index must read like 121/118 or 116' })
  .nullable()
  .default(null)

/** Anything that comes in beside the springs after some squat: helper leaves, then a bump stop. */
export const stageSchema = z.strictObject({
  kind: z.enum(['leaf', 'bump-stop'], { error: 'a stage is leaf or bump-stop' }),
  /** Squat over the springs, from empty, at which it touches. */
  at: bounded('length', 0, 0.4),
  /** Rate it adds, a side. */
  adds: bounded('rate', 1_000, 2_000_000),
})

/** A vehicle as the shop knows it: what does not change between visits. SI throughout. */
export const vehicleSchema = z
  .strictObject({
    id: slug(),
    make: name('Make'),
    model: name('Model'),
    /** Which version of the model; empty where nobody distinguishes them. */
    trim: z
      .string({ error: 'Trim must be text' })
      .trim()
      .max(60, { error: 'Trim is too long: 60 characters max' })
      .default(''),
    /** Platform of the library that it is built on; null where it stands alone. */
    platform: z
      .string()
      .regex(/^[a-z0-9][a-z0-9-]{0,59}$/, { error: 'must be the id of a platform' })
      .nullable()
      .default(null),
    year: z
      .number({ error: 'Year must be a whole number, for example 2019' })
      .int({ error: 'Year must be a whole number' })
      .min(1950, { error: 'Year must be 1950 or later' })
      .max(2100, { error: 'Year must be 2100 or earlier' }),
    body: z.enum(BODIES, { error: `Body must be one of ${BODIES.join(', ')}` }),
    suspension: z.enum(SUSPENSIONS, { error: 'Rear suspension must be leaf or coil' }),
    rearWheels: z.enum(['single', 'dual'], { error: 'Rear wheels must be single or dual' }),
    drive: z.enum(['rear', 'front', 'all'], { error: 'Drive must be rear, front or all' }),
    /** Load bed; null where nobody has said. */
    bed: z
      .enum(BEDS, { error: `Bed must be one of ${BEDS.join(', ')}` })
      .nullable()
      .default(null),
    wheelbase: bounded('length', 1.5, 9),
    frontOverhang: bounded('length', 0.3, 2.5),
    rearOverhang: bounded('length', 0.3, 5),
    /** Rear axle to hitch ball, positive behind; null where no hitch is fitted. */
    hitchBehindAxle: bounded('length', 0.3, 6).nullable(),
    track: bounded('length', 1, 2.6),
    /** Between the centers of the two rear springs. */
    springSpacing: bounded('length', 0.5, 2),
    tireSize: z
      .string()
      .trim()
      .max(30)
      .refine((size) => tireDiameter(size) !== null, {
        error: 'Tire size must read like 255/70R18, LT245/75R16E, 35x12.50R20LT or 8R19.5',
      }),
    /** Load limit of one tire as mounted (dual value on dual rear wheels), at the pressure it is run at. */
    tireLimitFront: rating,
    tireLimitRear: rating,
    tireIndexFront: loadIndex,
    tireIndexRear: loadIndex,
    /** Passenger tires on a truck, van or motorhome carry less than their index says. */
    passengerTires: z.boolean().default(false),
    /** Cold, as they are run; null where nobody has looked. */
    tirePressureFront: bounded('pressure', 50_000, 1_200_000).nullable().default(null),
    tirePressureRear: bounded('pressure', 50_000, 1_200_000).nullable().default(null),
    /** Cold pressure at which the load index holds, from sidewall or tire table. */
    tirePressureFull: bounded('pressure', 50_000, 1_200_000).nullable().default(null),
    /** One tire's vertical rate; null where unknown. */
    tireRate: bounded('rate', 50_000, 2_000_000).nullable(),
    curbFront: bounded('mass', 200, 12_000),
    curbRear: bounded('mass', 200, 15_000),
    /** Axle, wheels and half the springs: what the rear springs do not carry. */
    rearUnsprung: bounded('mass', 40, 1_500),
    /** The same of the front; null where unknown: then as heavy as the rear's. */
    frontUnsprung: bounded('mass', 30, 1_500).nullable().default(null),
    ratings: z.strictObject({
      gvwr: rating,
      gawrFront: rating,
      gawrRear: rating,
      receiver: rating,
      tongue: rating,
      gcwr: bounded('mass', 500, 60_000).nullable(),
    }),
    /** Wheel rate of one side; null where unknown. `tolerance` is its plus-or-minus. */
    frontWheelRate: bounded('rate', 5_000, 400_000).nullable(),
    rearWheelRate: bounded('rate', 5_000, 400_000).nullable(),
    rearWheelRateTolerance: bounded('rate', 0, 200_000),
    /** Helper leaves and bump stop of the rear, in the order they touch. */
    rearStages: z.array(stageSchema).max(3, { error: 'three stages max' }).default([]),
    /** Half the force between loading and unloading the rear springs, both sides, N; null where never measured. */
    rearFriction: z
      .number({ error: 'Rear spring friction must be a number of newtons' })
      .min(0, { error: 'Rear spring friction cannot be below zero' })
      .max(5_000, { error: 'Rear spring friction above 5000 N is too much: check it' })
      .nullable()
      .default(null),
    /** Sway bars, at the wheels; 0 for none. */
    swayBarFront: swayBar('Front sway bar'),
    swayBarRear: swayBar('Rear sway bar'),
    /** Center of gravity above the ground, empty; null where unknown. */
    gravityHeight: bounded('length', 0.3, 2.5).nullable().default(null),
    /** Ball, lowest point of the hitch and rear bumper above the ground, empty. */
    ballHeight: bounded('length', 0.15, 1.5).nullable().default(null),
    hitchClearance: bounded('length', 0.05, 1.2).nullable().default(null),
    bumperHeight: bounded('length', 0.2, 1.5).nullable().default(null),
    /** How far ahead of its axle each height mark sits; 0 for a lip mark over the wheel's center. */
    markFront: bounded('length', -1.5, 1.5).default(0),
    markRear: bounded('length', -1.5, 1.5).default(0),
    /** Rear axle's free travel down from ride height until shock or strap stops it. */
    reboundTravel: bounded('length', 0.02, 0.4).nullable(),
    vin: z.string().trim().toUpperCase().max(17, { error: 'A VIN has 17 characters' }).nullable(),
  })
  .refine((v) => v.rearStages.every((s, i) => i === 0 || s.at >= v.rearStages[i - 1]!.at), {
    path: ['rearStages'],
    error: 'Stages must stand in the order they touch',
  })
  .refine((v) => v.frontOverhang < v.wheelbase, {
    path: ['frontOverhang'],
    error: 'Front overhang is longer than the wheelbase: check which was measured',
  })

export type Vehicle = z.infer<typeof vehicleSchema>

export const surveySchema = z.strictObject({
  /** Height of the block between leaf pack and axle; 0 where there is none. */
  liftBlock: bounded('length', 0, 0.25).nullable(),
  otherLift: z.boolean().nullable(),
  bumpStop: z.enum(['two-bolt', 'three-bolt', 'twist-in', 'on-leaf', 'on-axle', 'none']).nullable(),
  exhaustSide: z.enum(['left', 'right', 'both', 'none']).nullable(),
  exhaustDiameter: bounded('length', 0.02, 0.2).nullable(),
  exhaustFactory: z.boolean().nullable(),
  spareUnderBed: z.boolean().nullable(),
  parkingBrake: z.enum(['cable', 'electric']).nullable(),
  brakeLines: z.enum(['inside', 'outside']).nullable(),
  hitchRails: z.boolean().nullable(),
  runningBoards: z.boolean().nullable(),
  axleVent: z.enum(['left', 'right', 'center', 'none']).nullable(),
  loadSensingValve: z.boolean().nullable(),
  factoryAir: z.boolean().nullable(),
  springsChanged: z.boolean().nullable(),
  oldHelper: z.boolean().nullable(),
  coilInsideDiameter: bounded('length', 0.04, 0.3).nullable(),
  /** Gap between coils, vehicle standing empty: it sets an in-coil kit's maximum pressure. */
  coilGapStanding: bounded('length', 0, 0.15).nullable(),
  coilGapHanging: bounded('length', 0, 0.25).nullable(),
  /** Between the faces the two brackets go on, standing empty. */
  bracketSpace: bounded('length', 0.05, 0.6).nullable(),
  rust: z.enum(['none', 'surface', 'heavy']).nullable(),
  drillingAgreed: z.boolean().nullable(),
  rearBrakes: z.enum(['drum', 'disc']).nullable().default(null),
  /** What a look at the frame said: cracks, holes rusted through, bent rails make it unsound. */
  frame: z.enum(['sound', 'unsound']).nullable().default(null),
  /** The vehicle maker's procedure for resetting a load-sensing brake valve is in hand. */
  valveProcedure: z.boolean().nullable().default(null),
})
export type Survey = z.infer<typeof surveySchema>

/** A survey in which nothing was looked at. */
export const emptySurvey = (): Survey =>
  Object.fromEntries(Object.keys(surveySchema.shape).map((key) => [key, null])) as Survey

export const LOAD_KINDS = ['cargo', 'passenger', 'tank'] as const
export const PLACES = ['cabin', 'bed', 'rack', 'receiver', 'tongue', 'pin'] as const

export const loadItemSchema = z.strictObject({
  id: z.string().min(1).max(60),
  name: name('Name of the load'),
  kind: z.enum(LOAD_KINDS, { error: `Kind must be one of ${LOAD_KINDS.join(', ')}` }).default('cargo'),
  /** Of a tank: when full. */
  mass: bounded('mass', 0, 20_000),
  /** How full a tank is, 0 to 1; counts for tanks only. */
  fill: z
    .number({ error: 'Fill must be a number from 0 to 1' })
    .min(0, { error: 'Fill must be 0 or more' })
    .max(1, { error: 'Fill must be 1 (full) or less' })
    .default(1),
  /** Plus or minus: "a couple of hundred" is an interval. */
  massTolerance: bounded('mass', 0, 10_000),
  place: z.enum(PLACES, { error: `Place must be one of ${PLACES.join(', ')}` }),
  /** Ahead of the rear axle, negative behind it. */
  x: bounded('length', -8, 9),
  /** Left of the center line, negative to the right. */
  y: bounded('length', -1.5, 1.5),
  /** Its center above the ground. */
  z: bounded('length', 0, 4).default(1),
  /** Loaded trailer behind a tongue or pin, for the combination rating. */
  trailerMass: bounded('mass', 0, 30_000).nullable(),
  /** From ball back to the middle of the trailer's axles. */
  trailerAxle: bounded('length', 0.5, 15).nullable().default(null),
  /** Height at which the trailer's coupler sits when the trailer stands level. */
  couplerHeight: bounded('length', 0.15, 1.5).nullable().default(null),
  /** Weight-distributing bars: share of the lost front weight they bring back; null for none. */
  restoration: z
    .number({ error: 'Restoration must be a number from 0 to 1' })
    .min(0, { error: 'Restoration must be 0 or more' })
    .max(1, { error: 'Restoration must be 1 or less: more would load the front beyond empty' })
    .nullable()
    .default(null),
})
export type LoadItem = z.infer<typeof loadItemSchema>

/**
 * What an item weighs as it is: a tank by how full it is.
 * @returns kg
 */
export const loadMass = ({ kind, mass, fill }: LoadItem): Kilograms => (kind === 'tank' ? mass * fill : mass)

export const loadCaseSchema = z.strictObject({
  id: z.string().min(1).max(60),
  name: name('Name of the load case'),
  items: z.array(loadItemSchema).max(60, { error: 'A load case holds 60 items max' }),
})
export type LoadCase = z.infer<typeof loadCaseSchema>
