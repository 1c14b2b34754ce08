import { z } from 'zod'
import { calculator } from './calculator'
import { fillSeconds, leakTrend, wireDrop } from '../air'
import { plainNumber, typed } from '../quantity'
import { figure } from './figure'

const pressure = typed('pressure', 0, 1_500_000)
const temperature = typed('temperature', 233.15, 333.15)
const altitude = typed('altitude', -500, 5000)

const leakTrendRequest = z.strictObject({
  readings: z
    .array(
      z.strictObject({
        day: plainNumber('day', -100_000, 100_000),
        pressure,
        temperature,
        altitude: altitude.default(0),
      }),
    )
    .max(2000, { error: 'readings has too many: 2,000 max' }),
  /** All are referred to it. */
  temperature,
  minimum: typed('pressure', 1, 1_500_000),
})

/**
 * How a bag loses air over weeks.
 * Source: `leakTrend`.
 *
 * @example
 * CALCULATORS.leakTrend.compute({ readings: [
 *   { day: 0, pressure: 60 * PSI, temperature: 293.15, altitude: 0 },
 *   { day: 10, pressure: 58.2 * PSI, temperature: 289.15, altitude: 0 },
 *   { day: 25, pressure: 56.9 * PSI, temperature: 291.15, altitude: 0 },
 *   { day: 40, pressure: 54 * PSI, temperature: 283.15, altitude: 0 },
 * ], temperature: 293.15, minimum: 5 * PSI }).referred[3].us.value // => 56.426
 */
function computeLeakTrend({ readings, temperature: reference, minimum }: z.output<typeof leakTrendRequest>) {
  const { referred, ...trend } = leakTrend(readings, reference, minimum)
  return { referred: referred.map((p) => figure('pressure', p)), ...trend }
}

const fillTimeRequest = z
  .strictObject({
    /** m³, with its lines. */
    volume: z
      .number({ error: 'volume must be a number, m³' })
      .gt(0, { error: 'volume must be over 0 m³' })
      .max(2, { error: 'volume must be 2 m³ or less' }),
    from: pressure,
    to: pressure,
    /** Free air, m³/s, by the pressure it is pumped against. */
    flow: z
      .array(
        z.strictObject({
          pressure,
          flow: plainNumber('flow', 0, 1, 'm³/s'),
        }),
      )
      .min(1, { error: 'flow needs a point or more' })
      .max(40, { error: 'flow has too many points: 40 max' })
      .refine((all) => all.every((p, i) => i === 0 || p.pressure > all[i - 1]!.pressure), {
        error: 'pressures of flow must rise strictly',
      }),
  })
  .refine((r) => r.to >= r.from, { path: ['to'], error: 'to must not be under from' })

/**
 * Seconds that filling takes; null where the flow ends first.
 * Source: `fillSeconds`.
 *
 * @example
 * CALCULATORS.fillTime.compute({ volume: 0.00494, from: 5 * PSI, to: 60 * PSI, flow: [
 *   { pressure: 0, flow: 0.025 / 60 }, { pressure: 100 * PSI, flow: 0.012 / 60 },
 * ] }).seconds // => 53.93
 */
function computeFillTime({ volume, from, to, flow }: z.output<typeof fillTimeRequest>) {
  const seconds = fillSeconds(volume, from, to, flow)
  return { seconds: Number.isFinite(seconds) ? seconds : null }
}

const wireRequest = z.strictObject({
  /** AWG. */
  gauge: plainNumber('gauge', 0, 30, 'AWG').int({ error: 'gauge must be a whole number' }),
  /** Both ways. */
  loop: typed('length', 0, 200),
  /** A. */
  current: plainNumber('current', 0, 1000, 'A'),
  /** Of the wire. */
  temperature: typed('temperature', 233.15, 423.15).default(293.15),
  /** V. */
  supply: plainNumber('supply', 1, 60, 'V').default(12),
})

/**
 * What a lead costs there and back.
 * Source: `wireDrop`.
 *
 * @example
 * CALCULATORS.wire.compute({ gauge: 12, loop: 14, current: 18, temperature: 293.15, supply: 12 }).drop // => 1.313
 */
const computeWire = ({ gauge, loop, current, temperature: wireTemperature, supply }: z.output<typeof wireRequest>) =>
  wireDrop(gauge, loop, current, { temperature: wireTemperature, supply })

export const leakTrendOf = calculator({
  request: leakTrendRequest,
  compute: computeLeakTrend,
  endpoint: { name: 'leak-trend', summary: 'How a bag loses air over weeks, weather taken out' },
})

export const fillTime = calculator({
  request: fillTimeRequest,
  compute: computeFillTime,
  endpoint: { name: 'fill-time', summary: 'Seconds to fill a volume by a flow curve' },
})

export const wire = calculator({
  request: wireRequest,
  compute: computeWire,
  endpoint: { name: 'wire', summary: 'What a lead costs there and back, and the gauge for 3 %' },
})
