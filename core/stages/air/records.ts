import { z } from 'zod'
import { bounded } from '../../quantity'
import { requiredText } from '../../vehicle'
import { dateTime, deviceReading, recordAxle, recordId } from '../record-parts'

/** Final checks that this stage answers. */
export const AIR_CHECKS = ['soap', 'air-check'] as const

/** What Air puts on record: connections soaped, both ends of the 24 h air check. */
export const airRecords = [
  z.strictObject({
    kind: z.literal('connection'),
    connection: recordId,
    result: z.enum(['no-bubbles', 'bubbles']),
    pressure: bounded('pressure', 0, 1_000_000),
    /** How long it was watched under soap; null where nobody said. */
    minutes: z.number({ error: 'minutes must be a number' }).min(0).max(240).nullable().default(null),
  }),
  /** A fitting or line opened after it was soaped: its air is out, and what was proved of it is void. */
  z.strictObject({
    kind: z.literal('connection-opened'),
    connection: recordId,
    reason: requiredText('Reason', 400),
  }),
  z.strictObject({
    kind: z.literal('air-check'),
    axle: recordAxle,
    end: z.enum(['start', 'end']),
    pressure: bounded('pressure', 0, 1_000_000),
    temperature: bounded('temperature', 233.15, 333.15),
    readAt: dateTime,
    reading: deviceReading.nullable(),
  }),
] as const
