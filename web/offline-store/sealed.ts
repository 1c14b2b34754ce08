import { xchacha20poly1305 } from '@noble/ciphers/chacha.js'
import { scryptAsync } from '@noble/hashes/scrypt.js'
import { keptDatabase, type Sealed, type Signer } from './database'

/** Work of one try in a tablet's browser: about a third of a second, 16 MB (RFC 7914). */
const COST = { N: 2 ** 14, r: 8, p: 1, dkLen: 32 }
/** Wrong PINs without the server before it has to be asked. Whoever takes the tablet apart is not held by it. */
const WRONG_PINS = 5

const random = (length: number) => crypto.getRandomValues(new Uint8Array(length))

/**
 * Closes a person's credential under their PIN, so that hands can change while the server is away: whoever opens it has
 * given the PIN, and no check of the PIN itself is kept.
 */
export async function seal({ id, name, token }: Signer, pin: string): Promise<void> {
  const [salt, nonce] = [random(16), random(24)]
  const key = await scryptAsync(pin, salt, COST)
  const closed = xchacha20poly1305(key, nonce).encrypt(new TextEncoder().encode(token))
  await (await keptDatabase()).put('sealed', { id, name, salt, nonce, token: closed, wrong: 0 })
}

/** Who can sign in here without the server. */
export async function sealedPeople(): Promise<Pick<Sealed, 'id' | 'name'>[]> {
  try {
    return (await (await keptDatabase()).getAll('sealed')).map(({ id, name }) => ({ id, name }))
  } catch {
    return []
  }
}

/** @returns the credential; `wrong` for another PIN, `locked` after too many of them */
export async function openSealed(id: string, pin: string): Promise<Signer | 'wrong' | 'locked'> {
  const db = await keptDatabase()
  const found = await db.get('sealed', id)
  if (!found) return 'wrong'
  if (found.wrong >= WRONG_PINS) return 'locked'
  const key = await scryptAsync(pin, found.salt, COST)
  try {
    const token = new TextDecoder().decode(xchacha20poly1305(key, found.nonce).decrypt(found.token))
    await db.put('sealed', { ...found, wrong: 0 })
    return { id, name: found.name, token }
  } catch {
    await db.put('sealed', { ...found, wrong: found.wrong + 1 })
    return found.wrong + 1 >= WRONG_PINS ? 'locked' : 'wrong'
  }
}
