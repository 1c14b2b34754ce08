import type { Knex } from 'knex'

interface Migration {
  name: string
  up(db: Knex): Promise<void>
  down(db: Knex): Promise<void>
}

/** In order; a landed migration is never edited. */
const migrations: Migration[] = [
  {
    name: '001-shop',
    async up(db) {
      for (const table of ['vehicles', 'kits']) {
        await db.schema.createTable(table, (t) => {
          t.string('id').primary()
          t.integer('version').notNullable()
          t.json('document').notNullable()
          t.string('changed_at').notNullable()
        })
      }
      await db.schema.createTable('jobs', (t) => {
        t.string('id').primary()
        t.string('number').notNullable().unique()
        t.integer('version').notNullable()
        t.json('document').notNullable()
        t.string('created_at').notNullable()
        t.string('changed_at').notNullable()
      })
      // Every version a job has had: what undo and the log read.
      await db.schema.createTable('job_versions', (t) => {
        t.string('job_id').notNullable().references('jobs.id').onDelete('CASCADE')
        t.integer('version').notNullable()
        t.json('document').notNullable()
        t.string('at').notNullable()
        t.primary(['job_id', 'version'])
      })
      await db.schema.createTable('records', (t) => {
        t.string('id').notNullable()
        t.string('job_id').notNullable().references('jobs.id').onDelete('CASCADE')
        t.integer('sequence').notNullable()
        t.string('at').notNullable()
        t.string('by').notNullable()
        t.json('body').notNullable()
        t.json('supersedes')
        t.string('device')
        t.integer('device_sequence')
        t.primary(['job_id', 'sequence'])
        t.unique(['job_id', 'id'])
      })
      // One pull of a wrench is one reading, however often it is sent.
      await db.raw(
        'CREATE UNIQUE INDEX one_record_a_reading ON records (device, device_sequence) WHERE device IS NOT NULL',
      )
      await db.schema.createTable('device_readings', (t) => {
        t.string('device').notNullable()
        t.integer('sequence').notNullable()
        t.float('value').notNullable()
        t.string('at').notNullable()
        t.boolean('delivered').notNullable()
        t.primary(['device', 'sequence'])
      })
      await db.schema.createTable('repeatable_requests', (t) => {
        t.string('key').primary()
        t.string('fingerprint').notNullable()
        t.integer('status').notNullable()
        t.json('headers').notNullable()
        t.text('body').notNullable()
        t.string('at').notNullable()
      })
    },
    async down(db) {
      for (const table of [
        'repeatable_requests',
        'device_readings',
        'records',
        'job_versions',
        'jobs',
        'kits',
        'vehicles',
      ])
        await db.schema.dropTable(table)
    },
  },
]

/** Migrations as Knex wants them, from code: nothing depends on file endings or folders at run time. */
export const migrationSource: Knex.MigrationSource<Migration> = {
  getMigrations: () => Promise.resolve(migrations),
  getMigrationName: (migration) => migration.name,
  getMigration: (migration) => Promise.resolve(migration),
}
