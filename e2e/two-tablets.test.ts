import { afterAll, beforeAll, expect, test } from 'vitest'
import type { BrowserContext } from 'playwright-core'
import type { StoredJob } from '../core/contract'
import { openBrowser, sitDown } from '../scripts/browser.mjs'
import { agreeTo, countBox, Shop } from './shop'

let shop: Shop
let other: BrowserContext
beforeAll(async () => {
  shop = await Shop.open()
  other = await openBrowser(undefined, [], undefined)
  await sitDown(other, shop.address, 'Teo')
})
afterAll(async () => {
  await other.close()
  await shop.close()
})

const JOB = 'job-0420'
const MOVE = 'state-axle-hanging-wheels-on-1'

test('two people at one SUV: nobody does a step twice, it moves when both are clear, and a dead server loses nothing', async () => {
  const maren = await shop.page(`/jobs/${JOB}/bay-view`)
  await maren.setViewportSize({ width: 1180, height: 820 })
  const teo = await other.newPage()
  teo.setDefaultTimeout(15_000)
  await teo.setViewportSize({ width: 820, height: 1180 })
  await teo.goto(`${shop.address}/jobs/${JOB}/bay-view?step=drop-spare`)
  const heading = maren.getByRole('heading', { level: 1 })
  const title = () => heading.innerText()

  await teo.getByRole('button', { name: 'Start' }).click()
  await maren.locator('[data-other]').filter({ hasText: 'Teo' }).waitFor()

  // Maren works up to the move; the spare is Teo's, and is passed over.
  const lines: string[] = []
  for (let i = 0; i < 20; i++) {
    const now = await title()
    if (/Rear end up/.test(now)) break
    lines.push(now)
    await countBox(maren)
    await agreeTo(maren)
    const byFeel = maren.getByRole('button', { name: 'Tightened' })
    if (await byFeel.count()) await byFeel.first().click()
    await maren.getByRole('button', { name: /^Done/ }).click()
    await expect.poll(title).not.toBe(now)
  }
  expect(lines.join()).not.toContain('Lower the spare')
  await maren.getByRole('button', { name: /^Done/ }).click()
  await maren.getByRole('alert').filter({ hasText: 'Teo' }).waitFor()

  // The server dies while Teo ends his step: it is kept on his tablet.
  await shop.kill()
  await teo.getByRole('button', { name: /^Done/ }).click()
  await teo.locator('[data-alone]').waitFor()
  await shop.restart()
  await teo.locator('[data-alone]').waitFor({ state: 'detached' })
  await teo.goto(`${shop.address}/jobs/${JOB}/bay-view?step=${MOVE}`)
  await teo.getByRole('button', { name: 'I am clear' }).click()
  await maren.locator('[data-clear=yes]').waitFor()
  await maren.getByRole('button', { name: /^Done/ }).click()
  await expect.poll(title).not.toMatch(/Rear end up/)

  // It dies again while both work; what was done comes in once.
  await shop.kill()
  const first = await title()
  await maren.getByRole('button', { name: /^Done/ }).click()
  await maren.locator('[data-alone]').waitFor()
  await expect.poll(title).not.toBe(first)
  await shop.restart()
  await maren.locator('[data-alone]').waitFor({ state: 'detached' })
  const records = async () => (await shop.json<StoredJob>(`/jobs/${JOB}`)).records
  const steps = async () => (await records()).flatMap((r) => (r.body.kind === 'step' ? [`${r.body.step} ${r.by}`] : []))
  await expect.poll(async () => (await steps()).length, { timeout: 20_000 }).toBe(lines.length + 3)
  const done = await steps()
  expect(new Set(done.map((d) => d.split(' ')[0])).size).toBe(done.length)
  expect(done).toContain('drop-spare Teo')
  expect((await records()).filter((r) => r.body.kind === 'planned')).toHaveLength(1)
  expect((await records()).some((r) => r.body.kind === 'clear' && r.by === 'Teo')).toBe(true)
})
