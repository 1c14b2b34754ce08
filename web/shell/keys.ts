import { useEventListener } from '@vueuse/core'
import { useRoute, useRouter } from 'vue-router'
import { STAGES } from '@stout-shackle/core/job'
import { usePreferences } from '../stores/preferences'

/** Every key, for the list and the handler. */
export const KEYS: [string, string][] = [
  ['1 to 8', 'open a stage of the job'],
  ['Enter', 'next reading, around the vehicle'],
  ['u', 'swap inches and millimeters'],
  ['/', 'find a job or kit'],
  ['b', 'open the bay view of the job'],
  ['Ctrl Z', 'undo the last edit or record'],
  ['Esc', 'leave a field as it was'],
  ['?', 'show or hide this list'],
]

const isTyping = (target: EventTarget | null) =>
  target instanceof HTMLElement && (target.isContentEditable || /^(INPUT|TEXTAREA|SELECT)$/.test(target.tagName))

/** Keys of the whole shop. In a field they stay letters. */
export function useShopKeys({ showKeys }: { showKeys: () => void }): void {
  const route = useRoute()
  const router = useRouter()
  const preferences = usePreferences()
  // eslint-disable-next-line complexity -- one key after the other
  useEventListener(window, 'keydown', (event: KeyboardEvent) => {
    if (isTyping(event.target) || event.altKey || event.defaultPrevented) return
    const id = route.params.id
    if ((event.ctrlKey || event.metaKey) && event.key === 'z' && id)
      void import('../stores/job').then(({ useJob }) => useJob().undo())
    else if (event.ctrlKey || event.metaKey) return
    else if (event.key === 'u') preferences.swapUnits()
    else if (event.key === '?') showKeys()
    else if (event.key === '/') void router.push({ name: 'bays', query: { find: '' } })
    else if (event.key === 'b' && id) void router.push({ name: 'bay-view', params: { id } })
    else if (/^[1-8]$/.test(event.key) && id) void router.push({ name: STAGES[Number(event.key) - 1], params: { id } })
    else return
    event.preventDefault()
  })
}
