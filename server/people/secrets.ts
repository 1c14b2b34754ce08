import { createHash, randomBytes, scrypt, timingSafeEqual } from 'node:crypto'

/** Work of one check: 2^15 blocks of 8 · 128 bytes, 32 MB (RFC 7914; OWASP names these among its choices). */
const COST = { N: 2 ** 15, r: 8, p: 1, maxmem: 64 * 1024 * 1024 }
const LENGTH = 32

const derive = (secret: string, salt: Buffer): Promise<Buffer> =>
  new Promise((resolve, reject) =>
    scrypt(secret.normalize('NFKC'), salt, LENGTH, COST, (error, key) => (error ? reject(error) : resolve(key))),
  )

/** A password or PIN as it is stored: its cost, its salt, what scrypt makes of it. */
export async function keep(secret: string): Promise<string> {
  const salt = randomBytes(16)
  return `scrypt:${COST.N}:${salt.toString('hex')}:${(await derive(secret, salt)).toString('hex')}`
}

/** Takes as long with nothing stored as with a wrong secret, so that the time tells nobody who is in the shop. */
export async function matches(secret: string, stored: string | null): Promise<boolean> {
  const [, , salt, key] = (stored ?? `scrypt:0:${'00'.repeat(16)}:${'00'.repeat(LENGTH)}`).split(':')
  const found = await derive(secret, Buffer.from(salt!, 'hex'))
  return timingSafeEqual(found, Buffer.from(key!, 'hex')) && stored !== null
}

/** A secret nobody can guess, for a cookie or a token. */
export const newSecret = (): string => randomBytes(32).toString('base64url')
/** What of such a secret is stored: it is random enough to need no salt. */
export const digestOf = (secret: string): string => createHash('sha256').update(secret).digest('hex')
