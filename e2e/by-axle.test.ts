import type { Page } from 'playwright-core'
import { afterAll, afterEach, beforeAll, expect, test } from 'vitest'
import type { JobExport } from '../core/job'
import type { AxleEnd } from '@stout-shackle/core/vehicle'
import { isAxleSurveyKey, surveyAnswer, type SurveyKey } from '../core/vehicle'
import { SURVEY_QUESTIONS } from '../core/wording'
import { demoSurvey } from '../demo/shop'
import { link, read, settled, Shop } from './shop'

let shop: Shop
beforeAll(async () => {
  shop = await Shop.open()
})
afterEach(() => shop.closePages())
afterAll(() => shop.close())

const idOf = (page: Page) => /jobs\/([^/]+)/.exec(page.url())![1]!
const jobOf = async (page: Page) => (await shop.json<JobExport>(`/jobs/${idOf(page)}/export`)).job

/** A new job of a vehicle from the library, by its name in the list. */
async function open(title: string, vehicle: RegExp): Promise<Page> {
  const page = await shop.page('/')
  await page.getByRole('button', { name: 'New job' }).click()
  const dialog = page.getByRole('dialog', { name: 'New job' })
  await dialog.getByLabel('Title').fill(title)
  await dialog.getByLabel('Customer', { exact: true }).fill('Quay Nine Dive Shop')
  await dialog.getByText('From label and tire…').click()
  await page.getByRole('option', { name: vehicle }).click()
  await dialog.getByRole('button', { name: 'Create job' }).click()
  await page.getByRole('heading', { name: title }).waitFor()
  return page
}
/** Answers everything that the page asks, with what the made-up shop found on such a vehicle. */
async function survey(page: Page, like: string) {
  const found = demoSurvey(like)
  await page.getByRole('heading', { name: 'Survey' }).waitFor()
  for (const key of Object.keys(SURVEY_QUESTIONS) as SurveyKey[])
    for (const axle of ['front', 'rear'] as const) {
      const isAxleKey = isAxleSurveyKey(key)
      const field = page.getByLabel(SURVEY_QUESTIONS[key].ask + (isAxleKey && axle === 'front' ? ', front' : ''), {
        exact: true,
      })
      const value = surveyAnswer(found, key, axle)
      if (value === null || (!isAxleKey && axle === 'front') || !(await field.count())) continue
      if (typeof value === 'number') {
        await field.fill(`${value * 1000} mm`)
        await field.press('Enter')
      } else await field.selectOption(String(value))
    }
}
async function weight(page: Page, pounds: number, ahead: string) {
  await link(page, 'Load').click()
  await page.getByRole('button', { name: '+ add a weight' }).click()
  const name = `Load ${await page.getByLabel(/^Weight of Load \d+$/).count()}`
  await page.getByLabel(`Weight of ${name}`, { exact: true }).fill(String(pounds))
  await page.getByLabel(`Ahead of the rear axle, ${name}`).fill(ahead)
  await page.getByLabel(`Ahead of the rear axle, ${name}`).press('Enter')
}
async function pick(page: Page, kit: string, axle: AxleEnd) {
  await link(page, 'Choose').click()
  await page.getByRole('button', { name: axle === 'front' ? 'Front axle' : 'Rear axle', exact: true }).click()
  await page.getByRole('button', { name: `Pick ${kit}`, exact: true }).click()
  await settled(page)
}

test('a coach with coils in front and leaves behind, bags at both axles', async () => {
  const page = await open('Both ends', /Marrowby 34/)
  await survey(page, 'marrowby-34')
  await weight(page, 2400, '-48')
  await weight(page, 1900, '240')
  await pick(page, 'Coach double, wide frame', 'rear')
  await pick(page, 'Fore pair, coil coach', 'front')
  // The front's questions are asked once a kit is to go there.
  await link(page, 'Measure').click()
  await survey(page, 'marrowby-34')
  await settled(page)
  const job = await jobOf(page)
  expect(job.kits.map(({ kit }) => [kit.axle, kit.id])).toEqual([
    ['front', 'quill-fore-coil'],
    ['rear', 'ninebark-coach-wide'],
  ])
  await link(page, 'Choose').click()
  for (const axle of ['Front axle', 'Rear axle']) {
    await page.getByRole('button', { name: axle, exact: true }).click()
    await expect.poll(() => page.locator('.plate .figure').count()).toBe(2)
  }
  await link(page, 'Plan').click()
  await page
    .locator('table.steps')
    .getByText(/Front end up/)
    .first()
    .waitFor()
  await page
    .locator('table.steps')
    .getByText(/Rear end up/)
    .first()
    .waitFor()
})

test('a teed cylinder in a coil on independent links, then a van whose coils come out', async () => {
  const page = await open('On links', /Lantern Trail/)
  await survey(page, 'lantern-trail')
  await page.locator('[data-answers-open="0"]').waitFor()
  await weight(page, 600, '-10')
  await pick(page, 'Link cylinder', 'rear')
  await page.getByLabel('Air lines').selectOption('teed')
  await page.getByText('Air against a lean: slow, quick').waitFor()
  await link(page, 'Plan').click()
  await page.locator('table.steps').getByText('Feed the cylinder in between the coils').first().waitFor()
  expect(await page.getByText(/frame rail/).count()).toBe(0)

  const van = await open('Coils out', /Osier M/)
  await survey(van, 'osier-m')
  await weight(van, 700, '-8')
  await pick(van, 'Swap air spring, minivan', 'rear')
  // Source: 860 kg less 150 kg unsprung on two bags of the table's area at ride height, 37 psi and more.
  const row = van.locator('.plate').getByText('Min', { exact: false }).first()
  await row.waitFor()
  await expect.poll(() => van.locator('.plate').innerText()).toMatch(/Min[\s\S]{0,20}38/)
  await link(van, 'Plan').click()
  await van.locator('table.steps').getByText('Take out the old helper inside the coil').first().waitFor()
})

test('a van on dual wheels', async () => {
  const page = await open('Six wheels', /Carrel 35/)
  await survey(page, 'carrel-35-dual')
  // What nobody had looked at there.
  await page.getByLabel(SURVEY_QUESTIONS.bumpStop.ask, { exact: true }).selectOption('two-bolt')
  await weight(page, 1500, '-8')
  await pick(page, 'Reed sleeve, dual van', 'rear')
  await link(page, 'Plan').click()
  await page
    .locator('table.steps')
    .getByText(/Rear end/)
    .first()
    .waitFor()
})

test('a pickup from body, tire and label alone: estimated, named, then a kit beside its doubt', async () => {
  const page = await shop.page('/')
  await page.getByRole('button', { name: 'New job' }).click()
  const dialog = page.getByRole('dialog', { name: 'New job' })
  await dialog.getByLabel('Customer', { exact: true }).fill('Quay Nine Dive Shop')
  await dialog.getByLabel('Complaint', { exact: true }).fill('Sags with hay on')
  await dialog.getByLabel('Tire size').fill('LT275/70R18')
  await read(page, 'GVWR, if read', '9900')
  await dialog.getByRole('button', { name: 'Create job' }).click()
  await page.locator('[data-estimates]').waitFor()
  await weight(page, 1100, '4')
  await link(page, 'Measure').click()
  await page.locator('[data-best]').waitFor()
  await survey(page, 'dunnock-25')
  await link(page, 'Choose').click()
  // Without make and model no list can speak; kits that have none can be looked at.
  await page.getByRole('button', { name: 'Pick Whistle sleeve', exact: true }).click()
  await settled(page)
  await expect.poll(() => page.locator('.plate .figure').count()).toBe(2)
  const { vehicle } = await jobOf(page)
  expect(vehicle.estimated['rear.wheelRate']!.from).toBe('class')
  expect(vehicle.estimated).not.toHaveProperty('rear.tireSize')
  await link(page, 'Plan').click()
  await page
    .locator('table.steps')
    .getByText(/Rear end/)
    .first()
    .waitFor()
})
