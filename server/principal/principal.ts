import type { Request } from 'express'
import { mayDo, type Access, type Role } from '@stout-shackle/core/shop'

/** Whoever asks something of the server. */
export type Principal =
  | { kind: 'person'; id: string; name: string; role: Role; tablet: { id: string; name: string } }
  | { kind: 'device'; id: string; name: string }

const principals = new WeakMap<Request, Principal>()

export const setPrincipal = (request: Request, principal: Principal): void => void principals.set(request, principal)

/** Who asks; null where nobody signed in. */
export const principalOf = (request: Request): Principal | null => principals.get(request) ?? null

/**
 * The person who asks.
 * @throws Error where the guard let nobody through: a route that is not in the list
 */
export function personOf(request: Request): Extract<Principal, { kind: 'person' }> {
  const principal = principals.get(request)
  if (principal?.kind !== 'person') throw new Error(`${request.originalUrl} was reached by nobody`)
  return principal
}

/** Whether a principal may do what asks for that access. */
export const allows = (principal: Principal | null, access: Access): boolean =>
  access === 'open' ||
  (principal !== null && (principal.kind === 'device' ? access === 'device' : mayDo(principal.role, access)))
