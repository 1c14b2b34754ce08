import { watch, type WatchSource } from 'vue'
import { onShopEvent } from '../events'
import { useJob } from './job'

/** Opens the job a page is about and keeps it in step with what happens elsewhere. */
export function useJobPage(id: () => string) {
  const store = useJob()
  watch(id as WatchSource<string>, (now) => void store.open(now), { immediate: true })
  onShopEvent('job', (changed) => changed.id === id() && void store.refresh())
  onShopEvent('record', ({ job }) => job === id() && void store.refresh())
  onShopEvent('open', () => void store.refresh())
  return store
}
