import { z } from 'zod'
import { bounded } from '../../quantity'
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
