import { z } from 'zod'
import { GAP_CHECKS } from '../kit'
import { bounded } from '../quantity'
import { recordAxle, recordId, recordSide } from './parts'

/** What Fit puts on record. */
export const fitRecords = [
  z
    .strictObject({
      kind: z.literal('gap'),
      axle: recordAxle,
      check: z.enum([...GAP_CHECKS, 'kit-gap'], { error: 'check must be the name of a gap' }),
      /** Which of the gaps that the kit's own instructions ask for; null for one that is read of any kit. */
      gap: recordId.nullable().default(null),
      side: recordSide,
      value: bounded('length', 0, 1),
      about: z.boolean(),
      /** Half-width of the tool; the tape of the job where nothing is said. */
      tolerance: bounded('length', 0.0002, 0.02).nullable().optional(),
      /** A bar of that size passed all around: it is exact, and says no more than that. */
      bar: z.boolean().optional(),
      /** Heat sleeve on the line where it must pass closer. */
      sleeved: z.boolean(),
    })
    .refine((r) => (r.check === 'kit-gap') === (r.gap !== null), {
      path: ['gap'],
      error: "gap names one of the kit's own gaps, and only a check of that kind has one",
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
