import type { Knex } from 'knex'
import type { Device, DeviceReading } from '@stout-shackle/core/contract'
import { PSI, POUND_FOOT } from '@stout-shackle/core/quantity'
import type { EventBus } from '../events'
import { notFound } from '../problem'

interface ReadingRow extends DeviceReading {
  delivered: boolean
}

/**
 * Stand-ins for shop instruments. Each keeps its readings itself, as real ones do: a dropped connection delays a
 * reading and neither loses nor doubles it, and neither does a killed server.
 */
export class SimulatedDevices {
  private readonly devices: (Device & { connected: boolean; setting: number; waiting: number })[] = [
    {
      id: 'wrench-3',
      name: 'Wrench 3',
      kind: 'torque',
      connected: true,
      setting: 16 * POUND_FOOT,
      waiting: 0,
    },
    { id: 'gauge-1', name: 'Gauge 1', kind: 'pressure', connected: true, setting: 60 * PSI, waiting: 0 },
  ]

  constructor(
    private readonly db: Knex,
    private readonly bus: EventBus,
  ) {}

  /** After a restart: sends what the last run could not. */
  async resume(): Promise<void> {
    for (const device of this.devices) await this.deliver(device.id)
  }

  list(): Device[] {
    return this.devices
  }

  private find(id: string) {
    const device = this.devices.find((d) => d.id === id)
    if (!device) throw notFound('device', id)
    return device
  }

  set(id: string, setting: number): Device {
    const device = this.find(id)
    device.setting = setting
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
      const fresh: DeviceReading = {
        device: id,
        sequence: (last?.top ?? 0) + 1,
        value: device.setting,
        at: new Date().toISOString(),
      }
      await trx('device_readings').insert({ ...fresh, delivered: false })
      return fresh
    })
    device.waiting += 1
    if (device.connected) await this.deliver(id)
    return reading
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
    for (const { device, sequence, value, at } of waiting) {
      await this.db('device_readings').where({ device, sequence }).update({ delivered: true })
      this.bus.tell('reading', { device, sequence, value, at })
    }
    this.find(id).waiting = 0
  }

  /** Delivered readings that no record has used, since a time: what a page asks for after it was away. */
  async unclaimed(since: string): Promise<DeviceReading[]> {
    return this.db('device_readings as r')
      .leftJoin('records as c', (join) => join.on('c.device', 'r.device').andOn('c.device_sequence', 'r.sequence'))
      .whereNull('c.id')
      .where('r.delivered', true)
      .where('r.at', '>=', since)
      .orderBy(['r.device', 'r.sequence'])
      .select<DeviceReading[]>('r.device', 'r.sequence', 'r.value', 'r.at')
  }
}
