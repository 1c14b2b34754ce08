import { randomUUID } from 'node:crypto'
import type { Knex } from 'knex'
import type { z } from 'zod'
import type { changedPersonSchema, Entry, newPersonSchema } from '@stout-shackle/core/contract'
import type { Person } from '@stout-shackle/core/shop'
import { notFound, Problem } from '../problem'
import { nextVersion } from '../routing'
import { keep } from './secrets'

export interface PersonRow {
  id: string
  version: number
  name: string
  role: Person['role']
  active: number
  password: string | null
  pin: string | null
  changed_at: string
}

export const toPerson = (row: PersonRow): Person => ({
  id: row.id,
  name: row.name,
  role: row.role,
  active: row.active === 1,
  hasPassword: row.password !== null,
  hasPin: row.pin !== null,
})
const toEntry = (row: PersonRow): Entry<Person> => ({ version: row.version, document: toPerson(row) })

export const listPeople = async (db: Knex): Promise<Entry<Person>[]> =>
  (await db<PersonRow>('people').orderBy('name')).map(toEntry)

/** Somebody by id or name, whatever the case of its letters. */
export const findPerson = (db: Knex, idOrName: string): Promise<PersonRow | undefined> =>
  db<PersonRow>('people').where({ id: idOrName }).orWhereRaw('name = ? COLLATE NOCASE', [idOrName.trim()]).first()

const nameTaken = (name: string) =>
  new Problem(409, 'Name taken', `There is a ${name} in this shop already: add an initial.`, [
    { field: 'name', message: 'already taken' },
  ])

export async function addPerson(
  db: Knex,
  { name, role, password, pin }: z.output<typeof newPersonSchema>,
  id: string = randomUUID(),
): Promise<Entry<Person>> {
  if (await findPerson(db, name)) throw nameTaken(name)
  const row: PersonRow = {
    id,
    version: 1,
    name,
    role,
    active: 1,
    password: password === undefined ? null : await keep(password),
    pin: pin === undefined ? null : await keep(pin),
    changed_at: new Date().toISOString(),
  }
  await db<PersonRow>('people').insert(row)
  return toEntry(row)
}

export async function getPerson(db: Knex, id: string): Promise<PersonRow> {
  const row = await db<PersonRow>('people').where({ id }).first()
  if (!row) throw notFound('person', id)
  return row
}

/** @throws Problem 412 stale, 409 where the name is taken or the shop would be left without an owner who can sign in */
export async function changePerson(
  db: Knex,
  id: string,
  sent: number,
  { name, role, active, password, pin }: z.output<typeof changedPersonSchema>,
): Promise<Entry<Person>> {
  const row = await getPerson(db, id)
  const version = nextVersion(toEntry(row), sent)
  const same = await findPerson(db, name)
  if (same && same.id !== id) throw nameTaken(name)
  const secret = async (typed: string | null | undefined, had: string | null) =>
    typed === undefined ? had : typed === null ? null : keep(typed)
  const next: PersonRow = {
    ...row,
    version,
    name,
    role,
    active: active ? 1 : 0,
    password: await secret(password, row.password),
    pin: await secret(pin, row.pin),
    changed_at: new Date().toISOString(),
  }
  const canRun = (r: PersonRow) => r.role === 'owner' && r.active === 1 && r.password !== null
  if (canRun(row) && !canRun(next)) {
    const others = await db<PersonRow>('people')
      .where({ role: 'owner', active: 1 })
      .whereNotNull('password')
      .whereNot({ id })
      .first()
    if (!others)
      throw new Problem(409, 'Last owner', 'A shop needs an owner who can sign in: make another one first.', [
        { field: 'role', message: 'last owner' },
      ])
  }
  await db<PersonRow>('people').where({ id }).update(next)
  return toEntry(next)
}
