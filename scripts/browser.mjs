import { mkdtempSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { chromium } from 'playwright-core'
import { CHROMIUM } from './ensure.mjs'

/**
 * Debian's Chromium with a profile of its own.
 * @param {{ width: number, height: number }} viewport
 * @param {string[]} args more of them
 * @param {string | null} home a home of its own, with the authorities it trusts
 * @param {boolean} touch whether it is touched, as a tablet is
 */
export async function openBrowser(viewport = { width: 1280, height: 800 }, args = [], home = null, touch = false) {
  const profile = mkdtempSync(join(tmpdir(), 'shackle-browser-'))
  return chromium.launchPersistentContext(profile, {
    executablePath: CHROMIUM,
    headless: true,
    viewport,
    ...(touch ? { hasTouch: true, isMobile: true } : {}),
    ...(home ? { env: { ...process.env, HOME: home } } : {}),
    args: [
      '--no-sandbox',
      '--disable-gpu',
      '--disable-quic',
      '--no-first-run',
      '--disable-background-networking',
      '--disable-component-update',
      '--disable-sync',
      ...args,
    ],
  })
}

/**
 * Somebody of the demo signs in at a browser by a tap; every page of it is theirs from then on.
 * @param {import('playwright-core').BrowserContext} browser
 * @param {string} address
 * @param {string} person
 */
export async function sitDown(browser, address, person) {
  const page = await browser.newPage()
  await page.goto(address)
  const dialog = page.getByRole('dialog')
  await dialog.getByRole('button', { name: new RegExp(`^${person}`) }).click()
  await dialog.waitFor({ state: 'detached' })
  await page.close()
}
