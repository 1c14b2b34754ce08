import { expect, test } from 'vitest'
import type { StoredJob } from '@stout-shackle/core/contract'
import { testShop } from '../fixtures/shop'
import { migrationSource } from './migrations'

test('a kit that stays on says again which visit left it so', async () => {
  const shop = await testShop()
  const visit = (await shop.api.post('/api/jobs/job-0411/return-visit').send({ day: '2026-12-20' }).expect(201))
    .body as StoredJob
  expect(visit.job.kits.map((k) => k.leftBy)).toEqual(['job-0411'])
  const kits = async (id: string) => {
    const row = await shop.db<{ id: string; document: string }>('jobs').where({ id }).first()
    return (JSON.parse(row!.document) as StoredJob['job']).kits.map((k) => k.leftBy)
  }
  await shop.db.migrate.down({ migrationSource })
  expect(await kits(visit.job.id)).toEqual([undefined])
  await shop.db.migrate.latest({ migrationSource })
  expect(await kits(visit.job.id)).toEqual(['job-0411'])
  expect(await kits('job-0411')).toEqual([null])
  await shop.close()
})
