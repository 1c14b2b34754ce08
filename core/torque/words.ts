import { count, formatLimit, formatNumber, limitQuantity, type UnitSystem } from '../quantity'
import type { TorqueSpec } from './spec'

/** What a fastener wants, in words. */
export function specText(spec: TorqueSpec, system: UnitSystem): string {
  switch (spec.kind) {
    case 'target':
      return `${formatNumber('torque', spec.value, system)} (${formatLimit('min', 'torque', spec.low, { system })} to ${limitQuantity('max', 'torque', spec.high, system)})`
    case 'ceiling':
      return `${limitQuantity('max', 'torque', spec.max, system)} max`
    case 'turns':
      return `finger tight, then ${spec.turns} turns, max ${spec.max}`
    case 'threads':
      return `in until ${count(spec.covered, 'thread is', 'threads are')} covered`
    case 'snug':
      return 'snug'
    case 'vehicle-maker':
      return "vehicle maker's figure"
    case 'none-given':
      return 'none given'
  }
}
