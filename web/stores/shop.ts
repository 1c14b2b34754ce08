import { defineStore } from 'pinia'
import { shallowRef } from 'vue'
import type { Kit } from '@stout-shackle/core/kit'
import type { StageReport } from '@stout-shackle/core/job'
import type { Vehicle } from '@stout-shackle/core/vehicle'
import { call } from '../api/client'

export interface Entry<T> {
  version: number
  document: T
}
export interface JobSummary {
  id: string
  number: string
  title: string
  customer: string
  bay: number | null
  day: string
  vehicle: string
  body: Vehicle['body']
  kit: string | null
  overload: boolean
  handedOver: string | null
  stages: StageReport[]
}

/** Jobs by summary, the vehicle library and the kit catalogue. */
export const useShop = defineStore('shop', () => {
  const jobs = shallowRef<JobSummary[] | null>(null)
  const vehicles = shallowRef<Entry<Vehicle>[]>([])
  const kits = shallowRef<Entry<Kit>[]>([])
  const loadJobs = async () => void (jobs.value = await call<JobSummary[]>('/jobs'))
  const loadVehicles = async () => void (vehicles.value = await call<Entry<Vehicle>[]>('/vehicles'))
  const loadKits = async () => void (kits.value = await call<Entry<Kit>[]>('/kits'))
  /** Adds a vehicle to the library, or changes the version of it that was read. */
  async function keepVehicle(vehicle: Vehicle, version?: number): Promise<void> {
    const write = { body: vehicle, version, key: crypto.randomUUID() }
    if (version === undefined) await call('/vehicles', { method: 'POST', ...write })
    else await call(`/vehicles/${vehicle.id}`, { method: 'PUT', ...write })
    await loadVehicles()
  }
  return { keepVehicle, jobs, vehicles, kits, loadJobs, loadVehicles, loadKits }
})
