import { isDeepStrictEqual as isSame } from 'node:util'
import type { Knex } from 'knex'
import { applicationSchema, modelKey, procedureSchema, type Procedure } from '@stout-shackle/core/kit'
import type { Altered, Job, JobKit } from '@stout-shackle/core/job'
import type { Vehicle } from '@stout-shackle/core/vehicle'
import { withVersions } from '../catalog'
import { currentRules } from '../fitment'
import { Problem } from '../problem'
import { shopSettings } from '../shop'

/** Who writes a job, and whether a copy on it may be other than the catalog's for them. */
export interface Writer {
  name: string
  mayAlter: boolean
}
/** What a job that comes in is held against: the one it is a change of, or that it follows; null for one from elsewhere. */
interface Before {
  current: Job | null
  writer: Writer
  /** ISO. */
  now: string
}

/** Rules and lines of the list by which a kit is judged on a vehicle from now on. */
async function decidedNow(
  db: Knex,
  { kit, decided: sent }: JobKit,
  vehicle: Vehicle,
  now: string,
): Promise<JobKit['decided']> {
  const rows = await db<{ id: string; kit: string; document: string }>('applications')
    .where({ kit: kit.id })
    .orderBy('id')
  const lines = rows.map((row) => applicationSchema.parse(JSON.parse(row.document)))
  const decided = {
    rules: await currentRules(db),
    applications: lines.filter((a) => modelKey(a) === modelKey(vehicle)).slice(0, 60),
    listed: lines.length > 0,
  }
  // Decided by the same before: then it was decided then.
  return { ...decided, at: sent && isSame({ ...decided, at: sent.at }, sent) ? sent.at : now }
}

/**
 * Why a copy differs from the catalog, by whom and since when: what is as it was stays, another one wants the right to it. Why may be
 * said later, by the same right; until then it is a stop.
 * @param was the copy of it before, where there was one
 * @throws Problem 403 naming the field
 */
function alteredOf(
  field: string,
  sent: Altered | null,
  was: { isSame: boolean; altered: Altered | null } | null,
  { current, writer, now }: Before,
): Altered | null {
  if (!current) return { why: 'Came in a file', by: writer.name, at: now }
  const why = sent?.why ?? ''
  // A reason is given or put right, not taken away.
  if (was?.isSame && (was.altered === null || !why || was.altered.why === why)) return was.altered
  if (!writer.mayAlter)
    throw new Problem(
      403,
      'Not for you',
      'Figures on this job would differ from every version in the catalog: the desk changes those.',
      [{ field, message: 'must be as the catalog has it', code: 'needs-desk' }],
    )
  return { why, by: writer.name, at: now }
}

/**
 * A job with its copies of kits, rules and instructions as the server stands for them: versions and rules are its own to say, and a
 * copy that no version equals carries who changed it and why.
 * @param root whose versions are never taken away
 */
export async function withCopies(db: Knex, root: Knex, job: Job, before: Before): Promise<Job> {
  const versioned = await withVersions(db, root, job)
  const { current, now } = before
  const kits: JobKit[] = []
  for (const [i, jobKit] of versioned.kits.entries()) {
    const there = current?.kits.find((k) => k.kit.id === jobKit.kit.id && k.kit.axle === jobKit.kit.axle)
    const was = there ? { isSame: isSame(there.kit, jobKit.kit), altered: there.altered } : null
    kits.push({
      ...jobKit,
      decided: was?.isSame ? there!.decided : await decidedNow(db, jobKit, job.vehicle, now),
      altered: jobKit.version ? null : alteredOf(`kits.${i}.kit`, jobKit.altered, was, before),
    })
  }
  const procedures: Job['procedures'] = []
  for (const [i, taken] of versioned.procedures.entries()) {
    const there = current?.procedures.find((p) => p.procedure.id === taken.procedure.id)
    const was = there ? { isSame: isSame(there.procedure, taken.procedure), altered: there.altered } : null
    const isKnown = isSame(await procedureNow(db, taken.procedure.id), taken.procedure)
    const altered = isKnown ? null : alteredOf(`procedures.${i}.procedure`, taken.altered, was, before)
    procedures.push({ ...taken, altered })
  }
  return { ...versioned, kits, procedures, airCheck: (await shopSettings(db)).document.airCheck }
}

/** Instructions as the catalog has them; null where it has none of that id. */
async function procedureNow(db: Knex, id: string): Promise<Procedure | null> {
  const row = await db<{ id: string; document: string }>('procedures').where({ id }).first()
  return row ? procedureSchema.parse(JSON.parse(row.document)) : null
}
