import { judgeHold } from '@stout-shackle/core/air'
import { GRAVITY, INCH, atmosphere } from '@stout-shackle/core/quantity'
import { airSpring, axleAlone, bringLevel } from '@stout-shackle/core/spring'
import { airCheckText } from '@stout-shackle/core/wording'
import { q, type Calculator } from './calculator'

/** Two bags of one area over their whole travel, on an axle with nothing else to it. */
function levelOnPlainBags(gain: number, rate: number, area: number, volume: number, ambient: number) {
  const ride = volume / area
  const travel = Math.min(0.9 * ride, 0.3)
  const heights = [ride - travel, ride, ride + travel]
  const bag = airSpring({ heights, areas: [area, area, area], volumes: heights.map((h) => volume + area * (h - ride)) })
  const bags = { bag, rideHeight: ride, motionRatio: 1, spacing: 1, lineVolume: 0 }
  return bringLevel({ ...axleAlone(rate, bags, gain), ambient }).rear!
}

/** Pressures: to carry a load, before loading, at another height or warmth, and what a bag loses. */
export const AIR: readonly Calculator[] = [
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
    formula: '(P₂ + p)/T₂ = (P₁ + p)/T₁; allowed: P(1 − (53/60)^(h/24))',
    source: 'ideal gas; allowance is common practice',
    inputs: [
      { key: 'start', label: 'At the start', kind: 'pressure', usual: '60 psi' },
      { key: 'warm', label: 'Temperature', kind: 'temperature', usual: '75 °F', signed: true },
      { key: 'end', label: 'At the end', kind: 'pressure', usual: '56 psi' },
      { key: 'cold', label: 'Temperature then', kind: 'temperature', usual: '54 °F', signed: true },
      { key: 'hours', label: 'Hours', kind: 'number', usual: '24' },
    ],
    compute(v, system) {
      const verdict = judgeHold(
        { pressure: v.start!, temperature: v.warm!, altitude: 0 },
        { pressure: v.end!, temperature: v.cold!, altitude: 0 },
        v.hours!,
      )!
      return [
        { label: 'Should read', value: q('pressure', verdict.expected.value, system, 1) },
        { label: 'Lost', value: q('pressure', verdict.lost, system, 1), note: airCheckText(verdict, system) },
      ]
    },
  },
]
