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
      inputs: [
        { key: 'size', label: 'Size', kind: 'text', usual: '255/70R18' },
        { key: 'index', label: 'Load index', kind: 'text', usual: '121/118' },
        { key: 'passenger', label: 'Passenger tire on a truck', kind: 'choice', usual: 'no', choices: ['no', 'yes'] },
        { key: 'cold', label: 'Run cold at', kind: 'pressure', usual: '80 psi' },
        { key: 'full', label: 'The index holds at', kind: 'pressure', usual: '80 psi' },
      ],
      words: ({ diameter, single, dual }, system) => [
        {
          label: 'Diameter',
          value: diameter === null ? '–' : formatQuantity('length', diameter, system),
          note: diameter === null ? 'The size reads like 255/70R18.' : undefined,
        },
        {
          label: 'One tire, single',
          value: single === null ? '–' : formatQuantity('mass', single, system),
          note:
            single === null
              ? 'The index reads like 121/118 or 116.'
              : "Below that pressure, less by its 0.8th power; the tire maker's table outranks this. Stronger tires raise no axle rating.",
        },
        { label: 'One tire, dual', value: dual === null ? '–' : formatQuantity('mass', dual, system) },
      ],
    },
  ],
})
