import { z } from 'zod'
import { bounded, type Kilograms } from '../quantity'
import { tireDiameter } from './identity'
import { optionalText, slug } from './text'
import { underbodySchema } from './underbody'

export const BODIES = ['pickup', 'suv', 'van', 'motorhome'] as const
export const SUSPENSIONS = ['leaf', 'coil', 'torsion-bar', 'air'] as const
/** Whether both wheels sit on one beam, or each on a link of its own. */
export const ARCHITECTURES = ['solid', 'independent'] as const
export const BEDS = ['none', 'short', 'standard', 'long', 'flat'] as const

const name = (what: string, max = 60) =>
  z
    .string({ error: `${what} must be text` })
    .trim()
    .min(1, { error: `${what} is missing` })
    .max(max, { error: `${what} is too long: ${max} characters max` })

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

/** One axle: front and rear are the same kind of thing. SI throughout. */
export const axleSchema = z.strictObject({
  suspension: z.enum(SUSPENSIONS, { error: `Suspension must be one of ${SUSPENSIONS.join(', ')}` }),
  architecture: z.enum(ARCHITECTURES, { error: 'Axle must be solid or independent' }),
  wheels: z.enum(['single', 'dual'], { error: 'Wheels must be single or dual' }),
  track: bounded('length', 1, 2.6),
  /** Between the centers of the two springs; on a solid axle their rates act there, on independent links at the wheels. */
  springSpacing: bounded('length', 0.3, 2),
  /** Travel of the spring's seat over travel of the wheel on an independent link; null where nobody has measured it. */
  motionRatio: z
    .number({ error: 'Motion ratio must be a number' })
    .min(0.2, { error: 'Motion ratio must be 0.2 or more' })
    .max(1.5, { error: 'Motion ratio must be 1.5 or less' })
    .nullable()
    .default(null),
  tireSize: z
    .string()
    .trim()
    .max(30)
    .refine((size) => tireDiameter(size) !== null, {
      error: 'Tire size must read like 255/70R18, LT245/75R16E, 35x12.50R20LT, 8R19.5 or 7.50-16',
    }),
  /** Load limit of one tire as mounted (dual value on dual wheels), at the pressure it is run at. */
  tireLimit: rating,
  tireIndex: loadIndex,
  /** Cold, as they are run; null where nobody has looked. */
  tirePressure: bounded('pressure', 50_000, 1_200_000).nullable().default(null),
  /** One tire's vertical rate; null where unknown. */
  tireRate: bounded('rate', 50_000, 2_000_000).nullable(),
  /** On this axle with the vehicle empty. */
  curb: bounded('mass', 200, 15_000),
  /** Axle or links, wheels and half the springs: what the springs do not carry. */
  unsprung: bounded('mass', 30, 1_500),
  /** Rating of the axle (GAWR). */
  rating,
  /** Wheel rate of one side; null where unknown. The tolerance is its plus-or-minus. */
  wheelRate: bounded('rate', 5_000, 400_000).nullable(),
  wheelRateTolerance: bounded('rate', 0, 200_000),
  /** Helper leaves and bump stop, in the order they touch. */
  stages: z
    .array(stageSchema)
    .max(3, { error: 'three stages max' })
    .default([])
    .refine((stages) => stages.every((s, i) => i === 0 || s.at >= stages[i - 1]!.at), {
      error: 'Stages must stand in the order they touch',
    }),
  /** Half the force between loading and unloading the springs, both sides, N; null where never measured. */
  friction: z
    .number({ error: 'Spring friction must be a number of newtons' })
    .min(0, { error: 'Spring friction cannot be below zero' })
    .max(5_000, { error: 'Spring friction above 5000 N is too much: check it' })
    .nullable()
    .default(null),
  /** Sway bar at the wheels, N·m a radian; 0 for none. */
  swayBar: z
    .number({ error: 'Sway bar must be a number, N·m a radian' })
    .min(0, { error: 'Sway bar cannot be below zero' })
    .max(300_000, { error: 'Sway bar above 300 000 N·m a radian is more than any road vehicle has' })
    .default(0),
  /** How far ahead of the axle its height mark sits; 0 for a lip mark over the wheel's center. */
  mark: bounded('length', -1.5, 1.5).default(0),
  /** Free travel down from ride height until shock or strap stops it. */
  reboundTravel: bounded('length', 0.02, 0.4).nullable(),
})
export type Axle = z.infer<typeof axleSchema>

/** A figure or word of a vehicle that nobody has measured here: how far it may be off, and where it is from. */
const estimateSchema = z.strictObject({
  /** Half-width in the figure's own unit; 0 for a word. */
  tolerance: z.number().min(0).max(1e7),
  from: z.enum(['platform', 'class'], { error: 'an estimate is from platform or class' }),
})
export type Estimate = z.infer<typeof estimateSchema>

/** A vehicle as the shop knows it: what does not change between visits. SI throughout. */
export const vehicleSchema = z
  .strictObject({
    id: slug(),
    /** Empty where the label and the customer did not say. */
    make: optionalText('Make', 60),
    model: optionalText('Model', 60),
    /** Which version of the model; empty where nobody distinguishes them. */
    trim: optionalText('Trim', 60).default(''),
    /** Platform of the library that it is built on; null where it stands alone. */
    platform: z
      .string()
      .regex(/^[a-z0-9][a-z0-9-]{0,59}$/, { error: 'must be the id of a platform' })
      .nullable()
      .default(null),
    /** Null where nobody has said. */
    year: z
      .number({ error: 'Year must be a whole number, for example 2019' })
      .int({ error: 'Year must be a whole number' })
      .min(1950, { error: 'Year must be 1950 or later' })
      .max(2100, { error: 'Year must be 2100 or earlier' })
      .nullable(),
    body: z.enum(BODIES, { error: `Body must be one of ${BODIES.join(', ')}` }),
    /** A frame of two rails, or a body that is its own frame and stands on lift points. */
    frameRails: z.boolean({ error: 'Frame rails must be true or false' }),
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
    front: axleSchema,
    rear: axleSchema,
    /** Passenger tires on a truck, van or motorhome carry less than their index says. */
    passengerTires: z.boolean().default(false),
    /** Cold pressure at which the load index holds, from sidewall or tire table. */
    tirePressureFull: bounded('pressure', 50_000, 1_200_000).nullable().default(null),
    ratings: z.strictObject({
      gvwr: rating,
      receiver: rating,
      tongue: rating,
      gcwr: bounded('mass', 500, 60_000).nullable(),
    }),
    /** Center of gravity above the ground, empty; null where unknown. */
    gravityHeight: bounded('length', 0.3, 2.5).nullable().default(null),
    /** Ball, lowest point of the hitch and rear bumper above the ground, empty. */
    ballHeight: bounded('length', 0.15, 1.5).nullable().default(null),
    hitchClearance: bounded('length', 0.05, 1.2).nullable().default(null),
    bumperHeight: bounded('length', 0.2, 1.5).nullable().default(null),
    vin: z.string().trim().toUpperCase().max(17, { error: 'A VIN has 17 characters' }).nullable(),
    plate: optionalText('Plate', 20).default(''),
    /** What surrounds its axles; null where nobody has described it. */
    underbody: underbodySchema.nullable().default(null),
    /** What was estimated, by its place: `wheelbase`, `rear.wheelRate`. What is not here was measured or looked up. */
    estimated: z.record(z.string().max(40), estimateSchema).default({}),
  })
  .refine((v) => v.frontOverhang < v.wheelbase, {
    path: ['frontOverhang'],
    error: 'Front overhang is longer than the wheelbase: check which was measured',
  })
  .refine((v) => v.front.wheels === 'single', {
    path: ['front', 'wheels'],
    error: 'Front wheels must be single: they steer',
  })

export type Vehicle = z.infer<typeof vehicleSchema>

/** What is asked about each axle as it stands. */
export const axleSurveySchema = z.strictObject({
  /** Height of the block between leaf pack and axle; 0 where there is none. */
  liftBlock: bounded('length', 0, 0.25).nullable(),
  /** Lift by other means (shackle, spring, body): how high; 0 where there is none. */
  otherLift: bounded('length', 0, 0.3).nullable(),
  bumpStop: z.enum(['two-bolt', 'three-bolt', 'twist-in', 'on-leaf', 'on-axle', 'none']).nullable(),
  exhaustSide: z.enum(['left', 'right', 'both', 'none']).nullable(),
  exhaustDiameter: bounded('length', 0.02, 0.2).nullable(),
  brakeLines: z.enum(['inside', 'outside']).nullable(),
  axleVent: z.enum(['left', 'right', 'center', 'none']).nullable(),
  springsChanged: z.boolean().nullable(),
  /** A helper that is still in there: none, one inside the coils, or of another kind. */
  oldHelper: z.enum(['none', 'in-coil', 'other']).nullable(),
  coilInsideDiameter: bounded('length', 0.04, 0.3).nullable(),
  /** Gap between coils, vehicle standing empty: it sets an in-coil kit's maximum pressure. */
  coilGapStanding: bounded('length', 0, 0.15).nullable(),
  /** Widest gap with the axle hanging: whether a cylinder goes in with the coil left in place. */
  coilGapHanging: bounded('length', 0, 0.25).nullable(),
  /** Between the faces the two brackets go on, standing empty. */
  bracketSpace: bounded('length', 0.05, 0.6).nullable(),
  brakes: z.enum(['drum', 'disc']).nullable(),
  /** Lower mount and U-bolts touch, seen with the axle hanging; a gap gets spacers. */
  mountTouches: z.boolean().nullable().default(null),
  /** Where the wheel-speed or brake harness runs: a clip on it may have to move. */
  harnessRun: z.enum(['inside', 'outside']).nullable().default(null),
})
export type AxleSurvey = z.infer<typeof axleSurveySchema>

export const surveySchema = z.strictObject({
  front: axleSurveySchema,
  rear: axleSurveySchema,
  exhaustFactory: z.boolean().nullable(),
  spareUnderBed: z.boolean().nullable(),
  parkingBrake: z.enum(['cable', 'electric']).nullable(),
  hitchRails: z.boolean().nullable(),
  runningBoards: z.boolean().nullable(),
  loadSensingValve: z.boolean().nullable(),
  factoryAir: z.boolean().nullable(),
  /** High-voltage cables of a plug-in vehicle under the floor. */
  highVoltage: z.boolean().nullable(),
  rust: z.enum(['none', 'surface', 'heavy']).nullable(),
  drillingAgreed: z.boolean().nullable(),
  /** What a look at the frame said: cracks, holes rusted through, bent rails make it unsound. */
  frame: z.enum(['sound', 'unsound']).nullable(),
  /** The vehicle maker's procedure for resetting a load-sensing brake valve is in hand. */
  valveProcedure: z.boolean().nullable(),
})
export type Survey = z.infer<typeof surveySchema>
export type AxleSurveyKey = keyof AxleSurvey
export type VehicleSurveyKey = Exclude<keyof Survey, 'front' | 'rear'>
/** A survey question, asked of each axle or of the whole vehicle. */
export type SurveyKey = AxleSurveyKey | VehicleSurveyKey

export const AXLE_SURVEY_KEYS = Object.keys(axleSurveySchema.shape) as AxleSurveyKey[]
export const VEHICLE_SURVEY_KEYS = Object.keys(surveySchema.shape).filter(
  (key) => key !== 'front' && key !== 'rear',
) as VehicleSurveyKey[]
/** Whether a question is asked of each axle. */
export const isAxleSurveyKey = (key: string): key is AxleSurveyKey => key in axleSurveySchema.shape

const unanswered = <Key extends string>(keys: readonly Key[]) =>
  Object.fromEntries(keys.map((key) => [key, null])) as Record<Key, null>
/** A survey in which nothing was looked at. */
export const emptySurvey = (): Survey => ({
  front: unanswered(AXLE_SURVEY_KEYS),
  rear: unanswered(AXLE_SURVEY_KEYS),
  ...unanswered(VEHICLE_SURVEY_KEYS),
})

/** Whether a figure is one that a survey question can be answered with. */
export const isSurveyFigure = (key: SurveyKey, figure: number): boolean =>
  (isAxleSurveyKey(key) ? axleSurveySchema.shape[key] : surveySchema.shape[key]).safeParse(figure).success

/** The answer to a survey question, at an axle where each has its own. */
export const surveyAnswer = (
  survey: Survey,
  key: SurveyKey,
  axle: 'front' | 'rear',
): AxleSurvey[AxleSurveyKey] | Survey[VehicleSurveyKey] => (isAxleSurveyKey(key) ? survey[axle][key] : survey[key])

/** A survey with one answer changed. */
export const withSurveyAnswer = (
  survey: Survey,
  key: SurveyKey,
  axle: 'front' | 'rear',
  value: AxleSurvey[AxleSurveyKey] | Survey[VehicleSurveyKey],
): Survey =>
  isAxleSurveyKey(key) ? { ...survey, [axle]: { ...survey[axle], [key]: value } } : { ...survey, [key]: value }

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
  /** Since when it has weighed this, by the server's clock, where it was changed after it had been measured on. */
  since: z.iso.datetime({ error: 'must be a date and time like 2026-11-25T10:42:00Z' }).optional(),
})
export type LoadCase = z.infer<typeof loadCaseSchema>
