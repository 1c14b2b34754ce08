import { z } from 'zod'
import { bounded } from '../quantity'
import { bagDataSchema } from '../spring'
import { PROOF, THREADS, torqueSpecSchema, type BoltGrade, type ThreadName } from '../torque'
import { BODIES, SUSPENSIONS, surveySchema, type Survey } from '../vehicle'

export const FAMILIES = ['bellows', 'sleeve', 'in-coil', 'coil-replacement'] as const
export type KitFamily = (typeof FAMILIES)[number]

const id = z.string().regex(/^[a-z0-9][a-z0-9-]{0,59}$/, { error: 'must be lower-case letters, digits and dashes' })
const text = z.string().trim().min(1).max(240)

const surveyKeys = Object.keys(surveySchema.shape) as [keyof Survey, ...(keyof Survey)[]]

/** A survey answer that makes something apply. An unanswered question keeps it in and marks it as unsure. */
export const conditionSchema = z.union([
  z.strictObject({ survey: z.enum(surveyKeys), is: z.array(z.union([z.string(), z.boolean()])).min(1) }),
  z.strictObject({ survey: z.enum(surveyKeys), over: z.number() }),
  z.strictObject({ suspension: z.enum(SUSPENSIONS) }),
  z.strictObject({ rearWheels: z.enum(['single', 'dual']) }),
])
export type Condition = z.infer<typeof conditionSchema>

export const SUPPORTS = ['any', 'on-wheels', 'axle-hanging', 'axle-raised', 'frame-raised', 'ride-height'] as const
export const SIDES = ['once', 'each', 'left', 'right', 'exhaust-side'] as const
export const PHASES = ['bench', 'remove', 'mount', 'align', 'torque', 'lines', 'refit'] as const

export const fastenerSchema = z.strictObject({
  id,
  name: text,
  /** How many a side (or in all for an operation done once). */
  count: z.number().int().min(1).max(24),
  thread: z.enum(Object.keys(THREADS) as [ThreadName, ...ThreadName[]]).nullable(),
  grade: z.enum(Object.keys(PROOF) as [BoltGrade, ...BoltGrade[]]).nullable(),
  spec: torqueSpecSchema,
})
export type Fastener = z.infer<typeof fastenerSchema>

export const operationSchema = z.strictObject({
  id,
  title: text,
  side: z.enum(SIDES),
  phase: z.enum(PHASES),
  support: z.enum(SUPPORTS),
  wheels: z.enum(['on', 'off', 'any']),
  hands: z.number().int().min(1).max(2),
  minutes: z.number().min(0.5).max(240),
  /** Operations that come first: of the same side, or both sides when this one is done once. */
  after: z.array(id).max(12),
  when: z.array(conditionSchema).max(6),
  steps: z.array(text).min(1).max(12),
  trap: text.nullable(),
  caution: text.nullable(),
  tools: z.array(text).max(12),
  hardware: z.array(z.strictObject({ name: text, count: z.number().int().min(1).max(60) })).max(12),
  /** Fasteners torqued here. */
  torques: z.array(id).max(8),
  /** Fasteners of the vehicle undone here: their maker's torque is owed. */
  disturbs: z.array(id).max(8),
  /** Fasteners put in here and left loose on purpose; the operation that torques them closes the line. */
  leavesLoose: z.array(id).max(8),
  takesOff: z.array(text).max(8),
  refits: z.array(text).max(8),
  /** A stop: going on without it would hide a mistake. */
  blocking: z.boolean(),
})
export type Operation = z.infer<typeof operationSchema>

const span = (schema: z.ZodNumber) =>
  z.strictObject({ low: schema, high: schema }).refine((s) => s.low <= s.high, { error: 'low must not be above high' })

export const fitmentSchema = z.strictObject({
  suspension: z.array(z.enum(SUSPENSIONS)).min(1),
  bodies: z.array(z.enum(BODIES)).min(1),
  rearWheels: z.array(z.enum(['single', 'dual'])).min(1),
  /** Lift block the bracket takes as it comes, and with the long-bolt spacer set. */
  liftBlockMost: bounded('length', 0, 0.25),
  liftBlockMostWithSpacer: bounded('length', 0, 0.25),
  bumpers: z.array(z.enum(['two-bolt', 'three-bolt', 'twist-in', 'on-leaf', 'on-axle', 'none'])).min(1),
  coilInside: span(bounded('length', 0.04, 0.3)).nullable(),
  bracketSpace: span(bounded('length', 0.05, 0.6)).nullable(),
  exhaustMost: bounded('length', 0.02, 0.2).nullable(),
  hitchRails: z.enum(['fine', 'needs-spacer', 'no']),
})

export const kitSchema = z
  .strictObject({
    id,
    maker: text,
    number: text,
    name: text,
    family: z.enum(FAMILIES, { error: `family must be one of ${FAMILIES.join(', ')}` }),
    price: z.number().min(0).max(20_000),
    drilling: z.boolean(),
    minutes: span(z.number().min(10).max(1440)),
    fitment: fitmentSchema,
    bag: z.strictObject({
      table: bagDataSchema,
      /** Bag height at the vehicle's unladen height when fitted by the booklet. */
      rideHeight: bounded('length', 0.03, 0.6),
      window: span(bounded('length', 0.03, 0.8)),
      maximumDiameter: bounded('length', 0.03, 0.4),
      minimum: bounded('pressure', 20_000, 300_000),
      maximum: bounded('pressure', 100_000, 1_200_000),
      /** In-coil only: at or over this standing coil gap the lower maximum holds. */
      coilGap: z
        .strictObject({
          threshold: bounded('length', 0.005, 0.1),
          wideMaximum: bounded('pressure', 100_000, 1_200_000),
        })
        .nullable(),
      motionRatio: z.number().min(0.3).max(1.5),
      /** Bag centres apart. */
      spacing: bounded('length', 0.4, 2),
      /** Maker's figure for two bags; compared with maximum x area, for it is often stated carelessly. */
      listedPairCapacity: bounded('mass', 50, 10_000).nullable(),
    }),
    lineVolume: z.number().min(0).max(0.01),
    testPressure: bounded('pressure', 100_000, 700_000),
    fasteners: z.array(fastenerSchema).max(30),
    operations: z.array(operationSchema).min(1).max(60),
    /** Joints to soap, a side. */
    joints: z.array(text).min(1).max(12),
    spacerParts: z.array(text).max(8),
  })
  .refine((k) => k.bag.window.low <= k.bag.rideHeight && k.bag.rideHeight <= k.bag.window.high, {
    path: ['bag', 'rideHeight'],
    error: 'ride height must lie inside the window',
  })
  .refine((k) => k.testPressure <= k.bag.maximum && k.testPressure <= (k.bag.coilGap?.wideMaximum ?? Infinity), {
    path: ['testPressure'],
    error: 'a test pressure must not pass the kit maximum',
  })
  .superRefine((kit, context) => {
    const fasteners = new Set(kit.fasteners.map((f) => f.id))
    const operations = new Set(kit.operations.map((o) => o.id))
    kit.operations.forEach((operation, i) => {
      for (const key of ['torques', 'disturbs', 'leavesLoose'] as const)
        for (const name of operation[key])
          if (!fasteners.has(name))
            context.addIssue({
              code: 'custom',
              path: ['operations', i, key],
              message: `"${name}" is not a fastener of this kit`,
            })
      for (const name of operation.after)
        if (!operations.has(name))
          context.addIssue({
            code: 'custom',
            path: ['operations', i, 'after'],
            message: `"${name}" is not an operation of this kit`,
          })
    })
  })
export type Kit = z.infer<typeof kitSchema>
