import { execFileSync } from 'node:child_process'
import { mkdirSync, mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import type { Page } from 'playwright-core'
import { afterAll, beforeAll, describe, expect, test } from 'vitest'
import type { StoredJob } from '../core/contract'
import { makeCertificate } from '../server/tls'
import { link, settled, Shop } from './shop'

const complaintOf = async (shop: Shop) => (await shop.json<StoredJob>('/jobs/job-0417')).job.complaint
/** Edits a field of the plan that has no other journey. */
async function complain(page: Page, text: string): Promise<void> {
  await page.getByRole('button', { name: 'Job sheet' }).click()
  const sheet = page.getByRole('dialog', { name: /^Job sheet/ })
  await sheet.getByLabel('Complaint').fill(text)
  await sheet.getByLabel('Complaint').press('Tab')
  await sheet.getByRole('button', { name: 'Close', exact: true }).click()
}
const saved = (page: Page) => page.locator('[data-save=saved]').waitFor()

describe('a tablet on plain http, by a name that is not localhost', () => {
  const NAME = 'tablet.test'
  let shop: Shop
  beforeAll(async () => {
    // A made-up name that the browser finds on this machine: to it, that is no secure context.
    shop = await Shop.open({ env: { HOSTS: NAME }, args: [`--host-resolver-rules=MAP ${NAME} 127.0.0.1`] })
  })
  afterAll(() => shop.close())

  test('says once what it lacks, saves readings, steps and plan, and works on with the server away', async () => {
    const address = `http://${NAME}:${shop.port}`
    const page = await shop.browser.newPage()
    page.setDefaultTimeout(15_000)
    const errors: string[] = []
    page.on('pageerror', (error) => errors.push(error.message))
    await page.goto(address)
    expect(await page.evaluate(() => [window.isSecureContext, 'randomUUID' in crypto])).toEqual([false, false])
    await page.getByRole('dialog').getByRole('button', { name: /^Teo/ }).click()
    await page.locator('[data-code=plain-connection]').getByRole('button').click()
    await page.goto(`${address}/jobs/job-0417/bay-view`)
    // Pages that were not opened yet are asked for while the server is there.
    await page.waitForFunction(
      () =>
        performance.getEntriesByType('resource').filter((e) => /\/assets\/(BayStage|JobShell)-.*\.js/.test(e.name))
          .length > 1,
    )
    const step = await page.locator('h1').innerText()
    await page.getByRole('button', { name: /^Done/ }).click()
    await expect.poll(() => page.locator('h1').innerText()).not.toBe(step)
    const steps = async () =>
      (await shop.json<StoredJob>('/jobs/job-0417')).records.filter(
        (r) => r.body.kind === 'step' && r.origin?.imported === false,
      )
    await expect.poll(async () => (await steps()).map((r) => r.by)).toEqual(['Teo'])
    await shop.kill()
    await page.getByRole('button', { name: /Can't/ }).click()
    await page.getByLabel('Why this step is not done').fill('part is missing')
    await page.getByLabel('Why this step is not done').press('Enter')
    await page.locator('[data-away]').first().waitFor()
    // Another job, from what this screen kept, and back.
    await page.getByRole('link', { name: 'Leave the bay view' }).click()
    await page.locator('[data-save=away]').waitFor()
    await shop.restart()
    await expect.poll(async () => (await steps()).length, { timeout: 40_000 }).toBe(2)
    expect(errors).toEqual([])
    await page.close()
  })
})

describe('over HTTPS, by an authority the tablet trusts', () => {
  let shop: Shop
  const home = mkdtempSync(join(tmpdir(), 'shackle-home-'))
  const dataDir = mkdtempSync(join(tmpdir(), 'shackle-secure-'))
  beforeAll(async () => {
    await makeCertificate(dataDir, ['localhost', '127.0.0.1'])
    const store = join(home, '.pki/nssdb')
    mkdirSync(store, { recursive: true })
    // As a person trusts it on a tablet: put among the browser's authorities. No error is ignored.
    execFileSync('certutil', ['-N', '-d', `sql:${store}`, '--empty-password'])
    const authority = join(dataDir, 'tls/authority.pem')
    execFileSync('certutil', ['-A', '-d', `sql:${store}`, '-n', 'shop', '-t', 'C,,', '-i', authority])
    shop = await Shop.open({
      demo: false,
      dataDir,
      home,
      secure: true,
      args: ['--disable-features=ChromeRootStoreUsed'],
    })
  })
  afterAll(async () => {
    await shop.close()
    rmSync(home, { recursive: true, force: true })
  })

  test('a shop is set up, a tablet shared, hands changed by PIN also while the server is away, and a guest refused', async () => {
    const page = await shop.browser.newPage()
    page.setDefaultTimeout(15_000)
    await page.goto(shop.address)
    expect(await page.evaluate(() => window.isSecureContext)).toBe(true)
    const dialog = page.getByRole('dialog')
    await dialog.getByLabel('Your name').fill('Ines')
    await dialog.getByLabel(/^Password/).fill('short')
    await dialog.getByRole('button', { name: 'Set up' }).click()
    await dialog.getByRole('alert').waitFor()
    await dialog.getByLabel(/^Password/).fill('a long password')
    await dialog.getByLabel('Name of this screen').fill('Bay 1')
    await dialog.getByRole('button', { name: 'Set up' }).click()
    await dialog.waitFor({ state: 'detached' })
    await page.goto(`${shop.address}/people`)
    for (const [name, role, pin] of [
      ['Ilo', 'technician', '4711'],
      ['Ana', 'technician', '2580'],
      ['Gus', 'guest', '9999'],
    ] as const) {
      await page.getByLabel('Name of a new person').fill(name)
      await page.getByLabel('Role of a new person').selectOption(role)
      await page.getByLabel('PIN of a new person').fill(pin)
      await page.getByRole('button', { name: 'Add' }).click()
      await page.locator(`[data-row=${name}]`).waitFor()
    }
    // Shared from now on: signs in again with the box ticked.
    await page.locator('.wall [data-person]').click()
    await dialog.getByRole('button', { name: 'sign out' }).click()
    await dialog.getByLabel('Name').fill('Ines')
    await dialog.getByLabel('Password').fill('a long password')
    await dialog.getByRole('checkbox').check()
    await dialog.getByRole('button', { name: 'Sign in' }).click()
    await dialog.waitFor({ state: 'detached' })
    const changeHands = async (name: string, pin: string) => {
      await page.locator('.wall [data-person]').click()
      await dialog.getByRole('button', { name: new RegExp(`^${name}`) }).click()
      await dialog.getByLabel('PIN').fill(pin)
      await dialog.getByRole('button', { name: 'Sign in' }).click()
    }
    await changeHands('Ilo', '0000')
    await dialog.getByRole('alert').waitFor()
    await dialog.getByLabel('PIN').fill('4711')
    await dialog.getByRole('button', { name: 'Sign in' }).click()
    await dialog.waitFor({ state: 'detached' })
    await changeHands('Ana', '2580')
    await dialog.waitFor({ state: 'detached' })
    await page.goto(shop.address)
    // A worker keeps the pages by now.
    await page.evaluate(() => navigator.serviceWorker.ready)
    await page.reload()
    await page.getByRole('heading', { name: 'Bays', exact: true }).waitFor()
    await shop.kill()
    await page.reload()
    await page.getByRole('heading', { name: 'Bays', exact: true }).waitFor()
    await changeHands('Ilo', '1111')
    await dialog.getByRole('alert').waitFor()
    await dialog.getByLabel('PIN').fill('4711')
    await dialog.getByRole('button', { name: 'Sign in' }).click()
    await dialog.waitFor({ state: 'detached' })
    await page.locator('.wall [data-person=Ilo]').waitFor()
    await shop.restart()
    await expect.poll(() => page.locator('[data-away]').count(), { timeout: 40_000 }).toBe(0)
    await changeHands('Gus', '9999')
    await dialog.waitFor({ state: 'detached' })
    await page.goto(`${shop.address}/shop`)
    await page.getByLabel('Name', { exact: true }).fill('Taken over')
    await page.getByRole('button', { name: 'Save' }).click()
    await page.getByRole('alert').filter({ hasText: /role/ }).waitFor()
    await page.close()
  })
})

describe('two people at two tablets', () => {
  let shop: Shop
  beforeAll(async () => {
    shop = await Shop.open()
  })
  afterAll(() => shop.close())
  const other = async (path: string, method: string, body: object, more: Record<string, string> = {}) =>
    (await shop.ask(path, { method, body: JSON.stringify(body), headers: more })).status
  const edit = async (change: (job: StoredJob['job']) => StoredJob['job']) => {
    const put = async () => {
      const { job, version } = await shop.json<StoredJob>('/jobs/job-0417')
      return other('/jobs/job-0417', 'PUT', change(job), { 'If-Match': `"${version}"` })
    }
    // The page may write between the two: then it is read again, as a person would.
    await expect.poll(put, { timeout: 10_000 }).toBe(200)
  }

  test('edits and records while the server is away, a switch of job, a reload without it, and its return: nothing lost, nothing in the wrong job', async () => {
    const page = await shop.page('/')
    await page.evaluate(() => navigator.serviceWorker.ready)
    await page.getByRole('link', { name: /Hive run/ }).waitFor()
    await page.goto(`${shop.address}/jobs/job-0417/fit`)
    await saved(page)
    await page.goto(`${shop.address}/jobs/job-0418/measure`)
    await saved(page)
    await page.goto(`${shop.address}/jobs/job-0417/fit`)
    await saved(page)
    const before = await shop.json<StoredJob>('/jobs/job-0418')
    await shop.kill()
    await complain(page, 'rattles on the left')
    await page.locator('[data-save=away]').waitFor()
    await page.goto(`${shop.address}/jobs/job-0418/measure`)
    await page.getByRole('heading', { name: 'Follow-spot truck, winter tour' }).waitFor()
    await page.reload()
    await page.getByRole('heading', { name: 'Follow-spot truck, winter tour' }).waitFor()
    await page.locator('[data-unsent]').first().waitFor()
    await page.goto(`${shop.address}/waiting`)
    await page.locator('tr[data-code=waiting]').waitFor()
    await page.goto(`${shop.address}/jobs/job-0418/measure`)
    await shop.restart()
    await edit((job) => ({ ...job, title: 'Hive run, two trips' }))
    await expect.poll(() => complaintOf(shop), { timeout: 60_000 }).toBe('rattles on the left')
    const after = await shop.json<StoredJob>('/jobs/job-0417')
    expect(after.job.title).toBe('Hive run, two trips')
    expect(await shop.json<StoredJob>('/jobs/job-0418')).toEqual(before)
    await page.close()
  })

  test('both change one field: both values are there until one is picked', async () => {
    const page = await shop.page('/jobs/job-0417/fit')
    await saved(page)
    await shop.kill()
    await complain(page, 'mine')
    await page.locator('[data-save=away]').waitFor()
    await page.goto('about:blank')
    await shop.restart()
    await edit((job) => ({ ...job, complaint: 'theirs' }))
    await page.goto(`${shop.address}/jobs/job-0417/fit`)
    const conflict = page.locator('[data-code=conflict][data-row=complaint]')
    await conflict.waitFor({ timeout: 60_000 })
    expect(await conflict.innerText()).toMatch(/mine[\s\S]*theirs/)
    await page.reload()
    await conflict.getByRole('button', { name: /^yours/ }).click()
    await expect.poll(() => complaintOf(shop)).toBe('mine')
    await page.close()
  })

  test('a record the server refuses stays in sight, and is sent again or removed', async () => {
    const page = await shop.page('/jobs/job-0417/fit')
    await saved(page)
    await link(page, 'Bay').click()
    const add = page.locator('form.add').first()
    await add.waitFor()
    // Refused as by a server with another opinion.
    await page.route('**/api/jobs/job-0417/records', (route) =>
      route.fulfill({ status: 422, json: { detail: 'There is no such part on this vehicle.', errors: [] } }),
    )
    await add.locator('input').fill('skid plate')
    await add.locator('input').press('Enter')
    await page.getByRole('link', { name: 'Look at it' }).click()
    const row = page.locator('tr[data-code=refused]')
    await row.filter({ hasText: 'There is no such part on this vehicle.' }).waitFor()
    await page.unroute('**/api/jobs/job-0417/records')
    await row.getByRole('button', { name: 'send again' }).click()
    await row.waitFor({ state: 'detached' })
    const { records } = await shop.json<StoredJob>('/jobs/job-0417')
    expect(records.filter((r) => r.body.kind === 'off' && r.body.part === 'skid plate')).toHaveLength(1)
    await page.close()
  })

  test('a backup is made on the page and put back at the server', async () => {
    const page = await shop.page('/people')
    await page.getByRole('button', { name: 'Save now' }).click()
    const name = /backup-\S+\.tar\.gz/.exec(await page.getByRole('status').filter({ hasText: 'whole' }).innerText())![0]
    await page.goto(`${shop.address}/jobs/job-0417/fit`)
    await complain(page, 'after the backup')
    await settled(page)
    await page.goto('about:blank')
    await shop.kill()
    const file = join(shop.dataDir, 'backups', name)
    const run = (...more: string[]) =>
      execFileSync('npx', ['tsx', 'server/backup/command.ts', 'restore', file, ...more], {
        env: { ...process.env, DATA_DIR: shop.dataDir },
        encoding: 'utf8',
      })
    expect(run()).toContain('Nothing was changed')
    expect(run('--yes')).toContain('Restored')
    await shop.restart()
    expect(await complaintOf(shop)).not.toBe('after the backup')
    await page.close()
  })
})
