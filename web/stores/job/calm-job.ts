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
  let frozen: { job: Job; assessment: Assessment } | null = null
  const shown = computed(() => {
    const [job, assessment] = [store.job!, store.assessment!]
    const rests = store.moving && store.beat % TURNS !== turn && frozen?.job.id === job.id
    if (!rests && (frozen?.job !== job || frozen.assessment !== assessment)) frozen = { job, assessment }
    return frozen!
  })
  return { store, job: computed(() => shown.value.job), assessment: computed(() => shown.value.assessment) }
}
