import { z } from 'zod'
import { REMEDIES } from '../fittings'
import { bounded } from '../quantity'
import { optionalText, requiredText } from '../vehicle'
import { dateTime, deviceReading, recordAxle, recordId } from './parts'

/** What Air puts on record: connections soaped, both ends of the 24 h air check. */
export const airRecords = [
  z.strictObject({
    kind: z.literal('connection'),
    connection: recordId,
    /** One that cannot be seen is owed still: what stands in the way is said. */
    result: z.enum(['no-bubbles', 'bubbles', 'cannot-see']),
    pressure: bounded('pressure', 0, 1_000_000),
    /** How long it was watched under soap; null where nobody said. */
    minutes: z.number({ error: 'minutes must be a number' }).min(0).max(240).nullable().default(null),
    reason: optionalText('Reason', 400).default(''),
  }),
  /** A fitting or line opened after it was soaped: its air is out, and what was proved of it is void. */
  z.strictObject({
    kind: z.literal('connection-opened'),
    connection: recordId,
    reason: requiredText('Reason', 400),
    /** What was done to it: that decides what is soaped again. */
    remedy: z.enum(REMEDIES, { error: `remedy must be one of ${REMEDIES.join(', ')}` }).default('opened'),
  }),
  z.strictObject({
    kind: z.literal('air-check'),
    axle: recordAxle,
    /** Whose line was read; null where both bags are on it. */
    side: z.enum(['left', 'right'], { error: 'side must be left or right' }).nullable().default(null),
    end: z.enum(['start', 'end']),
    pressure: bounded('pressure', 0, 1_000_000),
    temperature: bounded('temperature', 233.15, 333.15),
    readAt: dateTime,
    reading: deviceReading.nullable(),
    /** Minutes from the last air put in to this reading; asked of a start. */
    waited: z.number({ error: 'waited must be a number of minutes' }).min(0).max(100_000).nullable().default(null),
    /** At the lip over that axle, from the mark that the job measures by; null where nobody read it. */
    height: bounded('length', 0.1, 2).nullable().default(null),
  }),
  /** A test of a line that loses air: an ear along it, or a line pulled and plugged with an eye on the gauge. */
  z
    .strictObject({
      kind: z.literal('leak-test'),
      axle: recordAxle,
      side: z.enum(['left', 'right'], { error: 'side must be left or right' }).nullable().default(null),
      test: z.enum(['listen', 'close-off'], { error: 'test must be listen or close-off' }),
      /** The line that was pulled and plugged. */
      tube: recordId.nullable().default(null),
      /** Heard it; or the gauge still fell. */
      found: z.boolean({ error: 'found must be true or false' }),
    })
    .refine((r) => (r.test === 'close-off') === (r.tube !== null), {
      path: ['tube'],
      error: 'tube names the line that was closed off, and only there',
    }),
] as const
