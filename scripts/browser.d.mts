import type { BrowserContext } from 'playwright-core'
export function openBrowser(
  viewport?: { width: number; height: number },
  args?: string[],
  home?: string | null,
  touch?: boolean,
): Promise<BrowserContext>
export function sitDown(browser: BrowserContext, address: string, person: string): Promise<void>
