import { z } from 'zod'
import { PROCEDURE_KINDS } from './procedure'
import { fastenerSchema, operationSchema } from './schema'
import { AXLES } from '../vehicle'

const SIDES = ['left', 'right'] as const
const id = z.string().min(1).max(120)
const axle = z.enum(AXLES).nullable()
const asOperation = operationSchema.pick({
  title: true,
  support: true,
  wheels: true,
  hands: true,
  blocking: true,
  trap: true,
  caution: true,
  takesOff: true,
  refits: true,
  fates: true,
  opens: true,
  closes: true,
  fits: true,
  raise: true,
  pressure: true,
  asks: true,
  checks: true,
  looks: true,
  makes: true,
  alters: true,
  picture: true,
}).shape

const standStateSchema = z.strictObject({
  support: z.enum(['on-wheels', 'axle-hanging', 'axle-raised', 'frame-raised']),
  /** Of the axle that is up. */
  wheels: z.enum(['on', 'off']),
  /** Which end is up; null on its wheels. */
  axle,
})

/** A step in its place: an operation, or putting the vehicle into another state. */
export const planStepSchema = z.strictObject({
  id,
  kind: z.enum(['operation', 'state']),
  ...asOperation,
  title: z.string().max(400),
  side: z.enum(SIDES).nullable(),
  /** Which axle it is done at; null for the whole vehicle. */
  axle,
  state: standStateSchema,
  /** Null for a change of state; `support` and `wheels` say where it leads then. */
  phase: operationSchema.shape.phase.nullable(),
  /** Steps that come first. */
  after: z.array(id).max(400),
  minutes: z.number().min(0).max(1000),
  /** A survey answer is missing that decides whether it is needed. */
  unsure: z.boolean(),
  steps: z.array(z.string().max(400)).max(20),
  tools: z.array(z.string().max(240)).max(20),
  torques: z.array(fastenerSchema).max(12),
  disturbs: z.array(fastenerSchema).max(12),
  leavesLoose: z.array(fastenerSchema).max(12),
  /** What is done here can't be seen or reached any more after a later step. */
  hidden: z.boolean().default(false),
  /** Whose instructions it comes from; null for a kit's and for what every plan has. */
  from: z.enum(PROCEDURE_KINDS).nullable().default(null),
})
export type PlanStep = z.infer<typeof planStepSchema>
export type StandState = z.infer<typeof standStateSchema>
