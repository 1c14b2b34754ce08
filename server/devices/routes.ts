import type { Knex } from 'knex'
import { deviceSettings, ROUTES } from '@stout-shackle/core/contract'
import { digestOf, newSecret } from '../people'
import { personOf, principalOf } from '../principal'
import { notFound, parseBody, Problem } from '../problem'
import { route, type Mounted } from '../routing'
import { audit } from '../transaction'
import { COMPRESSOR_GAUGE, type SimulatedCompressor } from './compressor'
import type { SimulatedDevices } from './simulated'

/** The panel of the stand-in compressor. */
export function compressorRoutes(compressor: SimulatedCompressor, devices: SimulatedDevices): Mounted[] {
  const routes = ROUTES.compressor
  const joined = <T>(line: string, panel: T | null): T => {
    if (panel === null) throw notFound('line', line)
    return panel
  }
  return [
    route(routes.read, () => compressor.panel()),
    route(routes.lines, ({ body }) => compressor.join(body.line, body.volume, body.leak)),
    route(routes.fill, async ({ body: { line, to, fuse, unit, letOut } }) => {
      const panel = letOut ? compressor.dump(line, to) : compressor.fill(line, to, fuse, unit)
      return joined(line, await panel)
    }),
    route(routes.wait, ({ body }) => compressor.wait(body.hours, body.temperature)),
    route(routes.look, async ({ body: { line, job }, request }) => {
      if (job !== null) await devices.place(COMPRESSOR_GAUGE, job, personOf(request).name)
      return joined(line, await compressor.look(line))
    }),
    route(routes.reset, () => compressor.reset()),
  ]
}

/** The device drawer: see, set, take a reading, drop the connection; and the door for instruments themselves. */
export function deviceRoutes(db: Knex, devices: SimulatedDevices): Mounted[] {
  const routes = ROUTES.devices
  const deviceBy = (id: string) => {
    const device = devices.list().find((d) => d.id === id)
    if (!device) throw notFound('device', id)
    return device
  }
  return [
    route(routes.list, () => devices.list()),
    route(routes.readings, ({ query }) => devices.unclaimed(query.since)),
    route(routes.setting, ({ params: { id }, request }) => {
      const { setting } = parseBody(deviceSettings[deviceBy(id).kind], request.body)
      return devices.set(id, setting)
    }),
    route(routes.take, ({ params }) => devices.take(params.id)),
    route(routes.connection, ({ params, body }) => devices.connect(params.id, body.connected)),
    route(routes.place, ({ params, body, request }) => devices.place(params.id, body.job, personOf(request).name)),
    route(routes.token, async ({ params, request }) => {
      const { id } = deviceBy(params.id)
      const token = newSecret()
      await db('device_tokens')
        .insert({ device: id, secret: digestOf(token), made_at: new Date().toISOString() })
        .onConflict('device')
        .merge()
      await audit(db, personOf(request), { action: 'device token', about: `device ${id}` })
      return { token }
    }),
    route(routes.send, ({ params: { id, sequence }, body, request }) => {
      if (principalOf(request)?.id !== id)
        throw new Problem(403, 'Not this device', 'A device sends its own readings only.', [
          { field: 'id', message: `the token is not that of ${id}`, code: 'role' },
        ])
      if (!/^[1-9]\d{0,8}$/.test(sequence))
        throw new Problem(422, 'Out of count', 'A reading counts from 1.', [
          { field: 'sequence', message: 'must be a whole number from 1', code: 'out-of-count' },
        ])
      return devices.receive(id, Number(sequence), body.value, body.at)
    }),
  ]
}
