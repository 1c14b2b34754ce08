import { z } from 'zod'
import { bounded } from '../../quantity'
import { optionalText, requiredText } from '../../vehicle'
import { deviceReading, recordId } from '../record-parts'

/** Final checks that this stage answers. */
export const BAY_CHECKS = ['torques'] as const

/** What the bay puts on record: steps, torques, deviations, parts off and back. */
export const bayRecords = [
  z
    .strictObject({
      kind: z.literal('step'),
      step: recordId,
      outcome: z.enum(['done', 'skipped']),
      reason: optionalText('Reason', 400),
    })
    .refine((r) => r.outcome === 'done' || r.reason.length > 0, {
      path: ['reason'],
      error: 'Reason is missing: enter why this step is skipped',
    }),
  z
    .strictObject({
      kind: z.literal('torque'),
      step: recordId,
      fastener: recordId,
      /** 1 for the first of several alike. */
      place: z.number().int().min(1).max(24),
      outcome: z.enum(['reading', 'by-feel', 'not-reached', 'none-given']),
      value: bounded('torque', 0.05, 1500).nullable(),
      reading: deviceReading.nullable(),
    })
    .refine((r) => (r.outcome === 'reading') === (r.value !== null), {
      path: ['value'],
      error: 'a reading needs its torque, and only a reading has one',
    }),
  z.strictObject({
    kind: z.literal('opened-again'),
    step: recordId,
    fastener: recordId,
    reason: requiredText('Reason', 400),
  }),
  z.strictObject({
    kind: z.literal('maker-torque'),
    fastener: recordId,
    value: bounded('torque', 1, 1000),
    source: requiredText('Source of the figure', 400),
  }),
  z.strictObject({
    kind: z.literal('deviation'),
    what: requiredText('What was done differently', 400),
    why: requiredText('Why', 400),
    agreedBy: requiredText('Who agreed', 80),
  }),
  z.strictObject({ kind: z.literal('off'), part: requiredText('Part', 120) }),
  z.strictObject({ kind: z.literal('on-again'), part: requiredText('Part', 120) }),
] as const
