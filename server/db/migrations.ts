import { withFit, withoutFit } from './fit-step'
import { withNew, withoutNew } from './kept-whole'
import { BEFORE_AIR } from './air-step'
import { BEFORE_PROCEDURES } from './procedures-step'
import { BEFORE_WORK } from './work-step'
import { withoutProof, withProof } from './proof-step'
import type { Knex } from 'knex'
import { DEFAULT_RULES } from '@stout-shackle/core/kit'
import {
  applicationByAxle,
  applicationFlat,
  jobByAxle,
  jobFlat,
  kitByAxle,
  kitFlat,
  platformByAxle,
  platformFlat,
  rulesByAxle,
  rulesFlat,
  vehicleByAxle,
  vehicleFlat,
} from '@stout-shackle/core/exchange'

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
  {
    name: '002-catalog',
    async up(db) {
      // What fitment depends on stands beside each kit, so that thousands can be judged without reading them whole.
      await db.raw(`CREATE TABLE kits_2 (
        id TEXT PRIMARY KEY, version INTEGER NOT NULL, document TEXT NOT NULL, changed_at TEXT NOT NULL,
        facts TEXT GENERATED ALWAYS AS (${KIT_FACTS}) STORED)`)
      await db.raw(
        'INSERT INTO kits_2 (id, version, document, changed_at) SELECT id, version, document, changed_at FROM kits',
      )
      await db.schema.dropTable('kits')
      await db.raw('ALTER TABLE kits_2 RENAME TO kits')
      await db.raw(`CREATE TABLE applications (
        id TEXT PRIMARY KEY, version INTEGER NOT NULL, document TEXT NOT NULL, changed_at TEXT NOT NULL,
        kit TEXT GENERATED ALWAYS AS (json_extract(document, '$.kit')) STORED,
        model TEXT GENERATED ALWAYS AS (lower(trim(json_extract(document, '$.make')) || ' ' || trim(json_extract(document, '$.model')))) STORED)`)
      await db.raw('CREATE INDEX applications_by_model ON applications (model)')
      await db.raw('CREATE INDEX applications_by_kit ON applications (kit)')
      for (const table of ['platforms', 'stock'])
        await db.raw(
          `CREATE TABLE ${table} (id TEXT PRIMARY KEY, version INTEGER NOT NULL, document TEXT NOT NULL, changed_at TEXT NOT NULL)`,
        )
      await db.raw('CREATE TABLE rule_sets (version INTEGER PRIMARY KEY, document TEXT NOT NULL, at TEXT NOT NULL)')
      await db.raw(`CREATE TABLE reservations (
        job_id TEXT NOT NULL REFERENCES jobs(id) ON DELETE CASCADE, item TEXT NOT NULL, count REAL NOT NULL,
        PRIMARY KEY (job_id, item))`)
      await db.raw(`CREATE TABLE imports (
        id TEXT PRIMARY KEY, kind TEXT NOT NULL, name TEXT NOT NULL, state TEXT NOT NULL, at TEXT NOT NULL,
        progress TEXT NOT NULL, problem TEXT)`)
      // What a file would change, row by row, until somebody says so: the catalog itself is not touched before.
      await db.raw(`CREATE TABLE import_rows (
        import_id TEXT NOT NULL REFERENCES imports(id) ON DELETE CASCADE, row INTEGER NOT NULL, id TEXT, change TEXT NOT NULL,
        base_version INTEGER, document TEXT, notes TEXT, PRIMARY KEY (import_id, row))`)
      await db.raw('CREATE UNIQUE INDEX one_row_a_key ON import_rows (import_id, id) WHERE id IS NOT NULL')
      await db.raw('CREATE INDEX import_rows_by_change ON import_rows (import_id, change)')
      await db.raw(`CREATE TABLE import_before (
        import_id TEXT NOT NULL REFERENCES imports(id) ON DELETE CASCADE, id TEXT NOT NULL, version INTEGER, document TEXT,
        PRIMARY KEY (import_id, id))`)
      for (const [table, words] of Object.entries(FINDER_WORDS)) await makeFinder(db, table, words)
    },
    async down(db) {
      for (const table of Object.keys(FINDER_WORDS)) {
        for (const event of ['insert', 'update', 'delete']) await db.raw(`DROP TRIGGER ${table}_found_${event}`)
        await db.schema.dropTable(`${table}_finder`)
      }
      for (const table of [
        'import_before',
        'import_rows',
        'imports',
        'reservations',
        'rule_sets',
        'stock',
        'platforms',
        'applications',
      ])
        await db.schema.dropTable(table)
      await db.raw('ALTER TABLE kits DROP COLUMN facts')
    },
  },
  {
    name: '003-shop',
    async up(db) {
      // One row: a shop has one name, one currency, one clock.
      await db.raw(`CREATE TABLE shop_settings (
        id INTEGER PRIMARY KEY CHECK (id = 1), version INTEGER NOT NULL, document TEXT NOT NULL, changed_at TEXT NOT NULL)`)
      // What a handover took, so that taking the handover back can put it back.
      await db.raw(`CREATE TABLE taken_stock (
        job_id TEXT NOT NULL REFERENCES jobs(id) ON DELETE CASCADE, item TEXT NOT NULL, count REAL NOT NULL,
        PRIMARY KEY (job_id, item))`)
    },
    async down(db) {
      for (const table of ['taken_stock', 'shop_settings']) await db.schema.dropTable(table)
    },
  },
  {
    name: '004-people',
    async up(db) {
      await db.raw(`CREATE TABLE people (
        id TEXT PRIMARY KEY, version INTEGER NOT NULL, name TEXT NOT NULL UNIQUE COLLATE NOCASE, role TEXT NOT NULL,
        active INTEGER NOT NULL, password TEXT, pin TEXT, changed_at TEXT NOT NULL)`)
      // A screen that signed in once: a desk, or a tablet that people share.
      await db.raw(`CREATE TABLE tablets (
        id TEXT PRIMARY KEY, name TEXT NOT NULL, shared INTEGER NOT NULL, secret TEXT NOT NULL UNIQUE, added_by TEXT NOT NULL,
        added_at TEXT NOT NULL, seen_at TEXT NOT NULL, revoked_at TEXT, unsent INTEGER NOT NULL DEFAULT 0)`)
      await db.raw(`CREATE TABLE sessions (
        secret TEXT PRIMARY KEY, person_id TEXT NOT NULL REFERENCES people(id), tablet_id TEXT NOT NULL REFERENCES tablets(id),
        began_at TEXT NOT NULL, seen_at TEXT NOT NULL)`)
      // What a person's own writes carry, so that a queue can be sent after hands have changed.
      await db.raw(`CREATE TABLE signers (
        secret TEXT PRIMARY KEY, person_id TEXT NOT NULL REFERENCES people(id), tablet_id TEXT NOT NULL REFERENCES tablets(id),
        made_at TEXT NOT NULL, revoked_at TEXT)`)
      await db.raw(
        'CREATE TABLE device_tokens (device TEXT PRIMARY KEY, secret TEXT NOT NULL UNIQUE, made_at TEXT NOT NULL)',
      )
      await db.raw(`CREATE TABLE audit (
        sequence INTEGER PRIMARY KEY AUTOINCREMENT, at TEXT NOT NULL, person_id TEXT, person TEXT NOT NULL, tablet_id TEXT,
        tablet TEXT, action TEXT NOT NULL, about TEXT NOT NULL, before TEXT, after TEXT)`)
      await db.raw('CREATE INDEX audit_by_about ON audit (about)')

      for (const column of [
        'person_id TEXT',
        'tablet TEXT',
        'received_at TEXT',
        'tablet_at TEXT',
        'tablet_sequence INTEGER',
        'clock_off REAL',
        'imported INTEGER NOT NULL DEFAULT 0',
      ])
        await db.raw(`ALTER TABLE records ADD COLUMN ${column}`)
      await db.raw('UPDATE records SET received_at = at')
      await db.raw('CREATE INDEX records_by_time ON records (at)')
      await db.raw('CREATE INDEX records_of_tablet ON records (tablet, tablet_sequence) WHERE tablet IS NOT NULL')
      await db.raw('ALTER TABLE job_versions ADD COLUMN by TEXT')
      await db.raw('ALTER TABLE jobs ADD COLUMN archived_at TEXT')
      // What the board shows of a job; null where it has to be worked out anew.
      await db.raw('ALTER TABLE jobs ADD COLUMN summary TEXT')
      await db.raw('CREATE INDEX jobs_by_number ON jobs (archived_at, number)')
      await db.raw('CREATE INDEX jobs_without_summary ON jobs (id) WHERE summary IS NULL')
      // Which vehicle a wrench was at when it was pulled.
      await db.raw('ALTER TABLE device_readings ADD COLUMN job_id TEXT')
      await db.raw(
        'CREATE TABLE device_places (device TEXT PRIMARY KEY, job_id TEXT NOT NULL, by TEXT NOT NULL, at TEXT NOT NULL)',
      )
      await db.raw('ALTER TABLE imports ADD COLUMN by TEXT')
      // The last version of what is gone, so that no version number is ever used twice.
      await db.raw(`CREATE TABLE last_versions (
        kind TEXT NOT NULL, id TEXT NOT NULL, version INTEGER NOT NULL, PRIMARY KEY (kind, id))`)
      await db.raw('CREATE INDEX repeatable_by_time ON repeatable_requests (at)')
    },
    async down(db) {
      for (const index of [
        'repeatable_by_time',
        'jobs_without_summary',
        'jobs_by_number',
        'records_of_tablet',
        'records_by_time',
      ])
        await db.raw(`DROP INDEX ${index}`)
      for (const table of [
        'last_versions',
        'device_places',
        'audit',
        'device_tokens',
        'signers',
        'sessions',
        'tablets',
        'people',
      ])
        await db.schema.dropTable(table)
      for (const [table, columns] of [
        ['records', ['person_id', 'tablet', 'received_at', 'tablet_at', 'tablet_sequence', 'clock_off', 'imported']],
        ['job_versions', ['by']],
        ['jobs', ['archived_at', 'summary']],
        ['device_readings', ['job_id']],
        ['imports', ['by']],
      ] as const)
        for (const column of columns) await db.raw(`ALTER TABLE ${table} DROP COLUMN ${column}`)
    },
  },
  {
    name: '005-axles',
    async up(db) {
      // One row a vehicle that has been here: what it is found by, and who has owned it.
      await db.raw(`CREATE TABLE histories (
        id TEXT PRIMARY KEY, version INTEGER NOT NULL, vin TEXT, plate TEXT NOT NULL, owners TEXT NOT NULL, changed_at TEXT NOT NULL)`)
      await db.raw('CREATE INDEX histories_by_vin ON histories (vin)')
      await db.raw('CREATE INDEX histories_by_plate ON histories (plate)')
      await dropFinders(db)
      await firstVisits(db)
      const shipped = DEFAULT_RULES.rules as unknown as Document[]
      await convertCatalog(db, {
        vehicles: vehicleByAxle,
        platforms: platformByAxle,
        applications: applicationByAxle,
        kits: kitByAxle,
        rule_sets: (set) => rulesByAxle(set, shipped),
      })
      await remakeKits(db, KIT_FACTS_BY_AXLE, kitByAxle)
      for (const [table, words] of Object.entries(FINDER_WORDS)) await makeFinder(db, table, words)
      await db.raw(
        "ALTER TABLE jobs ADD COLUMN history TEXT GENERATED ALWAYS AS (json_extract(document, '$.history')) VIRTUAL",
      )
      await db.raw('CREATE INDEX jobs_by_history ON jobs (history)')
      // What the board shows is worked out anew.
      await db.raw('UPDATE jobs SET summary = NULL')
    },
    async down(db) {
      await db.raw('DROP INDEX jobs_by_history')
      await db.raw('ALTER TABLE jobs DROP COLUMN history')
      await dropFinders(db)
      for (const table of ['jobs', 'job_versions']) await convert(db, table, jobFlat)
      await convertCatalog(db, {
        vehicles: vehicleFlat,
        platforms: platformFlat,
        applications: applicationFlat,
        kits: kitFlat,
        rule_sets: rulesFlat,
      })
      await remakeKits(db, KIT_FACTS, kitFlat)
      for (const [table, words] of Object.entries(FINDER_WORDS)) await makeFinder(db, table, words)
      await db.schema.dropTable('histories')
      await db.raw('UPDATE jobs SET summary = NULL')
    },
  },
  {
    name: '006-proof',
    async up(db) {
      await withProof(db)
      // What the board shows is worked out anew.
      await db.raw('UPDATE jobs SET summary = NULL')
    },
    async down(db) {
      await withoutProof(db)
      await db.raw('UPDATE jobs SET summary = NULL')
    },
  },
  {
    name: '007-fit',
    async up(db) {
      await withFit(db)
      await db.raw('UPDATE jobs SET summary = NULL')
    },
    async down(db) {
      await withoutFit(db)
      await db.raw('UPDATE jobs SET summary = NULL')
    },
  },
  {
    name: '008-work',
    async up(db) {
      await db.raw(
        'CREATE TABLE IF NOT EXISTS photos (hash TEXT PRIMARY KEY, jpeg BLOB NOT NULL, kept_at TEXT NOT NULL)',
      )
      await withNew(db, BEFORE_WORK)
      await db.raw('UPDATE jobs SET summary = NULL')
    },
    async down(db) {
      await withoutNew(db, BEFORE_WORK)
      await db.raw('UPDATE jobs SET summary = NULL')
    },
  },
  {
    name: '009-procedures',
    async up(db) {
      // The way down leaves it: what was written is not lost to a version that does not know it.
      await db.raw(
        'CREATE TABLE IF NOT EXISTS procedures (id TEXT PRIMARY KEY, version INTEGER NOT NULL, document TEXT NOT NULL, changed_at TEXT NOT NULL)',
      )
      await withNew(db, BEFORE_PROCEDURES)
      await db.raw('UPDATE jobs SET summary = NULL')
    },
    async down(db) {
      await withoutNew(db, BEFORE_PROCEDURES)
      await db.raw('UPDATE jobs SET summary = NULL')
    },
  },
  {
    name: '010-air',
    async up(db) {
      // The way down leaves it: pressures that were read are not lost to a version that has no log.
      await db.raw(
        `CREATE TABLE IF NOT EXISTS pressures (
          id TEXT PRIMARY KEY, job_id TEXT NOT NULL REFERENCES jobs (id), document TEXT NOT NULL, entered_by TEXT NOT NULL,
          entered_at TEXT NOT NULL)`,
      )
      await db.raw('CREATE INDEX IF NOT EXISTS pressures_by_job ON pressures (job_id)')
      await withNew(db, BEFORE_AIR)
      await db.raw('UPDATE jobs SET summary = NULL')
    },
    async down(db) {
      await withoutNew(db, BEFORE_AIR)
      await db.raw('UPDATE jobs SET summary = NULL')
    },
  },
  {
    name: '011-stand-ins',
    async up(db) {
      await db.raw('CREATE TABLE stand_ins (id TEXT PRIMARY KEY, state TEXT NOT NULL)')
    },
    async down(db) {
      await db.raw('DROP TABLE stand_ins')
    },
  },
]

type Document = Record<string, unknown>
type Change = (document: Document) => Document
const changed = (text: string, change: Change): string => JSON.stringify(change(JSON.parse(text) as Document))

/** Rewrites the documents that a query gives, by their row. */
async function convert(db: Knex, table: string, change: Change, of = table, bindings: string[] = []): Promise<void> {
  const rows = await db.raw<{ at: number; text: string | null }[]>(
    `SELECT t.rowid AS at, t.document AS text FROM ${of} ${of === table ? 't' : ''}`,
    bindings,
  )
  for (const { at, text } of rows)
    // A document that nobody can read is left as it is: it is shown as damaged, and hides no other.
    if (text !== null && isJson(text))
      await db.raw(`UPDATE ${table} SET document = ? WHERE rowid = ?`, [changed(text, change), at])
}
function isJson(text: string): boolean {
  try {
    JSON.parse(text)
    return true
  } catch {
    return false
  }
}

/** The catalog's documents, and those of imports not yet written or to be undone: an undo must find its own form. */
async function convertCatalog(
  db: Knex,
  changes: Record<'vehicles' | 'platforms' | 'applications' | 'kits' | 'rule_sets', Change>,
): Promise<void> {
  for (const [kind, change] of Object.entries(changes)) {
    if (kind !== 'kits') await convert(db, kind, change)
    for (const table of ['import_rows', 'import_before'])
      await convert(db, table, change, `${table} t JOIN imports i ON i.id = t.import_id AND i.kind = ?`, [kind])
  }
}

/** Kits with other facts beside them. */
async function remakeKits(db: Knex, facts: string, change: Change): Promise<void> {
  const rows = await db.raw<{ id: string; version: number; document: string; changed_at: string }[]>(
    'SELECT id, version, document, changed_at FROM kits',
  )
  await db.schema.dropTable('kits')
  await db.raw(`CREATE TABLE kits (
    id TEXT PRIMARY KEY, version INTEGER NOT NULL, document TEXT NOT NULL, changed_at TEXT NOT NULL,
    facts TEXT GENERATED ALWAYS AS (${facts}) STORED)`)
  for (const { id, version, document, changed_at } of rows)
    await db.raw('INSERT INTO kits (id, version, document, changed_at) VALUES (?, ?, ?, ?)', [
      id,
      version,
      changed(document, change),
      changed_at,
    ])
}

interface OldJob {
  day?: string
  customer?: { name: string; contact: string }
  vehicle?: { vin?: string | null }
}
/** Every job there is becomes the first visit of its vehicle; jobs of one VIN are visits of one. */
async function firstVisits(db: Knex): Promise<void> {
  const jobs = await db.raw<{ id: string; document: string; created_at: string }[]>(
    'SELECT id, document, created_at FROM jobs ORDER BY created_at, id',
  )
  const byVin = new Map<string, string>()
  const byJob = new Map<string, string>()
  const owners = new Map<string, { name: string; contact: string; from: string; to: string | null }[]>()
  for (const { id, document, created_at } of jobs) {
    if (!isJson(document)) continue
    const job = JSON.parse(document) as OldJob
    const vin = job.vehicle?.vin?.trim() || null
    const history = (vin && byVin.get(vin)) ?? `vehicle-${id}`
    byJob.set(id, history)
    const { name, contact } = job.customer ?? { name: '', contact: '' }
    const from = job.day ?? created_at.slice(0, 10)
    const known = owners.get(history)
    if (!known) {
      if (vin) byVin.set(vin, history)
      owners.set(history, [{ name, contact, from, to: null }])
      await db.raw('INSERT INTO histories (id, version, vin, plate, owners, changed_at) VALUES (?, 1, ?, ?, ?, ?)', [
        history,
        vin,
        '',
        '[]',
        created_at,
      ])
    } else if (known.at(-1)!.name !== name) {
      known.at(-1)!.to = from
      known.push({ name, contact, from, to: null })
    }
  }
  for (const [history, list] of owners)
    await db.raw('UPDATE histories SET owners = ? WHERE id = ?', [JSON.stringify(list), history])
  for (const table of ['jobs', 'job_versions'])
    await convert(db, table, (job) => jobByAxle(job, byJob.get(String(job.id)) ?? null))
}

/** The kit's facts as JSON, with the defaults of documents from before a field existed. */
const KIT_FACTS = `json_object(
  'id', json_extract(document, '$.id'), 'name', json_extract(document, '$.name'),
  'family', json_extract(document, '$.family'), 'axle', coalesce(json_extract(document, '$.axle'), 'rear'),
  'drilling', json(iif(json_extract(document, '$.drilling'), 'true', 'false')),
  'fitment', json(json_extract(document, '$.fitment')), 'spacerParts', json(json_extract(document, '$.spacerParts')),
  'gapDecides', json(iif(json_extract(document, '$.bag.coilGap') IS NULL, 'false', 'true')))`

/** The same since kits name the build of their axle, with what comes out for them and whose motion ratio counts. */
const KIT_FACTS_BY_AXLE = `json_object(
  'id', json_extract(document, '$.id'), 'name', json_extract(document, '$.name'),
  'family', json_extract(document, '$.family'), 'axle', coalesce(json_extract(document, '$.axle'), 'rear'),
  'replaces', coalesce(json_extract(document, '$.replaces'), 'nothing'),
  'drilling', json(iif(json_extract(document, '$.drilling'), 'true', 'false')),
  'fitment', json(json_extract(document, '$.fitment')), 'spacerParts', json(json_extract(document, '$.spacerParts')),
  'gapDecides', json(iif(json_extract(document, '$.bag.coilGap') IS NULL, 'false', 'true')),
  'givesRatio', json(iif(json_type(document, '$.bag') = 'object' AND json_extract(document, '$.bag.motionRatio') IS NULL, 'false', 'true')))`

/** What kits and vehicles are found by. */
const FINDER_WORDS = {
  kits: ['maker', 'number', 'name', 'family'],
  vehicles: ['make', 'model', 'year', 'trim', 'body'],
}

async function dropFinders(db: Knex): Promise<void> {
  for (const table of Object.keys(FINDER_WORDS)) {
    for (const event of ['insert', 'update', 'delete']) await db.raw(`DROP TRIGGER ${table}_found_${event}`)
    await db.schema.dropTable(`${table}_finder`)
  }
}

/** A full-text index kept by triggers, so that no way of writing can forget it. */
async function makeFinder(db: Knex, table: string, words: readonly string[]): Promise<void> {
  const text = (row: string) =>
    words.map((w) => `coalesce(json_extract(${row}document, '$.${w}'), '')`).join(` || ' ' || `)
  const insert = `INSERT INTO ${table}_finder (rowid, words) VALUES (new.rowid, ${text('new.')});`
  const remove = `DELETE FROM ${table}_finder WHERE rowid = old.rowid;`
  await db.raw(`CREATE VIRTUAL TABLE ${table}_finder USING fts5(words, prefix='2 3 4')`)
  await db.raw(`INSERT INTO ${table}_finder (rowid, words) SELECT rowid, ${text('')} FROM ${table}`)
  await db.raw(`CREATE TRIGGER ${table}_found_insert AFTER INSERT ON ${table} BEGIN ${insert} END`)
  await db.raw(`CREATE TRIGGER ${table}_found_delete AFTER DELETE ON ${table} BEGIN ${remove} END`)
  await db.raw(`CREATE TRIGGER ${table}_found_update AFTER UPDATE ON ${table} BEGIN ${remove} ${insert} END`)
}

/** Every step that this program knows, oldest first. */
export const MIGRATION_NAMES = migrations.map(({ name }) => name)

/** Migrations as Knex wants them, from code: nothing depends on file endings or folders at run time. */
export const migrationSource: Knex.MigrationSource<Migration> = {
  getMigrations: () => Promise.resolve(migrations),
  getMigrationName: (migration) => migration.name,
  getMigration: (migration) => Promise.resolve(migration),
}
