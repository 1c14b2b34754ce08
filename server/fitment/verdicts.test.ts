import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, beforeAll, expect, test } from 'vitest'
import { demoJob } from '../../demo/shop'
import { DATABASE } from '../backup'
import { openDatabase } from '../db'
import { testShop } from '../fixtures/shop'

const folder = mkdtempSync(join(tmpdir(), 'shackle-verdicts-'))
let apart: Awaited<ReturnType<typeof testShop>>
let together: Awaited<ReturnType<typeof testShop>>
beforeAll(async () => {
  apart = await testShop({ db: await openDatabase(join(folder, DATABASE)), folder })
  together = await testShop()
})
afterAll(async () => {
  await apart.close()
  await together.close()
  rmSync(folder, { recursive: true, force: true })
})

test('a thread of its own says what the same thread says, also after the catalog has changed', async () => {
  const { vehicle, survey } = demoJob('0417').job
  const ask = async (shop: typeof apart) =>
    (await shop.api.post('/api/verdicts').send({ vehicle, survey }).expect(200)).body as unknown
  expect(await ask(apart)).toEqual(await ask(together))
  for (const shop of [apart, together]) {
    const found = await shop.api.get('/api/kits/ninebark-twofold')
    const { document } = found.body as { document: object }
    await shop.api
      .put('/api/kits/ninebark-twofold')
      .set('If-Match', String(found.headers.etag))
      .send({ ...document, name: 'Twofold, renamed', axle: 'front' })
      .expect(200)
  }
  const after = await ask(apart)
  expect(after).toEqual(await ask(together))
})
