import { z } from 'zod'
import { AXLES } from '../vehicle'

/** Id of anything a record names: a step, a fastener, a load case, another record. */
export const recordId = z.string().regex(/^[A-Za-z0-9][A-Za-z0-9:_-]{0,99}$/, {
  error: 'must be letters, digits, dashes or colons, 100 max',
})
export const recordSide = z.enum(['left', 'right'])
/** A date and time with its zone. */
export const dateTime = z.iso.datetime({ error: 'must be a date and time like 2026-11-25T10:42:00Z' })
/** A reading of a device, by its own count. */
export const deviceReading = z.strictObject({ device: recordId, sequence: z.number().int().min(1) })

/** Which axle's kit a record is about; the rear one where it does not say. */
export const recordAxle = z.enum(AXLES, { error: 'axle must be front or rear' }).default('rear')
