import { useDebounceFn } from '@vueuse/core'
import { computed, watch } from 'vue'
import { call } from '../api/client'
import { useJob } from './job'
import { useOutbox } from './job/outbox'
import { useSession } from './session'

/** How much of what was entered here is not with the server: records and plans, of every job. */
export function useUnsent() {
  const outbox = useOutbox()
  const job = useJob()
  const refused = computed(
    () => outbox.refused.length + job.unsavedPlans.filter((p) => p.refused || p.conflicts).length,
  )
  const count = computed(() => outbox.waiting.length + job.unsavedPlans.length)
  return { outbox, job, refused, count }
}

/** Tells the server how much this screen has not sent, so that a hand-over elsewhere knows. Call once. */
export function tellUnsent(): void {
  const { count } = useUnsent()
  const session = useSession()
  const tell = useDebounceFn((unsent: number) => {
    if (session.person) call('/session/queue', { method: 'PUT', body: { unsent } }).catch(() => undefined)
  }, 1000)
  watch(count, (unsent) => void tell(unsent))
}
