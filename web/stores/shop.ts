import { newKey } from '../api/key'
import { defineStore } from 'pinia'
import { shallowRef } from 'vue'
import type {
  CatalogAnswer,
  Entry,
  Found,
  JobList,
  JobSummary,
  KitSummary,
  StockLine,
} from '@stout-shackle/core/contract'
import { EMPTY_CATALOG, type KitCatalog } from '@stout-shackle/core/kit'
import type { Platform, Vehicle } from '@stout-shackle/core/vehicle'
import { call } from '../api/client'

/** Jobs asked for at once. */
const PART = 500

/** Kits that a vehicle of some make and model can choose from. */
function catalogOfVehicle() {
  const catalog = shallowRef<KitCatalog>(EMPTY_CATALOG)
  const notListed = shallowRef<CatalogAnswer['notListed']>([])
  let lastAsked = ''
  async function loadCatalog({ make, model }: Pick<Vehicle, 'make' | 'model'>): Promise<void> {
    const query = new URLSearchParams({ make, model }).toString()
    lastAsked = query
    const { listed, notListed: rest, ...answer } = await call<CatalogAnswer>(`/catalog?${query}`)
    // Another vehicle was asked for meanwhile: its answer counts, however late this one is.
    if (lastAsked !== query) return
    catalog.value = { ...answer, listed: new Set(listed) }
    notListed.value = rest
  }
  return { catalog, notListed, loadCatalog }
}

/** Jobs by summary, the vehicle library, the kit catalog and stock. */
export const useShop = defineStore('shop', () => {
  const jobs = shallowRef<JobSummary[] | null>(null)
  const vehicles = shallowRef<Entry<Vehicle>[]>([])
  const kits = shallowRef<Entry<KitSummary>[]>([])
  /** How many the shop has, found or not shown. */
  const totals = shallowRef({ vehicles: 0, kits: 0 })
  const { catalog, notListed, loadCatalog } = catalogOfVehicle()
  const stock = shallowRef<StockLine[]>([])
  /** Jobs whose stored document the server cannot read. */
  const damaged = shallowRef<JobList['damaged']>([])
  /** Every job that is not put away, a part at a time. */
  async function loadJobs(): Promise<void> {
    const found: JobSummary[] = []
    const broken: JobList['damaged'] = []
    for (let offset = 0, total = 1; offset < total; offset += PART) {
      const part = await call<JobList>(`/jobs?limit=${PART}&offset=${offset}`)
      found.push(...part.entries)
      broken.push(...part.damaged)
      total = part.total
    }
    jobs.value = found
    damaged.value = broken
  }
  /** One job of the board as it is now. */
  async function loadJob(id: string): Promise<void> {
    const summary = await call<JobSummary>(`/jobs/${id}/summary`)
    const rest = (jobs.value ?? []).filter((j) => j.id !== id)
    jobs.value = [...rest, summary].sort((a, b) => a.number.localeCompare(b.number))
  }
  /** The latest search of each list: an answer that was overtaken by a newer question is dropped. */
  const lastAsked = { vehicles: '', kits: '' }
  async function loadVehicles(find = ''): Promise<void> {
    lastAsked.vehicles = find
    const { total, entries } = await call<Found<Vehicle>>(`/vehicles?find=${encodeURIComponent(find)}`)
    if (lastAsked.vehicles !== find) return
    vehicles.value = entries
    totals.value = { ...totals.value, vehicles: total }
  }
  async function loadKits(find = ''): Promise<void> {
    lastAsked.kits = find
    const { total, entries } = await call<Found<KitSummary>>(`/kits?find=${encodeURIComponent(find)}`)
    if (lastAsked.kits !== find) return
    kits.value = entries
    totals.value = { ...totals.value, kits: total }
  }
  const platforms = shallowRef<Platform[]>([])
  /** Hints beside questions: a page that cannot have them works without. */
  async function loadPlatforms(): Promise<void> {
    const found = await call<Found<Platform>>('/platforms').catch(() => null)
    if (found) platforms.value = found.entries.map((p) => p.document)
  }
  const loadStock = async () => void (stock.value = await call<StockLine[]>('/stock'))
  /** Adds a vehicle to the library, or changes the version of it that was read. */
  async function saveVehicle(vehicle: Vehicle, version?: number): Promise<void> {
    const write = { body: vehicle, version, key: newKey() }
    if (version === undefined) await call('/vehicles', { method: 'POST', ...write })
    else await call(`/vehicles/${vehicle.id}`, { method: 'PUT', ...write })
    await loadVehicles()
  }
  return {
    saveVehicle,
    jobs,
    vehicles,
    kits,
    totals,
    catalog,
    notListed,
    stock,
    platforms,
    loadPlatforms,
    damaged,
    loadJobs,
    loadJob,
    loadVehicles,
    loadKits,
    loadStock,
    loadCatalog,
  }
})
