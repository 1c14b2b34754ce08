import { z } from 'zod'
import { calculator } from './calculator'
import { boltLength, LENGTH_STEP, THREADS_SHOWING, type ThreadSeries } from '../mounting'
import { plainNumber, typed } from '../quantity'

const thickness = typed('length', 0, 0.5)

const boltLengthRequest = z.strictObject({
  /** Each layer that it clamps. */
  grip: z
    .array(thickness)
    .min(1, { error: 'grip is empty: give the thickness of at least one layer' })
    .max(30, { error: 'grip has too many layers: 30 max' }),
  washers: z.array(thickness).max(20, { error: 'washers has too many: 20 max' }),
  nut: typed('length', 0, 0.1),
  pitch: typed('length', 0.0002, 0.01),
  threads: plainNumber('threads', 0, 50).default(THREADS_SHOWING),
  series: z.enum(Object.keys(LENGTH_STEP) as [ThreadSeries, ...ThreadSeries[]], {
    error: 'series must be inch or metric',
  }),
  /** Depth of a blind thread. */
  reach: typed('length', 0, 0.5).optional(),
  /** Space behind the nut. */
  room: typed('length', 0, 1).optional(),
})

/**
 * Length of bolt for a stack: needed, the next that is sold, what to cut off that, what it shows beyond the nut, whether it goes in.
 * @returns m
 * Source: `boltLength`.
 *
 * @example
 * CALCULATORS.boltLength.compute({ grip: [0.006, 0.005], washers: [0.002, 0.002], nut: 0.0084, pitch: 0.0015, threads: 2, series: 'metric' }).needed // => 0.0264
 */
const computeBoltLength = (request: z.output<typeof boltLengthRequest>) => boltLength(request)

export const boltLengthOf = calculator({
  request: boltLengthRequest,
  compute: computeBoltLength,
  endpoint: { name: 'bolt-length', summary: 'Length of bolt that a stack asks for' },
})
