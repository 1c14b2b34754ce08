import { afterAll, afterEach, beforeAll, expect, test } from 'vitest'
import { link, read, settled, Shop } from './shop'

let shop: Shop
beforeAll(async () => {
  shop = await Shop.open()
})
afterEach(() => shop.closePages())
afterAll(() => shop.close())

test('the overload: that load is signed for as not to be driven, the other one goes', async () => {
  const page = await shop.page('/')
  await page
    .getByRole('link', { name: /Mobile library/ })
    .locator('[data-code=over-rating]')
    .waitFor()
  await page.getByRole('link', { name: /Mobile library/ }).click()
  await link(page, 'Load').click()
  await expect.poll(() => page.locator('.figure').first().innerText()).toContain('689')

  await link(page, 'Choose').click()
  await page.locator('[data-no-sale=over-rating]').waitFor()
  const pick = page.getByRole('button', { name: 'Pick Coach double' })
  // The other load is inside every rating: a kit can be picked for it.
  expect(await pick.isDisabled()).toBe(false)
  await pick.click()
  await settled(page)

  // The customer signs not to drive the one that is over; nobody else can, and not without a name.
  await link(page, 'Hand over').click()
  await page.locator('[data-code=overload-unsigned]').filter({ hasText: 'All shelves full' }).waitFor()
  const overload = page.locator('[data-overload]')
  await overload.getByLabel('Reason', { exact: true }).fill('half loads until the new chassis')
  await overload.locator('[data-sign-text]').filter({ hasText: 'Do not drive' }).waitFor()
  await overload.getByRole('button', { name: 'Sign' }).click()
  await overload.getByRole('alert').waitFor()
  await overload.getByLabel('Signed by').fill('Perpetua')
  await overload.getByRole('button', { name: 'Sign' }).click()
  await page.locator('[data-code=overload-unsigned]').waitFor({ state: 'detached' })

  // A wrong weight is refused; with the weight off nothing is over any more.
  await link(page, 'Load').click()
  const shelves = page.getByLabel('Weight of Rear shelves, full', { exact: true })
  await shelves.fill('-5')
  await page.getByRole('alert').first().waitFor()
  await shelves.press('Escape')
  await shelves.fill('1000')
  await page.locator('.plate .stop').first().waitFor({ state: 'detached' })
  await settled(page)
  const { job } = await shop.json<{
    job: { kits: { kit: { id: string }; decided: { rules: { version: number }; applications: { id: string }[] } }[] }
  }>('/jobs/job-0416')
  expect(job.kits.map((k) => k.kit.id)).toEqual(['ninebark-coach'])
  // The job keeps the rules and the line it was decided by, and the stock knows that the kit is promised.
  expect(job.kits[0]!.decided.rules.version).toBe(1)
  expect(job.kits[0]!.decided.applications.map((a) => a.id)).toEqual(['ninebark-coach-1'])
  const stock = await shop.json<{ item: { id: string }; reserved: { job: string }[] }[]>('/stock')
  expect(stock.find((s) => s.item.id === 'kit-ninebark-coach')!.reserved.map((r) => r.job)).toEqual(['0416'])
})

test('a new job with a new vehicle: what is missing is named, nothing you typed is lost', async () => {
  const page = await shop.page('/')
  await page.getByRole('button', { name: 'New job' }).click()
  const dialog = page.getByRole('dialog', { name: 'New job' })
  await dialog.getByRole('button', { name: 'Create job' }).click()
  await dialog.getByRole('alert').first().waitFor()
  await dialog.getByLabel('Title').fill('Second visit')
  await dialog.getByLabel('Customer').fill('Quay Nine Dive Shop')
  await dialog.getByText('From label and tire…').click()
  await page.getByRole('option', { name: 'A new vehicle, every figure…' }).click()
  await dialog.getByRole('button', { name: 'Create job' }).click()
  await dialog.getByRole('alert').first().waitFor()
  await dialog.getByLabel('Make, if known').fill('Quillet')
  await dialog.getByLabel('Model, if known').fill('Barge 9')
  await dialog.getByLabel('Tire size').fill('255/70R18')
  await dialog.getByRole('button', { name: 'Estimate the rest' }).click()
  // A front overhang longer than the wheelbase is a mix-up: it is said, and nothing of it is taken.
  await read(page, 'Wheelbase', '12 feet 1 1/4')
  await read(page, 'Front overhang', '90')
  await read(page, 'Wheelbase', '70')
  await dialog
    .getByRole('alert')
    .filter({ hasText: /overhang/ })
    .waitFor()
  for (const [label, text] of [
    ['Wheelbase', '12 feet 1 1/4'],
    ['Front overhang', '36'],
    ['Rear overhang', '48'],
    ['Track, rear', '66'],
    ['Between the springs, rear', '42'],
    ['Empty weight, front', '3300'],
    ['Empty weight, rear', '2500'],
  ] as const)
    await read(page, label, text)
  await dialog.getByRole('button', { name: 'Save vehicle' }).click()
  await dialog
    .getByText(/Quillet Barge 9/)
    .last()
    .waitFor()
  await dialog.getByRole('button', { name: 'Create job' }).click()
  await page.getByRole('heading', { name: 'Second visit' }).waitFor()
  const { entries } = await shop.json<{ entries: { document: { model: string; wheelbase: number } }[] }>(
    '/vehicles?find=barge',
  )
  expect(entries.find((v) => v.document.model === 'Barge 9')!.document.wheelbase).toBeCloseTo(145.25 * 0.0254, 9)
})
