import type { Meters, UnitSystem } from './units'
import { parseQuantity, type Refusal } from './parse'

/**
 * Sum and difference of tape readings, as people jot them: `26 3/16 - 22 5/16`, `35 1/4 + 20 mm - 1/2`.
 *
 * A minus needs a space on both sides, since `35-1/4` is one reading.
 * @returns m, which may be negative, or the refusal of the first part that can't be read
 */
export function tapeSum(text: string, system: UnitSystem = 'us'): { ok: true; value: Meters } | Refusal {
  const parts = text.trim().split(/\s+([+−-])\s+/)
  let value = 0
  for (let i = 0; i < parts.length; i += 2) {
    const parsed = parseQuantity('length', parts[i]!, { system })
    if (!parsed.ok) return parsed
    value += i > 0 && parts[i - 1] !== '+' ? -parsed.value : parsed.value
  }
  return { ok: true, value }
}
