import type { Knex } from 'knex'
import type { Migration } from './migration'

/** Facts of a kit that fitment depends on, beside its document: thousands are judged without reading them whole. */
const KIT_FACTS = `json_object(
  'id', json_extract(document, '$.id'), 'name', json_extract(document, '$.name'),
  'family', json_extract(document, '$.family'), 'axle', coalesce(json_extract(document, '$.axle'), 'rear'),
  'replaces', coalesce(json_extract(document, '$.replaces'), 'nothing'),
  'drilling', json(iif(json_extract(document, '$.drilling'), 'true', 'false')),
  'fitment', json(json_extract(document, '$.fitment')), 'spacerParts', json(json_extract(document, '$.spacerParts')),
  'gapDecides', json(iif(json_extract(document, '$.bag.coilGap') IS NULL, 'false', 'true')),
  'givesRatio', json(iif(json_type(document, '$.bag') = 'object' AND json_extract(document, '$.bag.motionRatio') IS NULL, 'false', 'true')))`

const DOCUMENT = 'id TEXT PRIMARY KEY, version INTEGER NOT NULL, document TEXT NOT NULL, changed_at TEXT NOT NULL'
const OF_JOB = 'job_id TEXT NOT NULL REFERENCES jobs(id) ON DELETE CASCADE'

/** Tables by name, in an order in which each refers to earlier ones only. */
const TABLES: Record<string, string> = {
  vehicles: DOCUMENT,
  kits: `${DOCUMENT}, facts TEXT GENERATED ALWAYS AS (${KIT_FACTS}) STORED`,
  applications: `${DOCUMENT},
    kit TEXT GENERATED ALWAYS AS (json_extract(document, '$.kit')) STORED,
    model TEXT GENERATED ALWAYS AS (lower(trim(json_extract(document, '$.make')) || ' ' || trim(json_extract(document, '$.model')))) STORED`,
  platforms: DOCUMENT,
  procedures: DOCUMENT,
  stock: DOCUMENT,
  rule_sets: 'version INTEGER PRIMARY KEY, document TEXT NOT NULL, at TEXT NOT NULL',
  // One row: a shop has one name, one currency, one clock.
  shop_settings:
    'id INTEGER PRIMARY KEY CHECK (id = 1), version INTEGER NOT NULL, document TEXT NOT NULL, changed_at TEXT NOT NULL',
  // A summary is what the board shows of a job; null where it has to be worked out anew.
  jobs: `id TEXT PRIMARY KEY, number TEXT NOT NULL UNIQUE, version INTEGER NOT NULL, document TEXT NOT NULL,
    created_at TEXT NOT NULL, changed_at TEXT NOT NULL, archived_at TEXT, summary TEXT,
    history TEXT GENERATED ALWAYS AS (json_extract(document, '$.history')) VIRTUAL`,
  // Every version a job has had: what undo and the log read.
  job_versions: `${OF_JOB}, version INTEGER NOT NULL, document TEXT NOT NULL, at TEXT NOT NULL, by TEXT,
    PRIMARY KEY (job_id, version)`,
  records: `id TEXT NOT NULL, ${OF_JOB}, sequence INTEGER NOT NULL, at TEXT NOT NULL, by TEXT NOT NULL, body TEXT NOT NULL,
    supersedes TEXT, device TEXT, device_sequence INTEGER, person_id TEXT, tablet TEXT, received_at TEXT, tablet_at TEXT,
    tablet_sequence INTEGER, clock_off REAL, imported INTEGER NOT NULL DEFAULT 0,
    PRIMARY KEY (job_id, sequence), UNIQUE (job_id, id)`,
  pressures: `id TEXT PRIMARY KEY, job_id TEXT NOT NULL REFERENCES jobs (id), document TEXT NOT NULL, entered_by TEXT NOT NULL,
    entered_at TEXT NOT NULL`,
  photos: 'hash TEXT PRIMARY KEY, jpeg BLOB NOT NULL, kept_at TEXT NOT NULL',
  // One row a vehicle that has been here: what it is found by, and who has owned it.
  histories:
    'id TEXT PRIMARY KEY, version INTEGER NOT NULL, vin TEXT, plate TEXT NOT NULL, owners TEXT NOT NULL, changed_at TEXT NOT NULL',
  reservations: `${OF_JOB}, item TEXT NOT NULL, count REAL NOT NULL, PRIMARY KEY (job_id, item)`,
  // What a handover took, so that taking the handover back can put it back.
  taken_stock: `${OF_JOB}, item TEXT NOT NULL, count REAL NOT NULL, PRIMARY KEY (job_id, item)`,
  imports: `id TEXT PRIMARY KEY, kind TEXT NOT NULL, name TEXT NOT NULL, state TEXT NOT NULL, at TEXT NOT NULL,
    progress TEXT NOT NULL, problem TEXT, by TEXT`,
  // What a file would change, row by row, until somebody says so: the catalog itself is not touched before.
  import_rows: `import_id TEXT NOT NULL REFERENCES imports(id) ON DELETE CASCADE, row INTEGER NOT NULL, id TEXT,
    change TEXT NOT NULL, base_version INTEGER, document TEXT, notes TEXT, PRIMARY KEY (import_id, row)`,
  import_before: `import_id TEXT NOT NULL REFERENCES imports(id) ON DELETE CASCADE, id TEXT NOT NULL, version INTEGER,
    document TEXT, PRIMARY KEY (import_id, id)`,
  people: `id TEXT PRIMARY KEY, version INTEGER NOT NULL, name TEXT NOT NULL UNIQUE COLLATE NOCASE, role TEXT NOT NULL,
    active INTEGER NOT NULL, password TEXT, pin TEXT, changed_at TEXT NOT NULL`,
  // A screen that signed in once: a desk, or a tablet that people share.
  tablets: `id TEXT PRIMARY KEY, name TEXT NOT NULL, shared INTEGER NOT NULL, secret TEXT NOT NULL UNIQUE, added_by TEXT NOT NULL,
    added_at TEXT NOT NULL, seen_at TEXT NOT NULL, revoked_at TEXT, unsent INTEGER NOT NULL DEFAULT 0`,
  sessions: `secret TEXT PRIMARY KEY, person_id TEXT NOT NULL REFERENCES people(id),
    tablet_id TEXT NOT NULL REFERENCES tablets(id), began_at TEXT NOT NULL, seen_at TEXT NOT NULL`,
  // What a person's own writes carry, so that a queue can be sent after hands have changed.
  signers: `secret TEXT PRIMARY KEY, person_id TEXT NOT NULL REFERENCES people(id),
    tablet_id TEXT NOT NULL REFERENCES tablets(id), made_at TEXT NOT NULL, revoked_at TEXT`,
  audit: `sequence INTEGER PRIMARY KEY AUTOINCREMENT, at TEXT NOT NULL, person_id TEXT, person TEXT NOT NULL, tablet_id TEXT,
    tablet TEXT, action TEXT NOT NULL, about TEXT NOT NULL, before TEXT, after TEXT`,
  device_readings: `device TEXT NOT NULL, sequence INTEGER NOT NULL, value REAL NOT NULL, at TEXT NOT NULL,
    delivered INTEGER NOT NULL, job_id TEXT, PRIMARY KEY (device, sequence)`,
  // Which vehicle an instrument is at.
  device_places: 'device TEXT PRIMARY KEY, job_id TEXT NOT NULL, by TEXT NOT NULL, at TEXT NOT NULL',
  device_tokens: 'device TEXT PRIMARY KEY, secret TEXT NOT NULL UNIQUE, made_at TEXT NOT NULL',
  stand_ins: 'id TEXT PRIMARY KEY, state TEXT NOT NULL',
  repeatable_requests: `key TEXT PRIMARY KEY, fingerprint TEXT NOT NULL, status INTEGER NOT NULL, headers TEXT NOT NULL,
    body TEXT NOT NULL, at TEXT NOT NULL`,
  // The last version of what is gone, so that no version number is ever used twice.
  last_versions: 'kind TEXT NOT NULL, id TEXT NOT NULL, version INTEGER NOT NULL, PRIMARY KEY (kind, id)',
}

const INDEXES = [
  'INDEX applications_by_model ON applications (model)',
  'INDEX applications_by_kit ON applications (kit)',
  'INDEX jobs_by_number ON jobs (archived_at, number)',
  'INDEX jobs_by_history ON jobs (history)',
  'INDEX jobs_without_summary ON jobs (id) WHERE summary IS NULL',
  // One pull of a wrench is one reading, however often it is sent.
  'UNIQUE INDEX one_record_a_reading ON records (device, device_sequence) WHERE device IS NOT NULL',
  'INDEX records_by_time ON records (at)',
  'INDEX records_of_tablet ON records (tablet, tablet_sequence) WHERE tablet IS NOT NULL',
  'INDEX pressures_by_job ON pressures (job_id)',
  'INDEX histories_by_vin ON histories (vin)',
  'INDEX histories_by_plate ON histories (plate)',
  'UNIQUE INDEX one_row_a_key ON import_rows (import_id, id) WHERE id IS NOT NULL',
  'INDEX import_rows_by_change ON import_rows (import_id, change)',
  'INDEX audit_by_about ON audit (about)',
  'INDEX repeatable_by_time ON repeatable_requests (at)',
]

/** What kits and vehicles are found by. */
const FINDER_WORDS = {
  kits: ['maker', 'number', 'name', 'family'],
  vehicles: ['make', 'model', 'year', 'trim', 'body'],
}

/** A full-text index kept by triggers, so that no way of writing can forget it. */
async function makeFinder(db: Knex, table: string, words: readonly string[]): Promise<void> {
  const text = words.map((w) => `coalesce(json_extract(new.document, '$.${w}'), '')`).join(` || ' ' || `)
  const insert = `INSERT INTO ${table}_finder (rowid, words) VALUES (new.rowid, ${text});`
  const remove = `DELETE FROM ${table}_finder WHERE rowid = old.rowid;`
  await db.raw(`CREATE VIRTUAL TABLE ${table}_finder USING fts5(words, prefix='2 3 4')`)
  await db.raw(`CREATE TRIGGER ${table}_found_insert AFTER INSERT ON ${table} BEGIN ${insert} END`)
  await db.raw(`CREATE TRIGGER ${table}_found_delete AFTER DELETE ON ${table} BEGIN ${remove} END`)
  await db.raw(`CREATE TRIGGER ${table}_found_update AFTER UPDATE ON ${table} BEGIN ${remove} ${insert} END`)
}

/** The tables of the first release. */
export const firstTables: Migration = {
  name: '100-first-tables',
  async up(db) {
    for (const [table, columns] of Object.entries(TABLES)) await db.raw(`CREATE TABLE ${table} (${columns})`)
    for (const index of INDEXES) await db.raw(`CREATE ${index}`)
    for (const [table, words] of Object.entries(FINDER_WORDS)) await makeFinder(db, table, words)
  },
  async down(db) {
    for (const table of Object.keys(FINDER_WORDS)) await db.raw(`DROP TABLE ${table}_finder`)
    for (const table of Object.keys(TABLES).reverse()) await db.raw(`DROP TABLE ${table}`)
  },
}
