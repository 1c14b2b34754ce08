import { useDebounceFn } from '@vueuse/core'
import { computed, watch } from 'vue'
import { call } from '../../api/client'
import { useOutbox } from './outbox'
import { useUnsavedPlans } from './unsaved-plans'
import { useSession } from '../session'

/** How much of what was entered here is not with the server: records and plans, of every job. */
export function useUnsent() {
  const outbox = useOutbox()
  const unsaved = useUnsavedPlans()
  const refused = computed(() => outbox.refused.length + unsaved.plans.filter((p) => p.refused || p.conflicts).length)
  const count = computed(() => outbox.waiting.length + unsaved.plans.length)
  return { outbox, refused, count }
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
