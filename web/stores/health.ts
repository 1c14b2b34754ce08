import type { Health } from '@stout-shackle/core/contract'
import { call } from '../api/client'
import { reach } from '../api/reach'
import { onShopEvent } from './events'

/** So long a crash is spoken of. */
const SAID_FOR_MS = 15 * 60_000

/** Keeps what the server says of itself in sight: a full disk, and that there is room again. Call once. */
export function followHealth(): void {
  async function look(): Promise<void> {
    const health = await call<Health>('/health').catch(() => null)
    if (!health) return
    reach.trouble = health.problems.map((p) => p.detail).join(' ') || null
    const lately = health.restarted && Date.now() - Date.parse(health.restarted) < SAID_FOR_MS
    reach.restarted = lately ? health.restarted : null
  }
  onShopEvent('health', () => void look())
  onShopEvent('open', () => void look())
  void look()
}
