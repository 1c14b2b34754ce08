import type { Knex } from 'knex'
import type { Role } from '@stout-shackle/core/shop'
import { addPerson, listPeople } from './people'

/** The people of the made-up shop. They sign in by a tap, in the demo only. */
const DEMO_PEOPLE: [string, Role][] = [
  ['Maren', 'owner'],
  ['Odile', 'writer'],
  ['Teo', 'technician'],
  ['Visitor', 'guest'],
]

/** How the ids of made-up people begin. */
const MADE_UP = 'demo-'

/** @throws Error where the database is a real shop's: a tap must not open it */
export async function addDemoPeople(db: Knex): Promise<void> {
  const there = await listPeople(db)
  if (there.length && !there.some(({ document }) => document.id.startsWith(MADE_UP)))
    throw new Error('This database belongs to a real shop: it is not opened as a demo.')
  for (const [name, role] of DEMO_PEOPLE) {
    const id = MADE_UP + name.toLowerCase()
    if (!there.some(({ document }) => document.id === id)) await addPerson(db, { name, role }, id)
  }
}
