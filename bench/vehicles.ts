import fc from 'fast-check'
import { atmosphere, GRAVITY, PSI } from '@stout-shackle/core/quantity'
import { bringLevel, standOf, type LevelQuestion } from '@stout-shackle/core/spring'
import { referenceBag } from '../core/fixtures/reference-axle'

export interface Sweep {
  vehicles: number
  milliseconds: number
  /** By outcome. */
  codes: Record<string, number>
  /** Leveled ones whose pressures, put back, do not give the aim to a tenth of a millimeter. */
  missed: number
  /** Answers with a number that is none. */
  notFinite: number
  /** Out of reach without a word of why. */
  unexplained: number
}

const between = (min: number, max: number) => fc.double({ min, max, noNaN: true })

/** Vehicles from a light van to a motorhome, some with loads no air can hold. */
const someVehicle = fc
  .record({
    wheelbase: between(2.5, 7),
    first: between(15_000, 250_000),
    stages: fc.option(fc.record({ at: between(0.01, 0.15), adds: between(5_000, 400_000) })),
    spacing: between(0.7, 1.4),
    bar: between(0, 30_000),
    front: fc.option(fc.record({ rate: between(30_000, 300_000), roll: between(20_000, 200_000) })),
    tire: fc.option(between(150_000, 1_200_000)),
    frame: fc.constantFrom('rigid' as const, 'twisting' as const),
    pitchMoment: between(0, 40_000),
    leanMoment: between(0, 10_000),
    ratio: between(0.5, 1.2),
    bagSpacing: between(0.6, 1.3),
    ride: between(0.11, 0.215),
    replaces: fc.boolean(),
    load: fc.record({
      front: between(-4_000, 6_000),
      rear: between(-2_000, 25_000),
      roll: between(-4_000, 4_000),
      rollRear: between(-4_000, 4_000),
    }),
    mark: fc.constantFrom('wheel-center' as const, 'ground' as const),
    aim: fc.oneof(
      between(-0.02, 0.05).map((leave) => ({ kind: 'height' as const, leave })),
      between(-0.02, 0.02).map((offset) => ({ kind: 'rake' as const, offset })),
    ),
    air: fc.constantFrom('teed' as const, 'separate' as const),
  })
  .map((v): LevelQuestion => ({
    chassis: {
      wheelbase: v.wheelbase,
      rearSide: v.replaces ? { first: 0, stages: [] } : { first: v.first, stages: v.stages ? [v.stages] : [] },
      rearSpacing: v.spacing,
      rearSwayBar: v.bar,
      front: v.front,
      tires: v.tire ? { front: 2 * v.tire, rear: 2 * v.tire, frontRoll: 1.4 * v.tire, rearRoll: 1.4 * v.tire } : null,
      frame: v.frame,
      pitchMoment: v.pitchMoment,
      leanMoment: v.leanMoment,
      bags: { bag: referenceBag, rideHeight: v.ride, motionRatio: v.ratio, spacing: v.bagSpacing, lineVolume: 1e-4 },
      carriedEmpty: v.replaces ? 900 * GRAVITY : 0,
    },
    load: v.load,
    minimum: 5 * PSI,
    maximum: 100 * PSI,
    heightRange: { low: 0.105, high: 0.22 },
    sprungEmpty: 900,
    mark: v.mark,
    aim: v.aim,
    air: v.air,
    ambient: atmosphere(),
    driving: { ambient: atmosphere(1500), warmth: 0.95 },
    reboundTravel: 0.09,
    jounceTravel: 0.08,
    unsure: { gain: 20, target: 0.0016, rate: 3_000, bag: 0.0016, friction: 400 },
  }))

/** Solves many random vehicles and counts what went wrong. */
export function sweepVehicles(count: number, seed: number): Sweep {
  const vehicles = fc.sample(someVehicle, { numRuns: count, seed })
  const start = performance.now()
  const answers = vehicles.map((q) => bringLevel(q))
  const milliseconds = performance.now() - start
  const sweep: Sweep = { vehicles: count, milliseconds, codes: {}, missed: 0, notFinite: 0, unexplained: 0 }
  answers.forEach((s, i) => {
    const q = vehicles[i]!
    sweep.codes[s.code] = (sweep.codes[s.code] ?? 0) + 1
    const finite = JSON.stringify(s, (_, v: unknown) => (typeof v === 'number' && !Number.isFinite(v) ? 'none' : v))
    if (finite.includes('"none"')) sweep.notFinite++
    const reached = s.code === 'level' || s.code === 'nothing-to-lift' || s.code === 'tips'
    if (!reached && !s.obstacles.length) sweep.unexplained++
    if (s.code !== 'level' || !s.left || !s.right) return
    const stand = standOf(q.chassis, q.load, { kind: 'pressure', left: s.left.pressure, right: s.right.pressure })
    const ground = q.mark === 'ground'
    const drop = stand && stand.rear + (ground ? stand.rearTires : 0)
    const front = stand && stand.front + (ground ? stand.frontTires : 0)
    const aim = q.aim.kind === 'height' ? q.aim.leave : (front ?? 0) + q.aim.offset
    if (drop === undefined || Math.abs(drop - aim) > 1e-4) sweep.missed++
  })
  return sweep
}
