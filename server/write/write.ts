import { createHash } from 'node:crypto'
import type { Request, RequestHandler } from 'express'
import type { Knex } from 'knex'
import { Problem } from '../problem'

export interface Written {
  status: number
  body: unknown
  headers?: Record<string, string>
  /** Runs once the write is certain. */
  announce?: () => void
}

/**
 * One write in one transaction, repeatable: the same Idempotency-Key with the same request gives the first answer
 * again and changes nothing; with another request it is refused.
 */
export const write =
  (db: Knex, handler: (trx: Knex.Transaction, request: Request) => Promise<Written>): RequestHandler =>
  async (request, response) => {
    const key = request.get('Idempotency-Key')
    if (key !== undefined && !/^[A-Za-z0-9][A-Za-z0-9:_-]{7,99}$/.test(key))
      throw new Problem(400, 'Bad key', 'Idempotency-Key must be 8 to 100 letters, digits, dashes or colons.', [
        { field: 'Idempotency-Key', message: 'not usable as a key' },
      ])
    const fingerprint = createHash('sha256')
      .update(
        `${request.method} ${request.originalUrl} ${request.get('If-Match') ?? ''}\n${JSON.stringify(request.body ?? null)}`,
      )
      .digest('hex')
    const { announce, ...written } = await db.transaction(async (trx): Promise<Written> => {
      if (key) {
        const earlier = await trx<{
          key: string
          fingerprint: string
          status: number
          headers: string
          body: string
        }>('repeatable_requests')
          .where({ key })
          .first()
        if (earlier && earlier.fingerprint !== fingerprint)
          throw new Problem(422, 'Key used twice', 'This Idempotency-Key belongs to another request.', [
            { field: 'Idempotency-Key', message: 'already used for another request' },
          ])
        if (earlier)
          return {
            status: earlier.status,
            headers: JSON.parse(earlier.headers) as Record<string, string>,
            body: JSON.parse(earlier.body) as unknown,
          }
      }
      const fresh = await handler(trx, request)
      if (key)
        await trx('repeatable_requests').insert({
          key,
          fingerprint,
          status: fresh.status,
          headers: JSON.stringify(fresh.headers ?? {}),
          body: JSON.stringify(fresh.body ?? null),
          at: new Date().toISOString(),
        })
      return fresh
    })
    announce?.()
    response.status(written.status).set(written.headers ?? {})
    if (written.body === undefined || written.body === null) response.end()
    else response.json(written.body)
  }

export const etag = (version: number): string => `"${version}"`

/** The version a caller means to change; refuses a write that does not say. */
export function versionOf(request: Request): number {
  const header = request.get('If-Match')
  const match = /^"?(\d+)"?$/.exec(header?.trim() ?? '')
  if (!match)
    throw new Problem(
      428,
      'Say which version',
      "Send If-Match with the version you read (its ETag), so that nobody else's change is lost.",
      [{ field: 'If-Match', message: 'missing or not a version' }],
    )
  return Number(match[1])
}

export const stale = (current: { version: number }, sent: number): Problem =>
  new Problem(
    412,
    'Changed meanwhile',
    `You changed version ${sent}; it is at version ${current.version} now. Look at what is there and say it again.`,
    [{ field: 'If-Match', message: `current version is ${current.version}` }],
    { current },
  )
