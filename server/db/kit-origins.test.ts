import { expect, test } from 'vitest'
import { assessJob } from '@stout-shackle/core/judge'
import { jobSchema } from '@stout-shackle/core/job'
import { kitSchema, lacksOf } from '@stout-shackle/core/kit'
import { demoKits } from '../../demo/shop'
import { testShop } from '../fixtures/shop'
import { migrationSource } from './migrations'

test('kits from before say where their figures are from, and what was picked then is known', async () => {
  const shop = await testShop()
  const own = { ...demoKits()[0]!, id: 'own-kit', name: 'Own' }
  await shop.api.post('/api/kits').send(own).expect(201)
  const kits = async () =>
    new Map(
      (await shop.db<{ id: string; document: string }>('kits')).map((row) => [
        row.id,
        JSON.parse(row.document) as Record<string, unknown>,
      ]),
    )
  const jobs = async () =>
    (await shop.db<{ document: string }>('jobs').orderBy('id')).map((row) => jobSchema.parse(JSON.parse(row.document)))
  const kitsBefore = await kits()
  const jobsBefore = await jobs()
  await shop.db.migrate.down({ migrationSource })
  await shop.db.migrate.down({ migrationSource })
  for (const kit of (await kits()).values()) {
    expect(Object.keys(kit)).not.toContain('origin')
    expect(JSON.stringify(kit)).not.toContain('"margin"')
  }
  await shop.db.migrate.latest({ migrationSource })
  const after = await kits()
  // Of the made-up shop as it was shipped: from paper. What somebody added: the shop's, and nobody stands for it.
  expect(lacksOf(kitSchema.parse(after.get('ninebark-onefold'))).length).toBe(0)
  expect(kitSchema.parse(after.get('own-kit')).origin.from).toBe('shop')
  expect(lacksOf(kitSchema.parse(after.get('own-kit'))).length).toBeGreaterThan(5)
  for (const [id, kit] of after)
    if (id !== 'own-kit') expect(kitSchema.parse(kit)).toEqual(kitSchema.parse(kitsBefore.get(id)))
  const jobsAfter = await jobs()
  expect(jobsAfter.map(({ kits: k }) => k.map(({ version }) => version))).toEqual(
    jobsBefore.map(({ kits: k }) => k.map(({ version }) => version)),
  )
  for (const job of jobsAfter)
    expect(assessJob(job, []).stops.filter(({ code }) => code === 'kit-unconfirmed')).toEqual([])
  // Saved again, a copy of then is still one that the shop has had.
  const { job, version } = (await shop.api.get('/api/jobs/job-0417')).body as { job: object; version: number }
  const saved = await shop.api
    .put('/api/jobs/job-0417')
    .set('If-Match', `"${version}"`)
    .send({ ...job, complaint: 'Sags' })
    .expect(200)
  const { kits: savedKits } = jobSchema.parse((saved.body as { job: unknown }).job)
  expect(savedKits[0]!.version).toBe(jobsBefore.find((j) => j.id === 'job-0417')!.kits[0]!.version)
  await shop.close()
})
