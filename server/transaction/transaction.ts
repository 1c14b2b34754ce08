import { createHash } from 'node:crypto'
import type { Request, Response } from 'express'
import type { Knex } from 'knex'
import { principalOf } from '../principal'
import { Problem } from '../problem'
import { audit, type Audited } from './audit'

export interface Written {
  status: number
  body: unknown
  headers?: Record<string, string>
  /** Who changed what; left out where the row itself says so. */
  audit?: Audited
  /** Runs once the write is certain, before any other begins. */
  announce?: () => void
}

interface Earlier {
  key: string
  fingerprint: string
  status: number
  headers: string
  body: string
}

/** The last of the writes that wait for a database, in the order in which they came. */
const turns = new WeakMap<Knex, Promise<unknown>>()

/** Lets one write through after the other: what is kept in memory is changed before the next one looks at it. */
function inTurn<T>(db: Knex, act: () => Promise<T>): Promise<T> {
  const mine = (turns.get(db) ?? Promise.resolve()).then(act, act)
  turns.set(
    db,
    mine.catch(() => undefined),
  )
  return mine
}

/**
 * A transaction that fails with what made it fail. On a full disk SQLite has rolled back by itself already, and the
 * rollback that follows would complain of that instead.
 */
async function inTransaction<T>(db: Knex, act: (trx: Knex.Transaction) => Promise<T>): Promise<T> {
  let first: unknown = null
  try {
    return await db.transaction(async (trx) => {
      try {
        return await act(trx)
      } catch (error) {
        first = error
        throw error
      }
    })
  } catch (error) {
    throw first ?? error
  }
}

/**
 * One write in one transaction, repeatable: the same Idempotency-Key with the same request of the same person gives the
 * first answer again and changes nothing; with another request it is refused.
 * @param handler works in `trx`; what it announces is told once the write is certain
 */
export async function write(
  db: Knex,
  request: Request,
  response: Response,
  handler: (trx: Knex.Transaction) => Promise<Written>,
): Promise<void> {
  const key = request.get('Idempotency-Key')
  if (key !== undefined && !/^[A-Za-z0-9][A-Za-z0-9:_-]{7,99}$/.test(key))
    throw new Problem(400, 'Bad key', 'Idempotency-Key must be 8 to 100 letters, digits, dashes or colons.', [
      { field: 'Idempotency-Key', message: 'not usable as a key' },
    ])
  const fingerprint = key ? fingerprintOf(request) : ''
  const { status, headers, body } = await inTurn(db, async () => {
    const written = await inTransaction(db, async (trx): Promise<Written> => {
      const earlier = key && (await earlierAnswer(trx, key, fingerprint))
      if (earlier) return earlier
      const answer = await handler(trx)
      const who = principalOf(request)
      if (answer.audit && who) await audit(trx, who, answer.audit)
      if (key) await keepAnswer(trx, key, fingerprint, answer)
      return answer
    })
    written.announce?.()
    return written
  })
  response.status(status).set(headers ?? {})
  if (body === undefined || body === null) response.end()
  else response.json(body)
}

async function keepAnswer(trx: Knex.Transaction, key: string, fingerprint: string, answer: Written): Promise<void> {
  const { status, headers = {}, body = null } = answer
  await trx.raw(
    'INSERT INTO repeatable_requests (key, fingerprint, status, headers, body, at) VALUES (?, ?, ?, ?, ?, ?)',
    [key, fingerprint, status, JSON.stringify(headers), JSON.stringify(body), new Date().toISOString()],
  )
}

/** What makes two requests the same: who asks, what, and for which version. */
function fingerprintOf(request: Request): string {
  const { method, originalUrl } = request
  // A queue that is sent again says so with another clock: it is the same record all the same.
  const { takenDown: _clock, ...body } = (request.body ?? {}) as Record<string, unknown>
  return createHash('sha256')
    .update(
      `${principalOf(request)?.id ?? ''} ${method} ${originalUrl} ${request.get('If-Match') ?? ''}\n${JSON.stringify(body)}`,
    )
    .digest('hex')
}

async function earlierAnswer(trx: Knex.Transaction, key: string, fingerprint: string): Promise<Written | null> {
  const [earlier] = await trx.raw<Earlier[]>('SELECT * FROM repeatable_requests WHERE key = ?', [key])
  if (!earlier) return null
  if (earlier.fingerprint !== fingerprint)
    throw new Problem(422, 'Key used twice', 'This Idempotency-Key belongs to another request.', [
      { field: 'Idempotency-Key', message: 'already used for another request' },
    ])
  return {
    status: earlier.status,
    headers: JSON.parse(earlier.headers) as Record<string, string>,
    body: JSON.parse(earlier.body) as unknown,
  }
}

/** A repeated request is answered from store for so long; after that a record is still known by its own id. */
const ANSWERS_KEPT_DAYS = 7
export const pruneAnswers = async (db: Knex): Promise<void> => {
  const oldest = new Date(Date.now() - ANSWERS_KEPT_DAYS * 24 * 3_600_000).toISOString()
  await db('repeatable_requests').where('at', '<', oldest).delete()
}
