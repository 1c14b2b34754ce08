import { mkdtempSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, afterEach, beforeAll, expect, test } from 'vitest'
import { settled, Shop } from './shop'

let shop: Shop
const folder = mkdtempSync(join(tmpdir(), 'shackle-lists-'))
beforeAll(async () => {
  shop = await Shop.open()
})
afterEach(() => shop.closePages())
afterAll(() => shop.close())

const HEAD = 'id,kit,make,model,from,to,conditions,source'
const line = (id: string, more = '') => `${id},quill-mark-1,Wendrow,Pellick 15,2016,2024,${more},new list`

test('a list with a mistake: the dry run names it, the good row is taken in, survives a dead server, and is taken back', async () => {
  const page = await shop.page('/kits/files')
  await page.getByLabel('What the file holds').selectOption('applications')
  const path = join(folder, 'lines.csv')
  writeFileSync(path, [HEAD, line('mark-new'), line('mark-bad', 'wings = yes')].join('\n'))
  await page.getByLabel('Choose a file: CSV, JSON or xlsx').setInputFiles(path)
  await page.getByRole('row', { name: /^3 .*"wings"/ }).waitFor()
  const there = () => shop.ask(`/applications/mark-new`).then((r) => r.status)
  expect(await there()).toBe(404)
  await page.getByRole('button', { name: /good row/ }).click()
  await page.getByRole('button', { name: 'Undo' }).waitFor()
  await shop.kill()
  await shop.restart()
  expect(await there()).toBe(200)
  await page.reload()
  await page.getByRole('button', { name: 'lines.csv' }).click()
  await page.getByRole('button', { name: 'Undo' }).click()
  await page.locator('.state[data-state=undone]').waitFor()
  expect(await there()).toBe(404)
})

test('a server that dies while a long file is read leaves the stock as it was, and says so', async () => {
  const page = await shop.page('/kits/files')
  await page.getByLabel('What the file holds').selectOption('applications')
  const path = join(folder, 'long.csv')
  writeFileSync(path, [HEAD, ...Array.from({ length: 60_000 }, (_, i) => line(`long-${i}`))].join('\n'))
  await page.getByLabel('Choose a file: CSV, JSON or xlsx').setInputFiles(path)
  await page.locator('.state[data-state=reading]').waitFor()
  await shop.kill()
  await shop.restart()
  await page.reload()
  await page.getByRole('button', { name: 'long.csv' }).click()
  await page.locator('.state[data-state=stopped]').waitFor()
  expect((await shop.ask(`/applications/long-0`)).status).toBe(404)
})

test('a rule of the shop changes what fits, and a job that was decided before keeps its own', async () => {
  const decided = await shop.page('/jobs/job-0417/choose')
  await decided.getByRole('button', { name: 'Pick Onefold' }).click()
  await settled(decided)
  const page = await shop.page('/kits/rules')
  await page.getByRole('button', { name: 'Heavy rust' }).click()
  await page.getByRole('button', { name: 'Take out: rust is heavy' }).waitFor({ state: 'detached' })
  await page.getByLabel('What is looked at').selectOption('survey:rust')
  await page.getByLabel('What it has to be').selectOption('surface')
  await page.getByRole('button', { name: 'add this test' }).click()
  await page.getByRole('button', { name: 'Take out: rust is heavy' }).click()
  await page.getByLabel('Then').selectOption('no')
  await page.getByLabel('Says, when it takes effect').fill('Rust of any kind is cleaned first here')
  await page.getByLabel('Why do the rules change').fill('we clean first')
  await page.getByRole('button', { name: 'Save as version 2' }).click()
  await page.getByText('Version 2: we clean first').waitFor()
  const choose = await shop.page('/jobs/job-0418/choose')
  await choose.getByRole('heading', { name: 'Does not fit' }).click()
  await choose.getByText('Rust of any kind is cleaned first here').first().waitFor()
  const { job } = await shop.json<{ job: { kits: { decided: { rules: { version: number } } }[] } }>('/jobs/job-0417')
  expect(job.kits[0]!.decided.rules.version).toBe(1)
  await decided.reload()
  // Picked by the older rules, it stays picked, and says by which.
  await decided
    .getByText(/rules version 1/)
    .first()
    .waitFor()
  await decided.getByRole('button', { name: 'remove', exact: true }).waitFor()
})

test('questions asked one after the other: each answer stays with its question, and all are saved', async () => {
  const page = await shop.page('/jobs/job-0419/choose')
  const ask = page.getByRole('region', { name: 'Ask next' })
  const questions: string[] = []
  await ask.waitFor()
  while (await ask.count()) {
    const fact = /Ask next: (.+?)\./.exec(await ask.innerText())![1]!
    expect(questions).not.toContain(fact)
    questions.push(fact)
    const select = ask.locator('select')
    // "No" to what is yes or no, else the first of the words: nothing that would end the asking early.
    if (await select.count())
      await select.selectOption((await select.locator('option[value=false]').count()) ? 'false' : { index: 1 })
    else {
      await ask.locator('input').fill('4 1/8')
      await ask.locator('input').press('Enter')
    }
    await expect.poll(async () => ((await ask.count()) ? await ask.innerText() : '')).not.toContain(`${fact}.`)
  }
  await settled(page)
  const { job } = await shop.json<{ job: { survey: { rear: Record<string, unknown> } & Record<string, unknown> } }>(
    '/jobs/job-0419',
  )
  expect(questions.length).toBeGreaterThan(6)
  const { rear, front: _front, ...whole } = job.survey
  expect([...Object.values(rear), ...Object.values(whole)].filter((v) => v !== null)).toHaveLength(questions.length)
})
