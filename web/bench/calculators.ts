import { judgeAirCheck } from '@stout-shackle/core/air'
import {
  atmosphere,
  formatQuantity,
  GRAVITY,
  INCH,
  parseQuantity,
  refusalText,
  tapeSum,
  UNITS,
  type QuantityKind,
  type UnitSystem,
} from '@stout-shackle/core/quantity'
import {
  airSpring,
  bodyFrequency,
  bringLevel,
  coilRate,
  fitLoadingTest,
  leafPackRate,
  rateFromTest,
  stagedRate,
  stagedSquat,
  wheelRate,
  type TestPoint,
} from '@stout-shackle/core/spring'
import {
  clampForce,
  NUT_FACTOR,
  PROOF,
  THREADS,
  wrenchSetting,
  type BoltGrade,
  type Finish,
  type ThreadName,
} from '@stout-shackle/core/torque'
import {
  attitude,
  distributeWeight,
  loadAtPressure,
  shareOnAxles,
  tireDiameter,
  tireLoad,
} from '@stout-shackle/core/vehicle'
import { airCheckText } from '@stout-shackle/core/wording'

/** One input of a calculator: a quantity with its usual value, free text, a bare number, or one of a list. */
export type Input =
  | { key: string; label: string; kind: QuantityKind; usual: string; signed?: boolean }
  | { key: string; label: string; kind: 'text'; usual: string }
  | { key: string; label: string; kind: 'number'; usual: string }
  | { key: string; label: string; kind: 'choice'; usual: string; choices: readonly string[] }
export interface Row {
  label: string
  value: string
  /** Said under the rows when it matters. */
  note?: string
}
export type Values = Record<string, number> & { text: Record<string, string> }
export interface Calculator {
  id: string
  title: string
  /** What is computed, and who says so. */
  formula: string
  source: string
  inputs: readonly Input[]
  compute(values: Values, system: UnitSystem): Row[]
}

const q = (kind: QuantityKind, value: number, system: UnitSystem, decimals?: number) =>
  formatQuantity(kind, value, system, decimals)
/** Two bags of one area over their whole travel, on an axle with nothing else to it. */
function levelOnPlainBags(gain: number, rate: number, area: number, volume: number, ambient: number) {
  const ride = volume / area
  const travel = Math.min(0.9 * ride, 0.3)
  const heights = [ride - travel, ride, ride + travel]
  const bag = airSpring({ heights, areas: [area, area, area], volumes: heights.map((h) => volume + area * (h - ride)) })
  return bringLevel({
    chassis: {
      wheelbase: 1,
      rearSide: { first: rate / 2, stages: [] },
      rearSpacing: 1,
      rearSwayBar: 0,
      front: null,
      tires: null,
      frame: 'rigid',
      pitchMoment: 0,
      leanMoment: 0,
      bags: { bag, rideHeight: ride, motionRatio: 1, spacing: 1, lineVolume: 0 },
      carriedEmpty: 0,
    },
    load: { front: 0, rear: gain * GRAVITY, roll: 0, rollRear: 0 },
    minimum: 0,
    maximum: Infinity,
    heightRange: { low: 0, high: Infinity },
    sprungEmpty: 0,
    mark: 'wheel-center',
    aim: { kind: 'height', leave: 0 },
    air: 'separate',
    ambient,
    driving: null,
    reboundTravel: null,
    jounceTravel: null,
    unsure: { gain: 0, target: 0, rate: 0, bag: 0, friction: 0 },
  })
}
const keys = (table: object) => Object.keys(table)
const forceText = (newtons: number, system: UnitSystem) =>
  system === 'us' ? `${Math.round(newtons / 4.4482216152605)} lbf` : `${(newtons / 1000).toFixed(2)} kN`

export const CALCULATORS: readonly Calculator[] = [
  {
    id: 'tape',
    title: 'Tape arithmetic',
    formula: 'sum and difference of readings, minus with a space on both sides',
    source: 'exact, to the nearest sixteenth',
    inputs: [{ key: 'sum', label: 'Readings', kind: 'text', usual: '26 3/16 - 22 5/16' }],
    compute({ text }, system) {
      const sum = tapeSum(text.sum!, system)
      if (!sum.ok) return [{ label: 'Does not read', value: '–', note: refusalText(sum) }]
      return [
        { label: 'Inches', value: q('length', sum.value, 'us') },
        { label: 'Millimeters', value: q('length', sum.value, 'metric', 1) },
      ]
    },
  },
  {
    id: 'units',
    title: 'Units',
    formula: 'any quantity with its unit, in all the others',
    source: 'NIST SP 811',
    inputs: [
      { key: 'kind', label: 'Quantity', kind: 'choice', usual: 'torque', choices: keys(UNITS) },
      { key: 'typed', label: 'As typed', kind: 'text', usual: '16 lb-ft' },
    ],
    compute({ text }, system) {
      const kind = text.kind as QuantityKind
      const parsed = parseQuantity(kind, text.typed!, { system, signed: true })
      if (!parsed.ok) return [{ label: 'Does not read', value: '–', note: refusalText(parsed) }]
      const { us, metric, others } = UNITS[kind]
      return [us, metric, ...others].map((u) => ({
        label: u.symbol,
        value: ((parsed.value - (u.offset ?? 0)) / u.factor).toPrecision(6).replace(/\.?0+$/, ''),
      }))
    },
  },
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
                label: 'Does not read',
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
              note: 'At least two loads, far enough apart that the tape can tell.',
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
  {
    id: 'axles',
    title: 'Axle weights',
    formula: 'rear gains m (1 − x/L), front m x/L',
    source: 'statics',
    inputs: [
      { key: 'wheelbase', label: 'Wheelbase', kind: 'length', usual: '145 5/8 in' },
      { key: 'mass', label: 'Weight', kind: 'mass', usual: '660 lb' },
      { key: 'x', label: 'Ahead of the rear axle', kind: 'length', usual: '13 3/4 in', signed: true },
      { key: 'tongue', label: 'On the hitch ball', kind: 'mass', usual: '0 lb' },
      { key: 'hitch', label: 'Rear axle to ball', kind: 'length', usual: '49 in' },
    ],
    compute({ wheelbase, mass, x, tongue, hitch }, system) {
      const share = shareOnAxles(wheelbase!, [
        { mass: mass!, x: x!, y: 0 },
        { mass: tongue!, x: -hitch!, y: 0 },
      ])
      const note =
        share.front < 0
          ? 'The front axle is lighter by this much. Air brings the height back, not this weight.'
          : undefined
      return [
        { label: 'Rear axle gains', value: q('mass', share.rear, system) },
        { label: 'Front axle gains', value: q('mass', share.front, system), note },
      ]
    },
  },
  {
    id: 'pressure',
    title: 'Pressure by effective area',
    formula: 'P = F/A for each of two bags beside the axle',
    source: 'force balance, e.g. Gillespie',
    inputs: [
      { key: 'gain', label: 'Rear axle gained', kind: 'mass', usual: '1450 lb' },
      { key: 'area', label: 'Effective area, in²', kind: 'number', usual: '24' },
      { key: 'maximum', label: 'Kit maximum', kind: 'pressure', usual: '100 psi' },
    ],
    compute({ gain, area, maximum }, system) {
      const pressure = (gain! * GRAVITY) / (2 * area! * 0.0254 ** 2)
      return [
        {
          label: 'To stand at the empty height',
          value: q('pressure', pressure, system, 1),
          note: pressure > maximum! ? 'Over the maximum: more area, or less load.' : undefined,
        },
        {
          label: 'Left of the maximum',
          value: q('pressure', maximum! - pressure, system, 1),
          note: 'Pressure to spare is not capacity to spare: the ratings decide.',
        },
      ]
    },
  },
  {
    id: 'before',
    title: 'Before-loading pressure',
    formula: 'P_abs V kept from loaded to empty; 2 P A = k × rise; area taken as constant over the rise',
    source: 'Boyle; statics',
    inputs: [
      { key: 'gain', label: 'Rear axle gains', kind: 'mass', usual: '1450 lb' },
      { key: 'rate', label: 'Rear springs, both', kind: 'rate', usual: '434 lb/in' },
      { key: 'area', label: 'Effective area, in²', kind: 'number', usual: '24' },
      { key: 'volume', label: 'Volume when level, in³', kind: 'number', usual: '150' },
      { key: 'altitude', label: 'Altitude', kind: 'altitude', usual: '0 ft' },
    ],
    compute({ gain, rate, area, volume, altitude }, system) {
      const [a, v] = [area! * INCH ** 2, volume! * INCH ** 3]
      if (!(a > 0) || !(v > 0) || !(rate! > 0))
        return [{ label: 'No answer', value: '–', note: 'Area, volume and spring rate must be over zero.' }]
      const { mean, before } = levelOnPlainBags(gain!, rate!, a, v, atmosphere(altitude))
      if (mean === null || !before)
        return [{ label: 'No answer', value: '–', note: 'Nothing to lift, or the bag would rise out of any window.' }]
      return [
        { label: 'With the load on', value: q('pressure', mean, system, 1) },
        { label: 'Set before loading', value: q('pressure', before.pressure, system, 1) },
        {
          label: 'Rise empty at this pressure',
          value: q('length', before.rise, system),
          note: 'The same when the load comes off and nobody bleeds: it must fit the travel down and the bag.',
        },
      ]
    },
  },
  {
    id: 'hitch',
    title: 'Weight-distributing hitch',
    formula: 'M = f V g b/(1 + b/d); tongue V − M/(g d); front + M (1 + b/d)/(g L)',
    source: 'moments about the axles; restoration as SAE J2807 uses it (from memory)',
    inputs: [
      { key: 'tongue', label: 'On the ball, bars slack', kind: 'mass', usual: '640 lb' },
      { key: 'hitch', label: 'Rear axle to ball', kind: 'length', usual: '49 in' },
      { key: 'trailer', label: 'Ball to trailer axles', kind: 'length', usual: '205 in' },
      { key: 'wheelbase', label: 'Wheelbase', kind: 'length', usual: '145 5/8 in' },
      { key: 'share', label: 'Front weight to bring back, %', kind: 'number', usual: '50' },
    ],
    compute({ tongue, hitch, trailer, wheelbase, share }, system) {
      if (!(trailer! > 0) || !(wheelbase! > 0) || share! > 100)
        return [{ label: 'No answer', value: '–', note: 'Distances must be over zero, and 100 % is all there is.' }]
      const bars = distributeWeight(tongue!, hitch!, trailer!, wheelbase!, share! / 100)
      return [
        { label: 'Bars, at the ball', value: q('torque', bars.couple, system, 0) },
        { label: 'Then on the ball', value: q('mass', bars.tongue, system) },
        { label: 'Front axle, against no trailer', value: q('mass', bars.front, system) },
        {
          label: 'To the trailer axles',
          value: q('mass', bars.trailerAxle, system),
          note: 'Air first, to height, with the bars slack; then the bars. Air added afterward slackens them.',
        },
      ]
    },
  },
  {
    id: 'filling',
    title: 'Filled here, driven there',
    formula: 'P₂ = (P₁ + p₁) T₂/T₁ − p₂, bag at one height',
    source: 'ideal gas; ICAO standard atmosphere',
    inputs: [
      { key: 'pressure', label: 'Set to', kind: 'pressure', usual: '30 psi' },
      { key: 'warm', label: 'At', kind: 'temperature', usual: '75 °F', signed: true },
      { key: 'from', label: 'Altitude', kind: 'length', usual: '100 m' },
      { key: 'cold', label: 'Then at', kind: 'temperature', usual: '20 °F', signed: true },
      { key: 'to', label: 'Altitude there', kind: 'length', usual: '2400 m' },
    ],
    compute(v, system) {
      const there = ((v.pressure! + atmosphere(v.from)) * v.cold!) / v.warm! - atmosphere(v.to)
      return [
        { label: 'Reads there', value: q('pressure', there, system, 1) },
        {
          label: 'Change',
          value: q('pressure', there - v.pressure!, system, 1),
          note: 'Air that was neither lost nor added.',
        },
      ]
    },
  },
  {
    id: 'air-check',
    title: 'Air check',
    formula: '(P₂ + p)/T₂ = (P₁ + p)/T₁; 7 psi of 60 in 24 h, in proportion',
    source: 'ideal gas; allowance is common practice',
    inputs: [
      { key: 'start', label: 'At the start', kind: 'pressure', usual: '60 psi' },
      { key: 'warm', label: 'Temperature', kind: 'temperature', usual: '75 °F', signed: true },
      { key: 'end', label: 'At the end', kind: 'pressure', usual: '56 psi' },
      { key: 'cold', label: 'Temperature then', kind: 'temperature', usual: '54 °F', signed: true },
      { key: 'hours', label: 'Hours', kind: 'number', usual: '24' },
    ],
    compute(v, system) {
      const verdict = judgeAirCheck(
        { pressure: v.start!, temperature: v.warm! },
        { pressure: v.end!, temperature: v.cold! },
        v.hours! * 3600,
      )
      return [
        { label: 'Should read', value: q('pressure', verdict.expected, system, 1) },
        { label: 'Lost', value: q('pressure', verdict.lost, system, 1), note: airCheckText(verdict, system) },
      ]
    },
  },
  {
    id: 'torque',
    title: 'Torque, clamp and wrench',
    formula: 'F = T/(K d); with an extension T L/(L + E cos θ)',
    source: 'Shigley; ASME B1.1, ISO 898-1, SAE J429',
    inputs: [
      { key: 'torque', label: 'Torque', kind: 'torque', usual: '16 lb-ft' },
      { key: 'thread', label: 'Thread', kind: 'choice', usual: '3/8-16', choices: keys(THREADS) },
      { key: 'grade', label: 'Grade', kind: 'choice', usual: 'grade 5', choices: keys(PROOF) },
      { key: 'finish', label: 'Finish', kind: 'choice', usual: 'unstated', choices: keys(NUT_FACTOR) },
      { key: 'wrench', label: 'Wrench length', kind: 'length', usual: '16 in' },
      { key: 'extension', label: 'Extension', kind: 'length', usual: '0 in' },
      { key: 'angle', label: 'Angle of it, degrees', kind: 'number', usual: '0' },
    ],
    compute(v, system) {
      const clamp = clampForce(
        v.torque!,
        v.text.thread as ThreadName,
        v.text.grade as BoltGrade,
        v.text.finish as Finish,
      )
      const notes = {
        ok: undefined,
        'look-again': 'Over 75 % of proof at a low nut factor: look again.',
        refused: 'Over proof load: no torque for this bolt.',
        'likely-inch-pounds': 'So low that it may be inch-pounds.',
      }
      return [
        { label: 'Clamp force', value: forceText(clamp.force, system) },
        { label: 'Of proof load', value: `${(100 * clamp.proof).toFixed(1)} %`, note: notes[clamp.note] },
        {
          label: 'Set the wrench to',
          value: q('torque', wrenchSetting(v.torque!, v.wrench!, v.extension!, (v.angle! * Math.PI) / 180), system),
        },
      ]
    },
  },
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
    compute({ text, cold, full }, system) {
      const diameter = tireDiameter(text.size!)
      const load = tireLoad(text.index!, text.passenger === 'yes')
      const at = (kg: number) => q('mass', full! > 0 ? loadAtPressure(kg, cold!, full!) : kg, system)
      return [
        {
          label: 'Diameter',
          value: diameter === null ? '–' : q('length', diameter, system),
          note: diameter === null ? 'The size reads like 255/70R18.' : undefined,
        },
        {
          label: 'One tire, single',
          value: load ? at(load.single) : '–',
          note: load
            ? "Below that pressure, less by its 0.8th power; the tire maker's table outranks this. Stronger tires raise no axle rating."
            : 'The index reads like 121/118 or 116.',
        },
        { label: 'One tire, dual', value: load?.dual ? at(load.dual) : '–' },
      ]
    },
  },
  {
    id: 'attitude',
    title: 'Pitch, lamps and ride',
    formula: 'atan((Δfront − Δrear)/L); beam at 25 ft; f = √(k/m)/2π',
    source: 'plane geometry; SAE J599 distance (from memory); Gillespie',
    inputs: [
      { key: 'front', label: 'Front rose', kind: 'length', usual: '3/4 in', signed: true },
      { key: 'rear', label: 'Rear rose', kind: 'length', usual: '-3 1/4 in', signed: true },
      { key: 'wheelbase', label: 'Wheelbase', kind: 'length', usual: '145 5/8 in' },
      { key: 'mass', label: 'On the rear axle', kind: 'mass', usual: '3200 lb' },
      { key: 'rate', label: 'Rear springs, both', kind: 'rate', usual: '434 lb/in' },
    ],
    compute(v, system) {
      const { pitch, beamRise } = attitude(v.front!, v.rear!, v.wheelbase!)
      return [
        { label: 'Nose up', value: `${((pitch * 180) / Math.PI).toFixed(2)}°` },
        { label: 'Beam at 25 ft', value: q('length', beamRise, system) },
        {
          label: 'Body frequency',
          value: `${bodyFrequency(v.mass!, v.rate!).toFixed(2)} Hz`,
          note: 'More support is a stiffer ride.',
        },
      ]
    },
  },
]

export type Answer = { ok: true; rows: Row[] } | { ok: false; key: string; why: string }

/**
 * Runs a calculator on what was typed. A bare number is in the units of the screen.
 * @returns its rows, or the first field that does not read and why
 */
export function answer(calculator: Calculator, typed: Record<string, string>, system: UnitSystem): Answer {
  const values = { text: {} } as Values
  for (const input of calculator.inputs) {
    const text = (typed[input.key] ?? input.usual).trim()
    if (input.kind === 'choice' || input.kind === 'text') {
      if (!text || text.length > 80) return { ok: false, key: input.key, why: `Type it like ${input.usual}.` }
      if (input.kind === 'choice' && !input.choices.includes(text))
        return { ok: false, key: input.key, why: `One of ${input.choices.join(', ')}.` }
      values.text[input.key] = text
    } else if (input.kind === 'number') {
      const number = /^\d+(?:\.\d+)?$/.test(text) ? Number(text) : NaN
      if (!(number >= 0 && number < 10_000))
        return { ok: false, key: input.key, why: `A number like ${input.usual}, without a unit.` }
      values[input.key] = number
    } else {
      const parsed = parseQuantity(input.kind, text, { system, signed: input.signed })
      if (!parsed.ok) return { ok: false, key: input.key, why: refusalText(parsed) }
      values[input.key] = parsed.value
    }
  }
  const rows = calculator.compute(values, system)
  // A zero where it divides, or a figure out of this world: said, never shown as NaN.
  if (rows.some((r) => /NaN|Infinity/.test(r.value)))
    return {
      ok: false,
      key: calculator.inputs[0]!.key,
      why: 'No answer from these figures: is one of them zero, or in another unit?',
    }
  return { ok: true, rows }
}
