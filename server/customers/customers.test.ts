import { afterAll, beforeAll, expect, test } from 'vitest'
import type { StoredJob } from '@stout-shackle/core/contract'
import { testShop } from '../fixtures/shop'

let shop: Awaited<ReturnType<typeof testShop>>
beforeAll(async () => {
  shop = await testShop()
})
afterAll(() => shop.close())

test('a customer is found, given out and taken out; the records of the work stay', async () => {
  // With a quote, as JSON writes it otherwise; asked for in other letters than it was written in.
  const name = 'Corbel "& Chase" Stone Carving'
  const { version: first, job: written } = (await shop.api.get('/api/jobs/job-0411')).body as StoredJob
  await shop.api
    .put('/api/jobs/job-0411')
    .set('If-Match', `"${first}"`)
    .set('Idempotency-Key', 'a-name-with-quotes')
    .send({ ...written, customer: { ...written.customer, name } })
    .expect(200)
  const query = `?name=${encodeURIComponent(name.toUpperCase())}`
  const found = (await shop.api.get(`/api/customers${query}`).expect(200)).body as { jobs: { id: string }[] }
  expect(found.jobs.map((j) => j.id)).toEqual(['job-0411'])
  const file = await shop.api.get(`/api/customers/export${query}`).expect(200)
  expect((file.body as { job: { customer: { name: string } } }[])[0]!.job.customer.name).toBe(name)
  const before = (await shop.api.get('/api/jobs/job-0411')).body as StoredJob
  const key = 'edit-with-the-name'
  await shop.api
    .put('/api/jobs/job-0411')
    .set('If-Match', `"${before.version}"`)
    .set('Idempotency-Key', key)
    .send({ ...before.job, title: `For ${name}` })
    .expect(200)
  await shop.api.post('/api/customers/erase').send({ name }).expect(200)
  const after = (await shop.api.get('/api/jobs/job-0411')).body as StoredJob
  expect(after.version).toBe(before.version + 2)
  expect(after.records).toHaveLength(before.records.length)
  expect(after.records.filter((r) => r.body.kind === 'torque')).toEqual(
    before.records.filter((r) => r.body.kind === 'torque'),
  )
  for (const table of ['jobs', 'job_versions', 'repeatable_requests', 'audit', 'records'])
    expect([table, JSON.stringify(await shop.db(table)).includes('Corbel')]).toEqual([table, false])
  expect(after.records.find((r) => r.body.kind === 'handed-over')!.body).toMatchObject({ to: '(erased)' })
  await shop.api.post('/api/customers/erase').send({ name }).expect(404)
})
