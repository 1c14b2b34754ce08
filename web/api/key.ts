/**
 * A fresh random name for a write, so that repeating it does nothing twice. Over plain http by a host name a browser has
 * no `crypto.randomUUID`; `getRandomValues` it has everywhere.
 */
export function newKey(): string {
  const bytes = crypto.getRandomValues(new Uint8Array(16))
  return Array.from(bytes, (b) => b.toString(16).padStart(2, '0')).join('')
}
