import type { Knex } from 'knex'
import type { Device, DeviceReading } from '@stout-shackle/core/contract'
import { PSI, POUND_FOOT } from '@stout-shackle/core/quantity'
import type { EventBus } from '../events'
import { notFound, Problem } from '../problem'

interface ReadingRow {
  device: string
  sequence: number
  value: number
  at: string
  delivered: boolean
  job_id: string | null
}
const toReading = ({ device, sequence, value, at: time, job_id }: ReadingRow): DeviceReading => ({
  device,
  sequence,
  value,
  at: time,
  job: job_id,
})

/**
 * Instruments of the shop, with stand-ins for them. Each keeps its readings itself, as real ones do: a dropped connection
 * delays a reading and neither loses nor doubles it, and neither does a killed server. An instrument is at one job at a
 * time, and a reading belongs to the job it was taken at.
 */
export class SimulatedDevices {
  private readonly devices: Device[] = [
    {
      id: 'wrench-3',
      name: 'Wrench 3',
      kind: 'torque',
      connected: true,
      setting: 16 * POUND_FOOT,
      waiting: 0,
      job: null,
    },
    {
      id: 'gauge-1',
      name: 'Gauge 1',
      kind: 'pressure',
      connected: true,
      setting: 60 * PSI,
      waiting: 0,
      job: null,
    },
  ]

  constructor(
    private readonly db: Knex,
    private readonly bus: EventBus,
  ) {}

  /** After a restart: where each was, and what the last run could not send. */
  async resume(): Promise<void> {
    const places = await this.db<{ device: string; job_id: string }>('device_places')
    for (const device of this.devices) {
      device.job = places.find((p) => p.device === device.id)?.job_id ?? null
      await this.deliver(device.id)
    }
  }

  list(): Device[] {
    return this.devices
  }

  private find(id: string): Device {
    const device = this.devices.find((d) => d.id === id)
    if (!device) throw notFound('device', id)
    return device
  }

  set(id: string, setting: number): Device {
    const device = this.find(id)
    device.setting = setting
    return device
  }

  /** Takes an instrument to a job; from now on its readings are for that one alone. */
  async place(id: string, job: string | null, by: string): Promise<Device> {
    const device = this.find(id)
    if (job !== null && !(await this.db('jobs').where({ id: job }).first('id'))) throw notFound('job', job)
    await this.db('device_places').where({ device: id }).delete()
    if (job !== null)
      await this.db('device_places').insert({ device: id, job_id: job, by, at: new Date().toISOString() })
    device.job = job
    this.bus.tell('device', { id, connected: device.connected })
    return device
  }

  /** One pull, or one look at the gauge, at the present setting. */
  async take(id: string): Promise<DeviceReading> {
    const device = this.find(id)
    const reading = await this.db.transaction(async (trx) => {
      const last = await trx<ReadingRow>('device_readings')
        .where({ device: id })
        .max<{ top: number | null }>('sequence as top')
        .first()
      const readingHere: ReadingRow = {
        device: id,
        sequence: (last?.top ?? 0) + 1,
        value: device.setting,
        at: new Date().toISOString(),
        delivered: false,
        job_id: device.job,
      }
      await trx('device_readings').insert(readingHere)
      return readingHere
    })
    device.waiting += 1
    if (device.connected) await this.deliver(id)
    return toReading(reading)
  }

  /**
   * A reading that an instrument sends itself, by its own count: sent again, it is the same one.
   * @throws Problem 409 where that number was another reading, 422 where the number is not the next or the time is to come
   */
  async receive(id: string, sequence: number, value: number, time: string): Promise<DeviceReading> {
    const device = this.find(id)
    const rows = this.db<ReadingRow>('device_readings').where({ device: id })
    const there = await rows.clone().where({ sequence }).first()
    if (there) {
      if (there.value !== value)
        throw new Problem(409, 'Another reading', `${id} sent another reading ${sequence} before.`, [
          { field: 'value', message: 'not what was sent before', code: 'other-value' },
        ])
      return toReading(there)
    }
    const last = await rows.clone().max<{ top: number | null }>('sequence as top').first()
    if (sequence <= (last?.top ?? 0) || sequence > (last?.top ?? 0) + 10_000)
      throw new Problem(422, 'Out of count', `The last reading of ${id} was ${last?.top ?? 0}.`, [
        { field: 'sequence', message: 'does not follow', code: 'out-of-count' },
      ])
    // A device's clock may be off; a time to come is no time.
    const taken = Math.min(Date.parse(time), Date.now())
    const row: ReadingRow = {
      device: id,
      sequence,
      value,
      at: new Date(taken).toISOString(),
      delivered: true,
      job_id: device.job,
    }
    await this.db('device_readings').insert(row)
    this.bus.tell('reading', toReading(row))
    return toReading(row)
  }

  async connect(id: string, connected: boolean): Promise<Device> {
    const device = this.find(id)
    device.connected = connected
    this.bus.tell('device', { id, connected })
    if (connected) await this.deliver(id)
    return device
  }

  private async deliver(id: string): Promise<void> {
    const waiting = await this.db<ReadingRow>('device_readings')
      .where({ device: id, delivered: false })
      .orderBy('sequence')
    for (const row of waiting) {
      const { device, sequence } = row
      await this.db('device_readings').where({ device, sequence }).update({ delivered: true })
      this.bus.tell('reading', toReading(row))
    }
    this.find(id).waiting = 0
  }

  /** Delivered readings that no record has used, since a time: what a page asks for after it was away. */
  async unclaimed(since: string): Promise<DeviceReading[]> {
    const rows = await this.db('device_readings as r')
      .leftJoin('records as c', (join) => join.on('c.device', 'r.device').andOn('c.device_sequence', 'r.sequence'))
      .whereNull('c.id')
      .where('r.delivered', true)
      .where('r.at', '>=', since)
      .orderBy(['r.device', 'r.sequence'])
      .select<ReadingRow[]>('r.device', 'r.sequence', 'r.value', 'r.at', 'r.job_id')
    return rows.map(toReading)
  }
}
