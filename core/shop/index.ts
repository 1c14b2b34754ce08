export { formatDate, formatDateTime } from './dates'
export { NEW_SHOP, shopSettingsSchema, type ShopSettings } from './settings'
