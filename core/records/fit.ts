import { z } from 'zod'
import { bounded } from '../quantity'
import { recordAxle, recordSide } from './parts'

/** Gaps that are read with the kit in place. */
const GAP_CHECKS = ['bag-clearance', 'plate-tire', 'line-exhaust', 'bag-height'] as const
export type GapCheck = (typeof GAP_CHECKS)[number]

/** What Fit puts on record. */
export const fitRecords = [
  z.strictObject({
    kind: z.literal('gap'),
    axle: recordAxle,
    check: z.enum(GAP_CHECKS),
    side: recordSide,
    value: bounded('length', 0, 1),
    about: z.boolean(),
    /** Heat sleeve on the line where it must pass closer. */
    sleeved: z.boolean(),
  }),
  /** The gap to one thing around the bag, beside what was drawn of it. */
  z.strictObject({
    kind: z.literal('room-gap'),
    axle: recordAxle,
    side: recordSide,
    of: z.enum(['bag', 'plate'], { error: 'of must be bag or plate' }),
    part: z.string().trim().min(1).max(50),
    value: bounded('length', 0, 1),
    about: z.boolean(),
  }),
] as const
