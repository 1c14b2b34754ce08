import { count } from '../quantity'
import type { RefusalsOf, StageStop, StopsOf, WaitsOf } from './stage'
import type { airStage } from './air'

export const airWaits: Record<WaitsOf<typeof airStage>, (n: number) => string> = {
  'no-kit': () => 'a kit',
  'circuit-open': () => 'the circuit has an open end',
  'connection-leaks': () => 'a connection bubbles',
  'connections-left': (n) => count(n, 'connection to soap', 'connections to soap'),
  'air-check-start': () => 'start the air check',
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
  'current-not-carried': () =>
    'The circuit that feeds the compressor does not carry what it draws: feed it from the battery, or with a heavier wire',
  'current-not-looked-at': () =>
    'Fuse and relay of the circuit that feeds the compressor were not looked at: read what is printed on both',
  'harness-short': () =>
    'The harness of the compressor does not reach by the way that was measured: another way, or a longer one',
  'compressor-line-short': () =>
    'The line from the compressor was cut shorter than its sheet asks: the air out of it is hot. Run a longer one, coil the rest',
  'too-few-channels': () => 'The compressor fills fewer lines than are set apart: tee them, or take another one',
  'in-the-way-of-the-spare': () =>
    'The compressor hangs where the spare goes up: put it above the spare or elsewhere, and correct its place on Air',
  'in-the-way-of-a-board': () =>
    'The compressor hangs where a running board is or swings: put it elsewhere, and correct its place on Air',
  'leak-found': ({ about }) =>
    `A leak was found (${about.replace(/-/g, ' ')}): soap that place again, or hold the line`,
  bubbles: ({ about }) => `A connection bubbles (${about.replace(/-/g, ' ')}): put it right, then soap it again`,
}
