import { computed, ref, type ComputedRef } from 'vue'
import type { Assessment } from '@stout-shackle/core/judge'
import { minutesLeft, stepAfter, stepShown, stepsToMove } from '@stout-shackle/core/stages'

/**
 * Which step of the plan the bay view shows, and the way on from it.
 * @param assessment of the open job; null while it is loaded
 * @param first id of the step that the address asks for
 */
export function useStepWalk(assessment: ComputedRef<Assessment | null>, first: string | null) {
  const steps = computed(() => assessment.value?.steps ?? [])
  const chosen = ref<string | null>(first)
  const index = computed(() => stepShown(steps.value, chosen.value))
  const current = computed(() => steps.value[index.value] ?? null)
  const minutes = computed(() => minutesLeft(steps.value))
  const change = computed(() => stepsToMove(steps.value, index.value))
  const following = (taken: ReadonlySet<string>) => stepAfter(steps.value, index.value, taken)
  const show = (id: string) => (chosen.value = id)
  function back() {
    const before = steps.value[index.value - 1]
    if (before) show(before.step.id)
  }
  return { steps, index, current, minutes, change, following, show, back }
}
