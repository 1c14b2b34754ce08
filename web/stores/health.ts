import type { Health } from '@stout-shackle/core/contract'
import { call } from '../api/client'
import { reach } from '../api/reach'
import { onShopEvent } from './events'

/** Keeps what the server says of itself in sight: a full disk, and that there is room again. Call once. */
export function followHealth(): void {
  async function look(): Promise<void> {
    const health = await call<Health>('/health').catch(() => null)
    if (health) reach.trouble = health.problems.map((p) => p.detail).join(' ') || null
  }
  onShopEvent('health', () => void look())
  onShopEvent('open', () => void look())
  void look()
}
