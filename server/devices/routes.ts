import { Router } from 'express'
import type { Knex } from 'knex'
import {
  compressorFillSchema,
  compressorLineSchema,
  compressorLookSchema,
  compressorWaitSchema,
  connectionSchema,
  devicePlaceSchema,
  deviceSettings,
  sentReadingSchema,
  sinceSchema,
} from '@stout-shackle/core/contract'
import { digestOf, newSecret } from '../people'
import { personOf, principalOf } from '../principal'
import { notFound, parseBody, Problem } from '../problem'
import { audit } from '../transaction'
import { COMPRESSOR_GAUGE, type SimulatedCompressor } from './compressor'
import type { SimulatedDevices } from './simulated'

/** The panel of the stand-in compressor. */
export function compressorRoutes(compressor: SimulatedCompressor, devices: SimulatedDevices): Router {
  const joined = <T>(line: string, panel: T | null): T => {
    if (panel === null) throw notFound('line', line)
    return panel
  }
  return Router()
    .get('/', (_request, response) => void response.json(compressor.panel()))
    .put('/lines', async (request, response) => {
      const { line, volume, leak } = parseBody(compressorLineSchema, request.body)
      response.json(await compressor.join(line, volume, leak))
    })
    .post('/fill', async (request, response) => {
      const { line, to, fuse, unit, letOut } = parseBody(compressorFillSchema, request.body)
      const panel = letOut ? compressor.dump(line, to) : compressor.fill(line, to, fuse, unit)
      response.json(joined(line, await panel))
    })
    .post('/wait', async (request, response) => {
      const { hours, temperature } = parseBody(compressorWaitSchema, request.body)
      response.json(await compressor.wait(hours, temperature))
    })
    .post('/look', async (request, response) => {
      const { line, job } = parseBody(compressorLookSchema, request.body)
      if (job !== null) await devices.place(COMPRESSOR_GAUGE, job, personOf(request).name)
      response.json(joined(line, await compressor.look(line)))
    })
    .post('/reset', async (_request, response) => void response.json(await compressor.reset()))
}

/** The device drawer: see, set, take a reading, drop the connection; and the door for instruments themselves. */
export function deviceRoutes(db: Knex, devices: SimulatedDevices): Router {
  const known = (id: string) => {
    const device = devices.list().find((d) => d.id === id)
    if (!device) throw notFound('device', id)
    return device
  }
  return Router()
    .get('/', (_request, response) => void response.json(devices.list()))
    .get('/readings', async (request, response) => {
      const since = parseBody(sinceSchema, request.query).since
      response.json(await devices.unclaimed(since))
    })
    .put('/:id/setting', (request, response) => {
      const { setting } = parseBody(deviceSettings[known(request.params.id).kind], request.body)
      response.json(devices.set(request.params.id, setting))
    })
    .post(
      '/:id/readings',
      async (request, response) => void response.status(201).json(await devices.take(request.params.id)),
    )
    .put('/:id/connection', async (request, response) => {
      const { connected } = parseBody(connectionSchema, request.body)
      response.json(await devices.connect(request.params.id, connected))
    })
    .put('/:id/job', async (request, response) => {
      const { job } = parseBody(devicePlaceSchema, request.body)
      response.json(await devices.place(request.params.id, job, personOf(request).name))
    })
    .post('/:id/token', async (request, response) => {
      const { id } = known(request.params.id)
      const token = newSecret()
      await db('device_tokens')
        .insert({ device: id, secret: digestOf(token), made_at: new Date().toISOString() })
        .onConflict('device')
        .merge()
      await audit(db, personOf(request), { action: 'device token', about: `device ${id}` })
      response.status(201).json({ token })
    })
    .put('/:id/readings/:sequence', async (request, response) => {
      const { id, sequence } = request.params
      if (principalOf(request)?.id !== id)
        throw new Problem(403, 'Not this device', 'A device sends its own readings only.', [
          { field: 'id', message: `the token is not that of ${id}`, code: 'role' },
        ])
      if (!/^[1-9]\d{0,8}$/.test(sequence))
        throw new Problem(422, 'Out of count', 'A reading counts from 1.', [
          { field: 'sequence', message: 'must be a whole number from 1', code: 'out-of-count' },
        ])
      const { value, at } = parseBody(sentReadingSchema, request.body)
      response.json(await devices.receive(id, Number(sequence), value, at))
    })
}
