import { z } from 'zod'
import { atmosphere, INCH, PSI, typed } from '../quantity'
import {
  airSpring,
  bagAt,
  bagRate,
  bagTableSchema,
  bodyFrequency,
  FAST_EXPONENT,
  levelAxle,
  minimumPressureLift,
  type LevelSolution,
} from '../spring'
import { figure, figureOr } from './answer'

const shareOf = z.number({ error: 'must be a number' })

export const levelRequest = z.strictObject({
  bag: bagTableSchema,
  /** Bag height when the vehicle stands at its unladen height. */
  rideBagHeight: typed('length', 0.01, 0.8),
  /** What the axle gained. */
  gain: typed('mass', 0, 20_000),
  gainGive: typed('mass', 0, 10_000).default(0),
  /** Both springs of the axle. */
  axleRate: typed('rate', 0, 1_000_000),
  /** On the axle unladen, for the body frequency. */
  unladen: typed('mass', 0, 20_000).default(0),
  motionRatio: shareOf.min(0.2).max(2).default(1),
  bagSpacing: typed('length', 0.3, 2.5).default(0.9),
  springSpacing: typed('length', 0.3, 2.5).default(1),
  minimum: typed('pressure', 0, 1_000_000).default(5 * PSI),
  maximum: typed('pressure', 10_000, 2_000_000).default(100 * PSI),
  window: z.strictObject({ low: typed('length', 0.01, 0.8), high: typed('length', 0.01, 0.8) }).optional(),
  lineVolume: shareOf.min(0).max(0.01).default(0),
  /** Load's moment about the centre line at this axle, left down positive. */
  rollMoment: typed('torque', -50_000, 50_000).default(0),
  leaveSquat: typed('length', -0.3, 0.3).default(0),
  leaveSquatGive: typed('length', 0, 0.1).default(INCH / 16),
  /** Set when heights are marked from the ground: the axle's tyres, both sides together. */
  tyreAxleRate: typed('rate', 10_000, 10_000_000).nullable().default(null),
  air: z.enum(['teed', 'independent'], { error: 'air must be teed or independent' }).default('independent'),
  carries: z.enum(['added', 'all'], { error: 'carries must be added or all' }).default('added'),
  altitude: typed('length', -500, 5000).default(0),
  reboundTravel: typed('length', 0, 0.5).nullable().default(null),
})

/** Brings one axle level: pressures, before-loading pressure, sensitivity, lean, frequency, and the bag where it stands. */
export function computeLevel(request: z.output<typeof levelRequest>) {
  const { altitude, bag: table, window, unladen, ...rest } = request
  const bag = airSpring(table)
  const ambient = atmosphere(altitude)
  const question = {
    ...rest,
    bag,
    ambient,
    sprungUnladen: unladen,
    window: window ?? { low: table.heights[0]!, high: table.heights.at(-1)! },
  }
  const s: LevelSolution = levelAxle(question)
  const state = bagAt(bag, s.bagHeight)
  const side = (x: LevelSolution['left']) =>
    x && { force: { value: x.force, unit: 'N' }, pressure: figure('pressure', x.pressure) }
  const mass = unladen + request.gain
  return {
    code: s.code,
    supported: { value: s.supported, unit: 'N' },
    pressure: figureOr('pressure', s.mean),
    left: side(s.left),
    right: side(s.right),
    band: s.band && { low: figure('pressure', s.band.low), high: figure('pressure', s.band.high) },
    sensitivity: s.sensitivity === null ? null : { value: s.sensitivity, unit: 'Pa/m' },
    before: s.before && {
      ...s.before,
      pressure: figure('pressure', s.before.pressure),
      rise: figure('length', s.before.rise),
      bagHeight: figure('length', s.before.bagHeight),
    },
    leanDegrees: s.lean === null ? null : (s.lean * 180) / Math.PI,
    remainingSquat: figure('length', s.remainingSquat),
    frequency:
      mass > 0 && request.axleRate > 0
        ? {
            without: { value: bodyFrequency(mass, request.axleRate), unit: 'Hz' },
            with: s.frequency && { value: s.frequency.with, unit: 'Hz' },
          }
        : null,
    minimumPressureLift: figureOr('length', minimumPressureLift(question)),
    bagState: state && {
      height: figure('length', state.height),
      area: { value: state.area, unit: 'm2' },
      volume: { value: state.volume, unit: 'm3' },
      areaSlope: { value: state.areaSlope, unit: 'm2/m' },
      rate:
        s.mean === null
          ? null
          : figureOr('rate', bagRate(bag, s.bagHeight, s.mean, FAST_EXPONENT, request.lineVolume, ambient)),
    },
  }
}
