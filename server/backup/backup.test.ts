import {
  existsSync,
  mkdirSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  rmSync,
  truncateSync,
  writeFileSync,
} from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterEach, beforeEach, describe, expect, test } from 'vitest'
import { demoJobs } from '../../demo/shop'
import { CannotOpen, examine, openDatabase } from '../db'
import { testShop } from '../fixtures/shop'
import { backUp, DATABASE, listBackups, NIGHTLY_KEPT, pruneNightly, rehearse, restore } from '.'

let folder: string
let shop: Awaited<ReturnType<typeof testShop>>
beforeEach(async () => {
  folder = mkdtempSync(join(tmpdir(), 'shackle-backup-'))
  shop = await testShop({ db: await openDatabase(join(folder, DATABASE)), folder })
})
afterEach(() => rmSync(folder, { recursive: true, force: true }))
const timeAt = (minute: number) => `2026-11-27T10:${String(minute).padStart(2, '0')}:00.000Z`
const off = (part: string) =>
  shop.api
    .post('/api/jobs/job-0417/records')
    .send({ body: { kind: 'off', part }, supersedes: null })
    .expect(201)

describe('a backup', () => {
  test('is made while people write, opens, and holds what was acknowledged before it began', async () => {
    await off('before')
    const [saved] = await Promise.all([
      backUp(folder, 'backup', timeAt(1)),
      ...Array.from({ length: 20 }, (_, i) => off(`meanwhile ${i}`)),
    ])
    expect(saved.holds.jobs).toBe(demoJobs().length)
    const { records } = examine(join(folder, DATABASE))
    expect(saved.holds.records).toBeGreaterThan(records - 21)
    expect(saved.holds.records).toBeLessThanOrEqual(records)
    await shop.close()
  })
  test('put back is the shop as it was, with the files beside it; what was there is saved first', async () => {
    mkdirSync(join(folder, 'files'))
    writeFileSync(join(folder, 'files', 'photo'), 'as it was')
    const exported = async () => (await shop.api.get('/api/jobs/job-0417/export')).body as unknown
    const before = await exported()
    const { file } = await backUp(folder, 'backup', timeAt(1))
    await off('after')
    writeFileSync(join(folder, 'files', 'photo'), 'changed')
    await shop.close()
    const report = await rehearse(folder, file)
    expect(report.holds.records).toBe(examine(join(folder, DATABASE)).records - 1)
    const done = await restore(folder, file, timeAt(2))
    expect(done.before!.holds.records).toBe(report.holds.records + 1)
    expect(readFileSync(join(folder, 'files', 'photo'), 'utf8')).toBe('as it was')
    // Whoever was signed in then still is: sessions are part of the shop.
    const again = await testShopOn()
    expect((await again.api.get('/api/jobs/job-0417/export')).body).toEqual(before)
    await again.close()
    // And back again.
    await restore(folder, done.before!.file, timeAt(3))
    expect(examine(join(folder, DATABASE)).records).toBe(report.holds.records + 1)
  })
  /** The shop on the folder as it is, without loading anything. */
  async function testShopOn() {
    const { emptyShop } = await import('../fixtures/shop')
    const opened = await emptyShop({ db: await openDatabase(join(folder, DATABASE)), folder, demo: true })
    const api = opened.browser()
    await api.post('/api/session').send({ person: 'Maren', tablet: 'Again' }).expect(201)
    return { ...opened, api }
  }
  test('cut short, or something else, is refused, and the shop stays', async () => {
    const { file } = await backUp(folder, 'backup', timeAt(1))
    await shop.close()
    const present = readFileSync(join(folder, DATABASE))
    truncateSync(file, 20_000)
    const other = join(folder, 'other.tar.gz')
    writeFileSync(other, 'not a backup')
    for (const bad of [file, other, join(folder, 'nowhere')])
      await expect(restore(folder, bad, timeAt(2))).rejects.toBeInstanceOf(CannotOpen)
    expect(readFileSync(join(folder, DATABASE)).equals(present)).toBe(true)
    expect(readdirSync(join(folder, 'backups')).filter((n) => n.startsWith('.part'))).toEqual([])
  })
  test('a damaged shop is put aside and the backup takes its place', async () => {
    const { file } = await backUp(folder, 'backup', timeAt(1))
    await shop.close()
    writeFileSync(join(folder, DATABASE), 'spoiled')
    const { before } = await restore(folder, file, timeAt(2))
    expect(before).toBeNull()
    expect(examine(join(folder, DATABASE)).jobs).toBe(demoJobs().length)
    expect(readdirSync(folder).some((n) => n.includes('.damaged-'))).toBe(true)
  })
  test('so many nights are kept, and every one that somebody asked for', async () => {
    await shop.close()
    mkdirSync(join(folder, 'backups'))
    for (let day = 1; day <= NIGHTLY_KEPT + 3; day++)
      writeFileSync(join(folder, 'backups', `nightly-2026-10-${String(day).padStart(2, '0')}T0100Z.tar.gz`), '')
    writeFileSync(join(folder, 'backups', 'backup-2026-01-01T0100Z.tar.gz'), '')
    pruneNightly(folder)
    const left = listBackups(folder)
    expect(left.filter((n) => n.startsWith('nightly-'))).toHaveLength(NIGHTLY_KEPT)
    expect(left[0]).toContain(`10-${NIGHTLY_KEPT + 3}`)
    expect(existsSync(join(folder, 'backups', 'backup-2026-01-01T0100Z.tar.gz'))).toBe(true)
  })
})
