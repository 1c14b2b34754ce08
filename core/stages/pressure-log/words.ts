import { formatQuantity, limitQuantity, type UnitSystem } from '../../quantity'
import type { PressureAlarm } from './alarm'

/** What is wrong with the bags as they were read last, and what is done about it. */
export function alarmText({ code, axle, side, pressure, least }: PressureAlarm, system: UnitSystem): string {
  const place = `${axle === 'front' ? 'Front' : 'Rear'}${side ? ` ${side}` : ''} bag`
  const read = formatQuantity('pressure', pressure, system)
  return code === 'under-minimum'
    ? `${place} at ${read}, min ${limitQuantity('min', 'pressure', least, system)}: call the owner, do not load it`
    : `${place} at ${read}, ${limitQuantity('min', 'pressure', least, system)} or more expected: it leaks, call the owner in`
}
