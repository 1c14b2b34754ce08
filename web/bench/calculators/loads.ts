import { bodyFrequency } from '@stout-shackle/core/spring'
import {
  attitude,
  distributeWeight,
  loadAtPressure,
  shareOnAxles,
  tireDiameter,
  tireLoad,
} from '@stout-shackle/core/vehicle'
import { q, type Calculator } from './calculator'

/** Weights on the axles, the hitch, the tires, and how the vehicle then stands. */
export const LOADS: readonly Calculator[] = [
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
