import type { RecordTexts } from '../record-parts'
import type { airRecords } from './records'
import { formatQuantity, type UnitSystem } from '../../quantity'
import { REMEDY_NAMES, type Supply, type ValvePlace } from '../../circuit'
import type { FillEnd, HoldVerdict, TrendCode } from '../../air'
import { count } from '../count'
import type { RefusalsOf, StageStop, StopsOf, WaitsOf } from '../stage'
import type { AIR_CHECKS } from './records'
import type { ConnectionState } from './air-state'
import type { airStage } from './stage'

export const airWaits: Record<WaitsOf<typeof airStage>, (n: number) => string> = {
  'no-kit': () => 'a kit',
  'circuit-open': () => 'the circuit has an open end',
  'connection-leaks': () => 'a connection bubbles',
  'connections-left': (n) => count(n, 'connection to soap', 'connections to soap'),
  'air-check-start': () => 'start the 24 h air check',
  'air-check-end': () => 'read the air check again',
  'air-check-early': () => 'air check too short yet',
  'air-check-open': () => 'air check leaves it open',
  'air-check-leaks': () => 'air check fails',
  'air-check-void': () => 'air check proves nothing, see Hand over',
}
export const airRefusals: Record<RefusalsOf<typeof airStage>, (about: string) => string> = {
  'unknown-connection': (about) => `"${about}" is not a connection of this job's kits.`,
  'one-pressure': (axle) =>
    `The ${axle} bags are on one line and have one pressure: read them again, or separate the lines.`,
  'unknown-line': (about) => `"${about}" is not a line of this job's circuit.`,
  'no-wait': (minutes) => `waited must be ${minutes} min or more: air just pumped in is warm, and falls as it cools.`,
  'one-line': (axle) => `The ${axle} bags are on one line: leave side out.`,
  'which-side': (axle) => `The ${axle} bags have separate lines: side must be left or right.`,
  'why-not-seen': () => 'Enter a reason: what keeps it from being seen.',
  'in-the-future': () => 'Read in the future? Check the date and the clock.',
}
export const airStops: Record<StopsOf<typeof airStage>, (stop: StageStop) => string> = {
  bubbles: ({ about }) => `A connection bubbles (${about.replace(/-/g, ' ')}): put it right, then soap it again`,
}
export const airChecks: Record<(typeof AIR_CHECKS)[number], string> = {
  soap: 'Soap test: no bubbles at any connection',
  'air-check': '24 h air check',
}

/** How a connection stands. */
export const CONNECTION_RESULTS: Record<ConnectionState['result'], string> = {
  missing: 'to soap',
  'no-bubbles': 'no bubbles',
  bubbles: 'bubbles',
  'cannot-see': 'cannot be seen',
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

export const airRecordTexts: RecordTexts<typeof airRecords> = {
  connection: ({ connection, result, pressure, minutes, reason }, system, names) =>
    `${names.place ?? connection}: ${CONNECTION_RESULTS[result]} at ${formatQuantity('pressure', pressure, system, 1)}${minutes === null ? '' : `, watched ${minutes} min`}${reason && `, ${reason}`}`,
  'connection-opened': ({ connection, reason, remedy }, _system, names) =>
    `${names.place ?? connection}, ${REMEDY_NAMES[remedy]}: ${reason}`,
  'leak-test': ({ side, test, tube, found }, _system, names) =>
    `Leak test${side ? `, ${side}` : ''}, ${
      test === 'listen'
        ? found
          ? 'heard it'
          : 'nothing heard'
        : `${names.place ?? tube} closed off, gauge ${found ? 'still falls' : 'holds'}`
    }`,
  'air-check': ({ end, side, pressure, temperature }, system) =>
    `Air check${side ? `, ${side}` : ''}, ${end}: ${formatQuantity('pressure', pressure, system, 1)} at ${formatQuantity('temperature', temperature, system)}`,
}

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
