import { Router } from 'express'
import { connectionSchema, deviceSettings, sinceSchema } from '@stout-shackle/core/contract'
import { parseBody } from '../problem'
import type { SimulatedDevices } from './simulated'

/** The device drawer: see, set, take a reading, drop the connection. */
export function deviceRoutes(devices: SimulatedDevices): Router {
  return Router()
    .get('/', (_request, response) => void response.json(devices.list()))
    .get('/readings', async (request, response) => {
      const since = parseBody(sinceSchema, request.query).since
      response.json(await devices.unclaimed(since))
    })
    .put('/:id/setting', (request, response) => {
      const device = devices.list().find((d) => d.id === request.params.id)
      const { setting } = parseBody(deviceSettings[device?.kind ?? 'torque'], request.body)
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
}
