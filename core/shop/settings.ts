import { z } from 'zod'
import { bounded } from '../quantity'
import { optionalText, requiredText } from '../vehicle'
import { airCheckRuleSchema, USUAL_AIR_CHECK } from './air-check'

const isTimeZone = (zone: string): boolean => {
  try {
    return Boolean(new Intl.DateTimeFormat('en-US', { timeZone: zone }))
  } catch {
    return false
  }
}

/** A torque wrench of the shop, and until when its calibration holds. */
export const wrenchSchema = z
  .strictObject({
    serial: requiredText('Serial number', 40),
    name: requiredText('Name of the wrench', 60),
    low: bounded('torque', 0.1, 1500),
    high: bounded('torque', 0.5, 1500),
    due: z.iso.date({ error: 'Calibration due must be a date like 2027-05-31' }),
    /** The instrument that sends its readings, where it is one. */
    device: z.string().max(60).nullable().default(null),
  })
  .refine((w) => w.low < w.high, { path: ['low'], error: 'low must be under high' })
export type Wrench = z.infer<typeof wrenchSchema>

/** What a shop sets once: its name, money, clock and units. Times are stored in UTC and shown in its zone. */
export const shopSettingsSchema = z.strictObject({
  name: requiredText('Shop name', 80),
  /** Printed on the owner's card; empty for none. */
  phone: optionalText('Phone', 40).default(''),
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
  /** How long a line is held before its air check closes. */
  airCheck: airCheckRuleSchema.default(USUAL_AIR_CHECK),
  wrenches: z
    .array(wrenchSchema)
    .max(30, { error: 'wrenches has too many: 30 max' })
    .refine((all) => new Set(all.map((w) => w.serial)).size === all.length, {
      error: 'two wrenches have one serial number',
    })
    .default([]),
})
export type ShopSettings = z.infer<typeof shopSettingsSchema>

/** What a new shop begins with. */
export const NEW_SHOP: ShopSettings = {
  name: 'The shop',
  phone: '',
  currency: 'USD',
  timeZone: 'UTC',
  units: 'us',
  wrenches: [],
  airCheck: { ...USUAL_AIR_CHECK },
}
