import { readFileSync } from 'node:fs'
import { createRequire } from 'node:module'
import type { AxeResults } from 'axe-core'
import { afterAll, afterEach, beforeAll, expect, test } from 'vitest'
import { demoJobs } from '../demo/shop'
import { STAGES } from '../core/job'
import { Shop } from './shop'

let shop: Shop
beforeAll(async () => {
  shop = await Shop.open()
})
afterEach(() => shop.closePages())
afterAll(() => shop.close())

const axe = readFileSync(createRequire(import.meta.url).resolve('axe-core/axe.min.js'), 'utf8')
const JOB = demoJobs()[0]!.job.id
const SCREENS = [
  '/',
  '/vehicles',
  '/kits',
  '/kits/one/ninebark-twofold',
  '/kits/one/ninebark-twofold/work',
  '/kits/stock',
  '/kits/rules',
  '/kits/files',
  '/bench/torque',
  '/log',
  '/shop',
  '/people',
  '/waiting',
  ...[JOB, 'job-0416', 'job-0417'].flatMap((job) => STAGES.map((stage) => `/jobs/${job}/${stage}`)),
  '/jobs/job-0417/bay-view',
]

// Source: WCAG 2.1, levels A and AA, as axe-core tests them.
test.each(SCREENS)('%s has nothing that axe-core finds against WCAG A and AA', async (path) => {
  const page = await shop.page(path)
  // The screen itself, not only the frame around it.
  await page.locator('.card, .plate, .bay, .stage > *, .page > .note').first().waitFor()
  await page.evaluate(axe)
  const { violations } = await page.evaluate(() =>
    (window as unknown as { axe: { run: (options: object) => Promise<AxeResults> } }).axe.run({
      runOnly: ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa'],
    }),
  )
  const found = violations.flatMap((v) => v.nodes.map((n) => `${v.id}: ${n.html.slice(0, 140)}`))
  expect(found).toEqual([])
})
