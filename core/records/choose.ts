import { z } from 'zod'
import { requiredText } from '../vehicle'
import { recordAxle, recordId } from './parts'

/** What Choose puts on record: figures of a kit that somebody compared with its paper, for this job. */
export const chooseRecords = [
  z.strictObject({
    kind: z.literal('kit-confirmed'),
    axle: recordAxle,
    kit: recordId,
    /** Each by its place in the kit, and by the hash of what it says: another figure was not confirmed. */
    figures: z
      .array(
        z.strictObject({
          path: requiredText('Path', 120),
          hash: z.string().regex(/^[0-9a-f]{64}$/, { error: 'hash must be a SHA-256 in 64 hex digits' }),
        }),
      )
      .min(1, { error: 'figures must name one or more' })
      .max(120, { error: 'figures has too many: 120 max' }),
  }),
] as const
