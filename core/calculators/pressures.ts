import { z } from 'zod'
import { atmosphere, formatQuantity, GRAVITY, INCH, typed, type UnitSystem } from '../quantity'
import { airSpring, axleAlone, bringLevel } from '../spring'
import { calculator, type Row } from './calculator'

const pressureText = (value: number, system: UnitSystem) => formatQuantity('pressure', value, system, 1)
const over0 = (what: string, most: number) =>
  z
    .number({ error: `${what} must be a number` })
    .gt(0, { error: `${what} must be over 0` })
    .max(most, { error: `${what} is too large` })
/** Typed in square inches. */
const area = over0('area', 1)

const byAreaRequest = z.strictObject({
  gain: typed('mass', 0, 20_000),
  area,
  maximum: typed('pressure', 0, 2_000_000),
})

export const pressureByArea = calculator({
  request: byAreaRequest,
  compute({ gain, area, maximum }: z.output<typeof byAreaRequest>) {
    const pressure = (gain * GRAVITY) / (2 * area)
    return { pressure, left: maximum - pressure }
  },
  pages: [
    {
      id: 'pressure',
      title: 'Pressure by effective area',
      formula: 'P = F/A for each of two bags beside the axle',
      source: 'force balance, e.g. Gillespie',
      inputs: [
        { key: 'gain', label: 'Rear axle gained', kind: 'mass', usual: '1450 lb' },
        { key: 'area', label: 'Effective area, in²', kind: 'number', usual: '24', scale: INCH ** 2 },
        { key: 'maximum', label: 'Kit maximum', kind: 'pressure', usual: '100 psi' },
      ],
      words: ({ pressure, left }, system) => [
        {
          label: 'To stand at the empty height',
          value: pressureText(pressure, system),
          note: left < 0 ? 'Over the maximum: more area, or less load.' : undefined,
        },
        {
          label: 'Left of the maximum',
          value: pressureText(left, system),
          note: 'Pressure to spare is not capacity to spare: the ratings decide.',
        },
      ],
    },
  ],
})

const beforeRequest = z.strictObject({
  gain: typed('mass', 0, 20_000),
  rate: typed('rate', 1, 1_000_000),
  area,
  /** Of one bag when level; typed in cubic inches. */
  volume: over0('volume', 1),
  altitude: typed('altitude', -500, 5000),
})

/** Two bags of one area over their whole travel, on an axle with nothing else to it. */
function levelOnPlainBags({ gain, rate, area, volume, altitude }: z.output<typeof beforeRequest>) {
  const ride = volume / area
  const travel = Math.min(0.9 * ride, 0.3)
  const heights = [ride - travel, ride, ride + travel]
  const bag = airSpring({ heights, areas: [area, area, area], volumes: heights.map((h) => volume + area * (h - ride)) })
  const bags = { bag, rideHeight: ride, motionRatio: 1, spacing: 1, lineVolume: 0 }
  return bringLevel({ ...axleAlone(rate, bags, gain), ambient: atmosphere(altitude) }).rear!
}

export const beforeLoading = calculator({
  request: beforeRequest,
  compute: levelOnPlainBags,
  pages: [
    {
      id: 'before',
      title: 'Before-loading pressure',
      formula: 'P_abs V kept from loaded to empty; 2 P A = k × rise; area taken as constant over the rise',
      source: 'Boyle; statics',
      inputs: [
        { key: 'gain', label: 'Rear axle gains', kind: 'mass', usual: '1450 lb' },
        { key: 'rate', label: 'Rear springs, both', kind: 'rate', usual: '434 lb/in' },
        { key: 'area', label: 'Effective area, in²', kind: 'number', usual: '24', scale: INCH ** 2 },
        { key: 'volume', label: 'Volume when level, in³', kind: 'number', usual: '150', scale: INCH ** 3 },
        { key: 'altitude', label: 'Altitude', kind: 'altitude', usual: '0 ft' },
      ],
      words({ mean, before }, system): Row[] {
        if (mean === null || !before)
          return [{ label: 'No answer', value: '–', note: 'Nothing to lift, or the bag would rise out of any window.' }]
        return [
          { label: 'With the load on', value: pressureText(mean, system) },
          { label: 'Set before loading', value: pressureText(before.pressure, system) },
          {
            label: 'Rise empty at this pressure',
            value: formatQuantity('length', before.rise, system),
            note: 'The same when the load comes off and nobody bleeds: it must fit the travel down and the bag.',
          },
        ]
      },
    },
  ],
})

const drivenRequest = z.strictObject({
  pressure: typed('pressure', 0, 1_500_000),
  warm: typed('temperature', 233.15, 333.15),
  from: typed('altitude', -500, 5000),
  cold: typed('temperature', 233.15, 333.15),
  to: typed('altitude', -500, 5000),
})

export const drivenThere = calculator({
  request: drivenRequest,
  compute({ pressure, warm, from, cold, to }: z.output<typeof drivenRequest>) {
    const there = ((pressure + atmosphere(from)) * cold) / warm - atmosphere(to)
    return { there, change: there - pressure }
  },
  pages: [
    {
      id: 'filling',
      title: 'Filled here, driven there',
      formula: 'P₂ = (P₁ + p₁) T₂/T₁ − p₂, bag at one height',
      source: 'ideal gas; ICAO standard atmosphere',
      inputs: [
        { key: 'pressure', label: 'Set to', kind: 'pressure', usual: '30 psi' },
        { key: 'warm', label: 'At', kind: 'temperature', usual: '75 °F', signed: true },
        { key: 'from', label: 'Altitude', kind: 'altitude', usual: '100 m' },
        { key: 'cold', label: 'Then at', kind: 'temperature', usual: '20 °F', signed: true },
        { key: 'to', label: 'Altitude there', kind: 'altitude', usual: '2400 m' },
      ],
      words: ({ there, change }, system) => [
        { label: 'Reads there', value: pressureText(there, system) },
        { label: 'Change', value: pressureText(change, system), note: 'Air that was neither lost nor added.' },
      ],
    },
  ],
})
