import { z } from 'zod'
import { atmosphere, formatQuantity, GRAVITY, INCH, plainNumber, typed, type UnitSystem } from '../quantity'
import { airSpring, axleAlone, bringLevel } from '../spring'
import { calculator, type Row } from './calculator'

const pressureText = (value: number, system: UnitSystem) => formatQuantity('pressure', value, system, 1)
const over0 = (what: string, most: number) => plainNumber(what, 0, most).gt(0, { error: `${what} must be over 0` })
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
      inputs: {
        gain: ['mass', 'Rear axle gained', '1450 lb'],
        area: ['number', 'Effective area, in²', '24', { scale: INCH ** 2 }],
        maximum: ['pressure', 'Kit maximum', '100 psi'],
      },
      words: ({ pressure, left }, system) => [
        [
          'To stand at the empty height',
          pressureText(pressure, system),
          left < 0 ? 'Over the maximum: more area, or less load.' : undefined,
        ],
        [
          'Left of the maximum',
          pressureText(left, system),
          'Pressure to spare is not capacity to spare: the ratings decide.',
        ],
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
      inputs: {
        gain: ['mass', 'Rear axle gains', '1450 lb'],
        rate: ['rate', 'Rear springs, both', '434 lb/in'],
        area: ['number', 'Effective area, in²', '24', { scale: INCH ** 2 }],
        volume: ['number', 'Volume when level, in³', '150', { scale: INCH ** 3 }],
        altitude: ['altitude', 'Altitude', '0 ft'],
      },
      words({ mean, before }, system): Row[] {
        if (mean === null || !before)
          return [['No answer', '–', 'Nothing to lift, or the bag would rise out of any window.']]
        return [
          ['With the load on', pressureText(mean, system)],
          ['Set before loading', pressureText(before.pressure, system)],
          [
            'Rise empty at this pressure',
            formatQuantity('length', before.rise, system),
            'The same when the load comes off and nobody bleeds: it must fit the travel down and the bag.',
          ],
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
      inputs: {
        pressure: ['pressure', 'Set to', '30 psi'],
        warm: ['temperature', 'At', '75 °F', { signed: true }],
        from: ['altitude', 'Altitude', '100 m'],
        cold: ['temperature', 'Then at', '20 °F', { signed: true }],
        to: ['altitude', 'Altitude there', '2400 m'],
      },
      words: ({ there, change }, system) => [
        ['Reads there', pressureText(there, system)],
        ['Change', pressureText(change, system), 'Air that was neither lost nor added.'],
      ],
    },
  ],
})
