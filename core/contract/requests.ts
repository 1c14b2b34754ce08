import { z } from 'zod'
import { CATALOG_FILES } from '../exchange'
import { jobSchema } from '../job'
import { bounded } from '../quantity'
import { surveySchema, vehicleSchema } from '../vehicle'
import { ROW_CHANGES } from './answers'

/** What a new job needs; the rest is filled stage by stage. */
export const newJobSchema = z.strictObject({
  title: jobSchema.shape.title,
  customer: jobSchema.shape.customer,
  vehicle: jobSchema.shape.vehicle,
  day: jobSchema.shape.day,
  bay: jobSchema.shape.bay.default(null),
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
export const unitsSchema = z.strictObject({
  units: z.enum(['us', 'metric'], { error: 'units must be us or metric' }).default('us'),
})

export const verdictQuestionSchema = z.strictObject({ vehicle: vehicleSchema, survey: surveySchema })
export const modelSchema = z.object({
  make: z.string({ error: 'make is missing' }).min(1, { error: 'make is missing' }),
  model: z.string({ error: 'model is missing' }).min(1, { error: 'model is missing' }),
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
export const connectionSchema = z.strictObject({
  connected: z.boolean({ error: 'connected must be true or false' }),
})
export const sinceSchema = z.strictObject({
  since: z.iso.datetime({ error: 'since must be a date and time like 2026-11-25T10:42:00Z' }),
})
