import { mkdtempSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, afterEach, beforeAll, expect, test } from 'vitest'
import type { JobExport } from '../core/job'
import { VIEW_NAMES } from '../core/wording'
import { demoJob, demoKits } from '../demo/shop'
import { link, read, settled, Shop } from './shop'

let shop: Shop
const folder = mkdtempSync(join(tmpdir(), 'shackle-files-'))
const file = (name: string, content: string) => {
  const path = join(folder, name)
  writeFileSync(path, content)
  return path
}
beforeAll(async () => {
  shop = await Shop.open()
})
afterEach(() => shop.closePages())
afterAll(() => shop.close())

test('a job file from another shop is taken in; a broken one is refused with its field', async () => {
  const page = await shop.page('/')
  const { job, records } = demoJob('0411')
  const take = page.getByLabel('Import a job file')
  await take.setInputFiles(file('broken.json', '{"format":'))
  await page.getByRole('alert').filter({ hasText: 'broken.json' }).waitFor()
  await take.setInputFiles(
    file('odd.json', JSON.stringify({ format: 'stout-shackle-job/2', job: { ...job, bay: 12 }, records })),
  )
  await page
    .getByRole('alert')
    .filter({ hasText: /job\.bay.*1 to 4/ })
    .waitFor()
  await take.setInputFiles(file('same.json', JSON.stringify({ format: 'stout-shackle-job/2', job, records })))
  await page.getByRole('alert').filter({ hasText: '0411' }).waitFor()
  const moved = {
    format: 'stout-shackle-job/2',
    job: { ...job, id: 'moved', number: '0777', title: 'From the coast' },
    records,
  }
  await take.setInputFiles(file('moved.json', JSON.stringify(moved)))
  await page.getByRole('heading', { name: 'From the coast' }).waitFor()
  const taken = await shop.json<JobExport>('/jobs/moved/export')
  // The vehicle's history is each shop's own, and so are the rules by which a kit is judged.
  const kits = taken.job.kits.map((kit) => ({ ...kit, decided: null }))
  expect({ ...taken.job, history: null, kits }).toEqual(moved.job)
  expect(taken.records.map(({ origin: _origin, ...record }) => record)).toEqual(records)
  expect(taken.records.every((r) => r.origin?.imported)).toBe(true)
})

test('keys: stages by number, units by u, the list by ?, and letters stay letters in a field', async () => {
  const page = await shop.page('/jobs/job-0417/measure')
  await page.getByRole('heading', { name: 'Hive run, spring contract' }).waitFor()
  await page.keyboard.press('2')
  await page.locator('.plate [data-row=gains]').waitFor()
  await page.keyboard.press('?')
  await page.getByRole('dialog', { name: 'Keys' }).waitFor()
  await page.keyboard.press('?')
  await page.getByRole('dialog', { name: 'Keys' }).waitFor({ state: 'detached' })
  await page.getByLabel('Name of 24 hives, strapped').fill('24 hives, u and 2')
  await page.getByLabel('Name of 24 hives, strapped').press('Enter')
  await page.locator('.plate [data-row=gains]').waitFor()
  await page.getByLabel('Name of 24 hives, u and 2').blur()
  await page.keyboard.press('/')
  const find = page.getByLabel('Find a job')
  await expect.poll(() => find.evaluate((e) => e === document.activeElement)).toBe(true)
  await find.fill('ferry')
  await expect.poll(() => page.getByRole('link', { name: /Cylinders to the ferry/ }).count()).toBe(1)
  expect(await page.getByRole('link', { name: /Hive run/ }).count()).toBe(0)
})

test('an off-center load: more air on its side, and equal when it is moved to the middle', async () => {
  const page = await shop.page('/jobs/job-0417/choose')
  const figures = async () => (await page.locator('.plate .figure').allInnerTexts()).map((t) => parseInt(t, 10))
  await expect.poll(figures).toEqual([38, 31])
  await link(page, 'Load').click()
  await page.getByLabel(/^Left of center, 24 hives/).fill('0')
  await link(page, 'Choose').click()
  await expect.poll(async () => new Set(await figures()).size).toBe(1)
  await page.getByRole('button', { name: 'Undo', exact: true }).click()
  await expect.poll(figures).toEqual([38, 31])
  await settled(page)
})

test('a weigh ticket beats the list, a misread one is refused, and it is still there after a reload', async () => {
  const page = await shop.page('/jobs/job-0415/load')
  await page.getByRole('button', { name: 'weigh ticket' }).click()
  const dialog = page.getByRole('dialog', { name: 'Weigh ticket' })
  await dialog.getByLabel('Ticket, pasted or typed').fill('Steer axle 2,690\nDrive axle 3,330\nGross 9,020')
  await dialog.getByRole('alert').filter({ hasText: '9,020' }).waitFor()
  expect(await dialog.getByRole('button', { name: 'Save ticket' }).isDisabled()).toBe(true)
  await dialog.getByLabel('Ticket, pasted or typed').fill('Steer axle 2,690\nDrive axle 3,330\nGross 6,020')
  await dialog.getByRole('button', { name: 'Save ticket' }).click()
  await page.locator('tr', { hasText: VIEW_NAMES.ticket }).waitFor()
  await settled(page)
  await page.reload()
  await page.locator('tr', { hasText: VIEW_NAMES.ticket }).waitFor()
  // 3,330 lb on the scale less the axle's 2,469 empty.
  await page.locator('.plate').getByText('861 ± 20 lb', { exact: true }).waitFor()
})

test('a weight is dragged on the picture from above, and the truck and its figures follow', async () => {
  const page = await shop.page('/jobs/job-0417/load')
  const hives = page
    .locator('.pictures svg')
    .nth(1)
    .getByRole('slider', { name: /^24 hives/ })
  const rear = () => page.locator('.plate [data-row=gains]').innerText()
  const before = await rear()
  const box = (await hives.boundingBox())!
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2)
  await page.mouse.down()
  await page.mouse.move(box.x + box.width / 2 - 60, box.y + box.height / 2, { steps: 6 })
  await page.mouse.up()
  await expect.poll(rear).not.toBe(before)
  await settled(page)
  const placeNow = async () =>
    (await shop.json<{ job: { loadCases: { items: { x: number }[] }[] } }>('/jobs/job-0417')).job.loadCases[0]!
      .items[0]!.x
  expect(await placeNow()).toBeGreaterThan(13.75 * 0.0254 + 0.2)
  await page.getByRole('button', { name: 'Undo' }).click()
  await settled(page)
  await expect.poll(async () => (await placeNow()).toFixed(4)).toBe((13.75 * 0.0254).toFixed(4))
})

test('a vehicle is added to the library and changed there; jobs keep theirs', async () => {
  const page = await shop.page('/vehicles')
  await page
    .getByRole('row', { name: /Dunnock 25 Harrow 2019/ })
    .getByRole('button', { name: 'change' })
    .click()
  await read(page, 'Wheelbase', '150')
  await page.getByRole('button', { name: 'Save vehicle' }).click()
  await page.getByRole('row', { name: /Dunnock 25 Harrow 2019.*150/ }).waitFor()
  const { job } = await shop.json<{ job: { vehicle: { wheelbase: number } } }>('/jobs/job-0417')
  expect(job.vehicle.wheelbase).toBe(3.7)
})

test('a kit file is added to the catalog and offered on the next choice', async () => {
  const page = await shop.page('/kits')
  const kit = { ...demoKits()[0]!, id: 'spare-twofold', name: 'Twofold spare', price: 1 }
  await page.getByLabel('Add a kit file').setInputFiles(file('kit.json', JSON.stringify({ ...kit, testPressure: 1e9 })))
  await page
    .getByRole('alert')
    .filter({ hasText: /kit\.json.*testPressure/ })
    .waitFor()
  await page.getByLabel('Add a kit file').setInputFiles(file('kit2.json', JSON.stringify(kit)))
  await page.getByRole('heading', { name: 'Ninebark Air Twofold spare' }).waitFor()
  await page.goto(`${shop.address}/jobs/job-0417/choose`)
  // One without a list is judged by its measures.
  await page.getByRole('button', { name: /more$/ }).click()
  await page.getByRole('button', { name: 'Pick Twofold spare' }).waitFor()
})

test('a fastener undone again is open until it is torqued again, by the wrench from the device drawer', async () => {
  const page = await shop.page('/jobs/job-0415/bay-view?step=torque-shock:left')
  await page.getByRole('button', { name: 'had to undo it again' }).first().click()
  await page.getByLabel('Why it was undone').fill('bushing sat twisted')
  await page.getByRole('button', { name: /void/ }).click()
  await expect.poll(() => page.locator('[data-torque=open]').count()).toBe(1)
  await page.getByRole('link', { name: 'Leave the bay view' }).click()
  await page.getByRole('heading', { name: 'Opened again' }).waitFor()
  await link(page, 'Hand over').click()
  await page.locator('[data-check=torques][data-state=open]').waitFor()
  await settled(page)
  await page.goto(`${shop.address}/log`)
  await page.getByText('bushing sat twisted').waitFor()

  await page.goto(`${shop.address}/jobs/job-0415/bay-view?step=torque-shock:left`)
  await page.locator('[data-wrench=ready]').waitFor()
  await page.getByRole('button', { name: 'Devices' }).click()
  await read(page, 'Wrench 3 will read', '92')
  await page.getByRole('button', { name: 'Pull' }).click()
  await page.locator('[data-torque=within]').waitFor()
})

test('a torque before its turn is kept, and says why it proves nothing', async () => {
  const page = await shop.page('/jobs/job-0417/bay-view?step=torque-strap:left')
  // The wrench was at the job before this one, and stays there until somebody takes it over.
  await page.locator('[data-wrench=elsewhere]').click()
  await page.locator('[data-wrench=ready]').waitFor()
  await page.getByRole('button', { name: 'Type', exact: true }).first().click()
  for (const key of ['1', '6']) await page.getByRole('button', { name: key, exact: true }).click()
  await page.getByRole('button', { name: 'Record', exact: true }).click()
  await page.locator('[data-doubt]').filter({ hasText: 'before' }).first().waitFor()
})

test('a visit that was handed over is closed: what is done in it is not taken', async () => {
  const page = await shop.page('/jobs/job-0411/bay-view?step=torque-clamp:left')
  await page.locator('[data-closed]').waitFor()
  await page.getByRole('button', { name: 'had to undo it again' }).first().click()
  await page.getByLabel('Why it was undone').fill('bag stood cocked')
  await page.getByRole('button', { name: /void/ }).click()
  await page.locator('[data-closed][role=alert]').waitFor()
  expect(await page.locator('[data-torque=open]').count()).toBe(0)
})

test('an address that is not there says so', async () => {
  const page = await shop.page('/jobs/nobody/measure')
  await page.getByText('No such job here').waitFor()
  await page.goto(`${shop.address}/nowhere`)
  await page.getByRole('heading', { name: 'Bays', exact: true }).waitFor()
})

test('the job sheet: another bay, an empty title refused, the vehicle corrected on this job only', async () => {
  const page = await shop.page('/jobs/job-0418/load')
  await page.getByRole('button', { name: 'Job sheet' }).click()
  const sheet = page.getByRole('dialog', { name: 'Job sheet 0418' })
  await sheet.getByLabel('Bay').selectOption('4')
  await sheet.getByLabel('Title').fill('')
  await sheet.getByLabel('Title').press('Enter')
  await sheet.getByRole('alert').waitFor()
  await sheet.getByRole('button', { name: 'correct the vehicle on this job' }).click()
  await read(page, 'Empty weight, rear', '3300')
  await sheet.getByRole('button', { name: 'Close', exact: true }).click()
  await settled(page)
  const { job } = await shop.json<{ job: { bay: number; title: string; vehicle: { rear: { curb: number } } } }>(
    '/jobs/job-0418',
  )
  expect(job).toMatchObject({ bay: 4, title: 'Follow-spot truck, winter tour' })
  expect(job.vehicle.rear.curb).toBeCloseTo(3300 * 0.45359237, 6)
  const library = await shop.json<{ document: { rear: { curb: number } } }>('/vehicles/dunnock-35-lift')
  expect(library.document.rear.curb).toBe(1430)
})

test('the bench: a sum goes by its address, a wrong entry is named at its field, units swap', async () => {
  const page = await shop.page('/bench/torque?torque=30%20lb-ft&thread=M10&grade=8.8')
  await page.getByText('60.5 %').waitFor()
  await page.getByText(/75 %/).first().waitFor()
  await page.getByLabel('Torque', { exact: true }).fill('thirty')
  await page.getByText(/"thirty"/).waitFor()
  await page.getByLabel('Torque', { exact: true }).fill('40 N·m')
  await page.getByText('59.5 %').waitFor()
  const sum = page.url()
  await page.getByRole('link', { name: 'Tape arithmetic' }).click()
  await page.getByText('3 7/8 in').waitFor()
  await page.goto(sum)
  await page.getByText('59.5 %').waitFor()
  await page.getByRole('heading', { name: 'Bench' }).click()
  await page.keyboard.press('u')
  await page.getByText('kN', { exact: false }).first().waitFor()
})
