import { z } from 'zod'
import { formatQuantity, plainNumber, typed, type UnitSystem } from '../quantity'
import { bodyFrequency } from '../spring'
import { attitude, distributeWeight, shareOnAxles } from '../vehicle'
import { calculator } from './calculator'
import { figure, figureOr, figures } from './figure'

const axleWeightsRequest = z.strictObject({
  wheelbase: typed('length', 1, 12),
  loads: z
    .array(
      z.strictObject({
        mass: typed('mass', 0, 30_000),
        /** Ahead of the rear axle, negative behind. */
        x: typed('length', -10, 12),
        /** Left of the center line. */
        y: typed('length', -2, 2).default(0),
      }),
    )
    .min(1, { error: 'loads is empty: give at least one' })
    .max(200, { error: 'loads has more than 200 entries' }),
  curb: z.strictObject({ front: typed('mass', 0, 20_000), rear: typed('mass', 0, 20_000) }).optional(),
  /** Weight-distributing hitch on a tongue load. */
  distribution: z
    .strictObject({
      tongue: typed('mass', 0, 5_000),
      hitch: typed('length', 0.1, 6),
      trailer: typed('length', 0.5, 15),
      restoration: plainNumber('restoration', 0, 1),
    })
    .optional(),
  /** Change of height over each axle, up positive. */
  heights: z.strictObject({ front: typed('length', -1, 1), rear: typed('length', -1, 1) }).optional(),
})

/**
 * Axle weights by moments, a distributing hitch and the attitude, as asked.
 * @param request as its schema reads it, SI
 * Source: statics.
 *
 * @example
 * CALCULATORS.axleWeights.compute({ wheelbase: 3.7, loads: [{ mass: 300, x: 0.35, y: 0 }, { mass: 290, x: -1.25, y: 0 }] }).rear.value // => 659.59
 */
function computeAxleWeights(request: z.output<typeof axleWeightsRequest>) {
  const { wheelbase, loads, curb, distribution, heights } = request
  const share = shareOnAxles(wheelbase, loads)
  const hitch =
    distribution &&
    distributeWeight(distribution.tongue, {
      hitch: distribution.hitch,
      trailer: distribution.trailer,
      wheelbase,
      restoration: distribution.restoration,
    })
  const pose = heights && attitude(heights.front, heights.rear, wheelbase)
  return {
    ...figures(share, { front: 'mass', rear: 'mass', rollMoment: 'torque', rollMomentRear: 'torque' }),
    frontTotal: figureOr('mass', curb && curb.front + share.front),
    rearTotal: figureOr('mass', curb && curb.rear + share.rear),
    distribution: hitch
      ? figures(hitch, { couple: 'torque', tongue: 'mass', front: 'mass', rear: 'mass', trailerAxle: 'mass' })
      : null,
    attitude: pose ? { pitchDegrees: (pose.pitch * 180) / Math.PI, beamRise: figure('length', pose.beamRise) } : null,
  }
}

const mass = (kilograms: number, system: UnitSystem) => formatQuantity('mass', kilograms, system)

export const axleWeights = calculator({
  request: axleWeightsRequest,
  compute: computeAxleWeights,
  endpoint: { name: 'axle-weights', summary: 'Axle weights by moments, a weight-distributing hitch, attitude' },
  pages: [
    {
      id: 'axles',
      title: 'Axle weights',
      formula: 'rear gains m (1 − x/L), front m x/L',
      source: 'statics',
      inputs: {
        wheelbase: ['length', 'Wheelbase', '145 5/8 in'],
        mass: ['mass', 'Weight', '660 lb', { field: 'loads.0.mass' }],
        x: ['length', 'Ahead of the rear axle', '13 3/4 in', { signed: true, field: 'loads.0.x' }],
        tongue: ['mass', 'On the hitch ball', '0 lb', { field: 'loads.1.mass' }],
        hitch: ['length', 'Rear axle to ball', '49 in', { field: 'loads.1.x' }],
      },
      ask: ({ number: n }) => ({
        wheelbase: n.wheelbase,
        loads: [
          { mass: n.mass, x: n.x },
          { mass: n.tongue, x: -n.hitch! },
        ],
      }),
      words: ({ front, rear }, system) => [
        ['Rear axle gains', mass(rear.value, system)],
        [
          'Front axle gains',
          mass(front.value, system),
          front.value < 0
            ? 'The front axle is lighter by this much. Air brings the height back, not this weight.'
            : undefined,
        ],
      ],
    },
    {
      id: 'hitch',
      title: 'Weight-distributing hitch',
      formula: 'M = f V g b/(1 + b/d); tongue V − M/(g d); front + M (1 + b/d)/(g L)',
      source: 'moments about the axles; restoration as SAE J2807 uses it (from memory)',
      inputs: {
        tongue: ['mass', 'On the ball, bars slack', '640 lb', { field: 'distribution.tongue' }],
        hitch: ['length', 'Rear axle to ball', '49 in', { field: 'distribution.hitch' }],
        trailer: ['length', 'Ball to trailer axles', '205 in', { field: 'distribution.trailer' }],
        wheelbase: ['length', 'Wheelbase', '145 5/8 in'],
        share: ['number', 'Front weight to bring back, %', '50', { scale: 0.01, field: 'distribution.restoration' }],
      },
      ask: ({ number: { tongue, hitch, trailer, wheelbase, share } }) => ({
        wheelbase,
        loads: [{ mass: tongue, x: -hitch! }],
        distribution: { tongue, hitch, trailer, restoration: share },
      }),
      words: ({ distribution }, system) =>
        distribution
          ? [
              ['Bars, at the ball', formatQuantity('torque', distribution.couple.value, system, 0)],
              ['Then on the ball', mass(distribution.tongue.value, system)],
              ['Front axle, against no trailer', mass(distribution.front.value, system)],
              [
                'To the trailer axles',
                mass(distribution.trailerAxle.value, system),
                'Air first, to height, with the bars slack; then the bars. Air added afterward slackens them.',
              ],
            ]
          : [],
    },
  ],
})

const poseRequest = z.strictObject({
  front: typed('length', -1, 1),
  rear: typed('length', -1, 1),
  wheelbase: typed('length', 1, 12),
  mass: typed('mass', 1, 30_000),
  rate: typed('rate', 1, 5_000_000),
})

export const pose = calculator({
  request: poseRequest,
  compute: ({ front, rear, wheelbase, mass, rate }: z.output<typeof poseRequest>) => ({
    ...attitude(front, rear, wheelbase),
    frequency: bodyFrequency(mass, rate),
  }),
  pages: [
    {
      id: 'attitude',
      title: 'Pitch, lamps and ride',
      formula: 'atan((Δfront − Δrear)/L); beam at 25 ft; f = √(k/m)/2π',
      source: 'plane geometry; SAE J599 distance (from memory); Gillespie',
      inputs: {
        front: ['length', 'Front rose', '3/4 in', { signed: true }],
        rear: ['length', 'Rear rose', '-3 1/4 in', { signed: true }],
        wheelbase: ['length', 'Wheelbase', '145 5/8 in'],
        mass: ['mass', 'On the rear axle', '3200 lb'],
        rate: ['rate', 'Rear springs, both', '434 lb/in'],
      },
      words: ({ pitch, beamRise, frequency }, system) => [
        ['Nose up', `${((pitch * 180) / Math.PI).toFixed(2)}°`],
        ['Beam at 25 ft', formatQuantity('length', beamRise, system)],
        ['Body frequency', `${frequency.toFixed(2)} Hz`, 'More support is a stiffer ride.'],
      ],
    },
  ],
})
