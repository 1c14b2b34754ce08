import { z } from 'zod'
import { calculator } from './calculator'
import { atmosphere, GRAVITY, INCH, plainNumber, PSI, typed } from '../quantity'
import {
  airSpring,
  axleAlone,
  bagAt,
  bagDataSchema,
  bagRate,
  bagTable,
  bodyFrequency,
  bringLevel,
  FAST_EXPONENT,
  isBeyond,
  standOf,
  standAtMinimum,
  UNKNOWN_AXLE,
  type LevelQuestion,
  type SideSolution,
} from '../spring'
import { figure, figureOr, figures } from './figure'

const rollRate = plainNumber('roll stiffness', 0, 1e7, 'N·m/rad').meta({ description: 'roll stiffness, N·m/rad' })

const levelRequest = z.strictObject({
  bag: bagDataSchema,
  /** Bag height when the vehicle stands at its empty height. */
  rideBagHeight: typed('length', 0.01, 0.8),
  /** What the axle gained. */
  gain: typed('mass', 0, 20_000),
  gainGive: typed('mass', 0, 10_000).default(0),
  /** Both springs of the axle. */
  axleRate: typed('rate', 0, 1_000_000),
  /** Helper leaves and stop: where each touches, and the rate it adds a side. */
  stages: z
    .array(z.strictObject({ at: typed('length', 0, 0.5), adds: typed('rate', 1, 5_000_000) }))
    .max(3, { error: 'three stages max' })
    .default([]),
  /** Friction of the springs, N, up and down from the mean. */
  friction: plainNumber('friction', 0, 10_000, 'N').default(0),
  antiRoll: rollRate.default(0),
  /** On the axle, empty, for the body frequency. */
  unladen: typed('mass', 0, 20_000).default(0),
  motionRatio: plainNumber('motionRatio', 0.2, 2).default(1),
  bagSpacing: typed('length', 0.3, 2.5).default(0.9),
  springSpacing: typed('length', 0.3, 2.5).default(1),
  minimum: typed('pressure', 0, 1_000_000).default(5 * PSI),
  maximum: typed('pressure', 10_000, 2_000_000).default(100 * PSI),
  window: z.strictObject({ low: typed('length', 0.01, 0.8), high: typed('length', 0.01, 0.8) }).optional(),
  lineVolume: plainNumber('lineVolume', 0, 0.01, 'm³').default(0),
  /** Load's moment about the center line, left down positive; this axle's own where the frame twists. */
  rollMoment: typed('torque', -50_000, 50_000).default(0),
  /** The front axle, where it takes part of the lean: both springs' rate and roll stiffness. */
  front: z
    .strictObject({
      rate: typed('rate', 1_000, 1_000_000),
      roll: rollRate,
      gain: typed('mass', -5_000, 20_000).default(0),
    })
    .optional(),
  /** Roll stiffness of each axle's tires, where they give in roll too. */
  tireRoll: z.strictObject({ front: rollRate, rear: rollRate }).optional(),
  frame: z.enum(['rigid', 'twisting'], { error: 'frame must be rigid or twisting' }).default('rigid'),
  /** A pressure that is there: what squat it leaves. */
  pressure: typed('pressure', 0, 2_000_000).optional(),
  leaveSquat: typed('length', -0.3, 0.3).default(0),
  leaveSquatGive: typed('length', 0, 0.1).default(INCH / 16),
  /** Set when heights are marked from the ground: the axle's tires, both sides together. */
  tireAxleRate: typed('rate', 10_000, 10_000_000).nullable().default(null),
  air: z.enum(['teed', 'independent'], { error: 'air must be teed or independent' }).default('independent'),
  carries: z.enum(['added', 'all'], { error: 'carries must be added or all' }).default('added'),
  altitude: typed('altitude', -500, 5000).default(0),
  /** Where it is driven, if not where it is filled. */
  driving: z
    .strictObject({
      altitude: typed('altitude', -500, 5000),
      fillTemperature: typed('temperature', 233.15, 333.15),
      temperature: typed('temperature', 233.15, 333.15),
    })
    .optional(),
  reboundTravel: typed('length', 0, 0.5).nullable().default(null),
  jounceTravel: typed('length', 0, 0.5).nullable().default(null),
})

// eslint-disable-next-line complexity -- the request has many optional parts, and each is a line
function questionOf(request: z.output<typeof levelRequest>): LevelQuestion {
  const { bag, window, front, tireRoll, driving } = request
  const { heights } = bagTable(bag)
  const gives = request.tireAxleRate !== null || tireRoll !== undefined
  const bags = {
    bag: airSpring(bag),
    rideHeight: request.rideBagHeight,
    motionRatio: request.motionRatio,
    spacing: request.bagSpacing,
    lineVolume: request.lineVolume,
  }
  const alone = axleAlone(request.axleRate, bags, request.gain)
  const aim = alone.aims.rear!
  return {
    ...alone,
    chassis: {
      ...alone.chassis,
      rear: {
        ...alone.chassis.rear,
        side: { first: request.axleRate / 2, stages: request.stages },
        spacing: request.springSpacing,
        swayBar: request.antiRoll,
        tires: gives ? { rate: request.tireAxleRate ?? Infinity, roll: tireRoll?.rear ?? Infinity } : null,
        carriedEmpty: request.carries === 'all' ? request.unladen * GRAVITY : 0,
      },
      front: {
        ...UNKNOWN_AXLE,
        side: front ? { first: front.rate / 2, stages: [] } : null,
        // Its roll stiffness is given as such: over no arm, the springs add nothing to it.
        spacing: 0,
        swayBar: front?.roll ?? 0,
        tires: gives ? { rate: Infinity, roll: tireRoll?.front ?? Infinity } : null,
      },
      frame: request.frame,
    },
    load: {
      ...alone.load,
      front: (front?.gain ?? 0) * GRAVITY,
      roll: request.rollMoment,
      rollRear: request.rollMoment,
    },
    mark: request.tireAxleRate === null ? 'wheel-center' : 'ground',
    ambient: atmosphere(request.altitude),
    driving: driving
      ? { ambient: atmosphere(driving.altitude), warmth: driving.temperature / driving.fillTemperature }
      : null,
    aims: {
      rear: {
        ...aim,
        minimum: request.minimum,
        maximum: request.maximum,
        heightRange: window ?? { low: heights[0]!, high: heights.at(-1)! },
        sprungEmpty: request.unladen,
        aim: { kind: 'height', leave: request.leaveSquat },
        air: request.air === 'teed' ? 'teed' : 'separate',
        reboundTravel: request.reboundTravel,
        jounceTravel: request.jounceTravel,
        unsure: {
          ...aim.unsure,
          gain: request.gainGive,
          target: request.leaveSquatGive,
          friction: request.friction,
        },
      },
    },
  }
}

/**
 * Brings one axle level: pressures, before-loading pressure, sensitivity, lean, frequency, and the bag where it stands.
 * @param request as its schema reads it, SI
 * Source: statics; Boyle (`bringLevel`).
 *
 * @example
 * CALCULATORS.level.compute(CALCULATORS.level.request.parse({
 *   bag: { heights: [0.1, 0.125, 0.15, 0.175, 0.2, 0.225], areas: [0.019, 0.0178, 0.0165, 0.015, 0.0132, 0.011],
 *     volumes: [0.0013, 0.00175, 0.00218, 0.00257, 0.00292, 0.00322] },
 *   rideBagHeight: 0.165, gain: 659.59, axleRate: 76000,
 * })).pressure.us.value // => 30.01
 */
// eslint-disable-next-line complexity, max-lines-per-function -- the request has many optional parts, and each is a line
function computeLevel(request: z.output<typeof levelRequest>) {
  const question = questionOf(request)
  const { bag } = question.chassis.rear.bags!
  const s = bringLevel(question).rear!
  const state = bagAt(bag, s.bagHeight)
  const side = (x: SideSolution | null) =>
    x && {
      force: { value: x.force, unit: 'N' },
      pressure: figure('pressure', x.pressure),
      bagHeight: figure('length', x.bagHeight),
    }
  const lowest = standAtMinimum(question)?.rear.squat
  const atPressure =
    request.pressure === undefined
      ? null
      : (standOf(question.chassis, question.load, {
          rear: { kind: 'pressure', left: request.pressure, right: request.pressure },
        }) ?? null)
  const mass = request.unladen + request.gain
  const degrees = (lean: number | null) => (lean === null ? null : (lean * 180) / Math.PI)
  return {
    code: s.code,
    supported: { value: s.supported, unit: 'N' },
    pressure: figureOr('pressure', s.mean),
    left: side(s.left),
    right: side(s.right),
    band: s.band && { low: figure('pressure', s.band.low), high: figure('pressure', s.band.high) },
    doubts: s.bandParts.map((d) => ({
      source: d.source === 'bag-height' ? 'bag-length' : d.source,
      ...figure('pressure', d.value),
    })),
    sensitivity: s.sensitivity === null ? null : { value: s.sensitivity, unit: 'Pa/m' },
    before: s.before && {
      withinWindow: s.before.withinHeightRange,
      withinRebound: s.before.withinRebound,
      lean: s.before.lean,
      ...figures(s.before, {
        pressure: 'pressure',
        left: 'pressure',
        right: 'pressure',
        rise: 'length',
        bagHeight: 'length',
      }),
    },
    driving:
      s.driving && figures(s.driving, { left: 'pressure', right: 'pressure', sealed: 'pressure', rise: 'length' }),
    leanDegrees: degrees(s.lean),
    leanTeedDegrees: degrees(s.leanTeed),
    remainingSquat: figure('length', s.remainingSquat),
    obstacles: s.obstacles,
    jouncePressure: figureOr('pressure', s.jouncePressure),
    frequency:
      mass > 0 && request.axleRate > 0
        ? {
            without: { value: s.frequency?.without ?? bodyFrequency(mass, request.axleRate), unit: 'Hz' },
            with: s.frequency && { value: s.frequency.with, unit: 'Hz' },
          }
        : null,
    atPressure:
      atPressure && !isBeyond(atPressure)
        ? {
            squat: figure('length', atPressure.rear.squat),
            leanDegrees: degrees(atPressure.rear.lean),
            bagHeight: figure('length', (atPressure.rear.left!.height + atPressure.rear.right!.height) / 2),
          }
        : null,
    minimumPressureLift: figureOr('length', lowest === undefined ? null : -lowest),
    bagState: state && {
      height: figure('length', state.height),
      area: { value: state.area, unit: 'm2' },
      volume: { value: state.volume, unit: 'm3' },
      areaSlope: { value: state.areaSlope, unit: 'm2/m' },
      rate:
        s.mean === null
          ? null
          : figureOr(
              'rate',
              bagRate(bag, s.bagHeight, s.mean, {
                exponent: FAST_EXPONENT,
                lineVolume: request.lineVolume,
                ambient: question.ambient,
              }),
            ),
    },
  }
}

export const level = calculator({
  request: levelRequest,
  compute: computeLevel,
  endpoint: { name: 'level', summary: 'Pressure that brings an axle level' },
})
