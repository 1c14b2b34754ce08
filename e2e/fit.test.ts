import { afterAll, afterEach, beforeAll, expect, test } from 'vitest'
import { read, settled, Shop } from './shop'

let shop: Shop
beforeAll(async () => {
  shop = await Shop.open()
})
afterEach(() => shop.closePages())
afterAll(() => shop.close())

test('a pipe in the way is found before the kit is bought, and the slot that gets out of its way', async () => {
  const page = await shop.page('/jobs/job-0417/choose')
  await page.locator('[data-mounted=needs-change]').first().waitFor({ timeout: 60_000 })
  // A slim sleeve sits where the pipe is: no slot of it helps, and it stands behind those that are clear.
  await page.locator('button.more').click()
  await page.locator('[data-mounted=does-not-fit]').first().waitFor({ timeout: 60_000 })

  await page.goto(`${shop.address}/jobs/job-0417/fit`)
  const tightest = page.locator('[data-tightest]')
  await expect.poll(() => tightest.getAttribute('data-verdict')).toBe('touches')
  await page.locator('[data-action=helps]').click()
  await page.locator('[data-help=slot]').first().waitFor({ timeout: 60_000 })
  await page.locator('[data-help=slot]').first().click()
  await expect.poll(() => tightest.getAttribute('data-verdict'), { timeout: 20_000 }).not.toBe('touches')
  expect(await page.locator('[data-field=slot]').inputValue()).toBe('outer')

  // Brackets on each other's sides are told, and undone.
  await page.locator('[data-field=swapped]').check()
  await page.locator('[data-card=mount] .note.stop').waitFor()
  await settled(page)
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect.poll(() => page.locator('[data-field=swapped]').isChecked()).toBe(false)

  // What was typed of the pipe is a reading from then on, and stands after a reload.
  await page.locator('[data-field=part]').selectOption('exhaust-right')
  await read(page, 'Bend 1, left of center', '-11')
  await expect.poll(() => tightest.getAttribute('data-verdict'), { timeout: 20_000 }).not.toBe('touches')
  await settled(page)
  await page.reload()
  await page.locator('[data-tightest]').waitFor()
  await page.locator('[data-field=part]').selectOption('exhaust-right')
  await expect.poll(() => page.getByLabel('Bend 1, left of center').inputValue()).toBe('-11')
})

test('the axle is moved by keys, and the figures follow; nonsense of a part is refused where it is typed', async () => {
  const page = await shop.page('/jobs/job-0417/fit')
  await page.locator('[data-tightest]').waitFor()
  const heave = page.locator('[data-slider=heave]')
  const says = () => heave.getAttribute('aria-valuetext')
  const before = await says()
  await heave.focus()
  for (let i = 0; i < 8; i++) await page.keyboard.press('ArrowRight')
  await expect.poll(says).not.toBe(before)
  await page.getByRole('button', { name: 'Full droop' }).click()
  await expect.poll(async () => Number(await heave.inputValue())).toBeLessThan(-0.08)
  // At full droop both wheels are at their shocks: no roll is left there.
  await page.locator('[data-slider=roll]').evaluate((element) => {
    ;(element as HTMLInputElement).value = (element as HTMLInputElement).max
    element.dispatchEvent(new Event('input', { bubbles: true }))
  })
  await expect.poll(async () => Number(await heave.inputValue())).toBeGreaterThan(-0.08)

  await page.locator('[data-field=part]').selectOption('shock-left')
  await page.getByLabel('One end, ahead of the axle').fill('one hand')
  await page.getByLabel('One end, ahead of the axle').press('Tab')
  await page
    .getByText(/one hand/)
    .first()
    .waitFor()
})

test('gaps are read at the tablet; one that was read before the kit is on says that it proves nothing', async () => {
  const page = await shop.page('/jobs/job-0417/bay-view')
  await page.setViewportSize({ width: 820, height: 1180 })
  await page.locator('[data-action=gaps]').click()
  const gap = page.locator('[data-gap="shock-left:left"]')
  await gap.getByRole('textbox').fill('one hand')
  await gap.getByRole('textbox').press('Tab')
  await gap.getByText(/one hand/).waitFor()
  await gap.getByRole('textbox').fill('1 1/4')
  await gap.getByRole('textbox').press('Tab')
  await gap.locator('[data-doubt]').waitFor()
  const kinds = async () =>
    ((await (await shop.ask('/jobs/job-0417/records')).json()) as { body: { kind: string } }[]).map((r) => r.body.kind)
  await expect.poll(kinds).toContain('room-gap')
  await page.reload()
  await page.locator('[data-action=gaps]').click()
  await expect.poll(() => gap.getByRole('textbox').inputValue()).toBe('1 1/4')
})

test('an arm, a flat face and a bend are typed; an arm that is none is refused with what would be right', async () => {
  const page = await shop.page('/jobs/job-0422/fit')
  await page.locator('[data-tightest]').waitFor()
  const arm = page.locator('[data-form=arm]')
  const ahead = page.getByLabel("Arm's pivot, ahead of the axle")
  await ahead.fill('4')
  await ahead.press('Tab')
  await arm.locator('.stop').waitFor()
  await ahead.fill('-26')
  await ahead.press('Tab')
  await read(page, 'and above its center', '-3')
  await page.locator('[data-field=add-part]').selectOption('other')
  await page.locator('[data-field=shape]').selectOption('plane')
  await read(page, 'there', '30')
  await settled(page)
  await page.reload()
  await page.locator('[data-tightest]').waitFor()
  await expect.poll(() => page.getByLabel('and above its center').inputValue()).toBe('-3')
  const added = page.locator('[data-field=part] option').filter({ hasText: 'Other part' })
  await page.locator('[data-field=part]').selectOption(await added.getAttribute('value'))
  await expect.poll(() => page.locator('[data-field=shape]').inputValue()).toBe('plane')
  await expect.poll(() => page.getByLabel('there', { exact: true }).inputValue()).toBe('30')
})

test('a file of what surrounds an axle that is none of ours is refused with its field', async () => {
  const page = await shop.page('/jobs/job-0418/choose')
  await page.getByRole('button', { name: 'Pick Twofold, tall' }).click()
  await settled(page)
  await page.goto(`${shop.address}/jobs/job-0418/fit`)
  await page.locator('[data-card=parts]').waitFor()
  const file = (parts: unknown) => ({
    name: 'around.json',
    mimeType: 'application/json',
    buffer: Buffer.from(JSON.stringify({ format: 'stout-shackle-underbody/1', axle: 'rear', parts })),
  })
  const input = page.locator('[data-card=parts] input[type=file]')
  await input.setInputFiles(file([{ id: 'x', kind: 'pipe' }]))
  await page.locator('[data-card=parts] [role=alert]').waitFor()
  // The hose that was measured too short for full droop is told on the plate.
  await page
    .getByText(/free length/i)
    .first()
    .waitFor()
})
