import type { Knex } from 'knex'
import type { Migration } from './migration'
import { moveDocuments, type StoredTree } from './move-documents'

interface VisitRow {
  id: string
  history: string | null
  document: string
  left: number
}

const kitsOf = (document: StoredTree): StoredTree[] =>
  Array.isArray(document.kits) ? (document.kits as StoredTree[]) : []
const idOf = ({ kit }: StoredTree): unknown => (kit as StoredTree | undefined)?.id

/** Which visit left a kit on that another one keeps: the latest of the same vehicle before it that had it and was handed over. */
async function visitsBefore(db: Knex): Promise<(job: unknown, kit: unknown) => string | null> {
  const visits = await db.raw<VisitRow[]>(
    `SELECT j.id, j.history, j.document, EXISTS (SELECT 1 FROM records r WHERE r.job_id = j.id
        AND json_extract(r.body, '$.kind') = 'handed-over') AS left
       FROM jobs j WHERE json_valid(j.document) ORDER BY j.created_at, j.id`,
  )
  return (job, kit) => {
    const at = visits.findIndex((v) => v.id === job)
    const own = visits[at]
    if (!own?.history) return null
    const left = visits
      .slice(0, at)
      .findLast(
        (v) =>
          v.history === own.history &&
          v.left &&
          kitsOf(JSON.parse(v.document) as StoredTree).some((k) => idOf(k) === kit),
      )
    return left?.id ?? null
  }
}

/** A kit that stays on says which visit left it so: one of which no visit is known was fitted elsewhere. */
export const leftBy: Migration = {
  name: '102-left-by',
  async up(db) {
    const visitBefore = await visitsBefore(db)
    for (const table of ['jobs', 'job_versions'] as const)
      await moveDocuments(db, table, (job) =>
        kitsOf(job).length
          ? {
              ...job,
              kits: kitsOf(job).map((jobKit) => ({
                ...jobKit,
                leftBy: jobKit.work === 'fit' ? null : visitBefore(job.id, idOf(jobKit)),
              })),
            }
          : job,
      )
  },
  async down(db) {
    for (const table of ['jobs', 'job_versions'] as const)
      await moveDocuments(db, table, (job) =>
        kitsOf(job).length ? { ...job, kits: kitsOf(job).map(({ leftBy: _leftBy, ...jobKit }) => jobKit) } : job,
      )
  },
}
