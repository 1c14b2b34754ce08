import { call } from '../api/client'
import { useShop } from '../stores/shop'

/** How many of the board are kept for a server that goes away; papers only where a worker keeps them. */
const MOST = 40
const PAUSE_MS = 150

let busy = false

/** Asks once for what the jobs in the shop are worked on with, so that this screen has it when the server is away. */
export async function keepTheDay(): Promise<void> {
  const shop = useShop()
  if (busy) return
  busy = true
  try {
    await shop.loadJobs()
    const here = (shop.jobs ?? []).filter((j) => !j.handedOver).slice(0, MOST)
    for (const { id } of here) {
      const { job } = await call<{ job: { vehicle: { make: string; model: string } } }>(`/jobs/${id}`)
      const { make, model } = job.vehicle
      await call(`/catalog?${new URLSearchParams({ make, model }).toString()}`)
      if (navigator.serviceWorker?.controller)
        for (const paper of ['card', 'record']) await fetch(`/api/jobs/${id}/${paper}.pdf?units=us`)
      await new Promise((resolve) => setTimeout(resolve, PAUSE_MS))
    }
  } catch {
    // Away: what was kept before is there.
  } finally {
    busy = false
  }
}
