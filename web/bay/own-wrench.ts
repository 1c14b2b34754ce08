import { useLocalStorage } from '@vueuse/core'
import { computed } from 'vue'
import type { Wrench } from '@stout-shackle/core/shop'
import { useSettings } from '../stores/settings'

/** A wrench as a torque record keeps it. */
export const asRecorded = ({ serial, high, due }: Wrench) => ({ serial, high, due })

/** Which of the shop's wrenches is in use on this screen; a reading that an instrument sends is its own wrench's. */
export function useOwnWrench() {
  const settings = useSettings()
  const serial = useLocalStorage('bay-wrench', '')
  const wrenches = computed(() => settings.settings.wrenches)
  const ownWrench = computed(() => wrenches.value.find((w) => w.serial === serial.value) ?? null)
  const ofDevice = (device: string) => wrenches.value.find((w) => w.device === device) ?? null
  const take = (to: string) => (serial.value = to)
  return { wrenches, own: ownWrench, ofDevice, take }
}
