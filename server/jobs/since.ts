import type { Knex } from 'knex'
import { kitAt, ofKind, type BayRecord, type Job, type JobKit } from '@stout-shackle/core/job'
import { AXLES } from '@stout-shackle/core/spring'

const isSame = (a: JobKit | null, b: JobKit | null): boolean =>
  a !== null && b !== null && a.work === b.work && JSON.stringify(a.kit) === JSON.stringify(b.kit)

/**
 * The job with the times since when its kits and loads have been what they are: the server alone sets them. What was done
 * before is not about them: of another kit, or under another load.
 * @param db to look up earlier versions: a kit that was put back while nothing was done with the other keeps its time
 */
export async function withSince(
  db: Knex,
  current: Job,
  given: Job,
  records: readonly BayRecord[],
  at: string,
): Promise<Job> {
  const since = new Map<JobKit, string | undefined>()
  for (const axle of AXLES) {
    const [was, is] = [kitAt(current, axle), kitAt(given, axle)]
    if (!is) continue
    since.set(is, isSame(was, is) ? was!.since : await sinceOf(db, given.id, is, records, at))
  }
  const kits = given.kits.map(({ since: _told, ...own }, i) => stamped(own, since.get(given.kits[i]!)))
  const loadCases = given.loadCases.map(({ since: _told, ...own }) => {
    const was = current.loadCases.find((c) => c.id === own.id)
    const isChanged = was !== undefined && JSON.stringify(was.items) !== JSON.stringify(own.items)
    return stamped(own, isChanged && wasLoaded(records, own.id) ? at : was?.since)
  })
  return { ...given, kits, loadCases }
}
const stamped = <T extends object>(own: T, since: string | undefined): T & { since?: string } =>
  since === undefined ? own : { ...own, since }

/** Whether anybody read heights with a load on after the work: what it weighed then is what was proved. */
const wasLoaded = (records: readonly BayRecord[], loadCase: string): boolean =>
  ofKind(records, 'height').some(({ body }) => body.timing === 'after' && body.loadCase === loadCase)

/** What tells that the work of a kit was begun. */
const isWork = ({ body }: BayRecord): boolean => body.kind === 'step' || body.kind === 'torque'

/**
 * Since when a kit has been the job's: now, unless it was before and nothing was done since it was put aside.
 * @returns undefined for one that nothing was done before
 */
async function sinceOf(
  db: Knex,
  id: string,
  kit: JobKit,
  records: readonly BayRecord[],
  at: string,
): Promise<string | undefined> {
  if (!records.some(isWork)) return undefined
  const versions = await db<{ job_id: string; version: number; document: string; at: string }>('job_versions')
    .where({ job_id: id })
    .orderBy('version', 'desc')
    .limit(20)
  const jobs = versions.map((v) => JSON.parse(v.document) as Job)
  const last = jobs.findIndex((job) => isSame(kitAt(job, kit.kit.axle), kit))
  const putAside = versions[last - 1]
  if (last < 0 || !putAside || records.some((r) => isWork(r) && r.at >= putAside.at)) return at
  return kitAt(jobs[last]!, kit.kit.axle)!.since
}
