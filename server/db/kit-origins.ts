import { createHash } from 'node:crypto'
import type { Knex } from 'knex'
import type { Migration } from './migration'
import { moveDocuments, type StoredTree } from './move-documents'

/** Kits of the made-up shop as it was shipped until then: their figures are their makers'. */
const SHIPPED = new Set(
  `ninebark-twofold ninebark-twofold-tall kettleworth-single ninebark-coach ninebark-coil-side sallow-reed sallow-reed-van
  kettleworth-core-92 kettleworth-core-128 ninebark-swap ninebark-onefold ninebark-twofold-heavy ninebark-twofold-flat
  kettleworth-single-van quill-mark-1 quill-mark-2 quill-coach ninebark-coach-wide ninebark-fore quill-fore kettleworth-fore
  quill-coil-side sallow-reed-light sallow-reed-dual sallow-reed-long sallow-reed-van-dual fen-sleeve-van fen-sleeve
  sallow-reed-coach kettleworth-core-80 kettleworth-core-105 quill-core-s quill-core-l fen-core ninebark-swap-p quill-swap
  quill-swap-p fen-rubber-a fen-rubber-b fen-rubber-dual fen-rubber-van quill-block quill-block-coil kettleworth-link-86
  ninebark-swap-mini quill-fore-coil fen-core-front`.split(/\s+/),
)

const originOf = (from: string): StoredTree => ({ from, of: '', band: 0, jobs: 0, by: '' })
const isTree = (value: unknown): value is StoredTree => typeof value === 'object' && value !== null

/** A kit that says where its figures are from: those that were shipped from the maker's paper, others the shop's. */
function withOrigins(kit: StoredTree): StoredTree {
  const { bag } = kit
  return {
    ...kit,
    origin: originOf(SHIPPED.has(String(kit.id)) ? 'paper' : 'shop'),
    origins: {},
    gaps: [],
    bag: isTree(bag) ? { ...bag, margin: 0 } : bag,
  }
}
/** As it was before; a price that nobody gave is none. */
function withoutOrigins({ origin: _origin, origins: _origins, gaps: _gaps, bag, ...kit }: StoredTree): StoredTree {
  if (!isTree(bag)) return { ...kit, price: kit.price ?? 0, bag }
  const { margin: _margin, ...rest } = bag
  return { ...kit, price: kit.price ?? 0, bag: rest }
}

const saysNothing = (value: unknown): boolean =>
  value === null || value === false || value === '' || (Array.isArray(value) && value.length === 0)
/** Data with the keys of every object in order, and without what says nothing. */
function inOrder(data: unknown): unknown {
  if (Array.isArray(data)) return data.map(inOrder)
  if (!isTree(data)) return data
  return Object.fromEntries(
    Object.keys(data)
      .filter((key) => !saysNothing(data[key]))
      .sort()
      .map((key) => [key, inOrder(data[key])]),
  )
}
const hashOf = (kit: StoredTree): string =>
  createHash('sha256')
    .update(JSON.stringify(inOrder(kit)))
    .digest('hex')

const ofKits = (job: StoredTree, change: (jobKit: StoredTree) => StoredTree): StoredTree =>
  Array.isArray(job.kits) && job.kits.length ? { ...job, kits: (job.kits as StoredTree[]).map(change) } : job

/** Every version of a kit is kept, by a trigger: no way of writing can forget it. */
async function keepVersions(db: Knex): Promise<void> {
  await db.raw(`CREATE TABLE kit_versions (sequence INTEGER PRIMARY KEY AUTOINCREMENT, kit TEXT NOT NULL, version INTEGER NOT NULL,
    document TEXT NOT NULL, at TEXT NOT NULL)`)
  await db.raw('CREATE INDEX kit_versions_by_kit ON kit_versions (kit, version)')
  await db.raw(
    'INSERT INTO kit_versions (kit, version, document, at) SELECT id, version, document, changed_at FROM kits ORDER BY id',
  )
  for (const [event, when] of [
    ['insert', 'AFTER INSERT'],
    ['update', 'AFTER UPDATE OF version'],
  ])
    await db.raw(`CREATE TRIGGER kit_version_${event} ${when} ON kits BEGIN
      INSERT INTO kit_versions (kit, version, document, at) VALUES (new.id, new.version, new.document, new.changed_at);
    END`)
}

/** Where each figure of a kit is from, every version of a kit, and which of them the copy on a job is. */
export const kitOrigins: Migration = {
  name: '101-kit-origins',
  async up(db) {
    await moveDocuments(db, 'kits', withOrigins)
    await keepVersions(db)
    // What was picked before there were versions was one: it is kept as such where the catalog has it no more.
    const known = new Set<string>()
    for (const { document } of await db.raw<{ document: string }[]>(
      'SELECT document FROM kit_versions WHERE json_valid(document)',
    ))
      known.add(hashOf(JSON.parse(document) as StoredTree))
    const picked = new Map<string, StoredTree>()
    const copied = (jobKit: StoredTree): StoredTree => {
      const kit = withOrigins(jobKit.kit as StoredTree)
      const version = hashOf(kit)
      if (!known.has(version)) picked.set(version, kit)
      return { ...jobKit, kit, version }
    }
    for (const table of ['jobs', 'job_versions'] as const) await moveDocuments(db, table, (job) => ofKits(job, copied))
    for (const kit of picked.values())
      await db('kit_versions').insert({
        kit: kit.id,
        version: 0,
        document: JSON.stringify(kit),
        at: new Date().toISOString(),
      })
  },
  async down(db) {
    for (const event of ['insert', 'update']) await db.raw(`DROP TRIGGER kit_version_${event}`)
    await db.raw('DROP TABLE kit_versions')
    await moveDocuments(db, 'kits', withoutOrigins)
    const bare = ({ version: _version, ...jobKit }: StoredTree): StoredTree => ({
      ...jobKit,
      kit: withoutOrigins(jobKit.kit as StoredTree),
    })
    for (const table of ['jobs', 'job_versions'] as const) await moveDocuments(db, table, (job) => ofKits(job, bare))
    // Nothing before could read what only this release puts on record.
    await db.raw(`DELETE FROM records WHERE json_extract(body, '$.kind') = 'kit-confirmed'`)
    await db.raw(`DELETE FROM records WHERE json_extract(body, '$.check') = 'kit-gap'`)
    await moveDocuments(db, 'records', (body) => {
      if (body.kind !== 'gap' || !('gap' in body)) return body
      const { gap: _gap, ...rest } = body
      return rest
    })
  },
}
