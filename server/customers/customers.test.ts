import { afterAll, beforeAll, expect, test } from 'vitest'
import type { StoredJob } from '@stout-shackle/core/contract'
import { demoJob } from '../../demo/shop'
import { testShop } from '../fixtures/shop'

let shop: Awaited<ReturnType<typeof testShop>>
beforeAll(async () => {
  shop = await testShop()
})
afterAll(() => shop.close())

test('a customer is found, given out and taken out; the records of the work stay', async () => {
  // With a quote, as JSON writes it otherwise; asked for in other letters than it was written in.
  const name = 'Sill "& Plinth" Masonry'
  const there = demoJob('0411')
  // A visit that is still open: one that was handed over is not edited any more.
  const records = there.records.filter((r) => r.body.kind !== 'handed-over').map((r) => ({ ...r, id: `c-${r.id}` }))
  await shop.api
    .post('/api/jobs/import')
    .send({ ...there, job: { ...there.job, id: 'job-carver', number: '0811', history: null }, records })
    .expect(201)
  const { version: first, job: written } = (await shop.api.get('/api/jobs/job-carver')).body as StoredJob
  await shop.api
    .put('/api/jobs/job-carver')
    .set('If-Match', `"${first}"`)
    .set('Idempotency-Key', 'a-name-with-quotes')
    .send({ ...written, customer: { ...written.customer, name } })
    .expect(200)
  const query = `?name=${encodeURIComponent(name.toUpperCase())}`
  const found = (await shop.api.get(`/api/customers${query}`).expect(200)).body as { jobs: { id: string }[] }
  expect(found.jobs.map((j) => j.id)).toEqual(['job-carver'])
  const file = await shop.api.get(`/api/customers/export${query}`).expect(200)
  expect((file.body as { job: { customer: { name: string } } }[])[0]!.job.customer.name).toBe(name)
  const before = (await shop.api.get('/api/jobs/job-carver')).body as StoredJob
  const key = 'edit-with-the-name'
  await shop.api
    .put('/api/jobs/job-carver')
    .set('If-Match', `"${before.version}"`)
    .set('Idempotency-Key', key)
    .send({ ...before.job, title: `For ${name}` })
    .expect(200)
  await shop.api
    .post('/api/jobs/job-carver/records')
    .send({ body: { kind: 'handed-over', to: name }, supersedes: null })
    .expect(201)
  await shop.api.post('/api/customers/erase').send({ name }).expect(200)
  const after = (await shop.api.get('/api/jobs/job-carver')).body as StoredJob
  expect(after.version).toBe(before.version + 2)
  expect(after.records).toHaveLength(before.records.length + 1)
  expect(after.records.filter((r) => r.body.kind === 'torque')).toEqual(
    before.records.filter((r) => r.body.kind === 'torque'),
  )
  for (const table of ['jobs', 'job_versions', 'repeatable_requests', 'audit', 'records'])
    expect([table, JSON.stringify(await shop.db(table)).includes('Plinth')]).toEqual([table, false])
  expect(after.records.find((r) => r.body.kind === 'handed-over')!.body).toMatchObject({ to: '(erased)' })
  await shop.api.post('/api/customers/erase').send({ name }).expect(404)
})
