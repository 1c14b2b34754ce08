import { defineStore } from 'pinia'
import { shallowRef } from 'vue'
import type { Device, DeviceReading } from '@stout-shackle/core/contract'
import { call } from '../api/client'
import { onShopEvent } from './events'

/** Shop instruments: how they are, and readings nobody has recorded yet since this page was opened. */
export const useDevices = defineStore('devices', () => {
  const devices = shallowRef<Device[]>([])
  const readings = shallowRef<DeviceReading[]>([])
  const since = new Date().toISOString()

  const load = async () => void (devices.value = await call<Device[]>('/devices'))
  const same = (a: DeviceReading, b: DeviceReading) => a.device === b.device && a.sequence === b.sequence
  /** Takes in a reading once, however often it arrives. */
  function arrive(reading: DeviceReading): void {
    if (!readings.value.some((r) => same(r, reading))) readings.value = [...readings.value, reading]
  }
  /** The reading was used or put aside on this page. */
  function claim(reading: DeviceReading): void {
    claimed.push(reading)
    readings.value = readings.value.filter((r) => !same(r, reading))
  }
  const claimed: DeviceReading[] = []
  async function catchUp(): Promise<void> {
    const missed = await call<DeviceReading[]>(`/devices/readings?since=${encodeURIComponent(since)}`).catch(() => [])
    missed.filter((m) => !claimed.some((c) => same(c, m))).forEach(arrive)
    await load().catch(() => undefined)
  }
  onShopEvent('reading', (reading) => !claimed.some((c) => same(c, reading)) && arrive(reading))
  onShopEvent('device', () => void load().catch(() => undefined))
  onShopEvent('open', () => void catchUp())

  const change = (path: string, body: unknown) => call(`/devices/${path}`, { method: 'PUT', body }).then(load)
  const set = (id: string, setting: number) => change(`${id}/setting`, { setting })
  const connect = (id: string, connected: boolean) => change(`${id}/connection`, { connected })
  const place = (id: string, job: string | null) => change(`${id}/job`, { job })
  const take = (id: string) => call(`/devices/${id}/readings`, { method: 'POST' }).then(load)
  return { devices, readings, load, claim, set, place, connect, take }
})
