import { computed, ref, type ComputedRef } from 'vue'
import type { Assessment } from '@stout-shackle/core/judge'

/**
 * Which step of the plan the bay view shows: the one asked for, else the first that is open, else the last.
 * @param assessment of the open job; null while it is loaded
 * @param first id of the step that the address asks for
 */
export function useStepWalk(assessment: ComputedRef<Assessment | null>, first: string | null) {
  const steps = computed(() => assessment.value?.steps ?? [])
  const chosen = ref<string | null>(first)
  const index = computed(() => {
    const wanted = steps.value.findIndex((s) => s.step.id === chosen.value)
    if (wanted >= 0) return wanted
    const open = steps.value.findIndex((s) => s.outcome === 'open')
    return open >= 0 ? open : steps.value.length - 1
  })
  const current = computed(() => steps.value[index.value] ?? null)
  const left = computed(() => steps.value.filter((s) => s.outcome === 'open'))
  const minutes = computed(() => Math.round(left.value.reduce((sum, s) => sum + s.step.minutes, 0)))
  const change = computed(() => {
    const now = current.value?.step.state
    if (!now) return null
    const after = steps.value
      .slice(index.value + 1)
      .findIndex((s) => s.step.state.support !== now.support || s.step.state.wheels !== now.wheels)
    return after < 0 ? null : after + 1
  })
  /**
   * The step after the shown one; one that somebody else is at is passed over, as far as the vehicle stands as it does.
   * @param taken steps that somebody else is at
   */
  function following(taken: ReadonlySet<string>): string | null {
    const rest = steps.value.slice(index.value + 1)
    const first = rest[0]?.step
    if (!first || !taken.has(first.id)) return first?.id ?? null
    const move = rest.findIndex((s) => s.step.kind === 'state')
    const free = rest.slice(0, move < 0 ? rest.length : move).find((s) => s.outcome === 'open' && !taken.has(s.step.id))
    return free?.step.id ?? first.id
  }
  const show = (id: string) => (chosen.value = id)
  function back() {
    const before = steps.value[index.value - 1]
    if (before) show(before.step.id)
  }
  return { steps, index, current, minutes, change, following, show, back }
}
