import { z } from 'zod'
import { formatQuantity, GRAVITY, INCH, parseQuantity, plainNumber, typed, type UnitSystem } from '../quantity'
import { coilRate, fitLoadingTest, leafPackRate, rateFromTest, stagedRate, stagedSquat, wheelRate } from '../spring'
import { calculator, type Row, type Values } from './calculator'
import { figure, figureOr, forceText } from './figure'

const springRateRequest = z.union(
  [
    z.strictObject({
      /** What the axle gained and how far it sank, load by load. */
      loads: z
        .array(
          z.strictObject({
            gain: typed('mass', 0, 30_000),
            gainGive: typed('mass', 0, 5_000).default(0),
            squat: typed('length', -0.5, 0.5),
            give: typed('length', 1e-5, 0.1).default(INCH / 16),
            way: z.enum(['loading', 'unloading'], { error: 'way must be loading or unloading' }).default('loading'),
          }),
        )
        .min(2, { error: 'loads needs two or more; the empty vehicle is one of them, with no gain and no squat' })
        .max(100, { error: 'loads has more than 100 entries' }),
    }),
    z.strictObject({
      coil: z.strictObject({
        wire: typed('length', 0.002, 0.06),
        meanDiameter: typed('length', 0.02, 0.5),
        activeTurns: plainNumber('activeTurns', 0.5, 40),
        /** Spring travel over wheel travel. */
        motionRatio: plainNumber('motionRatio', 0.2, 2).default(1),
      }),
    }),
    z.strictObject({
      leaf: z.strictObject({
        length: typed('length', 0.3, 3),
        clamped: typed('length', 0, 1).default(0),
        width: typed('length', 0.02, 0.2),
        thickness: typed('length', 0.002, 0.05),
        fullLength: plainNumber('fullLength', 0, 40),
        graduated: plainNumber('graduated', 0, 40),
      }),
    }),
  ],
  { error: 'give loads, coil or leaf' },
)

/**
 * Rate of springs from a loading test, from a coil's wire or from the leaves of a pack.
 * @param request as its schema reads it, SI
 * Source: Hooke's law; Shigley; beam theory.
 *
 * @example
 * CALCULATORS.springRate.compute({ coil: { wire: 0.014, meanDiameter: 0.12, activeTurns: 6, motionRatio: 1 } }).rate.value // => 36728
 */
function computeSpringRate(request: z.output<typeof springRateRequest>) {
  if ('loads' in request) {
    const fit = fitLoadingTest(
      request.loads.map(({ gainGive, give, ...load }) => ({ ...load, gainTolerance: gainGive, tolerance: give })),
    )
    return fit.code === 'rate'
      ? {
          code: fit.code,
          rate: figure('rate', fit.rate),
          give: figure('rate', fit.tolerance),
          friction: fit.friction === null ? null : { value: fit.friction, unit: 'N' },
        }
      : fit
  }
  if ('coil' in request) {
    const rate = coilRate(request.coil)
    return {
      code: 'rate',
      rate: figure('rate', rate),
      atWheel: figure('rate', wheelRate(rate, request.coil.motionRatio)),
    }
  }
  const rate = leafPackRate(request.leaf)
  return { code: rate === undefined ? 'nothing-bends' : 'rate', rate: figureOr('rate', rate) }
}

type SpringRate = ReturnType<typeof computeSpringRate>
const rateText = (value: number, system: UnitSystem) => formatQuantity('rate', value, system)
const nothing = (label: string, note: string): Row[] => [[label, '–', note]]

/** Loads as typed, "200 lb 1 1/8 in; 400 lb 2 1/4 in", while loading and while unloading. */
function loadsTyped({ text, number }: Values, system: UnitSystem) {
  const loads: object[] = []
  for (const way of ['loading', 'unloading'] as const)
    for (const part of text[way]!.split(';').map((p) => p.trim())) {
      if (!part || part === 'none') continue
      const [, mass, squat] = /^(\S+\s*(?:lb|kg))\s+(.+)$/.exec(part) ?? []
      const gain = parseQuantity('mass', mass ?? part, { system })
      const sunk = parseQuantity('length', squat ?? '', { system })
      if (!gain.ok || !sunk.ok)
        return { key: way, why: `"${part}": a load with its unit, then the squat, like 200 lb 15/16 in.` }
      loads.push({ gain: gain.value, squat: sunk.value, give: Math.max(number.tolerance!, 1e-5), way })
    }
  return { loads }
}
function fitWords(fit: SpringRate, system: UnitSystem): Row[] {
  switch (fit.code) {
    case 'nonsense':
      return nothing('No rate', 'More load, less squat: a reading is wrong.')
    case 'not-straight':
      return nothing(
        'No one rate',
        `A point is ${formatQuantity('length', 'worst' in fit ? fit.worst : 0, system)} off the line: a second stage, a stop or an old helper came in. Take loads on one side of it.`,
      )
    case 'rate': {
      if (!('give' in fit) || !fit.give || !fit.rate || fit.friction === undefined) return []
      const { rate, give, friction } = fit
      return [
        ['Both sides', `${rateText(rate.value, system)} ± ${rateText(give.value, system)}`],
        [
          'Friction, up and down from the mean',
          friction === null ? '–' : forceText(friction.value, system),
          friction === null ? 'Loads on the way down too would show the friction of the leaves.' : undefined,
        ],
      ]
    }
    default:
      return nothing('Nothing measured', 'Two loads or more, far enough apart that the tape can tell.')
  }
}

export const springRate = calculator({
  request: springRateRequest,
  compute: computeSpringRate,
  endpoint: { name: 'spring-rate', summary: 'Rate from a loading test, a coil or a leaf pack' },
  pages: [
    {
      id: 'loads',
      title: 'Spring rate from several loads',
      formula:
        'least squares of squat on load, a line each for loading and unloading; loads as "200 lb 1 1/8 in; 400 lb 2 1/4 in"',
      source: 'weighted linear regression; friction band is common practice',
      inputs: {
        loading: ['text', 'While loading', '200 lb 15/16 in; 400 lb 1 13/16 in; 600 lb 2 3/4 in'],
        unloading: ['text', 'While unloading, or none', '400 lb 2 1/16 in; 200 lb 1 3/16 in'],
        tolerance: ['length', 'Each squat, ±', '1/16 in'],
      },
      ask: loadsTyped,
      words: fitWords,
    },
    {
      id: 'leaf',
      title: 'Leaf pack from its leaves',
      formula: 'k = E b t³ (4 n_full + 8/3 n_graduated)/L³, L without the clamped part',
      source: 'beam theory; SAE HS-788 (from memory)',
      inputs: {
        length: ['length', 'Eye to eye', '56 in', { field: 'leaf.length' }],
        clamped: ['length', 'Clamped in the middle', '5 in', { field: 'leaf.clamped' }],
        width: ['length', 'Leaf width', '2 3/4 in', { field: 'leaf.width' }],
        thickness: ['length', 'Leaf thickness', '3/8 in', { field: 'leaf.thickness' }],
        full: ['number', 'Full-length leaves', '1', { field: 'leaf.fullLength' }],
        graduated: ['number', 'Shorter leaves', '2', { field: 'leaf.graduated' }],
      },
      words: (answer, system) =>
        'rate' in answer && answer.rate
          ? [
              [
                'One pack',
                rateText(answer.rate.value, system),
                'Without friction between the leaves, and with all of one thickness. A loading test beats it.',
              ],
            ]
          : nothing('No spring', 'Nothing is left to bend: check the clamped length and the leaves.'),
    },
    {
      id: 'coil',
      title: 'Coil from its wire',
      formula: 'k = G d⁴/(8 D³ N); at the wheel r² k',
      source: 'Shigley, Mechanical Engineering Design (modulus from memory)',
      inputs: {
        wire: ['length', 'Wire', '9/16 in', { field: 'coil.wire' }],
        mean: ['length', 'Mean diameter', '4 7/8 in', { field: 'coil.meanDiameter' }],
        turns: ['number', 'Active turns', '6', { field: 'coil.activeTurns' }],
        ratio: ['number', 'Spring travel over wheel travel', '1', { field: 'coil.motionRatio' }],
      },
      words: (answer, system) =>
        'atWheel' in answer && answer.atWheel && answer.rate
          ? [
              ['At the spring', rateText(answer.rate.value, system)],
              ['At the wheel', rateText(answer.atWheel.value, system)],
            ]
          : [],
    },
  ],
})

const testRequest = z.strictObject({
  gain: typed('mass', 0, 30_000),
  gainTolerance: typed('mass', 0, 5_000),
  squat: typed('length', 0, 0.5),
  squatTolerance: typed('length', 0, 0.1),
})

export const loadingTest = calculator({
  request: testRequest,
  compute: ({ gain, gainTolerance, squat, squatTolerance }: z.output<typeof testRequest>) =>
    rateFromTest(gain, gainTolerance, squat, squatTolerance),
  pages: [
    {
      id: 'rate',
      title: 'Spring rate from a loading test',
      formula: 'k = g ΔW/squat, both sides; relative errors in quadrature',
      source: "Hooke's law; GUM 5.1.2",
      inputs: {
        gain: ['mass', 'Rear axle gained', '600 lb'],
        gainTolerance: ['mass', '±', '20 lb'],
        squat: ['length', 'It sank over the springs', '2 1/2 in'],
        squatTolerance: ['length', '±', '1/16 in'],
      },
      words: (test, system) =>
        test
          ? [
              ['Both sides', `${rateText(test.rate, system)} ± ${rateText(test.tolerance, system)}`],
              ['A side', rateText(test.rate / 2, system), 'An old helper still fitted is in this figure too.'],
            ]
          : nothing('Nothing measured', 'The squat is no larger than what the tape can tell: load it more.'),
    },
  ],
})

const stagesRequest = z.strictObject({
  first: typed('rate', 1, 5_000_000),
  at: typed('length', 0, 0.5),
  adds: typed('rate', 1, 5_000_000),
  gain: typed('mass', 0, 30_000),
})

export const twoStages = calculator({
  request: stagesRequest,
  compute({ first, at: contact, adds, gain }: z.output<typeof stagesRequest>) {
    const spring = { first, stages: [{ at: contact, adds }] }
    const squat = stagedSquat(spring, gain * GRAVITY)
    return { squat, rate: stagedRate(spring, squat), carries: squat > contact }
  },
  pages: [
    {
      id: 'stages',
      title: 'Two-stage pack',
      formula: 'force k₁ s, and k₂ (s − s₂) more from contact on',
      source: 'piecewise linear springs in parallel',
      inputs: {
        first: ['rate', 'Main pack, both sides', '340 lb/in'],
        at: ['length', 'Helper leaves touch after', '2 in'],
        adds: ['rate', 'They add, both sides', '400 lb/in'],
        gain: ['mass', 'Rear axle gained', '1100 lb'],
      },
      words: ({ squat, rate, carries }, system) => [
        [
          'It sinks',
          formatQuantity('length', squat, system),
          carries ? 'The helper leaves carry: a rate measured across their contact is the rate of neither.' : undefined,
        ],
        ['Rate there', rateText(rate, system)],
      ],
    },
  ],
})
