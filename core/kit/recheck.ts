import { z } from 'zod'
import { AXLES } from '../vehicle'
import { fastenerSchema } from './schema'

const axle = z.enum(AXLES)
const text = z.string().max(40)

/** What a short visit looks at again, as the visit before left it. */
export const recheckSchema = z.strictObject({
  /** The visit that left it so, by id, and when. */
  of: z.string().max(64),
  leftAt: text,
  /** What of the job that visit's proof hangs on, as one hash: with anything of it changed this is a visit like any other. */
  standsOn: z.string().max(64),
  /** Torqued again, each with the lowest that was read of it then, N·m; null where nobody read a figure. */
  torques: z
    .array(
      z.strictObject({
        axle,
        side: z.enum(['left', 'right']).nullable(),
        fastener: fastenerSchema,
        last: z.number().nullable(),
      }),
    )
    .max(60),
  /** Axles with air, and what was in their bags as it left, gauge Pa; null where nobody read it. */
  bags: z
    .array(
      z.strictObject({
        axle,
        last: z.strictObject({ left: z.number(), right: z.number(), at: text }).nullable(),
      }),
    )
    .max(2),
})
export type Recheck = z.infer<typeof recheckSchema>
