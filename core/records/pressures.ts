import { z } from 'zod'
import { bounded } from '../quantity'
import { dateTime, recordAxle } from './parts'
import { requiredText } from '../vehicle'

const pressure = bounded('pressure', 0, 1_000_000)

/** A pressure that somebody read after the vehicle had left, or at any other time: one line of its log. */
export const pressureReadingSchema = z.strictObject({
  axle: recordAxle,
  /** Null where both bags are on one line. */
  side: z.enum(['left', 'right'], { error: 'side must be left or right' }).nullable().default(null),
  pressure,
  /** Of the air around it; null where nobody knows: then it is kept, and not in the trend. */
  temperature: bounded('temperature', 213.15, 343.15).nullable().default(null),
  altitude: bounded('altitude', -500, 5000).nullable().default(null),
  readAt: dateTime,
  load: z.enum(['empty', 'loaded'], { error: 'load must be empty or loaded' }).nullable().default(null),
  /** Read in the shop, told by the owner, or from a file. */
  source: z.enum(['shop', 'owner', 'file'], { error: 'source must be shop, owner or file' }).default('shop'),
  readBy: requiredText('Read by', 80),
  /** What the gauge may be off by, half-width; null where nobody said. */
  tolerance: bounded('pressure', 0, 200_000).nullable().default(null),
  /** What it was filled to after the reading; null where no air was added. */
  filledTo: pressure.nullable().default(null),
})
export type PressureReading = z.infer<typeof pressureReadingSchema>

/** As the shop keeps it. */
export const keptReadingSchema = pressureReadingSchema.extend({
  id: z.string(),
  /** The visit that it was taken down for. */
  job: z.string(),
  enteredBy: z.string(),
  enteredAt: z.string(),
  /** Why it counts no more; null while it does. */
  withdrawn: z.string().nullable(),
})
export type KeptReading = z.infer<typeof keptReadingSchema>

export const newReadingsSchema = z.strictObject({
  readings: z
    .array(pressureReadingSchema)
    .min(1, { error: 'readings needs one reading or more' })
    .max(500, { error: 'readings has 500 max at a time' }),
})
