// One picture of each main view from the demo's data, into docs/screenshots/.
import { mkdirSync, mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { ensureBuilt, ensureChromium, ensurePackages, root, startServer } from './ensure.mjs'

ensurePackages()
ensureChromium()
ensureBuilt()
const { openBrowser, sitDown } = await import('./browser.mjs')
const { loadDemo } = await import('../demo/load.mjs')

const VIEWS = [
  ['bays', '/'],
  ['measure', '/jobs/job-0418/measure'],
  ['load', '/jobs/job-0417/load'],
  [
    'load-charts',
    '/jobs/job-0418/load',
    async (page) => {
      await page.getByRole('tab', { name: 'Squat against load' }).click()
      await page.locator('.chart svg').waitFor()
      await page.locator('figure').scrollIntoViewIfNeeded()
    },
  ],
  ['choose', '/jobs/job-0417/choose'],
  [
    'choose-side-by-side',
    '/jobs/job-0417/choose',
    async (page) => {
      await page.locator('button.more').click()
      for (const name of ['Twofold', 'Reed sleeve', 'Hollow rubber, heavy', 'Mark two, bump stop inside'])
        await page.getByLabel(`Set ${name} side by side`, { exact: true }).check()
      await page.locator('.chart svg').waitFor()
      await page.getByRole('heading', { name: 'Side by side' }).evaluate((e) => e.scrollIntoView())
    },
  ],
  ['fit', '/jobs/job-0417/fit', (page) => page.locator('[data-tightest]').waitFor()],
  ['plan', '/jobs/job-0417/plan'],
  [
    'kit-work',
    '/kits/one/ninebark-twofold/work',
    (page) =>
      page
        .locator('[data-trial] h2')
        .filter({ hasText: /\d of \d/ })
        .waitFor(),
  ],
  ['bay-view', '/jobs/job-0415/bay-view?step=torque-shock:left'],
  ['bay-view-tablet', '/jobs/job-0417/bay-view?step=mount-upper:right', null, { width: 820, height: 1180 }],
  [
    'air',
    '/jobs/job-0417/air',
    async (page) => {
      await page.getByLabel('Air comes from').selectOption('compressor-tank')
      await page.getByRole('button', { name: 'Route them' }).click()
      await page.locator('tr[data-line=compressor-harness]').waitFor()
      await page
        .getByRole('status')
        .filter({ hasText: /^saved$/ })
        .waitFor()
    },
  ],
  ['hand-over', '/jobs/job-0415/hand-over'],
  ['kits', '/kits'],
  ['kit', '/kits/one/ninebark-twofold', async (page) => page.locator('.chart svg').waitFor()],
  ['take-in', '/kits/files', takeIn],
  ['vehicles', '/vehicles'],
  ['bench', '/bench/torque'],
  ['people', '/people'],
]
/** A list with mistakes in it, as far as its dry run. */
async function takeIn(page) {
  const file = [
    'id,kit,make,model,from,to,conditions,source',
    'sallow-reed-1,sallow-reed,Tollmere,Dunnock 25,2010,2025,bed = short|standard,new list',
    'sallow-reed-9,sallow-reed,Tollmere,Dunnock 45,2016,2024,,new list',
    'sallow-reed-10,sallow-read,Tollmere,Dunnock 45,2016,2024,,new list',
    'sallow-reed-11,sallow-reed,Tollmere,Dunnock 45,2024,2016,,new list',
    'sallow-reed-9,sallow-reed,Tollmere,Dunnock 45,2016,2024,,new list',
    'sallow-reed-12,sallow-reed,Tollmere,Dunnock 35,2016,2024,liftBlock < 2,new list',
  ].join('\n')
  await page.getByLabel('What the file holds').selectOption('applications')
  await page
    .getByLabel('Choose a file: CSV, JSON or xlsx')
    .setInputFiles({ name: 'reed-list.csv', mimeType: 'text/csv', buffer: Buffer.from(file) })
  await page.getByText('stands in row 3 already').waitFor()
}

const only = process.argv.slice(2)
const out = process.env.SHOTS ?? join(root, 'docs/screenshots')
mkdirSync(out, { recursive: true })
const dataDir = mkdtempSync(join(tmpdir(), 'shackle-shots-'))
const { address, child } = await startServer({ demo: true, dataDir, port: 5288 })
const browser = await openBrowser()
try {
  await loadDemo(address)
  await sitDown(browser, address, 'Maren')
  const page = browser.pages()[0] ?? (await browser.newPage())
  for (const [name, path, prepare, size] of VIEWS) {
    if (only.length && !only.includes(name)) continue
    await page.setViewportSize(size ?? { width: 1280, height: 800 })
    await page.goto(address + path, { waitUntil: 'load' })
    await page.locator('h1').first().waitFor()
    await page.evaluate(() => document.fonts.ready)
    await prepare?.(page)
    await page.screenshot({ path: join(out, `${name}.png`) })
    console.log(`· ${name}`)
  }
} finally {
  await browser.close()
  child.kill('SIGTERM')
  rmSync(dataDir, { recursive: true, force: true })
}
