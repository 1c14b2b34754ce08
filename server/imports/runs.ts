import { randomUUID } from 'node:crypto'
import { rm, stat } from 'node:fs/promises'
import { dirname } from 'node:path'
import { setImmediate as breathe } from 'node:timers/promises'
import type { Knex } from 'knex'
import type { ImportRun, RowChange } from '@stout-shackle/core/contract'
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

const toRun = (row: RunRow): ImportRun => ({ ...row, progress: JSON.parse(row.progress) as ImportRun['progress'] })

/**
 * Files taken into the catalog: read and checked row by row into a place of their own, and only then, when somebody says
 * so, written in one transaction that can be taken back as one step.
 */
export class Imports {
  private readonly running = new Map<string, { run: ImportRun; stop: boolean }>()

  constructor(
    private readonly db: Knex,
    /** The catalog has changed. */
    private readonly changed: () => void,
  ) {}

  /** Runs that a dead server left in the middle: their rows are of no use. */
  async clearUnfinished(): Promise<void> {
    const rows = await this.db<RunRow>('imports').where({ state: 'reading' })
    for (const { id } of rows) {
      await this.db('import_rows').where({ import_id: id }).delete()
      await this.db<RunRow>('imports').where({ id }).update({
        state: 'stopped',
        problem: 'The server stopped while this file was read. Nothing was changed: send it again.',
      })
    }
  }

  /** Begins to read a file, which is removed afterward with the folder it came in; checking goes on behind the answer. */
  async begin(kind: CatalogFile, name: string, path: string): Promise<ImportRun> {
    const run: ImportRun = {
      id: randomUUID(),
      kind,
      name,
      state: 'reading',
      at: new Date().toISOString(),
      progress: { new: 0, changed: 0, same: 0, wrong: 0, bytes: 0, of: (await stat(path)).size },
      problem: null,
    }
    await this.db<RunRow>('imports').insert({ ...run, progress: JSON.stringify(run.progress) })
    this.running.set(run.id, { run, stop: false })
    // A server that goes away meanwhile clears what is unfinished at its next start.
    this.read(run, path).catch(() => undefined)
    return run
  }

  private async read(run: ImportRun, path: string): Promise<void> {
    const { progress } = run
    try {
      const source = await openSource(path, (bytes) => (progress.bytes = bytes))
      for await (const batch of checkRows(this.db, run.id, run.kind, source)) {
        if (this.running.get(run.id)?.stop) throw new Unreadable('Stopped. Nothing was changed.')
        await this.db.batchInsert('import_rows', batch, batch.length)
        for (const { change } of batch) progress[change] += 1
        // Between batches the server answers others.
        await breathe()
      }
      progress.bytes = progress.of
      run.state = 'checked'
    } catch (error) {
      run.state = this.running.get(run.id)?.stop ? 'stopped' : 'refused'
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
    found.stop = true
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

  async rows(id: string, change: RowChange | null, limit: number, offset: number) {
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
      notes: r.notes ? (JSON.parse(r.notes) as unknown) : [],
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
        SELECT id, coalesce(base_version, 0) + 1, document, ? FROM import_rows WHERE import_id = ? AND change IN ('new', 'changed')
        ON CONFLICT (id) DO UPDATE SET version = excluded.version, document = excluded.document, changed_at = excluded.changed_at`,
      [new Date().toISOString(), id],
    )
    return this.settle(trx, run, 'applied')
  }

  /** Takes an import back as one step, where nothing of it was changed since. */
  async undo(trx: Knex.Transaction, id: string): Promise<ImportRun> {
    const run = await this.get(id, trx)
    if (run.state !== 'applied') throw new Problem(409, 'Nothing to undo', `This import is ${run.state}.`)
    const since = await trx.raw<{ id: string }[]>(
      `SELECT b.id FROM import_before b LEFT JOIN ${run.kind} t ON t.id = b.id
        WHERE b.import_id = ? AND t.version IS NOT coalesce(b.version, 0) + 1 LIMIT 1`,
      [id],
    )
    if (since.length)
      throw new Problem(
        409,
        'Changed since',
        `"${since[0]!.id}" was changed after this import: it cannot be taken back as one step.`,
      )
    await trx.raw(
      `DELETE FROM ${run.kind} WHERE id IN (SELECT id FROM import_before WHERE import_id = ? AND version IS NULL)`,
      [id],
    )
    await trx.raw(
      `UPDATE ${run.kind} SET version = b.version, document = b.document FROM import_before b
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
