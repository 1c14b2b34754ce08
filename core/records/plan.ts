import { z } from 'zod'
import { fastenerSchema, operationSchema, surveyKey, planStepSchema } from '../kit'
import { AXLES, requiredText } from '../vehicle'
import { recordAxle, recordId } from './parts'

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
  /** A step that the plan did not have: the work showed that it is needed. */
  z
    .strictObject({
      kind: z.literal('step-added'),
      /** Axle it is done at; null for the whole vehicle. */
      axle: z.enum(AXLES, { error: 'axle must be front or rear, or nothing' }).nullable(),
      operation: operationSchema,
      /** What it torques, with where its figure comes from. */
      fastener: fastenerSchema.nullable().default(null),
      /** Step that waits for it; null where none does. */
      before: recordId.nullable().default(null),
      why: requiredText('Why it is needed', 400),
    })
    .refine(
      ({ operation: o, fastener }) =>
        o.torques.length === (fastener ? 1 : 0) &&
        o.torques.every((t) => t === fastener?.id) &&
        !o.after.length &&
        !o.easier.length,
      {
        path: ['operation'],
        error: 'a step that is added torques its own fastener, and waits for nothing but its place',
      },
    )
    .refine(({ operation: o }) => !o.opens.length && !o.disturbs.length && !o.leavesLoose.length, {
      path: ['operation'],
      error: 'what carries the axle or belongs to the vehicle is undone by instructions, not by a step that is added',
    }),
] as const
