import { z } from 'zod'
import { requiredText } from '../vehicle'

/** How long a line is held before its check closes, and where that is from. */
export const airCheckRuleSchema = z.strictObject({
  hours: z
    .number({ error: 'Hours of the air check must be a number' })
    .min(1, { error: 'Hours of the air check must be 1 or more' })
    .max(168, { error: 'Hours of the air check must be 168 or less' }),
  source: requiredText('Source of the hours', 200),
})
export const USUAL_AIR_CHECK: z.infer<typeof airCheckRuleSchema> = { hours: 24, source: 'common practice' }
