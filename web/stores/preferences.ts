import { useLocalStorage } from '@vueuse/core'
import { defineStore } from 'pinia'
import type { UnitSystem } from '@stout-shackle/core/quantity'

/** What this screen remembers about its user: units shown, and who is at it. Nothing stored in a job depends on it. */
export const usePreferences = defineStore('preferences', () => {
  const system = useLocalStorage<UnitSystem>('units', 'us')
  const person = useLocalStorage('person', '')
  const swapUnits = () => {
    system.value = system.value === 'us' ? 'metric' : 'us'
  }
  return { system, person, swapUnits }
})
