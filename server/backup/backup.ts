import { createHash, randomUUID } from 'node:crypto'
import { createReadStream, existsSync, mkdirSync, readdirSync, renameSync, rmSync, writeFileSync } from 'node:fs'
import { cp, readFile } from 'node:fs/promises'
import { join } from 'node:path'
import { pipeline } from 'node:stream/promises'
import { create, extract } from 'tar'
import { z } from 'zod'
import { CannotOpen, copyDatabase, examine, type Examined } from '../db'

export const DATABASE = 'shop.sqlite'
/** Files that people add to a shop stand beside the database, and are saved with it. */
const FILES = 'files'
const BACKUPS = 'backups'
const MANIFEST = 'manifest.json'
/** How many nightly backups are kept; those that somebody asked for are never removed. */
export const NIGHTLY_KEPT = 14

const manifestSchema = z.strictObject({
  format: z.literal('stout-shackle-backup/1'),
  at: z.iso.datetime(),
  /** SHA-256 of the database in the backup, hex. */
  database: z.string(),
})

export interface Backup {
  file: string
  at: string
  holds: Examined
}

async function digest(file: string): Promise<string> {
  const hash = createHash('sha256')
  await pipeline(createReadStream(file), hash)
  return hash.digest('hex')
}

/** A passing folder beside the shop's own files, so that what is ready can be moved there in one step. */
async function inPassing<T>(folder: string, act: (passing: string) => Promise<T>): Promise<T> {
  const passing = join(folder, BACKUPS, `.part-${randomUUID()}`)
  mkdirSync(passing, { recursive: true })
  try {
    return await act(passing)
  } finally {
    rmSync(passing, { recursive: true, force: true })
  }
}

/**
 * Saves a shop as one file (tar, gzipped) while people work, and opens it again to see that it is whole.
 * @param folder of the shop
 * @param kind `nightly` ones make room for newer ones
 * @param now ISO 8601
 * @throws CannotOpen where there is no whole database, or the copy does not open
 */
export async function backUp(folder: string, kind: 'nightly' | 'backup', now: string): Promise<Backup> {
  const name = `${kind}-${now.slice(0, 19).replaceAll(':', '')}Z`
  examine(join(folder, DATABASE))
  return inPassing(folder, async (passing) => {
    const copy = join(passing, DATABASE)
    await copyDatabase(join(folder, DATABASE), copy)
    const files = existsSync(join(folder, FILES)) ? [FILES] : []
    if (files.length) await cp(join(folder, FILES), join(passing, FILES), { recursive: true })
    const manifest = { format: 'stout-shackle-backup/1', at: now, database: await digest(copy) }
    writeFileSync(join(passing, MANIFEST), JSON.stringify(manifest))
    const unfinished = join(passing, `${name}.tar.gz`)
    await create({ gzip: true, cwd: passing, file: unfinished, portable: true }, [MANIFEST, DATABASE, ...files])
    const { holds } = await openBackup(folder, unfinished, () => Promise.resolve())
    const file = join(folder, BACKUPS, `${name}.tar.gz`)
    renameSync(unfinished, file)
    return { file, at: now, holds }
  })
}

/**
 * Unpacks a backup into a passing folder and looks at it.
 * @param use gets the folder while it is there
 * @throws CannotOpen where it is no backup, cut short, or its database is not what was saved
 */
async function openBackup(folder: string, file: string, use: (unpacked: string) => Promise<void>): Promise<Backup> {
  if (!existsSync(file)) throw new CannotOpen('not-there', `There is no backup at ${file}.`)
  return inPassing(folder, async (passing) => {
    const no = (why: string) => new CannotOpen('damaged', `${file} is not a whole backup: ${why}. Take another one.`)
    try {
      await extract({ file, cwd: passing, strict: true })
    } catch (error) {
      throw no((error as Error).message)
    }
    const text = await readFile(join(passing, MANIFEST), 'utf8').catch(() => '{}')
    const manifest = manifestSchema.safeParse(JSON.parse(text))
    if (!manifest.success) throw no('it has no manifest of this program')
    const database = join(passing, DATABASE)
    const holds = examine(database)
    if ((await digest(database)) !== manifest.data.database) throw no('its database is not the one that was saved')
    await use(passing)
    return { file, at: manifest.data.at, holds }
  })
}

/** What a backup holds, without touching the shop. */
export const rehearse = (folder: string, file: string): Promise<Backup> =>
  openBackup(folder, file, () => Promise.resolve())

/**
 * Puts a backup in the place of the shop, after a backup of the shop as it is. The folder's lock must be held.
 * @returns the backup that was put back, and the one of what was there; null where nothing was
 */
export async function restore(
  folder: string,
  file: string,
  now: string,
): Promise<{ restored: Backup; before: Backup | null }> {
  const present = join(folder, DATABASE)
  let before: Backup | null = null
  if (existsSync(present))
    try {
      before = await backUp(folder, 'backup', now)
    } catch (error) {
      if (!(error instanceof CannotOpen)) throw error
      // Damaged as it is, it is put aside rather than lost.
      renameSync(present, `${present}.damaged-${now.replaceAll(':', '')}`)
    }
  const restored = await openBackup(folder, file, async (unpacked) => {
    // Their log belongs to the database that goes: beside another one it would spoil it.
    for (const end of ['-wal', '-shm']) rmSync(present + end, { force: true })
    renameSync(join(unpacked, DATABASE), present)
    if (!existsSync(join(unpacked, FILES))) return Promise.resolve()
    rmSync(join(folder, FILES), { recursive: true, force: true })
    renameSync(join(unpacked, FILES), join(folder, FILES))
    return Promise.resolve()
  })
  return { restored, before }
}

/** Names of the backups of a shop, newest first. */
export function listBackups(folder: string): string[] {
  const timeIn = (name: string) => name.replace(/^\w+-/, '')
  return existsSync(join(folder, BACKUPS))
    ? readdirSync(join(folder, BACKUPS))
        .filter((name) => name.endsWith('.tar.gz'))
        .sort((a, b) => timeIn(b).localeCompare(timeIn(a)))
    : []
}

/** Removes nightly backups beyond those that are kept. */
export function pruneNightly(folder: string): void {
  const nightly = listBackups(folder).filter((name) => name.startsWith('nightly-'))
  for (const name of nightly.slice(NIGHTLY_KEPT)) rmSync(join(folder, BACKUPS, name))
}
