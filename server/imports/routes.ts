import { randomUUID } from 'node:crypto'
import { createWriteStream } from 'node:fs'
import { mkdtemp, rm } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { dirname, join } from 'node:path'
import { Transform } from 'node:stream'
import { pipeline } from 'node:stream/promises'
import type { Request } from 'express'
import type { Knex } from 'knex'
import { z } from 'zod'
import { ROUTES, uploadSchema, type ImportRun } from '@stout-shackle/core/contract'
import { blankTable, CATALOG_FORMATS, toRow, writeTable } from '@stout-shackle/core/exchange'
import type { Row } from '../catalog'
import { personOf } from '../principal'
import { parseBody, Problem } from '../problem'
import { route, writes, type Mounted } from '../routing'
import type { Imports } from './runs'

/** Largest file that is taken in: a hundred thousand rows are a third of it. */
const MAX_BYTES = 40 * 1024 * 1024

/** Keeps what is sent in a passing file, in a folder of its own; too much of it is refused while it comes. */
async function spool(request: Request): Promise<string> {
  const path = join(await mkdtemp(join(tmpdir(), 'stout-shackle-')), randomUUID())
  let bytes = 0
  const measured = new Transform({
    transform(chunk: Buffer, _encoding, done) {
      bytes += chunk.length
      done(bytes > MAX_BYTES ? tooLarge() : null, chunk)
    },
  })
  try {
    await pipeline(request, measured, createWriteStream(path))
  } catch (error) {
    await rm(dirname(path), { recursive: true, force: true })
    throw error
  }
  return path
}
const tooLarge = () =>
  new Problem(
    413,
    'Too large',
    `A file may have ${MAX_BYTES / 1024 / 1024} MB. Send it in parts: nothing was taken in.`,
  )

/** Files into the catalog, with a dry run first. */
export function importRoutes(db: Knex, imports: Imports): Mounted[] {
  const routes = ROUTES.imports
  const written = (run: ImportRun) => ({
    body: run,
    audit: { about: `import ${run.name}` },
    announce: imports.announce,
  })
  return [
    route(routes.list, () => imports.list()),
    route(routes.upload, async ({ query: { kind, name }, request, response }) => {
      if (Number(request.get('Content-Length') ?? 0) > MAX_BYTES) throw tooLarge()
      const by = personOf(request).name
      imports.mayBegin(by)
      const run = await imports.begin(kind, name, await spool(request), by)
      response.set('Location', `/api/imports/${run.id}`)
      return run
    }),
    route(routes.read, ({ params }) => imports.get(params.id)),
    route(routes.rows, ({ params, query }) => imports.rows(params.id, query)),
    route(routes.stop, ({ params }) => imports.stop(params.id)),
    writes(db, routes.apply, async (trx, { params, body }) => written(await imports.apply(trx, params.id, body.rows))),
    writes(db, routes.undo, async (trx, { params }) => written(await imports.undo(trx, params.id))),
  ]
}

const exportSchema = z.object({ kind: uploadSchema.shape.kind, ending: z.enum(['csv', 'json']) })

/** A whole catalog as one file, of the kind that is read again. */
export const exportRoutes = (db: Knex): Mounted[] => [
  route(ROUTES.imports.export, async ({ params, query: { units, blank }, response }) => {
    const [name, suffix] = params.file.split('.')
    const { kind, ending } = parseBody(exportSchema, { kind: name, ending: suffix })
    if (blank && ending === 'csv') {
      response
        .attachment(`${kind}-to-fill-in.csv`)
        .type('text/csv')
        .send(blankTable(kind, units ?? 'us'))
      return
    }
    const format = CATALOG_FORMATS[kind]
    const rows = await db<Row>(kind).orderBy('id')
    const documents = rows.map((row) => format.schema.parse(JSON.parse(row.document)))
    response.attachment(`${kind}.${ending}`)
    if (ending === 'json') response.json(documents)
    else
      response.type('text/csv').send(
        writeTable(
          format.fields,
          documents.map((d) => toRow(format, d)),
          units ?? null,
        ),
      )
  }),
]
