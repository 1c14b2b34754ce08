import type { Kilograms, Pascals } from '../quantity'
import type { Vehicle } from './schema'
import { PASSENGER_DIVISOR, tireLoad } from './tire'

/**
 * How a tire's load falls with cold pressure below the one its index holds at. Tables in use follow powers from 0.5 to
 * 0.8; the one that allows least is taken (from memory: ETRTO and TRA conventions). The tire maker's table outranks it.
 */
const TIRE_PRESSURE_POWER = 0.8

/**
 * Load of a tire run below the pressure its index holds at.
 *
 * @param load kg at `full`
 * @param pressure,full Pa gauge, cold
 * @returns kg, never more than `load`
 */
export const loadAtPressure = (load: Kilograms, pressure: Pascals, full: Pascals): Kilograms =>
  load * Math.min(1, (pressure / full) ** TIRE_PRESSURE_POWER)

export interface TireLimit {
  limit: Kilograms
  source: 'typed' | 'index' | 'index-at-pressure'
}

/**
 * What one tire of an axle may carry as mounted and as inflated: the lower of the typed limit and the load index.
 * @returns null where neither is known
 */
export function tireLimit(vehicle: Vehicle, axle: 'front' | 'rear'): TireLimit | null {
  const { tireLimit: typed, tireIndex: index, tirePressure: pressure, wheels } = vehicle[axle]
  const found: TireLimit[] = typed === null ? [] : [{ limit: typed, source: 'typed' }]
  const load = index === null ? null : tireLoad(index)
  if (load) {
    const mounted = wheels === 'dual' ? load.dual : load.single
    // A single index says nothing of a tire run as one of two: the second figure on the sidewall is asked for.
    if (mounted === null) return found[0] ?? null
    const full = mounted / (vehicle.passengerTires ? PASSENGER_DIVISOR : 1)
    const pressureHere = vehicle.tirePressureFull
    found.push(
      pressure !== null && pressureHere !== null && pressure < pressureHere
        ? { limit: loadAtPressure(full, pressure, pressureHere), source: 'index-at-pressure' }
        : { limit: full, source: 'index' },
    )
  }
  return found.sort((a, b) => a.limit - b.limit)[0] ?? null
}
