import { addPressures, keepVisitReadings, pressuresOfJob } from './pressure-store'
import type { Knex } from 'knex'
import { EXPORT_FORMAT, jobSchema, VEHICLE_NAMES, type Job, type JobExport } from '@stout-shackle/core/job'
import {
  hasLeft,
  inOrder,
  placed,
  recordBodySchema,
  superseded,
  type BayRecord,
  type RecordBody,
  type RecordInput,
} from '@stout-shackle/core/records'
import { isBegunAt, leftWith } from '@stout-shackle/core/judge'
import type { StoredJob } from '@stout-shackle/core/contract'
import { closingFaults } from '@stout-shackle/core/kit'
import { historyFor, tidyHistories } from '../histories'
import { putBack, reserveFor, takeReserved } from '../stock'
import { withPhotoAside, withPhotosIn } from '../photos'
import { nextVersion } from '../routing'
import { notFound, Problem } from '../problem'
import { visitClosed } from './accept'
import { withCopies, type Writer } from './copies'
import { wantPulled } from './provenance'
import { withSince } from './since'
import { correctedBody, correctedTime } from './times'

export interface JobRow {
  id: string
  number: string
  version: number
  document: string
  created_at: string
  changed_at: string
  archived_at: string | null
  summary: string | null
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
  person_id: string | null
  tablet: string | null
  tablet_at: string | null
  tablet_sequence: number | null
  received_at: string | null
  clock_off: number | null
  imported: number
}
/** Who takes a record down, and where. */
export interface Signer {
  id: string
  name: string
  tablet: { name: string } | null
}

/** Jobs kept as they were read: a record is judged against its whole job, and reading that anew takes ten times as long. */
const KEPT = 200

/** The vehicle has left the shop: what it took is out of stock already. */
const now = () => new Date().toISOString()
const toJob = (row: Pick<JobRow, 'document'>): Job => jobSchema.parse(JSON.parse(row.document))
const toRecord = (row: RecordRow): BayRecord => ({
  body: recordBodySchema.parse(JSON.parse(row.body)),
  by: row.by,
  supersedes: row.supersedes ? (JSON.parse(row.supersedes) as BayRecord['supersedes']) : null,
  id: row.id,
  sequence: row.sequence,
  at: row.at,
  origin: {
    person: row.person_id,
    tablet: row.tablet,
    received: row.received_at ?? row.at,
    clockOff: row.clock_off ?? 0,
    imported: row.imported === 1,
    ...(row.tablet_sequence === null ? {} : { count: row.tablet_sequence }),
  },
})
/** The figure that a record says its reading was: a torque, or a pressure. */
const figureOf = ({ body }: Pick<RecordInput, 'body'>): number | null =>
  body.kind === 'torque' ? body.value : body.kind === 'air-check' ? body.pressure : null
const readingOf = ({ body }: Pick<RecordInput, 'body'>) => ('reading' in body ? body.reading : null)

/**
 * Jobs with their records. One server has a database to itself and writes one thing after the other, so what it read stays
 * true until it writes: `keep` is called once a write is certain.
 */
export class JobStore {
  private readonly kept = new Map<string, StoredJob>()

  constructor(private readonly db: Knex) {}

  /** A job as it stands after a write. */
  keep(stored: StoredJob): void {
    this.kept.delete(stored.job.id)
    this.kept.set(stored.job.id, stored)
    if (this.kept.size > KEPT) this.kept.delete(this.kept.keys().next().value!)
  }
  /** Every job is read anew: something changed them behind this. */
  forget(): void {
    this.kept.clear()
  }

  /** @throws Problem 404 */
  async get(id: string, db: Knex = this.db): Promise<StoredJob> {
    const storedHere = this.kept.get(id)
    if (storedHere) return storedHere
    const row = await db<JobRow>('jobs').where({ id }).first()
    if (!row) throw notFound('job', id)
    const records = await db<RecordRow>('records').where({ job_id: id })
    return { version: row.version, job: toJob(row), records: inOrder(records.map(toRecord)) }
  }

  /** The short visit of a job that has not been handed over; null where there is none. */
  async openRecheck(db: Knex, of: string): Promise<StoredJob | null> {
    const rows = await db.raw<{ id: string }[]>(
      "SELECT id FROM jobs WHERE json_extract(document, '$.recheck.of') = ? ORDER BY created_at DESC",
      [of],
    )
    for (const { id } of rows) {
      const visit = await this.get(id, db)
      if (!leftWith(visit.job, visit.records)) return visit
    }
    return null
  }

  /** The number after the highest so far, four digits. A number somebody made up, of other than nine digits, does not count. */
  async nextNumber(db: Knex): Promise<string> {
    const [row] = await db.raw<{ highest: number | null }[]>(
      `SELECT max(CAST(number AS INTEGER)) AS highest FROM jobs WHERE number NOT GLOB '*[^0-9]*' AND length(number) < 9`,
    )
    return String((row?.highest ?? 0) + 1).padStart(4, '0')
  }

  /**
   * @param before the visit that it follows
   * @throws Problem 409 where id or number is taken
   */
  async add(db: Knex, jobHere: Job, writer: Writer, before: Job | null = null): Promise<StoredJob> {
    const taken = await db<JobRow>('jobs').where({ id: jobHere.id }).orWhere({ number: jobHere.number }).first()
    if (taken)
      throw new Problem(409, 'Already there', `Job ${taken.number} is in this shop already.`, [
        { field: taken.id === jobHere.id ? 'job.id' : 'job.number', message: 'already taken' },
      ])
    const time = now()
    const job = await withCopies(
      db,
      this.db,
      { ...jobHere, history: await historyFor(db, jobHere) },
      { current: before, writer, now: time },
    )
    const document = JSON.stringify(job)
    await db('jobs').insert({
      id: job.id,
      number: job.number,
      version: 1,
      document,
      created_at: time,
      changed_at: time,
    })
    await db('job_versions').insert({ job_id: job.id, version: 1, document, at: time, by: writer.name })
    return { version: 1, job, records: [] }
  }

  /** @throws Problem 412 with the job as it stands, 422 where id or number would change */
  async replace(
    db: Knex,
    current: StoredJob,
    { version, job: sent }: { version: number; job: Job },
    writer: Writer,
  ): Promise<StoredJob> {
    const next = nextVersion(current, version)
    const moment = now()
    const nextHere = await withCopies(db, this.db, sent, { current: current.job, writer, now: moment })
    for (const field of ['id', 'number'] as const)
      if (nextHere[field] !== current.job[field])
        throw new Problem(422, 'Cannot be changed', `The ${field} of a job stays as it is.`, [
          { field, message: `must be "${current.job[field]}"` },
        ])
    wantClosable(current.job, nextHere)
    wantUntouched(current, nextHere)
    wantSameVehicle(current, nextHere, writer)
    const { vehicle } = current.job
    // A VIN or plate that is typed late tells which vehicle it is.
    const isRenamed = vehicle.vin !== nextHere.vehicle.vin || vehicle.plate !== nextHere.vehicle.plate
    const job = {
      ...(await withSince(db, current.job, nextHere, { records: current.records, now: moment })),
      owed: current.job.owed,
      changes: [...current.job.changes, ...changesOf(current, nextHere, { by: writer.name, at: moment })].slice(-60),
      leftConnections: current.job.leftConnections,
      recheck: current.job.recheck,
      history: isRenamed ? await historyFor(db, { ...nextHere, history: current.job.history }) : current.job.history,
    }
    const document = JSON.stringify(job)
    if (document === JSON.stringify(current.job)) return current
    if (leftWith(current.job, current.records)) throw visitClosed()
    await db('jobs').where({ id: job.id }).update({ version: next, document, changed_at: moment, summary: null })
    await db('job_versions').insert({ job_id: job.id, version: next, document, at: moment, by: writer.name })
    if (job.history !== current.job.history) await tidyHistories(db)
    if (!hasLeft(current.records)) await reserveFor(db, job)
    return { ...current, version: next, job }
  }

  /**
   * Appends a record. One that is there already, by its id or its device reading, is given as it was.
   * @returns the job with it, the record, and whether it is new
   * @throws Problem 409, 422
   */
  // eslint-disable-next-line complexity -- what a record is held against, one thing after the other
  async append(
    db: Knex,
    current: StoredJob,
    { id, ...input }: RecordInput & { id: string },
    signer: Signer,
  ): Promise<{ stored: StoredJob; record: BayRecord; isNew: boolean }> {
    const { job, records } = current
    const there = records.find((r) => r.id === id)
    const body = await withPhotoAside(db, input.body)
    if (there) {
      // As it was taken in then: by the clock that the screen had.
      const same = correctedBody({ ...input, body }, there.origin?.clockOff ?? 0, records)
      if (JSON.stringify([there.body, there.supersedes]) !== JSON.stringify([same, input.supersedes]))
        throw new Problem(422, 'Key used twice', 'This Idempotency-Key belongs to another record.', [
          { field: 'Idempotency-Key', message: 'already used for another record' },
        ])
      return { stored: current, record: there, isNew: false }
    }
    const reading = readingOf(input)
    if (reading) {
      const earlier = await db<RecordRow>('records')
        .where({ device: reading.device, device_sequence: reading.sequence })
        .first()
      if (earlier && earlier.job_id !== job.id)
        throw new Problem(409, 'Reading already used', 'This pull of the wrench is recorded on another job.', [
          { field: 'body.reading', message: 'already used', code: 'already-used' },
        ])
      if (earlier) return { stored: current, record: toRecord(earlier), isNew: false }
      await wantPulled(db, job.id, reading, figureOf(input))
    }
    if (input.supersedes) checkCorrection(input, records)
    else if (input.body.kind === 'withdrawn')
      throw new Problem(422, 'Withdrawn what?', 'A withdrawal names the record it takes back.', [
        { field: 'supersedes', message: 'is missing' },
      ])
    const received = Date.now()
    const { at: timeHere, clockOff } = correctedTime(
      input.takenDown,
      received,
      await this.lastOfTablet(db, signer, input.takenDown?.sequence),
    )
    const record: BayRecord = {
      body: correctedBody({ ...input, body }, clockOff, records),
      supersedes: input.supersedes,
      id,
      by: signer.name,
      sequence: records.reduce((top, r) => Math.max(top, r.sequence), 0) + 1,
      at: new Date(timeHere).toISOString(),
      origin: {
        person: signer.id,
        tablet: signer.tablet?.name ?? null,
        received: new Date(received).toISOString(),
        clockOff,
        imported: false,
        ...(input.takenDown ? { count: input.takenDown.sequence } : {}),
      },
    }
    await insertRecord(db, job.id, record, input.takenDown)
    await db.raw('UPDATE jobs SET summary = NULL WHERE id = ? AND summary IS NOT NULL', [job.id])
    const next = placed(records, record)
    if (job.recheck && (body.kind === 'bag-pressure' || input.supersedes))
      await keepVisitReadings(db, { ...current, records: next })
    // Both kinds that can change whether it has left; the rest need not look.
    if (input.body.kind === 'handed-over' || input.supersedes) {
      const [had, has] = [hasLeft(records), hasLeft(next)]
      if (has && !had) await takeReserved(db, job.id)
      if (had && !has) await putBack(db, job)
    }
    return { stored: { ...current, records: next }, record, isNew: true }
  }

  private async lastOfTablet(db: Knex, { tablet }: Signer, sequence: number | undefined): Promise<number> {
    if (!tablet || sequence === undefined) return 0
    const last = await db<RecordRow>('records')
      .where({ tablet: tablet.name })
      .where('tablet_sequence', '<', sequence)
      .orderBy('tablet_sequence', 'desc')
      .first('at')
    return last ? Date.parse(last.at) : 0
  }

  /** Takes in a job from another installation, with its times as they are, marked as imported. */
  async import(db: Knex, { job, records, pressures }: JobExport, writer: Writer): Promise<StoredJob> {
    const ids = new Set<string>()
    records.forEach((record, i) => {
      if (ids.has(record.id))
        throw new Problem(422, 'Record twice', `Record id "${record.id}" is there twice.`, [
          { field: `records.${i}.id`, message: 'is there twice' },
        ])
      ids.add(record.id)
    })
    const bySequence = [...records].sort((a, b) => a.sequence - b.sequence)
    bySequence.forEach((record, i) => {
      if (record.sequence !== i + 1)
        throw new Problem(422, 'Records out of order', `There is no record with sequence ${i + 1}.`, [
          { field: `records.${records.indexOf(record)}.sequence`, message: `must be ${i + 1}` },
        ])
    })
    const stored = await this.add(db, asSent(job), writer)
    const received = now()
    const bodies: RecordBody[] = []
    for (const record of bySequence) bodies.push(await withPhotoAside(db, record.body))
    const taken = bySequence.map((record, i): BayRecord => ({
      ...record,
      body: bodies[i]!,
      origin: { person: null, tablet: null, received, clockOff: 0, imported: true },
    }))
    for (const record of taken) await insertRecord(db, job.id, record, undefined)
    await addPressures(db, job.id, pressures, writer.name)
    if (!hasLeft(taken)) await reserveFor(db, job)
    return { ...stored, records: inOrder(taken) }
  }
}

/** A job that somebody sends: what the server alone says of its kits is none of theirs. */
const asSent = (job: Job): Job => ({
  ...job,
  changes: [],
  leftConnections: null,
  recheck: null,
  kits: job.kits.map((jobKit) => ({ ...jobKit, version: null, confirmed: [], revised: [], leftBy: null })),
})

/** A kit that is picked has to be one whose jobs can be finished; one that is there already stays. */
function wantClosable(current: Job, next: Job): void {
  const there = new Set(current.kits.map(({ kit }) => JSON.stringify(kit)))
  const faults = next.kits.flatMap(({ kit }, i) =>
    there.has(JSON.stringify(kit))
      ? []
      : closingFaults(kit).map(({ path, message }) => ({ field: ['kits', i, 'kit', ...path].join('.'), message })),
  )
  if (faults.length)
    throw new Problem(422, 'Kit cannot be finished', 'A job with this kit could never be closed.', faults)
}

/** What names a vehicle is the desk's to change once work has begun: it would be another vehicle's work. */
function wantSameVehicle({ job, records }: StoredJob, next: Job, { mayAlter }: Writer): void {
  if (mayAlter || !isAtWork(records)) return
  const changed = VEHICLE_NAMES.filter((name) => job.vehicle[name] !== next.vehicle[name])
  if (changed.length)
    throw new Problem(
      403,
      'Not for you',
      'Work on this vehicle has begun: the desk changes what it is called. Everything else can be saved.',
      changed.map((name) => ({
        field: `vehicle.${name}`,
        message: `must stay "${job.vehicle[name] ?? ''}"`,
        code: 'needs-desk',
      })),
    )
}

/** Changes after work has begun that stand in the record: what the vehicle is called, and loads that are not asked after any more. */
function changesOf({ job, records }: StoredJob, next: Job, who: { by: string; at: string }): Job['changes'] {
  if (!isAtWork(records)) return []
  const loads = ({ loadCases }: Job) => loadCases.flatMap((c) => (c.items.length ? c.name : [])).join(', ')
  const [had, has] = [loads(job), loads(next)]
  return [
    ...VEHICLE_NAMES.filter((name) => job.vehicle[name] !== next.vehicle[name]).map((what) => ({
      what,
      from: job.vehicle[what] ?? '',
      to: next.vehicle[what] ?? '',
      ...who,
    })),
    ...(had && !has ? [{ what: 'loads' as const, from: had.slice(0, 400), to: '', ...who }] : []),
  ]
}
const isAtWork = (records: StoredJob['records']): boolean =>
  records.some(({ body }) => body.kind === 'step' || body.kind === 'torque')

/** A kit whose work was begun on this visit is not one that came in with it. */
function wantUntouched({ job, records }: StoredJob, next: Job): void {
  next.kits.forEach(({ kit, work }, i) => {
    const was = job.kits.find((k) => k.kit.id === kit.id && k.kit.axle === kit.axle)?.work
    if (work !== 'keep' || was === 'keep') return
    // Also where it was let go first: by the steps that it would have.
    const asFitted = { ...next, kits: next.kits.map((k, at) => (at === i ? { ...k, work: 'fit' as const } : k)) }
    if (![job, asFitted].some((j) => isBegunAt(j, records, kit.axle))) return
    throw new Problem(
      422,
      'Work was begun',
      'Work on this kit was begun on this visit: it is not "on already" any more.',
      [{ field: `kits.${i}.work`, message: 'must be fit or take-off', code: 'work-begun' }],
    )
  })
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

// eslint-disable-next-line complexity -- what a record is held against, one thing after the other
async function insertRecord(
  db: Knex,
  jobId: string,
  record: BayRecord,
  takenDown: RecordInput['takenDown'],
): Promise<void> {
  const { origin } = record
  // A reading of another installation's device is none of a device here.
  const reading = origin?.imported ? null : readingOf(record)
  const row: RecordRow = {
    id: record.id,
    job_id: jobId,
    sequence: record.sequence,
    at: record.at,
    by: record.by,
    body: JSON.stringify(record.body),
    supersedes: record.supersedes && JSON.stringify(record.supersedes),
    device: reading?.device ?? null,
    device_sequence: reading?.sequence ?? null,
    person_id: origin?.person ?? null,
    tablet: origin?.tablet ?? null,
    tablet_at: takenDown?.at ?? null,
    tablet_sequence: takenDown?.sequence ?? null,
    received_at: origin?.received ?? record.at,
    clock_off: origin?.clockOff ?? 0,
    imported: origin?.imported ? 1 : 0,
  }
  // Written out: a bay at work does this hundreds of times a second, and putting the statement together takes longer.
  await db.raw(INSERT_RECORD, Object.values(row))
}
const INSERT_RECORD = `INSERT INTO records (id, job_id, sequence, at, by, body, supersedes, device, device_sequence, person_id,
  tablet, tablet_at, tablet_sequence, received_at, clock_off, imported) VALUES (${Array<string>(16).fill('?').join(', ')})`

/** A job in a file of its own, pictures and all. */
export const exportJob = async (db: Knex, { job, records }: StoredJob): Promise<JobExport> => ({
  format: EXPORT_FORMAT,
  job,
  records: await withPhotosIn(db, records),
  pressures: (await pressuresOfJob(db, job.id)).map(
    ({ id: _id, job: _job, enteredBy: _by, enteredAt: _at, withdrawn: _why, ...reading }) => reading,
  ),
})
