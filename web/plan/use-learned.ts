import { computed, shallowRef, watch, type Ref } from 'vue'
import type { MeasuredSteps } from '@stout-shackle/core/contract'
import type { Job } from '@stout-shackle/core/job'
import { learnedMinutes, type Plan } from '@stout-shackle/core/plan'
import { call } from '../api/client'

/** Steps of one operation, whichever side. */
const operationOf = (step: string) => step.replace(/:(left|right)$/, '')

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
  return computed(() => {
    const { value: value } = plan
    if (!value || !measured.value.length) return null
    const times = new Map<string, number[]>()
    for (const { step, minutes } of measured.value) {
      const id = operationOf(step)
      times.set(id, [...(times.get(id) ?? []), minutes])
    }
    const learned = value.steps.map((s) => ({
      was: s.minutes,
      is: learnedMinutes(s.minutes, times.get(operationOf(s.id)) ?? []),
    }))
    const change = learned.reduce((sum, { was, is }) => sum + (is.times ? is.minutes - was : 0), 0)
    return {
      minutes: Math.max(0, value.minutes + change / value.crew),
      doubt: Math.sqrt(learned.reduce((sum, { is }) => sum + is.doubt ** 2, 0)),
      jobs: new Set(measured.value.map((m) => m.job)).size,
    }
  })
}
