import type { Knex } from 'knex'
import {
  cooled,
  leftAlone,
  runCompressor,
  STAND_IN,
  type CompressorState,
  type CompressorUnit,
  type FillEnd,
  type FilledLine,
} from '@stout-shackle/core/air'
import type { CompressorPanel } from '@stout-shackle/core/contract'
import { atmosphere, PSI, ZERO_CELSIUS, type Kelvin, type Pascals } from '@stout-shackle/core/quantity'
import type { SimulatedDevices } from './simulated'

/** Where it is in the table of stand-ins. */
const ID = 'compressor'
/** The instrument that is its gauge. */
export const COMPRESSOR_GAUGE = 'gauge-1'
/** A gauge that is left on a line sends what it shows when that has changed by so much. */
const SENDS_AT: Pascals = PSI / 2
/** How often it looks, ms. */
const LOOKS_EVERY = 30_000

interface Kept {
  motor: CompressorState
  ambient: Kelvin
  lines: [string, FilledLine][]
  last: { end: FillEnd; seconds: number; current: number } | null
  /** The line that the gauge is on, and what it sent last; null while it is on none. */
  gauge: { line: string; sent: Pascals } | null
  /** When all this was so, ms. */
  at: number
}

/**
 * The stand-in compressor with its panel, gauge and thermometer: lines of the vehicle that it is joined to, each with what is in it. It
 * fills by its curve, it trips by its fuse and by heat; lines leak and the motor cools while time goes by, whether the server runs or not.
 * What is in its lines is stored: a killed server loses none of it.
 */
export class SimulatedCompressor {
  private kept: Kept

  constructor(
    private readonly db: Knex,
    private readonly devices: Pick<SimulatedDevices, 'set' | 'take'>,
    private readonly now: () => number = Date.now,
  ) {
    const temperature = ZERO_CELSIUS + 22
    const motor: CompressorState = { temperature, tripped: null, ran: 0 }
    this.kept = { motor, ambient: temperature, lines: [], last: null, gauge: null, at: now() }
  }

  /** After a restart: as it was left. */
  async resume(): Promise<void> {
    const row = await this.db<{ id: string; state: string }>('stand_ins').where({ id: ID }).first()
    if (row) this.kept = JSON.parse(row.state) as Kept
  }
  /** Its gauge sends by itself from now on. */
  watch(): () => void {
    const timer = setInterval(() => void this.settle(), LOOKS_EVERY)
    return () => clearInterval(timer)
  }

  panel(): CompressorPanel {
    this.pass()
    const { ambient, motor, lines, last, gauge } = this.kept
    return {
      ambient,
      motor: motor.temperature,
      tripped: motor.tripped,
      ran: motor.ran,
      lines: lines.map(([line, { pressure, volume, leak }]) => ({ line, pressure, volume, leak })),
      last,
      gauge: gauge?.line ?? null,
    }
  }
  /** Joins a line to it, or says anew how much it holds and what it loses; what is in it stays. */
  async join(line: string, volume: number, leak: number): Promise<CompressorPanel> {
    this.pass()
    this.put(line, { pressure: this.of(line)?.pressure ?? 0, volume, leak })
    return this.settle()
  }
  /** @returns null for a line that is not joined */
  async fill(
    line: string,
    to: Pascals,
    fuse: number,
    unit: CompressorUnit = STAND_IN,
  ): Promise<CompressorPanel | null> {
    this.pass()
    const state = this.of(line)
    if (!state) return null
    const run = runCompressor(unit, this.kept.motor, { line: state, to, fuse, ambient: this.kept.ambient })
    this.kept.motor = run.state
    this.put(line, run.line)
    this.kept.last = { end: run.end, seconds: run.seconds, current: run.current }
    this.devices.set(COMPRESSOR_GAUGE, run.line.pressure)
    return this.settle()
  }
  /** Lets air out of a line. */
  async dump(line: string, to: Pascals): Promise<CompressorPanel | null> {
    this.pass()
    const stateHere = this.of(line)
    if (!stateHere) return null
    this.put(line, { ...stateHere, pressure: Math.min(stateHere.pressure, to) })
    this.devices.set(COMPRESSOR_GAUGE, this.of(line)!.pressure)
    return this.settle()
  }
  /** So many hours go by, at another temperature by their end: lines leak and follow the weather, the motor cools. */
  async wait(hours: number, temperature: Kelvin): Promise<CompressorPanel> {
    this.pass()
    this.pass(3600 * hours)
    const air = atmosphere(0)
    for (const [name, line] of this.kept.lines)
      this.put(name, {
        ...line,
        pressure: Math.max(0, ((line.pressure + air) * temperature) / this.kept.ambient - air),
      })
    this.kept.ambient = temperature
    return this.settle()
  }
  /** The gauge is put on a line: it sends what it shows, and again whenever that has changed. */
  async look(line: string): Promise<CompressorPanel | null> {
    if (!this.of(line)) return null
    this.kept.gauge = { line, sent: -Infinity }
    return this.settle()
  }
  /** A new fuse, or the motor cooled down. */
  async reset(): Promise<CompressorPanel> {
    this.pass()
    const { motor } = this.kept
    const cool = this.kept.ambient + 40
    this.kept.motor = { ...motor, tripped: null, temperature: Math.min(motor.temperature, cool) }
    return this.settle()
  }

  private of(line: string): FilledLine | null {
    return this.kept.lines.find(([name]) => name === line)?.[1] ?? null
  }
  private put(line: string, stateFound: FilledLine): void {
    const others = this.kept.lines.filter(([name]) => name !== line)
    const i = this.kept.lines.findIndex(([name]) => name === line)
    this.kept.lines = others.toSpliced(i < 0 ? others.length : i, 0, [line, stateFound])
  }
  /** Time goes by: since it was looked at last, by the server's clock, where no other is given. */
  private pass(seconds?: number): void {
    const now = this.now()
    // A clock that was put back is no time that went by.
    const by = seconds ?? Math.max(0, now - this.kept.at) / 1000
    const { motor, ambient } = this.kept
    this.kept.lines = this.kept.lines.map(([name, line]) => [name, leftAlone(line, by)])
    this.kept.motor = { ...motor, temperature: cooled(motor.temperature, ambient, by) }
    this.kept.at = now
  }
  /** Time goes by, the gauge sends what changed, and all of it is stored. */
  private async settle(): Promise<CompressorPanel> {
    this.pass()
    const { gauge } = this.kept
    const shown = gauge && this.of(gauge.line)?.pressure
    if (gauge && shown != null && Math.abs(shown - gauge.sent) >= SENDS_AT - 1) {
      gauge.sent = shown
      this.devices.set(COMPRESSOR_GAUGE, shown)
      await this.devices.take(COMPRESSOR_GAUGE)
    }
    if (this.kept.lines.length)
      await this.db('stand_ins')
        .insert({ id: ID, state: JSON.stringify(this.kept) })
        .onConflict('id')
        .merge()
    return this.panel()
  }
}
