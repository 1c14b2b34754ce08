import type { Knex } from 'knex'
import { ROUTES, type KitVersion } from '@stout-shackle/core/contract'
import type { Job } from '@stout-shackle/core/job'
import { kitHash, kitSchema, lacksOf, type Kit } from '@stout-shackle/core/kit'
import { notFound } from '../problem'
import { route, type Mounted } from '../routing'

interface VersionRow {
  sequence: number
  kit: string
  version: number
  document: string
  at: string
}
interface Version extends KitVersion {
  document: Kit
}

/** Every version that a kit has had, newest first; one that cannot be read is left out. */
async function versionsOf(db: Knex, kit: string): Promise<Version[]> {
  const rows = await db<VersionRow>('kit_versions').where({ kit }).orderBy('sequence', 'desc')
  return rows.flatMap(({ version, document, at }) => {
    const read = kitSchema.safeParse(JSON.parse(document))
    return read.success
      ? [{ version, at, hash: kitHash(read.data), lacks: lacksOf(read.data).length, document: read.data }]
      : []
  })
}

/** Kits that were found among the versions already: a job is saved often, its kits change seldom. */
const found = new WeakMap<Knex, Set<string>>()
/** The hash of a kit where the shop has had just that version of it; null for a copy that it has never had. */
async function knownVersion(db: Knex, root: Knex, kit: Kit): Promise<string | null> {
  const hash = kitHash(kit)
  const known = found.get(root) ?? new Set()
  found.set(root, known)
  if (known.has(hash)) return hash
  if (!(await versionsOf(db, kit.id)).some((v) => v.hash === hash)) return null
  known.add(hash)
  return hash
}

/**
 * The job with the version that each of its kits is a copy of: the server alone sets it.
 * @param db   inside a write
 * @param root whose versions are never taken away
 */
export async function withVersions(db: Knex, root: Knex, job: Job): Promise<Job> {
  const kits: Job['kits'] = []
  for (const jobKit of job.kits) kits.push({ ...jobKit, version: await knownVersion(db, root, jobKit.kit) })
  return { ...job, kits }
}

/** Versions of a kit, and what was confirmed of it on jobs. */
export const kitVersionRoutes = (db: Knex): Mounted[] => [
  route(ROUTES.kitVersions.list, async ({ params: { id } }) =>
    (await versionsOf(db, id)).map(({ document: _kit, ...version }) => version),
  ),
  route(ROUTES.kitVersions.read, async ({ params: { id, hash } }) => {
    const version = (await versionsOf(db, id)).find((v) => v.hash === hash)
    if (!version) throw notFound('kit version', hash)
    return version.document
  }),
  route(ROUTES.kitVersions.confirmed, async ({ params: { id } }) => {
    const rows = await db.raw<{ job: string; by: string; at: string; figures: string }[]>(
      `SELECT j.number AS job, r.by, r.at, json_extract(r.body, '$.figures') AS figures FROM records r JOIN jobs j ON j.id = r.job_id
        WHERE json_extract(r.body, '$.kind') = 'kit-confirmed' AND json_extract(r.body, '$.kit') = ? AND r.imported = 0
        ORDER BY r.at DESC LIMIT 200`,
      [id],
    )
    return rows.flatMap(({ figures, ...who }) =>
      (JSON.parse(figures) as { path: string; hash: string }[]).map((figure) => ({ ...who, ...figure })),
    )
  }),
]
