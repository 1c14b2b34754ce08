import type { RecordTexts } from '../record-parts'
import type { airRecords } from './records'
import { formatQuantity, type UnitSystem } from '../../quantity'
import type { LeakVerdict } from '../../air'
import { count } from '../count'
import type { RefusalsOf, StageStop, StopsOf, WaitsOf } from '../stage'
import type { AIR_CHECKS } from './records'
import type { airStage } from './stage'

export const airWaits: Record<WaitsOf<typeof airStage>, (n: number) => string> = {
  'no-kit': () => 'a kit',
  'connection-leaks': () => 'a connection bubbles',
  'connections-left': (n) => count(n, 'connection to soap', 'connections to soap'),
  'air-check-start': () => 'start the 24 h air check',
  'air-check-end': () => 'read the air check again',
  'air-check-early': () => 'air check not at 24 h yet',
  'air-check-leaks': () => 'air check fails',
  'air-check-void': () => 'air check proves nothing, see Hand over',
}
export const airRefusals: Record<RefusalsOf<typeof airStage>, (about: string) => string> = {
  'unknown-connection': (about) => `"${about}" is not a connection of this job's kits.`,
  'in-the-future': () => 'Read in the future? Check the date and the clock.',
}
export const airStops: Record<StopsOf<typeof airStage>, (stop: StageStop) => string> = {
  bubbles: ({ about }) => `A connection bubbles (${about.replace(/-/g, ' ')}): put it right, then soap it again`,
}
export const airChecks: Record<(typeof AIR_CHECKS)[number], string> = {
  soap: 'Soap test: no bubbles at any connection',
  'air-check': '24 h air check',
}

/** The verdict of an air check, in a sentence. */
export function airCheckText({ code, expected, lost, allowed }: LeakVerdict, system: UnitSystem): string {
  const p = (v: number) => formatQuantity('pressure', v, system, 1)
  switch (code) {
    case 'holds':
      return `Holds: lost ${p(Math.max(0, lost))} corrected for temperature, ${p(allowed)} allowed`
    case 'too-early':
      return `So far it has lost ${p(Math.max(0, lost))} corrected for temperature: read again after 24 h`
    case 'leaks':
      return `Leaks: should read ${p(expected)} at this temperature, lost ${p(lost)}, ${p(allowed)} allowed`
    case 'gained':
      return `Reads ${p(-lost)} more than temperature explains: one of the readings is wrong`
  }
}

export const airRecordTexts: RecordTexts<typeof airRecords> = {
  connection: ({ connection, result, pressure, minutes }, system, names) =>
    `${names.place ?? connection}: ${result.replace('-', ' ')} at ${formatQuantity('pressure', pressure, system, 1)}${minutes === null ? '' : `, watched ${minutes} min`}`,
  'connection-opened': ({ connection, reason }, _system, names) => `${names.place ?? connection} opened: ${reason}`,
  'air-check': ({ end, pressure, temperature }, system) =>
    `Air check, ${end}: ${formatQuantity('pressure', pressure, system, 1)} at ${formatQuantity('temperature', temperature, system)}`,
}
