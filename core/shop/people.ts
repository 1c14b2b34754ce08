import { z } from 'zod'
import { recordId } from '../records'
import { requiredText } from '../vehicle'

/** What people do in a shop, most first. */
export const ROLES = ['owner', 'writer', 'technician', 'guest'] as const
export type Role = (typeof ROLES)[number]
export const ROLE_NAMES: Record<Role, string> = {
  owner: 'Owner',
  writer: 'Service writer',
  technician: 'Technician',
  guest: 'Guest',
}

/**
 * What a route of the server asks of a caller: `open` nothing, `read` to be signed in, `work` to work on jobs, `desk` to
 * run the catalog and the board, `own` to run the shop, `device` the token of an instrument.
 */
export type Access = 'open' | 'read' | 'work' | 'desk' | 'own' | 'device'
const MAY: Record<Role, readonly Access[]> = {
  owner: ['open', 'read', 'work', 'desk', 'own'],
  writer: ['open', 'read', 'work', 'desk'],
  technician: ['open', 'read', 'work'],
  guest: ['open', 'read'],
}
/** Whether somebody of this role may do what asks for that access. */
export const mayDo = (role: Role, access: Access): boolean => MAY[role].includes(access)

export const personName = requiredText('Name', 60)
/** Eight characters at least: NIST SP 800-63B, memorized secrets. */
export const passwordSchema = z
  .string({ error: 'Password must be text' })
  .min(8, { error: 'Password is too short: 8 characters min' })
  .max(200, { error: 'Password is too long: 200 characters max' })
export const pinSchema = z
  .string({ error: 'PIN must be text' })
  .regex(/^\d{4,8}$/, { error: 'PIN must be 4 to 8 digits' })

/** Somebody of the shop, as others see them. */
export const personSchema = z.strictObject({
  id: recordId,
  name: personName,
  role: z.enum(ROLES, { error: `Role must be one of ${ROLES.join(', ')}` }),
  active: z.boolean({ error: 'active must be true or false' }),
  hasPassword: z.boolean(),
  hasPin: z.boolean(),
})
export type Person = z.output<typeof personSchema>
