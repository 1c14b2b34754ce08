import { z } from 'zod'
import { bounded } from '../quantity'
import { HEIGHT_PLACES, MARKS, optionalText } from '../vehicle'
import { recordId } from './parts'

/** What Measure puts on record: corner heights and scale tickets. */
export const measureRecords = [
  z.strictObject({
    kind: z.literal('height'),
    /** Before or after the kit was fitted. */
    timing: z.enum(['before', 'after']),
    /** `empty-again`: unloaded after having been loaded; the part it does not come back by is friction. */
    load: z.enum(['empty', 'loaded', 'empty-again']),
    /** Which load case was on, for a loaded reading. */
    loadCase: recordId.nullable(),
    corner: z.enum(HEIGHT_PLACES),
    mark: z.enum(MARKS),
    value: bounded('length', 0.1, 2.5),
    about: z.boolean(),
    /** Half-width of the tool; a sixteenth of an inch where nothing is given. */
    tolerance: bounded('length', 0.0002, 0.02).nullable().default(null),
    /** Gauge, mean of the axle's bags; 0 with none fitted, null where nobody read it: it is never assumed. */
    bagPressure: bounded('pressure', 0, 1_000_000).nullable(),
  }),
  /** What is on the vehicle from now on: one of the job's load cases, or nothing. */
  z.strictObject({ kind: z.literal('load-on'), loadCase: recordId.nullable() }),
  z.strictObject({
    kind: z.literal('scale-ticket'),
    load: z.enum(['empty', 'loaded']),
    /** Which load case was on, for a loaded ticket. */
    loadCase: recordId.nullable(),
    front: bounded('mass', 100, 20_000),
    rear: bounded('mass', 100, 20_000),
    /** Trailer axles, where a trailer was on. */
    trailer: bounded('mass', 0, 30_000).nullable(),
    /** Plus or minus of the scale on each. */
    tolerance: bounded('mass', 0, 500),
    /** What the ticket calls itself: number, scale, day. */
    ticket: optionalText('Ticket', 120),
  }),
] as const
