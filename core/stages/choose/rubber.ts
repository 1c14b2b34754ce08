import type { Hertz, Meters, Newtons } from '../../quantity'
import type { Kit, Rubber } from '../../kit'
import { bodyFrequency, standOf, stagedForce, stagedRate, type Stand, type StagedSpring } from '../../spring'
import type { Job } from '../../job'
import { axleTireRate, postureOf, tireSink, type LoadedCase, type Posture } from '../load'
import { helpedAxle } from './helped-axle'

/** What a pair of rubber helpers comes to under a load: it takes what it takes, nothing is set. */
export interface RubberOutcome {
  /** Seen from the helped axle: its squat is the `rear` one. */
  stand: Stand
  /** Squat over the springs without it and with it. */
  without: Meters
  with: Meters
  /** Part of the squat that it takes out; 0 where there is none. */
  recovered: number
  /** Of one rubber, the harder pressed side. */
  force: Newtons
  /** Squeezed harder than its maker allows, or further than its curve reaches. */
  overloaded: boolean
  frequency: { without: Hertz; with: Hertz; emptyWithout: Hertz; emptyWith: Hertz }
}

/**
 * A spring with a rubber beside it: straight pieces of the rubber's curve, each coming in where the last one ends.
 * @param spring N/m, a side
 * @returns the two as one staged spring
 */
export function besideRubber(spring: StagedSpring, { gap, squeeze, force }: Rubber): StagedSpring {
  let rate = 0
  const pieces = squeeze.map((to, i) => {
    const from = squeeze[i - 1] ?? 0
    const next = (force[i]! - (force[i - 1] ?? 0)) / (to - from)
    const piece = { at: gap + from, adds: next - rate }
    rate = next
    return piece
  })
  return {
    first: spring.first,
    stages: [...spring.stages, ...pieces.filter((p) => p.adds > 0)].sort((a, b) => a.at - b.at),
  }
}

const NO_SPRING: StagedSpring = { first: 0, stages: [] }

/** What one rubber pushes back with at a squat over the springs; null beyond the end of its curve. */
function forceOf(rubber: Rubber, squat: Meters): Newtons | null {
  const squeezed = squat - rubber.gap
  if (squeezed > rubber.squeeze.at(-1)!) return null
  return squeezed <= 0 ? 0 : stagedForce(besideRubber(NO_SPRING, rubber), squat)
}

/**
 * A rubber helper on this job under one load; null for a kit with air, or while the rate of its axle is unknown.
 * @returns m and N
 * Source: statics; the curve is the kit's.
 */
export function rubberUnder(job: Job, kit: Kit, at: LoadedCase): RubberOutcome | null {
  const { rubber } = kit
  const axle = rubber && helpedAxle(job, kit.axle, at)
  if (!rubber || !axle) return null
  const { chassis, load, sprung, gain } = axle
  const steel = chassis.rearSide
  const helped = besideRubber(steel, rubber)
  const [without, stand] = [standOf(chassis, load, null), standOf({ ...chassis, rearSide: helped }, load, null)]
  if (!without || !stand) return null
  const tilt = (Math.abs(stand.roll) * rubber.spacing) / 2
  const force = forceOf(rubber, stand.rear + tilt)
  const loaded = sprung + gain
  const tire = axleTireRate(job.vehicle, kit.axle) ?? undefined
  const f = (mass: number, side: StagedSpring, squat: Meters) =>
    bodyFrequency(Math.max(mass, 1), 2 * stagedRate(side, squat), tire)
  return {
    stand,
    without: without.rear,
    with: stand.rear,
    recovered: without.rear > 0 ? (without.rear - stand.rear) / without.rear : 0,
    force: force ?? rubber.force.at(-1)!,
    overloaded: force === null || force > rubber.max,
    frequency: {
      without: f(loaded, steel, without.rear),
      with: f(loaded, helped, stand.rear),
      emptyWithout: f(sprung, steel, 0),
      emptyWith: f(sprung, helped, 0),
    },
  }
}

/** How it stands on its rubber helpers. */
export function rubberPosture(
  job: Job,
  at: LoadedCase,
  axle: Kit['axle'],
  { with: squat, stand }: RubberOutcome,
): Posture {
  const drop = squat + tireSink(job, axle, stand.rearGain)
  return axle === 'rear' ? postureOf(job, at, at.squat.front ?? 0, drop) : postureOf(job, at, drop, at.squat.rear ?? 0)
}
