import { z } from 'zod'
import { requiredText } from '../vehicle'

const isTimeZone = (zone: string): boolean => {
  try {
    return Boolean(new Intl.DateTimeFormat('en-US', { timeZone: zone }))
  } catch {
    return false
  }
}

/** What a shop sets once: its name, money, clock and units. Times are stored in UTC and shown in its zone. */
export const shopSettingsSchema = z.strictObject({
  name: requiredText('Shop name', 80),
  /** ISO 4217. */
  currency: z
    .string({ error: 'Currency must be text' })
    .regex(/^[A-Z]{3}$/, { error: 'Currency must be a three-letter code, for example USD' }),
  /** IANA name. */
  timeZone: z
    .string({ error: 'Time zone must be text' })
    .max(60, { error: 'Time zone is too long: 60 characters max' })
    .refine(isTimeZone, { error: 'Time zone must be a name like America/Denver' }),
  /** Units a new screen shows; papers are Letter with `us` and A4 with `metric`. */
  units: z.enum(['us', 'metric'], { error: 'Units must be us or metric' }),
})
export type ShopSettings = z.infer<typeof shopSettingsSchema>

/** What a new shop begins with. */
export const NEW_SHOP: ShopSettings = { name: 'The shop', currency: 'USD', timeZone: 'UTC', units: 'us' }
