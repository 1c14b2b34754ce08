import { z } from 'zod'
import { PSI, typed } from '../quantity'
import { bagDataSchema } from '../spring'
import { expectedAfter, GAUGE_TOLERANCE, judgeHold } from '../air'
import { figure } from './answer'

const pressure = typed('pressure', 0, 1_500_000)
const temperature = typed('temperature', 233.15, 333.15)
const altitude = typed('altitude', -500, 5000)
/** Its place where it says none is the one of the whole request. */
const reading = z.strictObject({ pressure, temperature, altitude: altitude.optional() })

export const leakRequest = z
  .strictObject({
    start: reading,
    end: reading,
    hours: z
      .number({ error: 'hours must be a number over 0' })
      .gt(0, { error: 'hours must be over 0' })
      .max(10_000, { error: 'hours must be 10,000 or less' })
      .default(24),
    /** What one reading of the gauge may be off by. */
    gauge: typed('pressure', 0, 20 * PSI).default(GAUGE_TOLERANCE),
    /** The vehicle stands on its wheels; absent where the axle hangs. */
    standing: z
      .strictObject({
        bag: bagDataSchema,
        /** At the start. */
        bagHeight: typed('length', 0.01, 0.8),
        /** Of the steel spring, for one bag. */
        rate: typed('rate', 0, 5_000_000),
        /** Of the steel spring, for one bag, N either way. */
        friction: z
          .number({ error: 'friction must be a number, N' })
          .min(0, { error: 'friction must be 0 or more' })
          .max(20_000, { error: 'friction must be 20,000 or less' })
          .default(0),
        /** Of the bag from start to end, higher positive; absent where nobody read it. */
        heightChange: typed('length', -0.3, 0.3).optional(),
      })
      .optional(),
    /** Where both were read, unless one says its own. */
    altitude: altitude.default(0),
  })
  .superRefine(({ start, end, standing, altitude: place }, context) => {
    if (!standing) return
    const { heightChange = null, ...own } = standing
    if (
      expectedAfter({ altitude: place, ...start }, { altitude: place, ...end }, { ...own, heightChange }) === undefined
    )
      context.addIssue({
        code: 'custom',
        path: ['standing', heightChange === null ? 'bagHeight' : 'heightChange'],
        message: 'takes the bag out of its table: check the height, and the change of it',
      })
  })

/**
 * Verdict on a pressure hold.
 * @param request as its schema reads it, SI
 * @returns expected with what friction leaves open; lost, allowed by its time, what can be shown at all a day
 * Source: `judgeHold`.
 */
export function computeLeak({ start, end, hours, gauge, standing, altitude: place }: z.output<typeof leakRequest>) {
  const verdict = judgeHold(
    { altitude: place, ...start },
    { altitude: place, ...end },
    hours,
    gauge,
    standing ? { ...standing, heightChange: standing.heightChange ?? null } : null,
  )!
  const { value, low, high } = verdict.expected
  return {
    code: verdict.code,
    expected: { ...figure('pressure', value), low: figure('pressure', low), high: figure('pressure', high) },
    lost: figure('pressure', verdict.lost),
    allowed: figure('pressure', verdict.allowed),
    detectable: figure('pressure', verdict.detectable),
  }
}
