import type { Knex } from 'knex'
import type { BayRecord, Job, JobExport, RecordInput } from '@stout-shackle/core/job'
import type { StoredJob } from '@stout-shackle/core/contract'
import { EXPORT_FORMAT, jobSchema, ofKind, recordBodySchema, standing, superseded } from '@stout-shackle/core/job'
import { putBack, reserveFor, takeReserved } from '../stock'
import { stale } from '../write'
import { notFound, Problem } from '../problem'

interface JobRow {
  id: string
  number: string
  version: number
  document: string
  created_at: string
  changed_at: string
}
interface RecordRow {
  id: string
  job_id: string
  sequence: number
  at: string
  by: string
  body: string
  supersedes: string | null
  device: string | null
  device_sequence: number | null
}

/** The vehicle has left the shop: what it took is out of stock already. */
const hasLeft = (records: readonly BayRecord[]) => ofKind(standing(records), 'handed-over').length > 0
const now = () => new Date().toISOString()
/** Documents stored before a field existed get its default as they are read. */
const toJob = (row: JobRow): Job => jobSchema.parse(JSON.parse(row.document))
const toRecord = (row: RecordRow): BayRecord => ({
  body: recordBodySchema.parse(JSON.parse(row.body)),
  by: row.by,
  supersedes: row.supersedes ? (JSON.parse(row.supersedes) as BayRecord['supersedes']) : null,
  id: row.id,
  sequence: row.sequence,
  at: row.at,
})
const readingOf = ({ body }: RecordInput) => ('reading' in body ? body.reading : null)

export async function listJobs(db: Knex): Promise<StoredJob[]> {
  const rows = await db<JobRow>('jobs').orderBy('number')
  const records = await db<RecordRow>('records').orderBy(['job_id', 'sequence'])
  return rows.map((row) => ({
    version: row.version,
    job: toJob(row),
    records: records.filter((r) => r.job_id === row.id).map(toRecord),
  }))
}

export async function getJob(db: Knex, id: string): Promise<StoredJob> {
  const row = await db<JobRow>('jobs').where({ id }).first()
  if (!row) throw notFound('job', id)
  const records = await db<RecordRow>('records').where({ job_id: id }).orderBy('sequence')
  return { version: row.version, job: toJob(row), records: records.map(toRecord) }
}

/** The number after the highest so far, four digits. */
export async function nextNumber(db: Knex): Promise<string> {
  const rows = await db<JobRow>('jobs').select('number')
  const highest = Math.max(0, ...rows.map((r) => Number(/^\d+$/.exec(r.number)?.[0] ?? 0)))
  return String(highest + 1).padStart(4, '0')
}

export async function addJob(db: Knex, job: Job): Promise<StoredJob> {
  const taken = await db<JobRow>('jobs').where({ id: job.id }).orWhere({ number: job.number }).first()
  if (taken)
    throw new Problem(409, 'Already there', `Job ${taken.number} is in this shop already.`, [
      { field: taken.id === job.id ? 'job.id' : 'job.number', message: 'already taken' },
    ])
  const at = now()
  await db<JobRow>('jobs').insert({
    id: job.id,
    number: job.number,
    version: 1,
    document: JSON.stringify(job),
    created_at: at,
    changed_at: at,
  })
  await db('job_versions').insert({ job_id: job.id, version: 1, document: JSON.stringify(job), at })
  return { version: 1, job, records: [] }
}

export async function replaceJob(db: Knex, id: string, version: number, job: Job): Promise<StoredJob> {
  const current = await getJob(db, id)
  if (current.version !== version) throw stale(current, version)
  for (const field of ['id', 'number'] as const)
    if (job[field] !== current.job[field])
      throw new Problem(422, 'Cannot be changed', `The ${field} of a job stays as it is.`, [
        { field, message: `must be "${current.job[field]}"` },
      ])
  const document = JSON.stringify(job)
  if (document === JSON.stringify(current.job)) return current
  const next = version + 1
  await db<JobRow>('jobs').where({ id }).update({ version: next, document, changed_at: now() })
  await db('job_versions').insert({ job_id: id, version: next, document, at: now() })
  if (!hasLeft(current.records)) await reserveFor(db, job)
  return { ...current, version: next, job }
}

/**
 * Appends a record. A device reading that is recorded already gives the record it gave the first time.
 * @returns the record and whether it is new
 */
export async function appendRecord(
  db: Knex,
  job: Job,
  id: string,
  input: RecordInput,
  existing: readonly BayRecord[],
): Promise<{ record: BayRecord; fresh: boolean }> {
  const jobId = job.id
  const reading = readingOf(input)
  if (reading) {
    const earlier = await db<RecordRow>('records')
      .where({ device: reading.device, device_sequence: reading.sequence })
      .first()
    if (earlier && earlier.job_id !== jobId)
      throw new Problem(409, 'Reading already used', 'This pull of the wrench is recorded on another job.', [
        { field: 'body.reading', message: 'already used' },
      ])
    if (earlier) return { record: toRecord(earlier), fresh: false }
  }
  if (input.supersedes) checkCorrection(input, existing)
  else if (input.body.kind === 'withdrawn')
    throw new Problem(422, 'Withdrawn what?', 'A withdrawal names the record it takes back.', [
      { field: 'supersedes', message: 'is missing' },
    ])
  const record: BayRecord = { ...input, id, sequence: (existing.at(-1)?.sequence ?? 0) + 1, at: now() }
  await insertRecord(db, jobId, record)
  const [had, has] = [hasLeft(existing), hasLeft([...existing, record])]
  if (has && !had) await takeReserved(db, jobId)
  if (had && !has) await putBack(db, job)
  return { record, fresh: true }
}

function checkCorrection(input: RecordInput, existing: readonly BayRecord[]): void {
  const target = input.supersedes!.record
  const refuse = (message: string) =>
    new Problem(409, 'Cannot be corrected', message, [{ field: 'supersedes.record', message }])
  const corrected = existing.find((r) => r.id === target)
  if (!corrected) throw refuse(`There is no record "${target}" on this job.`)
  const gone = superseded(existing)
  if (existing.some((r) => r.supersedes?.record === target && !gone.has(r.id)))
    throw refuse('That record was corrected already: correct the newer one.')
  if (input.body.kind !== 'withdrawn' && corrected.body.kind !== 'withdrawn' && input.body.kind !== corrected.body.kind)
    throw refuse(`A ${corrected.body.kind} is corrected by a ${corrected.body.kind}, not by a ${input.body.kind}.`)
}

async function insertRecord(db: Knex, jobId: string, record: BayRecord): Promise<void> {
  const reading = readingOf(record)
  await db<RecordRow>('records').insert({
    id: record.id,
    job_id: jobId,
    sequence: record.sequence,
    at: record.at,
    by: record.by,
    body: JSON.stringify(record.body),
    supersedes: record.supersedes && JSON.stringify(record.supersedes),
    device: reading?.device ?? null,
    device_sequence: reading?.sequence ?? null,
  })
}

export const exportJob = ({ job, records }: StoredJob): JobExport => ({ format: EXPORT_FORMAT, job, records })

/** Takes in a job from another installation, as it is. Its device readings count as that installation's own. */
export async function importJob(db: Knex, { job, records }: JobExport): Promise<StoredJob> {
  records.forEach((record, i) => {
    if (record.sequence !== i + 1)
      throw new Problem(422, 'Records out of order', `Record ${i + 1} has sequence ${record.sequence}.`, [
        { field: `records.${i}.sequence`, message: `must be ${i + 1}` },
      ])
    if (records.findIndex((r) => r.id === record.id) !== i)
      throw new Problem(422, 'Record twice', `Record id "${record.id}" is there twice.`, [
        { field: `records.${i}.id`, message: 'is there twice' },
      ])
  })
  const stored = await addJob(db, job)
  for (const record of records) {
    const reading = readingOf(record)
    const clash =
      reading &&
      (await db<RecordRow>('records').where({ device: reading.device, device_sequence: reading.sequence }).first())
    if (clash)
      throw new Problem(409, 'Reading already used', 'A device reading in this file is recorded on another job here.', [
        { field: 'records', message: `${reading.device} ${reading.sequence} already used` },
      ])
    await insertRecord(db, job.id, record)
  }
  if (!hasLeft(records)) await reserveFor(db, job)
  return { ...stored, records }
}
