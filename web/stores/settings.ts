import { defineStore } from 'pinia'
import { computed, shallowRef } from 'vue'
import { formatDate, formatDateTime, NEW_SHOP, type ShopSettings } from '@stout-shackle/core/shop'
import type { Entry } from '@stout-shackle/core/contract'
import { formatMoney } from '@stout-shackle/core/quantity'
import { call } from '../api/client'
import { newKey } from '../api/key'

/** The shop's settings, and how its money, dates and times read. */
export const useSettings = defineStore('settings', () => {
  const stored = shallowRef<Entry<ShopSettings>>({ version: 0, document: NEW_SHOP })
  const settings = computed(() => stored.value.document)
  const load = async () => void (stored.value = await call<Entry<ShopSettings>>('/shop'))
  async function save(document: ShopSettings): Promise<void> {
    const { version } = stored.value
    stored.value = await call<Entry<ShopSettings>>('/shop', { method: 'PUT', body: document, version, key: newKey() })
  }
  const money = (amount: number | null) => (amount === null ? '–' : formatMoney(amount, settings.value.currency))
  /** `Nov 25`; with the year where it is another one than now. */
  const date = (dateHere: string) => formatDate(dateHere, settings.value.timeZone, new Date().getFullYear())
  const dateTime = (time: string) => formatDateTime(time, settings.value.timeZone)
  return { settings, load, save, money, date, dateTime }
})
