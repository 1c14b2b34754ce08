// npm run backup · npm run restore -- FILE [--yes] · npm run export -- all
import { cpSync, existsSync, mkdirSync, writeFileSync } from 'node:fs'
import { join, resolve } from 'node:path'
import { CATALOG_FORMATS, toRow, writeTable } from '@stout-shackle/core/exchange'
import { CannotOpen, connectReadOnly, EXIT_CANNOT_OPEN, examine, lockFolder, type Examined } from '../db'

import { exportJob, JobStore } from '../jobs'
import { backUp, DATABASE, rehearse, restore } from './backup'

const folder = process.env.DATA_DIR ?? 'data'
const now = new Date().toISOString()
const [command, what, ...flags] = process.argv.slice(2)
const heldText = ({ jobs, records, changed }: Examined) =>
  `${jobs} jobs, ${records} records, last change ${changed ?? 'none'}`

async function save(): Promise<void> {
  const { file, holds } = await backUp(folder, 'backup', now)
  console.log(`Saved and opened again: ${file} (${heldText(holds)})`)
}

async function putBack(): Promise<void> {
  if (!what) throw new CannotOpen('not-there', 'Say which: npm run restore -- FILE')
  const present = join(folder, DATABASE)
  mkdirSync(folder, { recursive: true })
  // Looking changes nothing: the shop may go on meanwhile.
  const backup = await rehearse(folder, what)
  let there = 'nothing'
  try {
    if (existsSync(present)) there = heldText(examine(present))
  } catch (error) {
    there = `a database that does not open (${(error as Error).message})`
  }
  console.log(`In ${folder} now: ${there}.\nIn the backup of ${backup.at}: ${heldText(backup.holds)}.`)
  if (!flags.includes('--yes')) {
    console.log(`Nothing was changed. Stop the server, then: npm run restore -- ${what} --yes`)
    return
  }
  const unlock = lockFolder(folder)
  try {
    const { before } = await restore(folder, what, now)
    console.log(before ? `Restored. As it was before: ${before.file}` : 'Restored.')
  } finally {
    unlock()
  }
}

/** Everything of a shop in open formats: jobs as JSON, catalogs as JSON and CSV, files as they are. */
async function exportAll(): Promise<void> {
  if (what !== 'all') throw new CannotOpen('not-there', 'Say what: npm run export -- all')
  examine(join(folder, DATABASE))
  const out = resolve(join(folder, 'exports', now.slice(0, 19).replaceAll(':', '')))
  mkdirSync(join(out, 'jobs'), { recursive: true })
  const db = connectReadOnly(join(folder, DATABASE))
  try {
    const jobs = new JobStore(db)
    const ids = await db<{ id: string }>('jobs').select('id').orderBy('number')
    for (const { id } of ids)
      writeFileSync(join(out, 'jobs', `${id}.json`), JSON.stringify(await exportJob(db, await jobs.get(id)), null, 2))
    for (const [kind, format] of Object.entries(CATALOG_FORMATS)) {
      const rows = await db<{ document: string }>(kind).orderBy('id')
      const documents = rows.map((row) => format.schema.parse(JSON.parse(row.document)))
      writeFileSync(join(out, `${kind}.json`), JSON.stringify(documents, null, 2))
      writeFileSync(
        join(out, `${kind}.csv`),
        writeTable(
          format.fields,
          documents.map((d) => toRow(format as never, d as never)),
        ),
      )
    }
    for (const [name, table, columns] of [
      ['shop', 'shop_settings', ['document']],
      ['people', 'people', ['id', 'name', 'role', 'active']],
      ['audit', 'audit', ['sequence', 'at', 'person', 'tablet', 'action', 'about', 'before', 'after']],
    ] as const)
      writeFileSync(join(out, `${name}.json`), JSON.stringify(await db(table).select(...columns), null, 2))
    if (existsSync(join(folder, 'files'))) cpSync(join(folder, 'files'), join(out, 'files'), { recursive: true })
    console.log(`${ids.length} jobs and every catalog: ${out}`)
  } finally {
    await db.destroy()
  }
}

const commands: Record<string, () => Promise<void>> = { backup: save, restore: putBack, export: exportAll }
try {
  await commands[command ?? '']!()
} catch (error) {
  if (!(error instanceof CannotOpen)) throw error
  console.error(error.message)
  process.exitCode = EXIT_CANNOT_OPEN
}
