import { z } from 'zod'
import { atmosphere, typed } from '../quantity'
import { AIR_CHECK_SECONDS, judgeAirCheck } from '../air'
import { figure } from './answer'

const reading = z.strictObject({
  pressure: typed('pressure', 0, 1_500_000),
  temperature: typed('temperature', 233.15, 333.15),
})

export const leakRequest = z.strictObject({
  start: reading,
  end: reading,
  hours: z
    .number({ error: 'hours must be a number over 0' })
    .gt(0, { error: 'hours must be over 0' })
    .max(10_000, { error: 'hours must be 10,000 or less' })
    .default(AIR_CHECK_SECONDS / 3600),
  altitude: typed('altitude', -500, 5000).default(0),
})

/**
 * Verdict on a pressure hold, corrected for temperature.
 * @param request as its schema reads it, SI
 * Source: ideal gas; the allowance is common practice.
 */
export function computeLeak({ start, end, hours, altitude }: z.output<typeof leakRequest>) {
  const verdict = judgeAirCheck(start, end, hours * 3600, atmosphere(altitude))
  return {
    code: verdict.code,
    expected: figure('pressure', verdict.expected),
    lost: figure('pressure', verdict.lost),
    allowed: figure('pressure', verdict.allowed),
  }
}
