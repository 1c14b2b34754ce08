import { z } from 'zod'
import { formatQuantity, typed } from '../quantity'
import { loadAtPressure, tireDiameter, tireLoad } from '../vehicle'
import { calculator } from './calculator'

const request = z.strictObject({
  size: z.string().max(80),
  index: z.string().max(80),
  passenger: z.enum(['no', 'yes']),
  /** It is run at, cold. */
  cold: typed('pressure', 0, 1_500_000),
  /** Its index holds at; 0 for any. */
  full: typed('pressure', 0, 1_500_000),
})

export const tire = calculator({
  request,
  compute({ size, index, passenger, cold, full }: z.output<typeof request>) {
    const load = tireLoad(index, passenger === 'yes')
    const carried = (kg: number) => (full > 0 ? loadAtPressure(kg, cold, full) : kg)
    return {
      diameter: tireDiameter(size),
      single: load && carried(load.single),
      dual: load?.dual ? carried(load.dual) : null,
    }
  },
  pages: [
    {
      id: 'tire',
      title: 'Tire size and load',
      formula: '2 × width × aspect + rim; load by index, × (P/P_index)^0.8 below its pressure',
      source: 'size designation; ISO 4000-1 and 4209-1 (from memory), 49 CFR 571.110',
      inputs: {
        size: ['text', 'Size', '255/70R18'],
        index: ['text', 'Load index', '121/118'],
        passenger: ['choice', 'Passenger tire on a truck', 'no', { choices: ['no', 'yes'] }],
        cold: ['pressure', 'Run cold at', '80 psi'],
        full: ['pressure', 'The index holds at', '80 psi'],
      },
      words: ({ diameter, single, dual }, system) => [
        [
          'Diameter',
          diameter === null ? '–' : formatQuantity('length', diameter, system),
          diameter === null ? 'The size reads like 255/70R18.' : undefined,
        ],
        [
          'One tire, single',
          single === null ? '–' : formatQuantity('mass', single, system),
          single === null
            ? 'The index reads like 121/118 or 116.'
            : "Below that pressure, less by its 0.8th power; the tire maker's table outranks this. Stronger tires raise no axle rating.",
        ],
        ['One tire, dual', dual === null ? '–' : formatQuantity('mass', dual, system)],
      ],
    },
  ],
})
