import { CONNECTION_RESULT_NAMES } from '../../records'
import { formatQuantity, type UnitSystem } from '../../quantity'
import type { Supply, ValvePlace } from '../../fittings'
import type { FillEnd, HoldVerdict, TrendCode } from '../../air'
import type { ConnectionState } from './air-state'
import type { Detour } from './lines'

/** How a connection stands. */
export const CONNECTION_RESULTS: Record<ConnectionState['result'], string> = {
  missing: 'to soap',
  ...CONNECTION_RESULT_NAMES,
}

/** The verdict of an air check, in a sentence. */
export function airCheckText({ code, expected, lost, allowed, detectable }: HoldVerdict, system: UnitSystem): string {
  const p = (v: number) => formatQuantity('pressure', v, system, 1)
  const gone = `lost ${p(Math.max(0, lost))} corrected for temperature, ${p(allowed)} allowed by now`
  switch (code) {
    case 'holds':
      return `Holds: ${gone}`
    case 'too-early':
      return `Too early: with this gauge nothing under ${p(detectable)} a day can be seen yet. Read it again later`
    case 'cannot-tell':
      return `Cannot tell: it should read ${p(expected.low)} to ${p(expected.high)}. Read heights at both ends, or hold it longer`
    case 'leaks':
      return `Leaks: should read ${p(expected.value)} at this temperature, ${gone}`
    case 'gained':
      return `Reads ${p(-lost)} more than temperature explains: one of the readings is wrong`
  }
}

/** How long the air would last, said so that nobody takes it for more than it is. */
export const lastsText = (days: number): string =>
  days < 2 ? 'under 2 days' : days < 60 ? `${Math.floor(days)} days or more` : `${Math.floor(days / 30)} months or more`

/** What air is given in by. */
export const SUPPLY_NAMES: Record<Supply, string> = {
  valves: 'inflation valves',
  gauges: 'valves with gauges',
  compressor: 'compressor',
  'compressor-tank': 'compressor with tank',
}
/** What speaks for and against each place of an inflation valve. Common practice, no published source. */
export const VALVE_PLACE_RULES: Record<ValvePlace, string> = {
  'license-plate': 'Easy to reach and guarded; look behind it for the lamp wires before drilling.',
  bumper: 'Easy to reach; clear of the trailer plug, of feet on the step and of the tail pipe.',
  'wheel-well': 'Short route; full of spray and stones, and a compressor later needs another route.',
  'fuel-door': 'Clean and guarded; the line passes the filler, and a compressor later needs another route.',
  'hitch-bracket': 'No drilling of the body; clear of the trailer plug and chains.',
  rocker: 'Short route forward; feet and jack points are near, and a compressor later needs another route.',
}

/** What a trend says of a line. */
export const TREND_TEXT: Record<TrendCode, string> = {
  falling: 'falls',
  'beyond-span': 'falls slowly, the min is further off than these readings can tell',
  rising: 'does not fall',
  'too-few': 'three readings or more tell a trend',
}

/** How a run of a compressor ended. */
export const FILL_END_TEXT: Record<FillEnd, string> = {
  reached: 'Stopped at the figure',
  'cut-out': 'Stopped by its own cut-out',
  fuse: 'Its fuse is blown',
  heat: 'Tripped by heat',
  never: 'Loses air as fast as it fills',
  stopped: 'Stopped: it took too long',
}

/** Why a line cannot go by a spot that was tapped. */
export function detourText(detour: Extract<Detour, { ok: false }>, nameOf: (part: string) => string): string {
  switch (detour.code) {
    case 'inside':
      return `That spot is inside the ${nameOf(detour.part).toLowerCase()}. Tap beside it, or say that the line goes through it.`
    case 'outside':
      return 'That spot is not under the vehicle. Tap between its bumpers, off the ground.'
    case 'no-way':
      return 'No way to that spot and on from there keeps clear of what is hot or moves. Tap another spot.'
  }
}
