import { defineStore } from 'pinia'
import { shallowRef } from 'vue'
import type { Refusal } from '../../offline-store'

/** A job whose plan is edited here and not with the server. */
export interface UnsavedPlan {
  id: string
  number: string
  title: string
  refused: Refusal | null
  conflicts: number
  by: string
}

/** What the job store has not saved, for pages that show only that: they come without all that assesses a job. */
export const useUnsavedPlans = defineStore('unsaved-plans', () => {
  const plans = shallowRef<readonly UnsavedPlan[]>([])
  return { plans }
})
