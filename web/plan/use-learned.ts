import { computed, shallowRef, watch, type Ref } from 'vue'
import type { MeasuredSteps } from '@stout-shackle/core/contract'
import type { Job } from '@stout-shackle/core/job'
import { shopMinutes, type Plan } from '@stout-shackle/core/plan'
import { call } from '../api/client'

/**
 * What a plan takes by this shop's own times, where there are any: those of the steps' own operations, on any vehicle.
 * @returns null until somebody has measured one
 */
export function useLearned(job: Ref<Job>, plan: Ref<Plan | null>) {
  const measured = shallowRef<MeasuredSteps>([])
  const kits = computed(() =>
    job.value.kits
      .filter(({ work }) => work === 'fit')
      .map(({ kit }) => kit.id)
      .join(),
  )
  watch(
    kits,
    async (ids) => {
      try {
        measured.value = (
          await Promise.all(
            ids
              .split(',')
              .filter(Boolean)
              .map((kit) => call<MeasuredSteps>(`/minutes?kit=${encodeURIComponent(kit)}`)),
          )
        ).flat()
      } catch {
        // Without the server the instructions stand alone.
        measured.value = []
      }
    },
    { immediate: true },
  )
  return computed(() => (plan.value ? shopMinutes(plan.value, measured.value) : null))
}
