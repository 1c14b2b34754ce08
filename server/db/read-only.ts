import knex, { type Knex } from 'knex'

/** Reads a shop's database beside a running server, and can write nothing. */
export const connectReadOnly = (file: string): Knex =>
  knex({
    client: 'better-sqlite3',
    connection: { filename: file, options: { readonly: true } },
    useNullAsDefault: true,
    pool: { min: 1, max: 1 },
  })
