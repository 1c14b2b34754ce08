import { mkdtempSync, readFileSync, rmSync, truncateSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import Database from 'better-sqlite3'
import type { Knex } from 'knex'
import { afterEach, beforeEach, describe, expect, test } from 'vitest'
import { demoJob } from '../../demo/shop'
import { testShop } from '../fixtures/shop'
import { CannotOpen, examine, lockFolder, migrateOneStep, openDatabase } from '.'
import { sourceOf, type Migration } from './migration'
import { MIGRATION_NAMES, migrationSource } from './migrations'
import { moveDocuments } from './move-documents'

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
const create = async () => (await openDatabase(file)).destroy()

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
    await create()
    const whole = readFileSync(file)
    truncateSync(file, whole.length - 4096 * 3)
    expect(await codeOf(() => openDatabase(file))).toBe('damaged')
    const spoiled = Buffer.from(whole)
    spoiled.fill(0xa5, 4096, 4096 * 6)
    writeFileSync(file, spoiled)
    expect(await codeOf(() => openDatabase(file))).toBe('damaged')
  })
  test('written by a newer version', async () => {
    await create()
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

describe('a shop from before the first release', () => {
  test('is named as such and not read', async () => {
    await create()
    const db = new Database(file)
    db.exec("UPDATE knex_migrations SET name = '011-stand-ins'")
    db.close()
    const before = readFileSync(file)
    expect(await codeOf(() => openDatabase(file))).toBe('earlier-schema')
    expect(await codeOf(() => migrateOneStep(file, 'up', '2026-11-27T10:00:00.000Z'))).toBe('earlier-schema')
    expect(readFileSync(file).equals(before)).toBe(true)
  })
})

describe('the schema', () => {
  test('goes one step down and up again, a copy first', async () => {
    await create()
    const down = await migrateOneStep(file, 'down', '2026-11-27T10:00:00.000Z')
    expect([down.from, down.to]).toEqual(MIGRATION_NAMES.slice(-2).reverse())
    expect(examine(down.copy).schema).toBe(MIGRATION_NAMES.at(-1))
    const up = await migrateOneStep(file, 'up', '2026-11-27T10:01:00.000Z')
    expect([up.from, up.to]).toEqual(MIGRATION_NAMES.slice(-2))
    await (await openDatabase(file)).destroy()
  })
  test('refers from table to table, and an index stands where a list is asked for', async () => {
    await create()
    const db = new Database(file)
    db.pragma('foreign_keys = ON')
    expect(() =>
      db.exec("INSERT INTO records (id, job_id, sequence, at, by, body) VALUES ('a', 'nobody', 1, '', '', '{}')"),
    ).toThrow(/FOREIGN KEY/)
    const plan = db.prepare('EXPLAIN QUERY PLAN SELECT * FROM applications WHERE model = ?').all('a') as {
      detail: string
    }[]
    expect(plan[0]!.detail).toContain('applications_by_model')
    db.close()
  })
})

describe('a step that moves documents', () => {
  // What a later release might do: a kit's `checksAYear` becomes how many months lie between two looks at its bags.
  const MONTHS = 12
  const worked: Migration = {
    name: '900-worked',
    up: (db) =>
      moveDocuments(db, 'kits', ({ checksAYear, ...kit }) => ({ ...kit, everyMonths: MONTHS / Number(checksAYear) })),
    down: (db) =>
      moveDocuments(db, 'kits', ({ everyMonths, ...kit }) => ({ ...kit, checksAYear: MONTHS / Number(everyMonths) })),
  }
  test('goes there and back without a figure lost, with what an import would write and undo; a damaged one stays', async () => {
    const shop = await testShop({ db: await openDatabase(file) })
    const kits = async () =>
      (await shop.db<{ id: string; document: string; facts: string | null }>('kits').orderBy('id')).map((row) => ({
        ...row,
        document: row.id === 'damaged' ? row.document : (JSON.parse(row.document) as Record<string, unknown>),
      }))
    const [one] = await kits()
    await shop.db.raw(
      "INSERT INTO imports (id, kind, name, state, at, progress) VALUES ('run', 'kits', 'k', 'checked', '', '{}')",
    )
    await shop.db.raw(
      "INSERT INTO import_rows (import_id, row, id, change, document) VALUES ('run', 1, 'k', 'new', ?)",
      [JSON.stringify({ id: 'k', checksAYear: 6 })],
    )
    await shop.db.raw("INSERT INTO stock (id, version, document, changed_at) VALUES ('damaged', 1, 'not json', '')")
    await shop.db.raw('UPDATE jobs SET summary = ?', ['{}'])
    const before = await kits()
    const source = { migrationSource: sourceOf([...(await migrationSource.getMigrations([])), worked]) }
    await shop.db.migrate.up(source)
    const moved = await kits()
    expect(moved[0]!.document).toMatchObject({
      id: one!.id,
      everyMonths: 12 / (one!.document as { checksAYear: number }).checksAYear,
    })
    expect(JSON.stringify(moved)).not.toContain('checksAYear')
    expect(await shop.db('import_rows').first('document')).toEqual({ document: '{"id":"k","everyMonths":2}' })
    expect(await shop.db('jobs').whereNotNull('summary')).toEqual([])
    await shop.db.migrate.down(source)
    const back = await kits()
    const sorted = (all: typeof before) => all.map((k) => Object.entries(k.document).sort())
    expect(sorted(back)).toEqual(sorted(before))
    expect(back.map((k) => k.facts)).toEqual(before.map((k) => k.facts))
    await moveDocuments(shop.db, 'stock', (item) => ({ ...item, seen: true }))
    expect(await shop.db('stock').where({ id: 'damaged' }).first('document')).toEqual({ document: 'not json' })
    await shop.close()
  })
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
