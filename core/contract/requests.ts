import { z } from 'zod'
import { CATALOG_FILES } from '../exchange'
import { jobSchema } from '../job'
import { compressorSheetSchema } from '../kit'
import { bounded } from '../quantity'
import { passwordSchema, personName, pinSchema, ROLES } from '../shop'
import { recordId } from '../records'
import { intakeSchema, requiredText, surveySchema, vehicleSchema } from '../vehicle'
import { ROW_CHANGES } from './answers'

/** What a new job needs; the rest is filled stage by stage. */
export const newJobSchema = z
  .strictObject({
    title: jobSchema.shape.title,
    customer: jobSchema.shape.customer,
    /** One whose figures are known. */
    vehicle: jobSchema.shape.vehicle.optional(),
    /** One of which label, tire size and the customer's word are known: the rest is estimated, and says so. */
    intake: intakeSchema.optional(),
    day: jobSchema.shape.day,
    bay: jobSchema.shape.bay.default(null),
    complaint: jobSchema.shape.complaint.default(''),
  })
  .refine((r) => (r.vehicle === undefined) !== (r.intake === undefined), {
    path: ['vehicle'],
    error: 'A vehicle is needed, or what is known of it as intake; not both',
  })

/** A vehicle that comes back. */
export const returnVisitSchema = z.strictObject({
  day: jobSchema.shape.day,
  bay: jobSchema.shape.bay.default(null),
  /** Work, or only a look at what is torqued and read again after the first miles. */
  purpose: z.enum(['work', 'recheck'], { error: 'purpose must be work or recheck' }).default('work'),
  title: jobSchema.shape.title.optional(),
  complaint: jobSchema.shape.complaint.default(''),
})

const limit = z.coerce.number().int().min(1).max(500, { error: 'must be 500 max' }).default(100)
const offset = z.coerce.number().int().min(0).default(0)
/** Part of a list. */
export const searchSchema = z.object({
  find: z.string().max(100, { error: 'is too long: 100 characters max' }).default(''),
  limit,
  offset,
})
/** Which jobs of the board. */
export const jobListQuery = z.object({
  find: z.string().max(100, { error: 'is too long: 100 characters max' }).default(''),
  archived: z.enum(['true', 'false'], { error: 'archived must be true or false' }).default('false'),
  limit,
  offset,
})
export const pageQuery = z.object({ limit, offset })
export const unitsSchema = z.strictObject({
  units: z.enum(['us', 'metric'], { error: 'units must be us or metric' }).default('us'),
})

/** A drilling or cutting template of the kit at an axle. */
export const templateQuery = z.strictObject({
  ...unitsSchema.shape,
  axle: z.enum(['front', 'rear'], { error: 'axle must be front or rear' }).default('rear'),
  template: z.string({ error: 'template must be the id of a template of the kit' }).min(1).max(50),
  side: z.enum(['left', 'right'], { error: 'side must be left or right' }),
})
export type TemplateQuery = z.output<typeof templateQuery>

export const verdictQuestionSchema = z.strictObject({ vehicle: vehicleSchema, survey: surveySchema })
/** Either may be empty: of a vehicle from label and tire nobody may know them yet. */
export const modelSchema = z.object({
  make: z.string({ error: 'make is missing' }),
  model: z.string({ error: 'model is missing' }),
})

/** How a table goes out: heads and units as people write them, or one with an example row only, to be filled in. */
export const exportQuerySchema = z.object({
  units: z.enum(['us', 'metric'], { error: 'units must be us or metric' }).optional(),
  blank: z.enum(['yes'], { error: 'blank must be yes, or left out' }).optional(),
})
export const uploadSchema = z.object({
  kind: z.enum(CATALOG_FILES, { error: `kind must be one of ${CATALOG_FILES.join(', ')}` }),
  name: z.string().trim().min(1).max(120).default('file'),
})
export const importRowsSchema = z.object({
  change: z.enum(ROW_CHANGES).nullable().default(null),
  limit,
  offset,
})
export const applySchema = z.strictObject({
  rows: z.enum(['all', 'good'], { error: 'rows must be all or good' }),
})

/** What a device can be set to, by its kind. */
export const deviceSettings = {
  torque: z.strictObject({ setting: bounded('torque', 0, 1500) }),
  pressure: z.strictObject({ setting: bounded('pressure', 0, 1_500_000) }),
}
const lineName = z.string().trim().min(1, { error: 'line is missing' }).max(60)
/** A line of the vehicle that the stand-in compressor is joined to: what it holds, and what share of it goes each second. */
export const compressorLineSchema = z.strictObject({
  line: lineName,
  volume: z
    .number({ error: 'volume must be a number, m3' })
    .min(1e-5, { error: 'volume must be 0.01 l or more' })
    .max(0.5, { error: 'volume must be 500 l or less' }),
  leak: z.number({ error: 'leak must be a number' }).min(0).max(0.1).default(0),
})
export const compressorFillSchema = z.strictObject({
  line: lineName,
  to: bounded('pressure', 0, 1_500_000),
  fuse: z.number({ error: 'fuse must be a number, A' }).min(1).max(200).default(30),
  /** Of the compressor that is on the job; the stand-in's own where absent. */
  unit: compressorSheetSchema.optional(),
  /** Down to it, not up. */
  letOut: z.boolean().default(false),
})
export const compressorWaitSchema = z.strictObject({
  hours: z.number({ error: 'hours must be a number' }).min(0).max(10_000),
  temperature: bounded('temperature', 233.15, 333.15),
})
export const compressorLookSchema = z.strictObject({
  line: lineName,
  /** The job whose line it is: what the gauge sends is that one's. */
  job: recordId.nullable().default(null),
})
export const connectionSchema = z.strictObject({
  connected: z.boolean({ error: 'connected must be true or false' }),
})
export const sinceSchema = z.strictObject({
  since: z.iso.datetime({ error: 'since must be a date and time like 2026-11-25T10:42:00Z' }),
})

/** The first person of a shop, made where the server stands or with the code on its console. */
export const firstOwnerSchema = z.strictObject({
  name: personName,
  password: passwordSchema,
  tablet: requiredText('Name of this screen', 60),
  code: z.string().max(20).optional(),
})
/** Signing in: a password at a desk, a PIN on a shared tablet, neither in the demo. */
export const signInSchema = z.strictObject({
  /** Name or id. */
  person: z.string({ error: 'person is missing' }).min(1, { error: 'person is missing' }).max(60),
  password: z.string().max(200).optional(),
  pin: z.string().max(8).optional(),
  /** Name of this screen, the first time; shared by people who sign in there by PIN. */
  tablet: requiredText('Name of this screen', 60).optional(),
  shared: z.boolean().optional(),
})
export const newPersonSchema = z.strictObject({
  name: personName,
  role: z.enum(ROLES, { error: `Role must be one of ${ROLES.join(', ')}` }),
  password: passwordSchema.optional(),
  pin: pinSchema.optional(),
})
export const changedPersonSchema = z.strictObject({
  name: personName,
  role: newPersonSchema.shape.role,
  active: z.boolean({ error: 'active must be true or false' }),
  /** A new one; null takes it away; absent leaves it. */
  password: passwordSchema.nullable().optional(),
  pin: pinSchema.nullable().optional(),
})
/** One's own, with the old password. */
export const ownSecretSchema = z.strictObject({
  old: z.string().max(200),
  password: passwordSchema.optional(),
  pin: pinSchema.optional(),
})
export const queueSchema = z.strictObject({ unsent: z.number().int().min(0).max(100_000) })
export const archiveSchema = z.strictObject({ archived: z.boolean({ error: 'archived must be true or false' }) })
export const devicePlaceSchema = z.strictObject({ job: recordId.nullable() })
/** A reading as an instrument sends it, by its own count. */
export const sentReadingSchema = z.strictObject({
  value: z.number({ error: 'value must be a number, N·m or Pa' }).min(0).max(1_500_000),
  at: z.iso.datetime({ error: 'at must be a date and time like 2026-11-25T10:42:00Z' }),
})
export const customerQuery = z.strictObject({ name: requiredText('Customer', 80) })

/** Whose steps are asked about. */
export const minutesQuery = z.strictObject({ kit: z.string().min(1, { error: 'kit is missing' }).max(60) })

/** Why something that was taken down counts no more. */
export const withdrawSchema = z.strictObject({ why: requiredText('why', 400) })
