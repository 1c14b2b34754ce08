import { z } from 'zod'
import { surveySchema, vehicleSchema } from './schema'
import { requiredText, slug } from './text'

const v = vehicleSchema.shape
/** What vehicles of one platform share; a trim differs in what is not said here. */
export const platformSchema = z
  .strictObject({
    id: slug(),
    make: v.make,
    name: requiredText('Name', 60),
    from: v.year,
    to: v.year,
    geometry: z
      .strictObject({
        wheelbase: v.wheelbase,
        frontOverhang: v.frontOverhang,
        rearOverhang: v.rearOverhang,
        track: v.track,
        springSpacing: v.springSpacing,
        tireRate: v.tireRate,
        frontWheelRate: v.frontWheelRate,
        rearWheelRate: v.rearWheelRate,
        rearWheelRateTolerance: v.rearWheelRateTolerance,
        reboundTravel: v.reboundTravel,
      })
      .partial()
      .default({}),
    /** What these usually have. A hint beside the question, never an answer. */
    usually: surveySchema.partial().default({}),
    /** Where helper springs are known to meet something. */
    clashes: z
      .array(
        z.strictObject({
          what: requiredText('What meets', 120),
          where: requiredText('Where', 120),
          /** Kit families it is about; empty for all. */
          families: z.array(z.string().max(30)).max(10).default([]),
          source: requiredText('Source', 120),
        }),
      )
      .max(20)
      .default([]),
  })
  .refine((p) => p.from <= p.to, { path: ['to'], error: 'To is before From' })
export type Platform = z.infer<typeof platformSchema>
