import type { Knex } from 'knex'

/** One step of the schema, both ways. */
export interface Migration {
  name: string
  up(db: Knex): Promise<void>
  down(db: Knex): Promise<void>
}

/** Migrations as Knex wants them, from code: nothing depends on file endings or folders at run time. */
export const sourceOf = (steps: readonly Migration[]): Knex.MigrationSource<Migration> => ({
  getMigrations: () => Promise.resolve([...steps]),
  getMigrationName: (migration) => migration.name,
  getMigration: (migration) => Promise.resolve(migration),
})
