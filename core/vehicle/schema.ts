import { z } from 'zod'
import { bounded } from '../quantity'

export const BODIES = ['pickup', 'suv', 'van', 'motorhome'] as const
export const SUSPENSIONS = ['leaf', 'coil'] as const

const name = (what: string, max = 60) =>
  z
    .string({ error: `${what} must be text` })
    .trim()
    .min(1, { error: `${what} is missing: type it as it stands on the papers` })
    .max(max, { error: `${what} is too long: ${max} characters at most` })

/** A rating or `null` where nobody has looked it up. */
const rating = bounded('mass', 50, 30_000).nullable()

/** A vehicle as the shop knows it: what does not change between visits. SI throughout. */
export const vehicleSchema = z
  .strictObject({
    id: z.string().regex(/^[a-z0-9][a-z0-9-]{0,59}$/, { error: 'must be lower-case letters, digits and dashes' }),
    make: name('Make'),
    model: name('Model'),
    year: z
      .number({ error: 'Year must be a whole number, for example 2019' })
      .int({ error: 'Year must be a whole number' })
      .min(1950, { error: 'Year must be 1950 or later' })
      .max(2100, { error: 'Year must be 2100 or earlier' }),
    body: z.enum(BODIES, { error: `Body must be one of ${BODIES.join(', ')}` }),
    suspension: z.enum(SUSPENSIONS, { error: 'Rear suspension must be leaf or coil' }),
    rearWheels: z.enum(['single', 'dual'], { error: 'Rear wheels must be single or dual' }),
    drive: z.enum(['rear', 'front', 'all'], { error: 'Drive must be rear, front or all' }),
    wheelbase: bounded('length', 1.5, 9),
    frontOverhang: bounded('length', 0.3, 2.5),
    rearOverhang: bounded('length', 0.3, 5),
    /** Rear axle to hitch ball, positive behind; null where no hitch is fitted. */
    hitchBehindAxle: bounded('length', 0.3, 6).nullable(),
    track: bounded('length', 1, 2.6),
    /** Between the centres of the two rear springs. */
    springSpacing: bounded('length', 0.5, 2),
    tyreSize: z
      .string()
      .max(30)
      .regex(/^(?:LT|P)?\d{3}\/\d{2}R\d{2}(?:\.5)?C?$/, {
        error: 'Tyre size must read like 255/70R18',
      }),
    /** Load limit of one tyre as mounted (dual value on dual rear wheels), at the pressure it is run at. */
    tyreLimitFront: rating,
    tyreLimitRear: rating,
    /** One tyre's vertical rate; null where unknown. */
    tyreRate: bounded('rate', 50_000, 2_000_000).nullable(),
    curbFront: bounded('mass', 200, 12_000),
    curbRear: bounded('mass', 200, 15_000),
    /** Axle, wheels and half the springs: what the rear springs do not carry. */
    rearUnsprung: bounded('mass', 40, 1_500),
    ratings: z.strictObject({
      gross: rating,
      frontAxle: rating,
      rearAxle: rating,
      receiver: rating,
      tongue: rating,
      combination: bounded('mass', 500, 60_000).nullable(),
    }),
    /** Wheel rate of one side; null where unknown. `give` is its plus-or-minus. */
    frontWheelRate: bounded('rate', 5_000, 400_000).nullable(),
    rearWheelRate: bounded('rate', 5_000, 400_000).nullable(),
    rearWheelRateGive: bounded('rate', 0, 200_000),
    /** Rear axle's free travel down from ride height until shock or strap stops it. */
    reboundTravel: bounded('length', 0.02, 0.4).nullable(),
    vin: z.string().trim().toUpperCase().max(17, { error: 'A VIN has 17 characters' }).nullable(),
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
  jounceBumper: z.enum(['two-bolt', 'three-bolt', 'twist-in', 'on-leaf', 'on-axle', 'none']).nullable(),
  exhaustSide: z.enum(['left', 'right', 'both', 'none']).nullable(),
  exhaustDiameter: bounded('length', 0.02, 0.2).nullable(),
  exhaustFactory: z.boolean().nullable(),
  spareUnderBed: z.boolean().nullable(),
  parkingBrake: z.enum(['cable', 'electric']).nullable(),
  brakeLines: z.enum(['inside', 'outside']).nullable(),
  hitchRails: z.boolean().nullable(),
  runningBoards: z.boolean().nullable(),
  axleVent: z.enum(['left', 'right', 'centre', 'none']).nullable(),
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
})
export type Survey = z.infer<typeof surveySchema>

export const emptySurvey = (): Survey =>
  Object.fromEntries(Object.keys(surveySchema.shape).map((key) => [key, null])) as Survey

export const PLACES = ['cabin', 'bed', 'rack', 'receiver', 'tongue', 'pin'] as const

export const loadItemSchema = z.strictObject({
  id: z.string().min(1).max(60),
  name: name('Name of the load'),
  mass: bounded('mass', 0, 20_000),
  /** Plus or minus: "a couple of hundred" is an interval. */
  massGive: bounded('mass', 0, 10_000),
  place: z.enum(PLACES, { error: `Place must be one of ${PLACES.join(', ')}` }),
  /** Ahead of the rear axle, negative behind it. */
  x: bounded('length', -8, 9),
  /** Left of the centre line, negative to the right. */
  y: bounded('length', -1.5, 1.5),
  /** Loaded trailer behind a tongue or pin, for the combination rating. */
  trailerMass: bounded('mass', 0, 30_000).nullable(),
})
export type LoadItem = z.infer<typeof loadItemSchema>

export const loadCaseSchema = z.strictObject({
  id: z.string().min(1).max(60),
  name: name('Name of the load case'),
  items: z.array(loadItemSchema).max(60, { error: 'A load case holds 60 items at most' }),
})
export type LoadCase = z.infer<typeof loadCaseSchema>
