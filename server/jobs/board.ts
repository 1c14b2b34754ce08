import { setImmediate as breathe } from 'node:timers/promises'
import type { Knex } from 'knex'
import type { JobSummary, StoredJob } from '@stout-shackle/core/contract'
import { kitsLeft } from '@stout-shackle/core/job'
import { followUpsOf } from '@stout-shackle/core/stages'
import { assessJob } from '@stout-shackle/core/judge'
import { vehicleName } from '@stout-shackle/core/wording'
import type { JobRow, JobStore } from './store'

/** Several boards ask for the same job after the same record. */
const known = new WeakMap<StoredJob, JobSummary>()

export function summaryOf(stored: StoredJob): JobSummary {
  const found = known.get(stored) ?? summarize(stored)
  known.set(stored, found)
  return found
}

const summarize = ({ job, records, version }: StoredJob): JobSummary => {
  const { stages, active, handedOver, torques } = assessJob(job, records)
  const { id, number, title, customer, bay, day, vehicle } = job
  return {
    id,
    number,
    title,
    customer: customer.name,
    contact: customer.contact,
    plate: vehicle.plate,
    bay,
    day,
    version,
    vehicle: vehicleName(vehicle),
    body: vehicle.body,
    kit:
      kitsLeft(job)
        .map(({ kit }) => kit.name)
        .join(', ') || null,
    overload: active.ratings.exceeded.length > 0,
    handedOver: handedOver?.at ?? null,
    recheckOf: job.recheck?.of ?? null,
    followUps: followUpsOf({ job, torques }).map(({ title, days, byPressure }) => ({ title, days, byPressure })),
    stages,
  }
}
/** A handed-over job stays on the board for so long: until its last follow-up. */
const ARCHIVED_AFTER_DAYS = 40

interface Part {
  find: string
  archived: boolean
  limit: number
  offset: number
}
const DAMAGED = '{"damaged":'

/**
 * What the board shows of each job, worked out when it is asked for the first time after a change and stored beside the
 * job. A job that cannot be read is stored as damaged, and hides no other.
 */
export class Board {
  constructor(
    private readonly db: Knex,
    private readonly jobs: JobStore,
  ) {}

  /** One job's summary as JSON text, or what is wrong with the job. */
  private async work({ id, number, version }: Pick<JobRow, 'id' | 'number' | 'version'>): Promise<string> {
    let text: string
    let lastSeen: number | null = null
    try {
      const stored = await this.jobs.get(id)
      lastSeen = stored.records.length
      text = JSON.stringify(summaryOf(stored))
    } catch (error) {
      text = `${DAMAGED}${JSON.stringify({ id, number, problem: (error as Error).message.slice(0, 400) })}}`
    }
    // Only where nothing came in meanwhile: then it stays to be worked out.
    await this.db.raw(
      `UPDATE jobs SET summary = ? WHERE id = ? AND version = ?
        AND (? IS NULL OR (SELECT count(*) FROM records WHERE job_id = jobs.id) = ?)`,
      [text, id, version, lastSeen, lastSeen],
    )
    return text
  }

  async one(id: string): Promise<JobSummary> {
    const row = await this.db<JobRow>('jobs').where({ id }).first('id', 'number', 'summary')
    if (row?.summary?.startsWith('{"id"')) return JSON.parse(row.summary) as JobSummary
    return summaryOf(await this.jobs.get(id))
  }

  /** Everything that has no summary yet, each once: one that changes meanwhile is left to the next look. */
  async refresh(): Promise<void> {
    const rows = await this.db<JobRow>('jobs').whereNull('summary').select('id', 'number', 'version')
    for (const row of rows) {
      await this.work(row)
      await breathe()
    }
  }

  /** A part of the list as JSON text: what is stored is sent as it is. */
  async list({ find, archived, limit, offset }: Part): Promise<string> {
    if (find) await this.refresh()
    const query = this.db<JobRow>('jobs')
    if (archived) void query.whereNotNull('archived_at')
    else void query.whereNull('archived_at')
    for (const word of find.split(/\s+/).filter(Boolean))
      void query.whereRaw('summary LIKE ? ESCAPE ?', [`%${word.replace(/[\\%_]/g, '\\$&')}%`, '\\'])
    const [count] = await query.clone().count<{ n: number }[]>('* as n')
    const rows = await query.orderBy('number').limit(limit).offset(offset).select('id', 'number', 'version', 'summary')
    const entries: string[] = []
    const damaged: string[] = []
    for (const row of rows) {
      const text = row.summary ?? (await this.work(row))
      if (text.startsWith(DAMAGED)) damaged.push(text.slice(DAMAGED.length, -1))
      else entries.push(text)
    }
    return `{"total":${count?.n ?? 0},"entries":[${entries.join(',')}],"damaged":[${damaged.join(',')}]}`
  }

  async archive(db: Knex, id: string, archived: boolean): Promise<void> {
    await db<JobRow>('jobs')
      .where({ id })
      .update({ archived_at: archived ? new Date().toISOString() : null })
  }

  /** Puts away what left the shop long ago. */
  async archiveOld(): Promise<void> {
    await this.refresh()
    const before = new Date(Date.now() - ARCHIVED_AFTER_DAYS * 24 * 3_600_000).toISOString()
    await this.db.raw(
      `UPDATE jobs SET archived_at = ? WHERE archived_at IS NULL AND json_extract(summary, '$.handedOver') < ?`,
      [new Date().toISOString(), before],
    )
  }
}
