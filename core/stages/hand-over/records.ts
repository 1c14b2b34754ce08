import { z } from 'zod'
import { bounded } from '../../quantity'
import { optionalText, requiredText } from '../../vehicle'
import { recordAxle } from '../record-parts'
import { AIR_CHECKS } from '../air/records'
import { BAY_CHECKS } from '../bay/records'
import { FIT_CHECKS } from '../fit/records'

/** Final checks that this stage answers itself. */
export const HAND_OVER_CHECKS = ['heights', 'minimum-pressure'] as const

/** Every final check, in the order in which they are read out. */
export const FINAL_CHECKS = ['heights', ...FIT_CHECKS, ...BAY_CHECKS, ...AIR_CHECKS, 'minimum-pressure'] as const
export type FinalCheckId = (typeof FINAL_CHECKS)[number]

/** What Hand over puts on record: pressures as set, answers to final checks, the handover itself. */
export const handOverRecords = [
  z.strictObject({
    kind: z.literal('bag-pressure'),
    axle: recordAxle,
    left: bounded('pressure', 0, 1_000_000),
    right: bounded('pressure', 0, 1_000_000),
  }),
  z
    .strictObject({
      kind: z.literal('final-check'),
      check: z.enum(FINAL_CHECKS),
      outcome: z.enum(['not-applicable', 'refused']),
      because: requiredText('Reason', 400),
      signedBy: optionalText('Signed by', 80),
    })
    .refine((r) => r.outcome !== 'refused' || r.signedBy.length > 0, {
      path: ['signedBy'],
      error: "Signed by is missing: a refusal is the customer's, with a name",
    }),
  z.strictObject({ kind: z.literal('handed-over'), to: requiredText('Handed over to', 80) }),
] as const
