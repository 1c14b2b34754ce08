import { hostname, networkInterfaces } from 'node:os'

/**
 * Names under which this server may be asked for: the machine's own, its addresses, those of its certificate, and what
 * HOSTS adds. Any other name in a request is somebody's trick with an address book (DNS rebinding).
 * @param more comma-separated
 */
export function hostNames(more = '', certified: readonly string[] = []): ReadonlySet<string> {
  const addresses = Object.values(networkInterfaces()).flatMap((list) => (list ?? []).map((a) => a.address))
  const nameHere = hostname().toLowerCase()
  return new Set(
    [
      'localhost',
      '127.0.0.1',
      '::1',
      nameHere,
      `${nameHere.split('.')[0]}.local`,
      ...addresses.map((a) => a.replace(/%.*$/, '')),
      ...certified,
      ...more.split(',').map((name) => name.trim()),
    ]
      .map((name) => name.toLowerCase())
      .filter(Boolean),
  )
}

/** The name in a Host header, without its port; null where it is none. */
export function nameIn(host: string | undefined): string | null {
  const match = /^(?:\[([0-9a-f:.]+)\]|([a-z0-9._-]+))(?::\d{1,5})?$/i.exec(host ?? '')
  return match ? (match[1] ?? match[2]!).toLowerCase() : null
}
