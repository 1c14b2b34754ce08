import fc from 'fast-check'
import { atmosphere, GRAVITY, PSI } from '@stout-shackle/core/quantity'
import { axleDrop, bringLevel, standOf, UNKNOWN_AXLE, type Air, type LevelQuestion } from '@stout-shackle/core/spring'
import { AXLES, otherAxle } from '@stout-shackle/core/vehicle'
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
    front: fc.option(fc.record({ rate: between(30_000, 300_000), bar: between(0, 60_000) })),
    both: fc.boolean(),
    frontAir: fc.constantFrom('teed' as const, 'separate' as const),
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
  .map((v): LevelQuestion => {
    const tires = v.tire ? { rate: 2 * v.tire, roll: 1.4 * v.tire } : null
    const bags = {
      bag: referenceBag,
      rideHeight: v.ride,
      motionRatio: v.ratio,
      spacing: v.bagSpacing,
      lineVolume: 1e-4,
    }
    const side = v.replaces ? { first: 0, stages: [] } : { first: v.first, stages: v.stages ? [v.stages] : [] }
    const aim = {
      minimum: 5 * PSI,
      maximum: 100 * PSI,
      heightRange: { low: 0.105, high: 0.22 },
      sprungEmpty: 900,
      aim: v.aim,
      air: v.air,
      reboundTravel: 0.09,
      jounceTravel: 0.08,
      unsure: { gain: 20, target: 0.0016, rate: 3_000, bag: 0.0016, friction: 400 },
    }
    const both = v.both && v.front !== null
    return {
      chassis: {
        wheelbase: v.wheelbase,
        front: v.front
          ? {
              side: { first: v.front.rate / 2, stages: [] },
              spacing: 1.6,
              swayBar: v.front.bar,
              tires,
              bags: both ? { ...bags, motionRatio: 0.7, spacing: 1.1 } : null,
              carriedEmpty: 0,
            }
          : { ...UNKNOWN_AXLE, tires },
        rear: {
          side,
          spacing: v.spacing,
          swayBar: v.bar,
          tires,
          bags,
          carriedEmpty: v.replaces ? 900 * GRAVITY : 0,
        },
        frame: v.frame,
        pitchMoment: v.pitchMoment,
        leanMoment: { front: v.leanMoment / 2, rear: v.leanMoment / 2 },
      },
      load: v.load,
      mark: v.mark,
      ambient: atmosphere(),
      driving: { ambient: atmosphere(1500), warmth: 0.95 },
      aims: {
        rear: aim,
        ...(both ? { front: { ...aim, aim: { kind: 'height' as const, leave: 0 }, air: v.frontAir } } : {}),
      },
    }
  })

/** Solves many random vehicles and counts what went wrong. */
export function sweepVehicles(count: number, seed: number): Sweep {
  const vehicles = fc.sample(someVehicle, { numRuns: count, seed })
  const start = performance.now()
  const answers = vehicles.map((q) => bringLevel(q))
  const milliseconds = performance.now() - start
  const sweep: Sweep = { vehicles: count, milliseconds, codes: {}, missed: 0, notFinite: 0, unexplained: 0 }
  answers.forEach((leveled, i) => {
    const q = vehicles[i]!
    const solved = AXLES.flatMap((axle) => leveled[axle] ?? [])
    const finite = JSON.stringify(solved, (_, v: unknown) =>
      typeof v === 'number' && !Number.isFinite(v) ? 'none' : v,
    )
    if (finite.includes('"none"')) sweep.notFinite++
    for (const s of solved) {
      sweep.codes[s.code] = (sweep.codes[s.code] ?? 0) + 1
      const reached = s.code === 'level' || s.code === 'nothing-to-lift' || s.code === 'tips'
      if (!reached && !s.obstacles.length) sweep.unexplained++
    }
    if (!solved.every((s) => s.code === 'level' && s.left && s.right)) return
    const air: Air = {}
    for (const axle of AXLES) {
      const s = leveled[axle]
      if (s?.left && s.right) air[axle] = { kind: 'pressure', left: s.left.pressure, right: s.right.pressure }
    }
    const stand = standOf(q.chassis, q.load, air)
    for (const axle of AXLES) {
      const aim = q.aims[axle]?.aim
      if (!aim) continue
      const drop = stand && axleDrop(q.mark, stand[axle])
      const other = stand ? axleDrop(q.mark, stand[otherAxle(axle)]) : 0
      const wanted = aim.kind === 'height' ? aim.leave : other + aim.offset
      if (drop === undefined || Math.abs(drop - wanted) > 1e-4) sweep.missed++
    }
  })
  return sweep
}
