import { mkdtempSync, readFileSync, rmSync, truncateSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import Database from 'better-sqlite3'
import type { Knex } from 'knex'
import { afterEach, beforeEach, describe, expect, test } from 'vitest'
import { assessJob } from '@stout-shackle/core/stages'
import { demoJob, demoJobs } from '../../demo/shop'
import { testShop } from '../fixtures/shop'
import { JobStore } from '../jobs'
import { CannotOpen, examine, lockFolder, migrateOneStep, openDatabase } from '.'
import { MIGRATION_NAMES } from './migrations'

let folder: string
let file: string
beforeEach(() => {
  folder = mkdtempSync(join(tmpdir(), 'shackle-faults-'))
  file = join(folder, 'shop.sqlite')
})
afterEach(() => rmSync(folder, { recursive: true, force: true }))

/** The code with which a start is refused. */
async function codeOf(act: () => unknown): Promise<string> {
  try {
    await act()
  } catch (error) {
    if (error instanceof CannotOpen) return error.code
    throw error
  }
  return 'opened'
}
const fresh = async () => (await openDatabase(file)).destroy()

describe('a start says what is wrong, and changes nothing', () => {
  test('an empty file, as a full disk or a broken copy leaves it', async () => {
    writeFileSync(file, '')
    expect(await codeOf(() => openDatabase(file))).toBe('empty-file')
    expect(readFileSync(file)).toHaveLength(0)
  })
  test('a file that is something else', async () => {
    writeFileSync(file, 'job;customer\n1;nobody\n')
    expect(await codeOf(() => openDatabase(file))).toBe('not-a-database')
  })
  test('a database of another program', async () => {
    new Database(file).exec('CREATE TABLE songs (name TEXT)').close()
    expect(await codeOf(() => openDatabase(file))).toBe('not-a-database')
  })
  test('cut short, and overwritten in the middle', async () => {
    await fresh()
    const whole = readFileSync(file)
    truncateSync(file, whole.length - 4096 * 3)
    expect(await codeOf(() => openDatabase(file))).toBe('damaged')
    const spoiled = Buffer.from(whole)
    spoiled.fill(0xa5, 4096, 4096 * 6)
    writeFileSync(file, spoiled)
    expect(await codeOf(() => openDatabase(file))).toBe('damaged')
  })
  test('written by a newer version', async () => {
    await fresh()
    const db = new Database(file)
    db.exec("INSERT INTO knex_migrations (name, batch, migration_time) VALUES ('999-later', 9, 0)")
    db.close()
    expect(await codeOf(() => openDatabase(file))).toBe('newer-schema')
  })
  test('a second server on the same folder; the lock goes with the first', async () => {
    const unlock = lockFolder(folder)
    expect(await codeOf(() => lockFolder(folder))).toBe('in-use')
    unlock()
    lockFolder(folder)()
  })
  test('a folder that cannot be written', async () => {
    writeFileSync(join(folder, 'file'), '')
    expect(await codeOf(() => lockFolder(join(folder, 'file', 'inside')))).toBe('not-writable')
  })
})

describe('the schema', () => {
  const contents = (db: Database.Database) =>
    ['jobs', 'records', 'kits', 'vehicles'].map((t) => [t, db.prepare(`SELECT count(*) FROM ${t}`).pluck().get()])
  test('goes one step down and up again, a copy first, and what it did not add is still there', async () => {
    const db = await openDatabase(file)
    const shop = await testShop({ db })
    await shop.api.post('/api/jobs/job-0417/records').send({ body: { kind: 'off', part: 'liner' }, supersedes: null })
    await shop.close()
    const read = () => {
      const now = new Database(file, { readonly: true })
      const found = contents(now)
      now.close()
      return found
    }
    const before = read()
    const states = async () => {
      const db = await openDatabase(file)
      const jobs = new JobStore(db)
      const all = await Promise.all(demoJobs().map(({ job }) => jobs.get(job.id)))
      await db.destroy()
      return all.map(({ job, records }) => ({ job, records, stops: assessJob(job, records).stops }))
    }
    const stood = await states()
    const standIns = await migrateOneStep(file, 'down', '2026-11-27T09:55:00.000Z')
    expect([standIns.from, standIns.to]).toEqual(['011-stand-ins', '010-air'])
    const air = await migrateOneStep(file, 'down', '2026-11-27T09:56:00.000Z')
    expect([air.from, air.to]).toEqual(['010-air', '009-procedures'])
    const before10 = new Database(file, { readonly: true })
    for (const table of ['jobs', 'job_versions', 'kits', 'procedures'])
      expect(
        before10.prepare(`SELECT coalesce(group_concat(document), '') FROM ${table}`).pluck().get() as string,
      ).not.toMatch(/"(supply|circuit|wiring|hose)":/)
    before10.close()
    const newest = await migrateOneStep(file, 'down', '2026-11-27T09:57:00.000Z')
    expect([newest.from, newest.to]).toEqual(['009-procedures', '008-work'])
    const before9 = new Database(file, { readonly: true })
    for (const table of ['jobs', 'job_versions', 'kits', 'shop_settings'])
      expect(
        before9.prepare(`SELECT coalesce(group_concat(document), '') FROM ${table}`).pluck().get() as string,
      ).not.toMatch(/"(procedures|pins|head|wrenches)":/)
    before9.close()
    const last = await migrateOneStep(file, 'down', '2026-11-27T09:58:00.000Z')
    expect([last.from, last.to]).toEqual(['008-work', '007-fit'])
    const older = new Database(file, { readonly: true })
    for (const table of ['jobs', 'job_versions', 'kits'])
      expect(older.prepare(`SELECT group_concat(document) FROM ${table}`).pluck().get() as string).not.toMatch(
        /"(opens|closes|raise|asks|mountTouches|crew|methods)":/,
      )
    older.close()
    const first = await migrateOneStep(file, 'down', '2026-11-27T09:59:00.000Z')
    expect([first.from, first.to]).toEqual(['007-fit', '006-proof'])
    const plain = new Database(file, { readonly: true })
    const documents = (table: string) =>
      plain.prepare(`SELECT group_concat(document) FROM ${table}`).pluck().get() as string
    for (const table of ['jobs', 'job_versions', 'kits', 'vehicles', 'platforms'])
      expect(documents(table)).not.toMatch(/"(mounting|mount|underbody)":/)
    plain.close()
    const down = await migrateOneStep(file, 'down', '2026-11-27T10:00:00.000Z')
    expect([down.from, down.to]).toEqual(['006-proof', '005-axles'])
    // What that form does not know is kept beside it.
    const counted = Object.fromEntries(read()) as Record<string, number>
    const kept = new Database(file, { readonly: true })
    const asideIn = (table: string) =>
      kept.prepare(`SELECT count(*) FROM ${table} WHERE source = 'record'`).pluck().get() as number
    const aside =
      asideIn('kept_of_proof') + asideIn('kept_of_work') + asideIn('kept_of_procedures') + asideIn('kept_of_air')
    kept.close()
    expect(aside).toBeGreaterThan(5)
    expect({ ...counted, records: counted.records! + aside }).toEqual(Object.fromEntries(before))
    expect(examine(down.copy)).toMatchObject({ schema: '006-proof', jobs: demoJobs().length })
    await migrateOneStep(file, 'up', '2026-11-27T10:01:00.000Z')
    const up = await migrateOneStep(file, 'up', '2026-11-27T10:01:30.000Z')
    expect(up.to).toBe('007-fit')
    expect((await migrateOneStep(file, 'up', '2026-11-27T10:01:40.000Z')).to).toBe('008-work')
    expect((await migrateOneStep(file, 'up', '2026-11-27T10:01:50.000Z')).to).toBe('009-procedures')
    expect((await migrateOneStep(file, 'up', '2026-11-27T10:01:55.000Z')).to).toBe('010-air')
    expect((await migrateOneStep(file, 'up', '2026-11-27T10:01:57.000Z')).to).toBe('011-stand-ins')
    expect(read()).toEqual(before)
    expect(await states()).toEqual(stood)
    // All the way down to the first form and up again: every record is there, and proves what it proved.
    for (const _ of MIGRATION_NAMES.slice(1)) await migrateOneStep(file, 'down', '2026-11-27T10:02:00.000Z')
    expect(examine(file).schema).toBe(MIGRATION_NAMES[0])
    expect(counted.jobs).toBe((Object.fromEntries(read()) as Record<string, number>).jobs)
    const back = await states()
    expect(back.map(({ records }) => records.map((r) => [r.id, r.body]))).toEqual(
      stood.map(({ records }) => records.map((r) => [r.id, r.body])),
    )
    // The first form has no front kits: a job with one comes back without it, as step 005 says.
    const rearOnly = (all: typeof stood) =>
      all.filter((_, i) => stood[i]!.job.kits.every(({ kit }) => kit.axle === 'rear')).map(({ stops }) => stops)
    expect(rearOnly(back)).toEqual(rearOnly(stood))
    const again = await openDatabase(file)
    const [record] = await again<{ by: string; body: string; job_id: string; sequence: number }>('records')
      .where({ job_id: 'job-0417' })
      .orderBy('sequence', 'desc')
      .limit(1)
    expect(record).toMatchObject({ by: 'Maren', body: '{"kind":"off","part":"liner","axle":null,"side":null}' })
    await again.destroy()
  }, 60_000)
})

describe('a full disk', () => {
  /** SQLite's own limit on the size of a file: it answers as a disk without room does. */
  const fill = async (db: Knex) => {
    const [page] = await db.raw<{ page_count: number }[]>('PRAGMA page_count')
    await db.raw(`PRAGMA max_page_count = ${page!.page_count}`)
  }
  test('answers 507, says so in its health, leaves nothing half written, and goes on when there is room', async () => {
    const shop = await testShop()
    const { version, job } = (await shop.api.get('/api/jobs/job-0417')).body as { version: number; job: object }
    await fill(shop.db)
    const long = { ...job, complaint: 'x'.repeat(400) }
    const put = () => shop.api.put('/api/jobs/job-0417').set('If-Match', `"${version}"`).send(long)
    let refused = await put()
    // Some of a page may still have been free.
    for (let n = version; refused.status === 200; n++)
      refused = await shop.api
        .put('/api/jobs/job-0417')
        .set('If-Match', `"${n + 1}"`)
        .send({ ...long, title: `Title ${n}` })
    expect(refused.status).toBe(507)
    expect((refused.body as { errors: { code: string }[] }).errors[0]!.code).toBe('disk-full')
    const before = (await shop.api.get('/api/jobs/job-0417')).body as { version: number }
    const health = (await shop.api.get('/api/health')).body as { status: string; problems: { code: string }[] }
    expect(health).toMatchObject({ status: 'trouble', problems: [{ code: 'disk-full' }] })
    const [versions] = await shop.db('job_versions').where({ job_id: 'job-0417' }).count<{ n: number }[]>('* as n')
    expect(versions!.n).toBe(before.version)
    await shop.db.raw('PRAGMA max_page_count = 1000000')
    await shop.api
      .put('/api/jobs/job-0417')
      .set('If-Match', `"${before.version}"`)
      .send({ ...demoJob('0417').job, complaint: 'room again' })
      .expect(200)
    expect(((await shop.api.get('/api/health')).body as { status: string }).status).toBe('ok')
    await shop.close()
  })
})
