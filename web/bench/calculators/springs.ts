import { GRAVITY, parseQuantity } from '@stout-shackle/core/quantity'
import {
  coilRate,
  fitLoadingTest,
  leafPackRate,
  rateFromTest,
  stagedRate,
  stagedSquat,
  wheelRate,
  type TestPoint,
} from '@stout-shackle/core/spring'
import { forceText, q, type Calculator } from './calculator'

/** Spring rates, from a loading test, from the leaves or from the wire. */
export const SPRINGS: readonly Calculator[] = [
  {
    id: 'rate',
    title: 'Spring rate from a loading test',
    formula: 'k = g ΔW/squat, both sides; relative errors in quadrature',
    source: "Hooke's law; GUM 5.1.2",
    inputs: [
      { key: 'gain', label: 'Rear axle gained', kind: 'mass', usual: '600 lb' },
      { key: 'gainTolerance', label: '±', kind: 'mass', usual: '20 lb' },
      { key: 'squat', label: 'It sank over the springs', kind: 'length', usual: '2 1/2 in' },
      { key: 'squatTolerance', label: '±', kind: 'length', usual: '1/16 in' },
    ],
    compute({ gain, gainTolerance, squat, squatTolerance }, system) {
      const test = rateFromTest(gain!, gainTolerance!, squat!, squatTolerance!)
      if (!test)
        return [
          {
            label: 'Nothing measured',
            value: '–',
            note: 'The squat is no larger than what the tape can tell: load it more.',
          },
        ]
      return [
        { label: 'Both sides', value: `${q('rate', test.rate, system)} ± ${q('rate', test.tolerance, system)}` },
        {
          label: 'A side',
          value: q('rate', test.rate / 2, system),
          note: 'An old helper still fitted is in this figure too.',
        },
      ]
    },
  },
  {
    id: 'loads',
    title: 'Spring rate from several loads',
    formula:
      'least squares of squat on load, a line each for loading and unloading; loads as "200 lb 1 1/8 in; 400 lb 2 1/4 in"',
    source: 'weighted linear regression; friction band is common practice',
    inputs: [
      {
        key: 'loading',
        label: 'While loading',
        kind: 'text',
        usual: '200 lb 15/16 in; 400 lb 1 13/16 in; 600 lb 2 3/4 in',
      },
      {
        key: 'unloading',
        label: 'While unloading, or none',
        kind: 'text',
        usual: '400 lb 2 1/16 in; 200 lb 1 3/16 in',
      },
      { key: 'tolerance', label: 'Each squat, ±', kind: 'length', usual: '1/16 in' },
    ],
    compute({ text, tolerance }, system) {
      const points: TestPoint[] = []
      for (const way of ['loading', 'unloading'] as const)
        for (const part of text[way]!.split(';').map((p) => p.trim())) {
          if (!part || part === 'none') continue
          const [, mass, squat] = /^(\S+\s*(?:lb|kg))\s+(.+)$/.exec(part) ?? []
          const gain = parseQuantity('mass', mass ?? part, { system })
          const sunk = parseQuantity('length', squat ?? '', { system })
          if (!gain.ok || !sunk.ok)
            return [
              {
                label: "Can't read this",
                value: '–',
                note: `"${part}": a load with its unit, then the squat, like 200 lb 15/16 in.`,
              },
            ]
          points.push({ gain: gain.value, squat: sunk.value, tolerance: Math.max(tolerance!, 1e-5), way })
        }
      const fit = fitLoadingTest(points)
      switch (fit.code) {
        case 'too-few':
          return [
            {
              label: 'Nothing measured',
              value: '–',
              note: 'Two loads or more, far enough apart that the tape can tell.',
            },
          ]
        case 'nonsense':
          return [{ label: 'No rate', value: '–', note: 'More load, less squat: a reading is wrong.' }]
        case 'not-straight':
          return [
            {
              label: 'No one rate',
              value: '–',
              note: `A point is ${q('length', fit.worst, system)} off the line: a second stage, a stop or an old helper came in. Take loads on one side of it.`,
            },
          ]
        case 'rate':
          return [
            { label: 'Both sides', value: `${q('rate', fit.rate, system)} ± ${q('rate', fit.tolerance, system)}` },
            {
              label: 'Friction, up and down from the mean',
              value: fit.friction === null ? '–' : forceText(fit.friction, system),
              note:
                fit.friction === null ? 'Loads on the way down too would show the friction of the leaves.' : undefined,
            },
          ]
      }
    },
  },
  {
    id: 'stages',
    title: 'Two-stage pack',
    formula: 'force k₁ s, and k₂ (s − s₂) more from contact on',
    source: 'piecewise linear springs in parallel',
    inputs: [
      { key: 'first', label: 'Main pack, both sides', kind: 'rate', usual: '340 lb/in' },
      { key: 'at', label: 'Helper leaves touch after', kind: 'length', usual: '2 in' },
      { key: 'adds', label: 'They add, both sides', kind: 'rate', usual: '400 lb/in' },
      { key: 'gain', label: 'Rear axle gained', kind: 'mass', usual: '1100 lb' },
    ],
    compute({ first, at, adds, gain }, system) {
      if (!(first! > 0) || !(adds! > 0))
        return [{ label: 'No spring', value: '–', note: 'Both rates must be over zero.' }]
      const spring = { first: first!, stages: [{ at: at!, adds: adds! }] }
      const squat = stagedSquat(spring, gain! * GRAVITY)
      return [
        {
          label: 'It sinks',
          value: q('length', squat, system),
          note:
            squat > at!
              ? 'The helper leaves carry: a rate measured across their contact is the rate of neither.'
              : undefined,
        },
        { label: 'Rate there', value: q('rate', stagedRate(spring, squat), system) },
      ]
    },
  },
  {
    id: 'leaf',
    title: 'Leaf pack from its leaves',
    formula: 'k = E b t³ (4 n_full + 8/3 n_graduated)/L³, L without the clamped part',
    source: 'beam theory; SAE HS-788 (from memory)',
    inputs: [
      { key: 'length', label: 'Eye to eye', kind: 'length', usual: '56 in' },
      { key: 'clamped', label: 'Clamped in the middle', kind: 'length', usual: '5 in' },
      { key: 'width', label: 'Leaf width', kind: 'length', usual: '2 3/4 in' },
      { key: 'thickness', label: 'Leaf thickness', kind: 'length', usual: '3/8 in' },
      { key: 'full', label: 'Full-length leaves', kind: 'number', usual: '1' },
      { key: 'graduated', label: 'Shorter leaves', kind: 'number', usual: '2' },
    ],
    compute(v, system) {
      const rate = leafPackRate({
        length: v.length!,
        clamped: v.clamped!,
        width: v.width!,
        thickness: v.thickness!,
        fullLength: v.full!,
        graduated: v.graduated!,
      })
      if (rate === undefined)
        return [
          { label: 'No spring', value: '–', note: 'Nothing is left to bend: check the clamped length and the leaves.' },
        ]
      return [
        {
          label: 'One pack',
          value: q('rate', rate, system),
          note: 'Without friction between the leaves, and with all of one thickness. A loading test beats it.',
        },
      ]
    },
  },
  {
    id: 'coil',
    title: 'Coil from its wire',
    formula: 'k = G d⁴/(8 D³ N); at the wheel r² k',
    source: 'Shigley, Mechanical Engineering Design (modulus from memory)',
    inputs: [
      { key: 'wire', label: 'Wire', kind: 'length', usual: '9/16 in' },
      { key: 'mean', label: 'Mean diameter', kind: 'length', usual: '4 7/8 in' },
      { key: 'turns', label: 'Active turns', kind: 'number', usual: '6' },
      { key: 'ratio', label: 'Spring travel over wheel travel', kind: 'number', usual: '1' },
    ],
    compute(v, system) {
      const rate = coilRate({ wire: v.wire!, meanDiameter: v.mean!, activeTurns: v.turns! })
      return [
        { label: 'At the spring', value: q('rate', rate, system) },
        { label: 'At the wheel', value: q('rate', wheelRate(rate, v.ratio!), system) },
      ]
    },
  },
]
