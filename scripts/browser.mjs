import { mkdtempSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { chromium } from 'playwright-core'
import { CHROMIUM } from './ensure.mjs'

/**
 * Debian's Chromium with a profile of its own.
 * @param {{ width: number, height: number }} viewport
 */
export async function openBrowser(viewport = { width: 1280, height: 800 }) {
  const profile = mkdtempSync(join(tmpdir(), 'shackle-browser-'))
  return chromium.launchPersistentContext(profile, {
    executablePath: CHROMIUM,
    headless: true,
    viewport,
    args: [
      '--no-sandbox',
      '--disable-gpu',
      '--disable-quic',
      '--no-first-run',
      '--disable-background-networking',
      '--disable-component-update',
      '--disable-sync',
    ],
  })
}
