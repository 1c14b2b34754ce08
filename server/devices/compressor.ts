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
import { atmosphere, ZERO_CELSIUS, type Kelvin, type Pascals } from '@stout-shackle/core/quantity'

const COLD: CompressorState = { temperature: ZERO_CELSIUS + 22, tripped: null, ran: 0 }

/**
 * The stand-in compressor with its panel: lines of the vehicle that it is joined to, each with what is in it. It fills by its curve,
 * lines leak and follow the weather while it waits, it trips by its fuse and by heat. Nothing of it is kept: after a restart it is cold
 * and its lines are empty, as one is that was just brought to another vehicle.
 */
export class SimulatedCompressor {
  private state = COLD
  private ambient: Kelvin = COLD.temperature
  private readonly lines = new Map<string, FilledLine>()
  private last: { end: FillEnd; seconds: number; current: number } | null = null

  /** @param gauge is shown what is in a line whenever that changes */
  constructor(private readonly gauge: (pressure: Pascals) => void) {}

  panel(): CompressorPanel {
    return {
      ambient: this.ambient,
      motor: this.state.temperature,
      tripped: this.state.tripped,
      ran: this.state.ran,
      lines: [...this.lines].map(([line, { pressure, volume, leak }]) => ({ line, pressure, volume, leak })),
      last: this.last,
    }
  }
  /** Joins a line to it, or says anew how much it holds and what it loses; what is in it stays. */
  join(line: string, volume: number, leak: number): CompressorPanel {
    this.lines.set(line, { pressure: this.lines.get(line)?.pressure ?? 0, volume, leak })
    return this.panel()
  }
  /** @returns null for a line that is not joined */
  fill(line: string, to: Pascals, fuse: number, unit: CompressorUnit = STAND_IN): CompressorPanel | null {
    const own = this.lines.get(line)
    if (!own) return null
    const run = runCompressor(unit, this.state, own, to, fuse, this.ambient)
    this.state = run.state
    this.lines.set(line, run.line)
    this.last = { end: run.end, seconds: run.seconds, current: run.current }
    this.gauge(run.line.pressure)
    return this.panel()
  }
  /** Lets air out of a line. */
  dump(line: string, to: Pascals): CompressorPanel | null {
    const own = this.lines.get(line)
    if (!own) return null
    this.lines.set(line, { ...own, pressure: Math.min(own.pressure, to) })
    this.gauge(this.lines.get(line)!.pressure)
    return this.panel()
  }
  /** So many hours go by, at another temperature by their end: lines leak and follow the weather, the motor cools. */
  wait(hours: number, temperature: Kelvin): CompressorPanel {
    const air = atmosphere(0)
    for (const [name, line] of this.lines) {
      const left = leftAlone(line, 3600 * hours)
      this.lines.set(name, {
        ...left,
        pressure: Math.max(0, ((left.pressure + air) * temperature) / this.ambient - air),
      })
    }
    this.state = { ...this.state, temperature: cooled(this.state.temperature, temperature, 3600 * hours) }
    this.ambient = temperature
    return this.panel()
  }
  /** The gauge is put on a line. */
  look(line: string): CompressorPanel | null {
    const own = this.lines.get(line)
    if (!own) return null
    this.gauge(own.pressure)
    return this.panel()
  }
  /** A new fuse, or the motor cooled down. */
  reset(): CompressorPanel {
    this.state = { ...this.state, tripped: null, temperature: Math.min(this.state.temperature, COLD.temperature + 40) }
    return this.panel()
  }
}
