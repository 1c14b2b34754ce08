import { afterAll, afterEach, beforeAll, expect, test } from 'vitest'
import { link, settled, Shop } from './shop'

let shop: Shop
beforeAll(async () => {
  shop = await Shop.open()
})
afterEach(() => shop.closePages())
afterAll(() => shop.close())

test('the overload: no kit may be sold until the weight is off, whatever fits', async () => {
  const page = await shop.page('/')
  await page
    .getByRole('link', { name: /Mobile library/ })
    .getByText('Over a rating')
    .waitFor()
  await page.getByRole('link', { name: /Mobile library/ }).click()
  await link(page, 'Load').click()
  await page.getByText('they raise no rating').waitFor()
  await expect.poll(() => page.locator('.figure').first().innerText()).toContain('689')

  await link(page, 'Choose').click()
  await page.getByText('No kit may be sold for this load.').waitFor()
  const pick = page.getByRole('button', { name: 'Pick Coach double' })
  expect(await pick.isDisabled()).toBe(true)

  await link(page, 'Hand over').click()
  await page.getByText(/"All shelves full" is over a rating/).waitFor()

  // Half the shelves: inside every rating, and a kit can be picked.
  await link(page, 'Load').click()
  const shelves = page.getByLabel('Weight of Rear shelves, full', { exact: true })
  await shelves.fill('1000')
  await page.getByText('What the load does').waitFor()
  await shelves.fill('-5')
  await page.getByText('this cannot be').waitFor()
  await shelves.press('Escape')
  await link(page, 'Choose').click()
  await expect.poll(() => pick.isDisabled()).toBe(false)
  await pick.click()
  await settled(page)
  const { job } = await shop.json<{ job: { kit: { id: string } } }>('/jobs/job-0416')
  expect(job.kit.id).toBe('ninebark-coach')
})

test('a new job with a new vehicle: what is missing is named, nothing typed is lost', async () => {
  const page = await shop.page('/')
  await page.getByRole('button', { name: 'New job' }).click()
  const dialog = page.getByRole('dialog', { name: 'New job' })
  await dialog.getByRole('button', { name: 'Take it in' }).click()
  await dialog.getByText('Give the job a title').waitFor()
  await dialog.getByLabel('Title').fill('Second visit')
  await dialog.getByLabel('Customer').fill('Quay Nine Dive Shop')
  await dialog.getByText('From the library, or new').click()
  await page.getByRole('option', { name: /Lantern/ }).click()
  await dialog.getByRole('button', { name: 'Take it in' }).click()
  await page.getByRole('heading', { name: 'Second visit' }).waitFor()
  await page.getByText('Walk round it with the tape').waitFor()
})
