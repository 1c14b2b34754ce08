import { z } from 'zod'
import { surveyKey } from '../../kit'
import { planStepSchema } from '../../plan'
import { recordAxle, recordId } from '../record-parts'

/** What Plan puts on record: the plan as it was when the work began, and what was found out while it was done. */
export const planRecords = [
  z.strictObject({
    kind: z.literal('planned'),
    /** What it was made from, as a hash. */
    of: z.string().regex(/^[0-9a-f]{64}$/, { error: 'of must be a SHA-256 in 64 hex digits' }),
    steps: z.array(planStepSchema).min(1).max(200),
  }),
  z.strictObject({
    kind: z.literal('finding'),
    axle: recordAxle,
    fact: surveyKey,
    answer: z.union([z.boolean(), z.string().trim().min(1).max(60), z.number()], {
      error: 'answer must be yes or no, one of the words of the question, or a figure',
    }),
    /** Step that asked for it; null where nobody did. */
    step: recordId.nullable().default(null),
  }),
] as const
