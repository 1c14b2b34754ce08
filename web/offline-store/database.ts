import { openDB, type DBSchema, type IDBPDatabase } from 'idb'
import type { Job } from '@stout-shackle/core/job'
import type { RecordInput } from '@stout-shackle/core/records'

/** Who signs what leaves this screen: name and id, and the credential it is sent under. */
export interface Signer {
  id: string
  name: string
  token: string
}
/** Why the server did not take something. */
export interface Refusal {
  why: string
  status: number
}
/** A record on its way. */
export interface Waiting {
  /** Idempotency-Key: sent again after a dropped answer, it is recorded once. */
  key: string
  job: string
  input: Omit<RecordInput, 'takenDown'>
  /** When it was taken down, by this screen's clock. */
  at: string
  /** Counts up by one a record on this screen; null until it is kept. */
  sequence: number | null
  /** Null where nobody was signed in: it goes out under whoever signs in. */
  signer: Signer | null
  refused: Refusal | null
}
/** Two people changed one field: what each made of it, until one is picked. */
export interface Conflict {
  path: string
  mine: unknown
  theirs: unknown
  /** Why the server left mine out and took the rest; absent where somebody else changed it too. */
  why?: string
}
/** An edited job not yet on the server. */
export interface Draft {
  id: string
  /** The state the edit started from. */
  base: Job
  version: number
  job: Job
  at: string
  signer: Signer | null
  conflicts: Conflict[]
}
/** What the server answered to a question, and when. */
export interface KeptAnswer {
  path: string
  at: string
  body: unknown
}
/** A person who signed in here by PIN: the credential, closed under that PIN. */
export interface Sealed {
  id: string
  name: string
  salt: Uint8Array
  nonce: Uint8Array
  token: Uint8Array
  /** Wrong PINs since the last right one, while the server was away. */
  wrong: number
}

interface Kept extends DBSchema {
  outbox: { key: string; value: Waiting }
  drafts: { key: string; value: Draft }
  answers: { key: string; value: KeptAnswer; indexes: { at: string } }
  sealed: { key: string; value: Sealed }
  /** Single things by name: the count of records, who is at this screen. */
  single: { key: string; value: unknown }
}
export type KeptDatabase = IDBPDatabase<Kept>

const opened = new WeakMap<IDBFactory, Promise<KeptDatabase>>()

/**
 * What this screen keeps across reloads, also without a secure context.
 * @throws DOMException where the browser keeps nothing (a private window of some)
 */
export function keptDatabase(): Promise<KeptDatabase> {
  const known = opened.get(indexedDB)
  if (known) return known
  const opening = openDB<Kept>('stout-shackle', 3, {
    upgrade(db) {
      // What a page from before the first release left has another form, and is not read.
      for (const store of [...db.objectStoreNames]) db.deleteObjectStore(store)
      db.createObjectStore('outbox', { keyPath: 'key' })
      db.createObjectStore('drafts', { keyPath: 'id' })
      db.createObjectStore('answers', { keyPath: 'path' }).createIndex('at', 'at')
      db.createObjectStore('sealed', { keyPath: 'id' })
      db.createObjectStore('single')
    },
  })
  opened.set(indexedDB, opening)
  return opening
}
