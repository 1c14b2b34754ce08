import { z } from 'zod'
import { axleSchema, vehicleSchema } from './schema'

const v = vehicleSchema.shape
const a = axleSchema.shape
const unknown = <S extends z.ZodType>(schema: S) => schema.nullable().default(null)

/** What a door-jamb label, a sidewall and a customer tell: enough to open a job with. */
export const intakeSchema = z.strictObject({
  body: v.body,
  tireSize: a.tireSize,
  make: v.make.default(''),
  model: v.model.default(''),
  year: v.year.default(null),
  vin: v.vin.default(null),
  plate: v.plate,
  /** Id of the platform it is built on, where the shop knows it. */
  platform: v.platform,
  drive: unknown(v.drive),
  gvwr: v.ratings.shape.gvwr.default(null),
  gcwr: v.ratings.shape.gcwr.default(null),
  gawrFront: a.rating.default(null),
  gawrRear: a.rating.default(null),
  /** Of the rear, where somebody has looked. */
  suspension: unknown(a.suspension),
  architecture: unknown(a.architecture),
  wheels: unknown(a.wheels),
  /** It has a hitch. */
  hitch: z.boolean({ error: 'Hitch must be true or false' }).default(false),
})
export type Intake = z.input<typeof intakeSchema>
