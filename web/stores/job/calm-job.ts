import { computed } from 'vue'
import type { Job } from '@stout-shackle/core/job'
import type { Assessment } from '@stout-shackle/core/judge'
import { useJob } from './job'

/** Panels take their turn every so many frames of a drag. */
const TURNS = 6

/**
 * The open job for a panel of figures. It follows at once, but while a weight is being dragged only at its turn: the
 * picture and the truck are drawn at every frame, and the figures, which nobody reads at sixty a second, in between.
 *
 * @param turn 0 to 5; panels on one page take different ones
 */
export function useCalmJob(turn: number) {
  const store = useJob()
  let held: { job: Job; assessment: Assessment } | null = null
  const seen = computed(() => {
    const [job, assessment] = [store.job!, store.assessment!]
    const rests = store.moving && store.beat % TURNS !== turn && held?.job.id === job.id
    if (!rests && (held?.job !== job || held.assessment !== assessment)) held = { job, assessment }
    return held!
  })
  return { store, job: computed(() => seen.value.job), assessment: computed(() => seen.value.assessment) }
}
