import { z } from 'zod'
import { axleSchema, axleSurveySchema, surveySchema, vehicleSchema } from './schema'
import { requiredText, slug } from './text'
import { underbodySchema } from './underbody'

const v = vehicleSchema.shape
const a = axleSchema.shape
const { front: _front, rear: _rear, ...vehicleSurvey } = surveySchema.shape
const axleGeometry = z
  .strictObject({
    suspension: a.suspension,
    architecture: a.architecture,
    motionRatio: a.motionRatio.removeDefault(),
    track: a.track,
    springSpacing: a.springSpacing,
    tireRate: a.tireRate,
    unsprung: a.unsprung,
    wheelRate: a.wheelRate,
    wheelRateTolerance: a.wheelRateTolerance,
    reboundTravel: a.reboundTravel,
  })
  .partial()
  .default({})
/** What vehicles of one platform share; a trim differs in what is not said here. */
export const platformSchema = z
  .strictObject({
    id: slug(),
    make: v.make,
    name: requiredText('Name', 60),
    from: v.year.unwrap(),
    to: v.year.unwrap(),
    geometry: z
      .strictObject({
        frameRails: v.frameRails,
        wheelbase: v.wheelbase,
        frontOverhang: v.frontOverhang,
        rearOverhang: v.rearOverhang,
        gravityHeight: v.gravityHeight.removeDefault(),
      })
      .partial()
      .default({}),
    /** What is known of each axle. */
    front: axleGeometry,
    rear: axleGeometry,
    /** What these usually have, about the rear axle where each has its own. A hint beside the question, never an answer. */
    usually: z
      .strictObject({ ...axleSurveySchema.shape, ...vehicleSurvey })
      .partial()
      .default({}),
    /** What surrounds the axles of these vehicles. */
    underbody: underbodySchema.nullable().default(null),
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
