import { randomUUID } from 'node:crypto'
import { createWriteStream } from 'node:fs'
import { mkdtemp, rm } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { dirname, join } from 'node:path'
import { Transform } from 'node:stream'
import { pipeline } from 'node:stream/promises'
import { Router, type Request } from 'express'
import type { Knex } from 'knex'
import { z } from 'zod'
import { applySchema, importRowsSchema, uploadSchema } from '@stout-shackle/core/contract'
import { CATALOG_FORMATS, toRow, writeTable } from '@stout-shackle/core/exchange'
import type { Row } from '../catalog'
import { personOf } from '../principal'
import { parseBody, Problem } from '../problem'
import { write } from '../transaction'
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

/** Files into the catalog, with a dry run first, and out of it. */
export function importRoutes(db: Knex, imports: Imports): Router {
  return Router()
    .get('/', async (_request, response) => void response.json(await imports.list()))
    .post('/', async (request, response) => {
      const { kind, name } = parseBody(uploadSchema, request.query)
      if (Number(request.get('Content-Length') ?? 0) > MAX_BYTES) throw tooLarge()
      const by = personOf(request).name
      imports.mayBegin(by)
      const run = await imports.begin(kind, name, await spool(request), by)
      response.status(202).set('Location', `/api/imports/${run.id}`).json(run)
    })
    .get('/:id', async (request, response) => void response.json(await imports.get(request.params.id)))
    .get('/:id/rows', async (request, response) => {
      const { change, limit, offset } = parseBody(importRowsSchema, request.query)
      response.json(await imports.rows(request.params.id, change, limit, offset))
    })
    .post('/:id/stop', (request, response) => {
      imports.stop(request.params.id)
      response.status(202).end()
    })
    .post(
      '/:id/apply',
      write(db, async (trx, request) => {
        const { rows } = parseBody(applySchema, request.body)
        const run = await imports.apply(trx, String(request.params.id), rows)
        return { status: 200, body: run, audit: { about: `import ${run.name}` }, announce: imports.announce }
      }),
    )
    .post(
      '/:id/undo',
      write(db, async (trx, request) => {
        const run = await imports.undo(trx, String(request.params.id))
        return { status: 200, body: run, audit: { about: `import ${run.name}` }, announce: imports.announce }
      }),
    )
}

const exportSchema = z.object({ kind: uploadSchema.shape.kind, ending: z.enum(['csv', 'json']) })

/** A whole catalog as one file, of the kind that is read again. */
export function exportRoutes(db: Knex): Router {
  return Router().get('/:file', async (request, response) => {
    const [kind, ending] = request.params.file.split('.')
    const asked = parseBody(exportSchema, { kind, ending })
    const format = CATALOG_FORMATS[asked.kind]
    const rows = await db<Row>(asked.kind).orderBy('id')
    const documents = rows.map((row) => format.schema.parse(JSON.parse(row.document)))
    response.attachment(`${asked.kind}.${asked.ending}`)
    if (asked.ending === 'json') response.json(documents)
    else
      response.type('text/csv').send(
        writeTable(
          format.fields,
          documents.map((d) => toRow(format, d)),
        ),
      )
  })
}
