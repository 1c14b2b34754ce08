import { randomUUID } from 'node:crypto'
import { rm, stat } from 'node:fs/promises'
import { dirname } from 'node:path'
import { setImmediate as breathe } from 'node:timers/promises'
import type { Knex } from 'knex'
import type { z } from 'zod'
import type { ImportRow, ImportRun, importRowsSchema } from '@stout-shackle/core/contract'
import type { CatalogFile } from '@stout-shackle/core/exchange'
import { notFound, Problem } from '../problem'
import { checkRows, type CheckedRow } from './check'
import { openSource, Unreadable } from './source'

interface RunRow {
  id: string
  kind: CatalogFile
  name: string
  state: ImportRun['state']
  at: string
  progress: string
  problem: string | null
}

const toRun = ({ id, kind, name, state, at: time, progress, problem }: RunRow): ImportRun => ({
  id,
  kind,
  name,
  state,
  at: time,
  progress: JSON.parse(progress) as ImportRun['progress'],
  problem,
})
const STOPPED = 'Stopped. Nothing was changed.'
/** Files that wait while one is read. */
const QUEUE_LENGTH = 4
/** Imports whose rows can still be looked at, and that can still be taken back. */
const ROWS_KEPT = 5
const UNDO_KEPT = 20

/**
 * Files taken into the catalog: read and checked row by row into a place of their own, and only then, when somebody says
 * so, written in one transaction that can be taken back as one step.
 */
export class Imports {
  private readonly running = new Map<string, { run: ImportRun; by: string; stop: AbortController }>()
  private readonly queue: { run: ImportRun; path: string }[] = []
  private busy = false

  constructor(
    private readonly db: Knex,
    /** The catalog has changed. */
    private readonly changed: () => void,
  ) {}

  /** Runs that a dead server left in the middle: their rows are of no use. */
  async clearUnfinished(): Promise<void> {
    const rows = await this.db<RunRow>('imports').whereIn('state', ['waiting', 'reading'])
    for (const { id } of rows) {
      await this.db('import_rows').where({ import_id: id }).delete()
      await this.db<RunRow>('imports').where({ id }).update({
        state: 'stopped',
        problem: 'The server stopped while this file was read. Nothing was changed: send it again.',
      })
    }
  }

  /**
   * Sees whether one more file can be taken in by this person.
   * @throws Problem 409 while one of theirs is on its way, 429 while the queue is full
   */
  mayBegin(by: string): void {
    if ([...this.running.values()].some((r) => r.by === by))
      throw new Problem(409, 'One at a time', 'A file of yours is still being read: wait for it, or stop it.', [
        { field: 'file', message: 'one at a time', code: 'one-at-a-time' },
      ])
    if (this.queue.length >= QUEUE_LENGTH)
      throw new Problem(429, 'Queue full', 'Other files wait to be read already. Try again in a minute.', [
        { field: 'file', message: 'queue full', code: 'queue-full' },
      ])
  }

  /** Puts a file in line; it is removed afterward with the folder it came in. Reading and checking go on behind the answer. */
  async begin(kind: CatalogFile, name: string, path: string, by: string): Promise<ImportRun> {
    const run: ImportRun = {
      id: randomUUID(),
      kind,
      name,
      state: 'waiting',
      at: new Date().toISOString(),
      progress: { new: 0, changed: 0, same: 0, wrong: 0, bytes: 0, of: (await stat(path)).size },
      problem: null,
    }
    try {
      // Another one may have come in while this was sent.
      this.mayBegin(by)
    } catch (error) {
      await rm(dirname(path), { recursive: true, force: true })
      throw error
    }
    this.running.set(run.id, { run, by, stop: new AbortController() })
    await this.db('imports').insert({ ...run, by, progress: JSON.stringify(run.progress) })
    this.queue.push({ run, path })
    // A server that goes away meanwhile clears what is unfinished at its next start.
    void this.work()
    return { ...run }
  }

  /** Reads one file after the other. */
  private async work(): Promise<void> {
    if (this.busy) return
    this.busy = true
    for (let next = this.queue.shift(); next; next = this.queue.shift())
      await this.read(next.run, next.path).catch(() => undefined)
    this.busy = false
  }

  private async read(run: ImportRun, path: string): Promise<void> {
    const { progress } = run
    const { signal } = this.running.get(run.id)!.stop
    try {
      if (signal.aborted) throw new Unreadable(STOPPED)
      run.state = 'reading'
      const source = await openSource(path, (bytes) => (progress.bytes = bytes), signal)
      for await (const batch of checkRows(this.db, run.id, run.kind, source)) {
        if (signal.aborted) throw new Unreadable(STOPPED)
        await this.db.batchInsert('import_rows', batch, batch.length)
        for (const { change } of batch) progress[change] += 1
        // Between batches the server answers others.
        await breathe()
      }
      progress.bytes = progress.of
      run.state = 'checked'
    } catch (error) {
      run.state = signal.aborted ? 'stopped' : 'refused'
      run.problem = error instanceof Unreadable ? error.message : `The file cannot be read: ${(error as Error).message}`
      await this.db('import_rows').where({ import_id: run.id }).delete()
    } finally {
      await this.db<RunRow>('imports')
        .where({ id: run.id })
        .update({ state: run.state, progress: JSON.stringify(progress), problem: run.problem })
      this.running.delete(run.id)
      await rm(dirname(path), { recursive: true, force: true })
    }
  }

  stop(id: string): void {
    const found = this.running.get(id)
    if (!found) throw new Problem(409, 'Not reading', 'This file is not being read any more.')
    found.stop.abort()
  }

  /** Lets go of what nobody will look at again: rows of all but the latest files, and what older imports could be undone with. */
  async prune(): Promise<void> {
    for (const [table, keptFor] of [
      ['import_rows', ROWS_KEPT],
      ['import_before', UNDO_KEPT],
    ] as const)
      await this.db.raw(
        `DELETE FROM ${table} WHERE import_id NOT IN (SELECT id FROM imports ORDER BY at DESC LIMIT ${keptFor})`,
      )
  }

  async get(id: string, db: Knex = this.db): Promise<ImportRun> {
    const live = this.running.get(id)
    if (live) return live.run
    const row = await db<RunRow>('imports').where({ id }).first()
    if (!row) throw notFound('import', id)
    return toRun(row)
  }

  async list(): Promise<ImportRun[]> {
    const rows = await this.db<RunRow>('imports').orderBy('at', 'desc').limit(20)
    return rows.map((row) => this.running.get(row.id)?.run ?? toRun(row))
  }

  async rows(id: string, { change, limit, offset }: z.output<typeof importRowsSchema>): Promise<ImportRow[]> {
    await this.get(id)
    const rows = await this.db<CheckedRow>('import_rows')
      .where({ import_id: id, ...(change ? { change } : {}) })
      .orderBy('row')
      .limit(limit)
      .offset(offset)
    return rows.map((r) => ({
      row: r.row,
      id: r.id,
      change: r.change,
      notes: r.notes ? (JSON.parse(r.notes) as ImportRow['notes']) : [],
    }))
  }

  /** Puts the checked rows into the catalog, all in one transaction. Refused where the catalog is no longer what was checked against. */
  async apply(trx: Knex.Transaction, id: string, rows: 'all' | 'good'): Promise<ImportRun> {
    const run = await this.get(id, trx)
    if (run.state !== 'checked')
      throw new Problem(409, 'Not ready', `This import is ${run.state}: it cannot be taken in.`)
    if (rows === 'all' && run.progress.wrong > 0)
      throw new Problem(
        409,
        'Some rows are wrong',
        `${run.progress.wrong} rows are wrong. Put them right and send the file again, or take only the good rows.`,
      )
    const moved = await trx.raw<{ id: string }[]>(
      `SELECT r.id FROM import_rows r LEFT JOIN ${run.kind} t ON t.id = r.id
        WHERE r.import_id = ? AND r.change IN ('new', 'changed') AND t.version IS NOT r.base_version LIMIT 1`,
      [id],
    )
    if (moved.length)
      throw new Problem(
        409,
        'Changed meanwhile',
        `"${moved[0]!.id}" was changed after this file was checked. Send the file again: nothing was taken in.`,
      )
    await trx.raw(
      `INSERT INTO import_before (import_id, id, version, document)
        SELECT r.import_id, r.id, t.version, t.document FROM import_rows r LEFT JOIN ${run.kind} t ON t.id = r.id
        WHERE r.import_id = ? AND r.change IN ('new', 'changed')`,
      [id],
    )
    await trx.raw(
      `INSERT INTO ${run.kind} (id, version, document, changed_at)
        SELECT r.id, coalesce(r.base_version, l.version, 0) + 1, r.document, ? FROM import_rows r
          LEFT JOIN last_versions l ON l.kind = '${run.kind}' AND l.id = r.id
          WHERE r.import_id = ? AND r.change IN ('new', 'changed')
        ON CONFLICT (id) DO UPDATE SET version = excluded.version, document = excluded.document, changed_at = excluded.changed_at`,
      [new Date().toISOString(), id],
    )
    return this.settle(trx, run, 'applied')
  }

  /** Takes an import back as one step, where nothing of it was changed since. */
  async undo(trx: Knex.Transaction, id: string): Promise<ImportRun> {
    const run = await this.get(id, trx)
    if (run.state !== 'applied') throw new Problem(409, 'Nothing to undo', `This import is ${run.state}.`)
    const saved = await trx<{ import_id: string; id: string }>('import_before').where({ import_id: id }).first('id')
    if (!saved && run.progress.new + run.progress.changed > 0)
      throw new Problem(409, 'Too old', `Only the latest ${UNDO_KEPT} imports can be taken back.`)
    const since = await trx.raw<{ id: string }[]>(
      `SELECT b.id FROM import_before b LEFT JOIN ${run.kind} t ON t.id = b.id
          LEFT JOIN last_versions l ON l.kind = '${run.kind}' AND l.id = b.id
        WHERE b.import_id = ? AND t.version IS NOT coalesce(b.version, l.version, 0) + 1 LIMIT 1`,
      [id],
    )
    if (since.length)
      throw new Problem(
        409,
        'Changed since',
        `"${since[0]!.id}" was changed after this import: it cannot be taken back as one step.`,
      )
    // A version that was there once is not used again: an old If-Match must not pass.
    await trx.raw(
      `INSERT INTO last_versions (kind, id, version) SELECT '${run.kind}', t.id, t.version FROM ${run.kind} t
          JOIN import_before b ON b.id = t.id WHERE b.import_id = ? AND b.version IS NULL
        ON CONFLICT (kind, id) DO UPDATE SET version = excluded.version`,
      [id],
    )
    await trx.raw(
      `DELETE FROM ${run.kind} WHERE id IN (SELECT id FROM import_before WHERE import_id = ? AND version IS NULL)`,
      [id],
    )
    await trx.raw(
      `UPDATE ${run.kind} SET version = ${run.kind}.version + 1, document = b.document FROM import_before b
        WHERE b.import_id = ? AND b.id = ${run.kind}.id AND b.version IS NOT NULL`,
      [id],
    )
    return this.settle(trx, run, 'undone')
  }

  private async settle(trx: Knex.Transaction, run: ImportRun, state: ImportRun['state']): Promise<ImportRun> {
    await trx<RunRow>('imports').where({ id: run.id }).update({ state })
    return { ...run, state }
  }

  /** To be called once a write is certain. */
  readonly announce = (): void => this.changed()
}
