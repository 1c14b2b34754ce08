import type { Request, Response } from 'express'
import { Problem } from '../problem'
import type { Written } from '../transaction'

/** Something that is stored with a version. */
export interface Versioned<T> {
  version: number
  document: T
}

export const etag = (version: number): string => `"${version}"`

/** An answer with the version that a change of it has to name. */
export function tagged<A>(response: Response, version: number, answer: A): A {
  response.set('ETag', etag(version))
  return answer
}

/**
 * The version a caller means to change, by If-Match.
 * @throws Problem 428 where it does not say
 */
export function versionOf(request: Request): number {
  const header = request.get('If-Match')
  const match = /^"?(\d{1,15})"?$/.exec(header?.trim() ?? '')
  if (!match)
    throw new Problem(
      428,
      'Say which version',
      "Send If-Match with the version you read (its ETag), so that nobody else's change is lost.",
      [{ field: 'If-Match', message: 'missing or not a version' }],
    )
  return Number(match[1])
}

/**
 * The version after the one that stands, for whoever read that one.
 * @param current as it stands, for whoever read another
 * @throws Problem 412 with the current state
 */
export function nextVersion(current: { version: number }, sent: number): number {
  if (current.version !== sent)
    throw new Problem(
      412,
      'Changed meanwhile',
      `You changed version ${sent}; it is at version ${current.version} now. Look at what is there and say it again.`,
      [{ field: 'If-Match', message: `current version is ${current.version}` }],
    ).with({ extra: { current } })
  return current.version + 1
}

/** What a write to something with versions gives back, with what it was and is for the audit trail. */
export const writtenVersion = <T>(
  entry: Versioned<T>,
  about: string,
  before?: T,
): Pick<Written, 'headers' | 'audit'> & { body: Versioned<T> } => ({
  body: entry,
  headers: { ETag: etag(entry.version) },
  audit: { about, before, after: entry.document },
})
