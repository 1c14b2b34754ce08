import type { BrowserContext } from 'playwright-core'
export function openBrowser(viewport?: { width: number; height: number }): Promise<BrowserContext>
