import { Router } from 'express'
import { z } from 'zod'
import { bounded } from '@stout-shackle/core/quantity'
import { parseBody } from '../problem'
import type { SimulatedDevices } from './simulated'

const settings = {
  torque: z.strictObject({ setting: bounded('torque', 0, 1500) }),
  pressure: z.strictObject({ setting: bounded('pressure', 0, 1_500_000) }),
}
const sinceSchema = z.iso.datetime({ error: 'since must be a date and time like 2026-11-25T10:42:00Z' })

/** The device drawer: see, set, take a reading, drop the connection. */
export function deviceRoutes(devices: SimulatedDevices): Router {
  return Router()
    .get('/', (_request, response) => void response.json(devices.list()))
    .get('/readings', async (request, response) => {
      const since = parseBody(z.strictObject({ since: sinceSchema }), request.query).since
      response.json(await devices.unclaimed(since))
    })
    .put('/:id/setting', (request, response) => {
      const device = devices.list().find((d) => d.id === request.params.id)
      const { setting } = parseBody(settings[device?.kind ?? 'torque'], request.body)
      response.json(devices.set(request.params.id, setting))
    })
    .post(
      '/:id/readings',
      async (request, response) => void response.status(201).json(await devices.take(request.params.id)),
    )
    .put('/:id/connection', async (request, response) => {
      const { connected } = parseBody(
        z.strictObject({ connected: z.boolean({ error: 'connected must be true or false' }) }),
        request.body,
      )
      response.json(await devices.connect(request.params.id, connected))
    })
}
