import { z } from 'zod'

/** What shop and customer care about, as plain answers. */
export const preferencesSchema = z.strictObject({
  loadChanges: z.enum(['seldom', 'sometimes', 'daily']),
  offCenter: z.enum(['no', 'sometimes', 'often']),
  emptyRide: z.enum(['unimportant', 'matters', 'first']),
  drilling: z.enum(['fine', 'rather-not']),
  upkeep: z.enum(['looked-after', 'forgotten']),
  hurry: z.enum(['no', 'today']),
  compressor: z.enum(['no', 'later']),
  budget: z
    .number({ error: 'Budget must be a number' })
    .min(1, { error: 'Budget must be above zero' })
    .max(100_000, { error: 'Budget must be below 100 000' })
    .nullable(),
})
export type Preferences = z.infer<typeof preferencesSchema>
export const USUAL_PREFERENCES: Preferences = {
  loadChanges: 'sometimes',
  offCenter: 'sometimes',
  emptyRide: 'matters',
  drilling: 'fine',
  upkeep: 'looked-after',
  hurry: 'no',
  compressor: 'no',
  budget: null,
}
