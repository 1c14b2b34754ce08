export * from './air-check'
export { formatDate, formatDateTime } from './dates'
export {
  mayDo,
  passwordSchema,
  personName,
  personSchema,
  pinSchema,
  ROLE_NAMES,
  ROLES,
  type Access,
  type Person,
  type Role,
} from './people'
export { NEW_SHOP, shopSettingsSchema, wrenchSchema, type ShopSettings, type Wrench } from './settings'
