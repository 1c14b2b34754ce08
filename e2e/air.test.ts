import type { Page } from 'playwright-core'
import { afterAll, beforeAll, expect, test } from 'vitest'
import type { Entry, StoredJob } from '@stout-shackle/core/contract'
import type { Procedure } from '@stout-shackle/core/kit'
import type { ShopSettings } from '@stout-shackle/core/shop'
import { link, read, settled, Shop } from './shop'

let shop: Shop
beforeAll(async () => {
  shop = await Shop.open()
})
afterAll(() => shop.close())

const ID = 'job-0415'
const TEE = 'rear-tee-run-b-to-rear-bag-right'
const connection = (page: Page, id: string) => page.locator(`tr[data-connection="${id}"]`)
const owed = (page: Page) => page.locator('tr[data-connection]:not([data-result=no-bubbles])')

test('a teed pair with compressor and tank: routed, filled, leaking at its tee, found, mended, held; a killed server loses nothing', async () => {
  const { document, version } = await shop.json<Entry<Procedure>>('/procedures/quill-compressor')
  const { job, version: versionHere } = await shop.json<StoredJob>(`/jobs/${ID}`)
  const put = await shop.ask(`/jobs/${ID}`, {
    method: 'PUT',
    headers: { 'Content-Type': 'application/json', 'If-Match': `"${versionHere}"` },
    body: JSON.stringify({ ...job, procedures: [{ procedure: document, version }] }),
  })
  expect(put.status).toBe(200)
  const page = await shop.page(`/jobs/${ID}/air`)

  // Another supply is another circuit: of what was soaped only the threads in the two bags are still the same joints.
  await page.getByLabel('Lines of the rear bags').selectOption('teed')
  // What that takes away is said before it does.
  await page.locator('[data-voids]').getByRole('button', { name: 'Change it' }).click()
  // Once that is saved only the threads in the bags are soaped, and they stay: nothing more is taken away.
  await settled(page)
  await page.getByLabel('Air comes from').selectOption('compressor-tank')
  await settled(page)
  await expect.poll(() => page.locator('tr[data-connection]').count()).toBe(18)
  expect(await owed(page).count()).toBe(16)
  await page.getByRole('button', { name: 'Route them' }).click()
  await page.locator('g.line[data-line] .drawn').first().waitFor()
  // Six lines of air, the harness from the battery and the hose from the filter.
  expect(await page.locator('[data-card=lines] tbody tr[data-line]').count()).toBe(8)
  // A battery that is dragged lengthens its harness, and the wire with it.
  const loop = () => page.locator('[data-loop]').innerText()
  const before = await loop()
  const battery = (await page.locator('[data-begin=compressor-harness]').boundingBox())!
  await page.mouse.move(battery.x + 8, battery.y + 8)
  await page.mouse.down()
  await page.mouse.move(battery.x - 20, battery.y + 40, { steps: 4 })
  await page.mouse.up()
  await expect.poll(loop).not.toBe(before)
  await settled(page)

  // The stand-in fills it to the figure; over the max of the kit it does not.
  const fill = page.locator('[data-fill]')
  await read(page, 'Wire, there and back', '197')
  await page.getByText(/AWG, loses/).waitFor()
  await fill.getByRole('textbox').fill('60')
  await fill.getByRole('button', { name: 'Fill', exact: true }).click()
  await page.locator('[data-card=supply] [role=alert]').waitFor()
  await fill.getByRole('textbox').fill('24')
  await fill.getByRole('button', { name: 'Fill', exact: true }).click()
  await page.locator('[data-last]').waitFor()
  await fill.getByText('24.0 psi').waitFor()
  await fill.getByRole('button', { name: 'gauge on it' }).click()

  await read(page, 'Pressure while soaping', '24')
  await page.getByLabel('Minutes watched').fill('3')
  for (const row of await page.locator('tr[data-connection]').all()) {
    const bubbles = (await row.getAttribute('data-connection')) === TEE
    await row.getByRole('button', { name: bubbles ? /: bubbles$/ : /: no bubbles$/ }).click()
  }
  await expect.poll(() => owed(page).count()).toBe(1)
  await settled(page)

  // Only what the remedy took apart is soaped again.
  await connection(page, TEE)
    .getByRole('button', { name: /opened again/ })
    .click()
  await page.locator('.asking').getByRole('button', { name: 'Save' }).click()
  await page.getByText('Enter a reason.').waitFor()
  await page.getByLabel('Reason', { exact: true }).fill('cut slanted')
  await page.locator('.asking').getByRole('button', { name: 'Save' }).click()
  await expect.poll(() => connection(page, TEE).getAttribute('data-result')).toBe('missing')
  expect(await owed(page).count()).toBe(1)
  await connection(page, TEE)
    .getByRole('button', { name: /: no bubbles$/ })
    .click()
  await expect.poll(() => owed(page).count()).toBe(0)

  // The hold: refused without the wait, begun with it; the server dies, and it is still begun.
  const start = page.locator('form.air-check').first()
  // What the gauge on the line sent stands there by itself.
  await expect.poll(() => page.getByLabel('Pressure, start of the air check').inputValue()).toBe('24.0')
  await read(page, 'Temperature, start of the air check', '75')
  // It sent that before the tee was opened, which may be a minute ago by now: it still shows so.
  const { document: settings } = await shop.json<{ document: ShopSettings }>('/shop')
  const now = new Date().toLocaleString('sv-SE', { timeZone: settings.timeZone })
  await page.getByLabel('When, start of the air check').fill(now.slice(0, 16).replace(' ', 'T'))
  await start.getByRole('button', { name: 'Save' }).click()
  await start.getByRole('alert').waitFor()
  await page.getByLabel('Minutes since air went in, start of the air check').fill('15')
  await start.getByRole('button', { name: 'Save' }).click()
  await start.getByText('24.0 psi at 75 °F').waitFor()
  await settled(page)
  await shop.kill()
  await shop.restart()
  await page.reload()
  await page.locator('form.air-check').first().getByText('24.0 psi at 75 °F').waitFor()
  await fill.getByText('24.0 psi').waitFor()
  expect(await owed(page).count()).toBe(0)

  // Read at once it says nothing yet, and says so.
  const end = page.locator('form.air-check').nth(1)
  await read(page, 'Pressure, end of the air check', '24')
  await read(page, 'Temperature, end of the air check', '75')
  await end.getByRole('button', { name: 'Save' }).click()
  await end.getByText('24.0 psi at 75 °F').waitFor()
  await page.locator('[data-air=too-early]').waitFor()
  await link(page, 'Hand over').click()
  await page.locator('[data-check=air-check]').waitFor()
})

test('months of a log by file: trend by side, weather taken out, still there after a reload; a wrong file takes nothing', async () => {
  const page = await shop.page('/jobs/job-0411/air')
  const card = page.locator('[data-card=pressure-log]')
  const head = 'read_at,axle,side,pressure_kpa,temperature_°c,altitude_m,load,read_by,filled_to_kpa'
  const rows = [
    [0, 413.7, 24],
    [30, 402.6, 25],
    [61, 386.8, 20],
    [92, 368.2, 13],
    [150, 335.1, 2],
  ].flatMap(([day, kpa, celsius]) =>
    ['left', 'right'].map((side) => {
      const time = new Date(Date.UTC(2026, 5, 24) + day! * 86_400_000).toISOString()
      return `${time},rear,${side},${kpa},${celsius},,empty,Ignace,`
    }),
  )
  const give = (text: string) =>
    card.locator('input[type=file]').setInputFiles({ name: 'log.csv', mimeType: 'text/csv', buffer: Buffer.from(text) })
  await give([head, rows[0]!.replace('left', 'top')].join('\r\n'))
  await card.getByRole('alert').waitFor()
  expect(await card.locator('[data-reading]').count()).toBe(0)
  await give([head, ...rows].join('\r\n'))
  await expect.poll(() => card.locator('[data-reading]').count()).toBe(10)
  await card.locator('[data-trend]').first().waitFor()
  expect(await card.locator('[data-side=left]').getAttribute('data-trend')).toBe('beyond-span')
  await page.reload()
  await expect.poll(() => card.locator('[data-reading]').count()).toBe(10)
})
