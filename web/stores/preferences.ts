import { useLocalStorage } from '@vueuse/core'
import { defineStore, storeToRefs } from 'pinia'
import { computed } from 'vue'
import type { UnitSystem } from '@stout-shackle/core/quantity'
import { useSettings } from './settings'

/** What this screen remembers about its user: units shown. Nothing stored in a job depends on it. */
export const usePreferences = defineStore('preferences', () => {
  const chosen = useLocalStorage<UnitSystem | null>('units', null)
  const { settings } = storeToRefs(useSettings())
  /** The person's choice on this screen; the shop's until there is one. */
  const system = computed<UnitSystem>({
    get: () => chosen.value ?? settings.value.units,
    set: (units) => (chosen.value = units),
  })
  const swapUnits = () => {
    system.value = system.value === 'us' ? 'metric' : 'us'
  }
  return { system, swapUnits }
})
