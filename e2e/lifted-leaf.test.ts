import { afterAll, afterEach, beforeAll, expect, test } from 'vitest'
import { demoKits } from '../demo/shop'
import { link, read, settled, Shop } from './shop'

let shop: Shop
beforeAll(async () => {
  shop = await Shop.open()
})
afterEach(() => shop.closePages())
afterAll(() => shop.close())

test('the lifted leaf pickup: the short bracket is refused for its block, the tall kit brings spacers into the plan', async () => {
  const page = await shop.page('/jobs/job-0418/choose')
  await page.getByText('Does not fit').click()
  await page
    .getByRole('row', { name: /stop Twofold bellows/ })
    .getByText(/Lift block is 2 in.*1 in/)
    .waitFor()
  expect(await page.getByRole('button', { name: 'Pick Twofold', exact: true }).count()).toBe(0)
  await page.getByRole('button', { name: 'Pick Twofold, tall' }).click()
  await page
    .getByText(/Lift block 2 in/)
    .first()
    .waitFor()

  await page.keyboard.press('5')
  const kit = demoKits().find((k) => k.id === 'ninebark-twofold-tall')!
  await page.getByText(kit.spacerParts[0]!).first().waitFor()

  // Fit: a clearance under the rule is judged while it is typed, before it is saved.
  await link(page, 'Fit').click()
  await page.getByLabel('Free all around the bag, loaded, left').fill('3/8')
  await page.locator('[data-verdict=too-little]').waitFor()
  await read(page, 'Free all around the bag, loaded, left', '5/8')
  await page.locator('[data-verdict=too-little]').waitFor({ state: 'detached' })

  // Undo takes the reading back, by the log's rules: withdrawn, not erased.
  await settled(page)
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect.poll(() => page.getByLabel('Free all around the bag, loaded, left').inputValue()).toBe('')
  await settled(page)

  // Bay: a step cannot be passed over silently; a reason stays to the end.
  await page.keyboard.press('b')
  await page.getByRole('button', { name: "Can't, because…" }).click()
  await page.getByRole('button', { name: 'Skip with reason' }).click()
  await page.getByRole('alert').first().waitFor()
  await page.getByLabel('Why this step is not done').fill('done last week')
  await page.getByRole('button', { name: 'Skip with reason' }).click()
  await page.getByRole('heading', { name: /Build the spring on the bench/ }).waitFor()
  await page.getByRole('button', { name: /^Done/ }).click()
  await page.getByRole('alert').first().waitFor()

  // Newton meters typed as pounds: as much too high as a real over-torque, and called that. The wrench drops out and nothing is lost or doubled.
  await page.getByRole('button', { name: 'Type' }).first().click()
  await page.getByRole('textbox', { name: 'Torque read' }).press('1')
  await page.getByRole('textbox', { name: 'Torque read' }).press('6')
  await page.getByRole('textbox', { name: 'Torque read' }).press('.')
  await page.getByRole('textbox', { name: 'Torque read' }).press('3')
  await page.getByRole('button', { name: 'Record', exact: true }).click()
  await page.locator('[data-torque=high]').waitFor()
  // A lower pull would not forgive it; it was none, and stays in the record as taken back.
  await page.getByRole('button', { name: 'Mistyped' }).click()
  await page.locator('[data-torque=high]').waitFor({ state: 'detached' })
  const wrench = (path: string, method: string, body?: unknown) =>
    shop.json(`/devices/wrench-3/${path}`, {
      method,
      headers: { 'Content-Type': 'application/json' },
      body: body ? JSON.stringify(body) : undefined,
    })
  await wrench('setting', 'PUT', { setting: 12 * 1.355817948 })
  await wrench('connection', 'PUT', { connected: false })
  await page.locator('[data-wrench=away]').waitFor()
  await wrench('readings', 'POST')
  await wrench('readings', 'POST')
  await wrench('connection', 'PUT', { connected: true })
  await expect.poll(() => page.locator('[data-torque=within]').count()).toBe(2)
  await page.getByRole('button', { name: 'Turned' }).click()
  await page.getByRole('button', { name: /^Done/ }).click()

  // Hand over stays shut, and says what closes it.
  await page.getByRole('link', { name: 'Leave the bay view' }).click()
  await link(page, 'Hand over').click()
  await page.locator('[data-ready=false]').waitFor()
  await page.locator('[data-code=steps-left]').first().waitFor()
  await settled(page)
  const { records } = await shop.json<{ records: { body: { kind: string; reading?: object | null } }[] }>(
    '/jobs/job-0418',
  )
  expect(records.filter((r) => r.body.kind === 'torque' && r.body.reading)).toHaveLength(2)
})

test('units swap without touching what is stored', async () => {
  const page = await shop.page('/jobs/job-0418/measure')
  const field = page.getByLabel('Front left, Empty')
  await expect.poll(() => field.inputValue()).toBe('25 1/16')
  const before = await shop.json('/jobs/job-0418')
  await page.keyboard.press('u')
  await expect.poll(() => field.inputValue()).toBe('637')
  await page.keyboard.press('u')
  await expect.poll(() => field.inputValue()).toBe('25 1/16')
  expect(await shop.json('/jobs/job-0418')).toEqual(before)
})

test('two tabs on one job: both edits stay', async () => {
  const one = await shop.page('/jobs/job-0418/measure')
  const two = await shop.page('/jobs/job-0418/load')
  await one.getByLabel('Rust', { exact: true }).selectOption('heavy')
  await two.getByLabel('Weight of Dimmer racks', { exact: true }).fill('1400')
  await settled(one)
  await settled(two)
  await expect
    .poll(async () => {
      const { job } = await shop.json<{
        job: { survey: { rust: string }; loadCases: { items: { mass: number }[] }[] }
      }>('/jobs/job-0418')
      return [job.survey.rust, Math.round(job.loadCases[0]!.items[0]!.mass / 0.45359237)]
    })
    .toEqual(['heavy', 1400])
  await expect.poll(() => two.getByText('saved', { exact: true }).count()).toBe(1)
})
