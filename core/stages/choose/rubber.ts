import type { Hertz, Meters, Newtons, Radians } from '../../quantity'
import type { Kit, Rubber } from '../../kit'
import { bodyFrequency, stagedForce, stagedRate, type Stand, type StagedSpring } from '../../spring'
import type { Job } from '../../job'
import { axleTireRate, sprungAt, standsWith, type LoadedCase } from '../load'
import { besideRubber } from './beside-rubber'

/** What a pair of rubber helpers comes to under a load: it takes what it takes, nothing is set. */
export interface RubberOutcome {
  /** Squat over the springs without it and with it. */
  without: Meters
  with: Meters
  /** Of the body, left down positive. */
  lean: Radians
  /** Part of the squat that it takes out; 0 where there is none. */
  recovered: number
  /** Of one rubber, the harder pressed side. */
  force: Newtons
  /** Squeezed harder than its maker allows, or further than its curve reaches. */
  overloaded: boolean
  frequency: { without: Hertz; with: Hertz; emptyWithout: Hertz; emptyWith: Hertz }
}

const NO_SPRING: StagedSpring = { first: 0, stages: [] }

/** What one rubber pushes back with at a squat over the springs; null beyond the end of its curve. */
function forceOf(rubber: Rubber, squat: Meters): Newtons | null {
  const squeezed = squat - rubber.gap
  if (squeezed > rubber.squeeze.at(-1)!) return null
  return squeezed <= 0 ? 0 : stagedForce(besideRubber(NO_SPRING, rubber), squat)
}

/**
 * What rubber helpers come to under a load; null for a kit with air, or while the rate of its axle is unknown.
 * @param stand of the vehicle with all its kits, air included; null where it cannot be had
 * @returns m and N
 * Source: statics; the curve is the kit's.
 */
export function rubberUnder(job: Job, kit: Kit, loadedCase: LoadedCase, stand: Stand | null): RubberOutcome | null {
  const { rubber } = kit
  const model = loadedCase.chassis[kit.axle]
  const steel = model.side
  if (!rubber || !steel || !stand || !loadedCase.bare) return null
  const without = loadedCase.bare[kit.axle]
  const helped = besideRubber(steel, rubber)
  const standHere = stand[kit.axle]
  const tilt = (Math.abs(standHere.roll) * rubber.spacing) / 2
  const force = forceOf(rubber, standHere.squat + tilt)
  const sprung = sprungAt(job.vehicle[kit.axle], standsWith(loadedCase.weights, kit.axle))
  const loaded = sprung + loadedCase.weights[kit.axle]
  const tire = axleTireRate(job.vehicle, kit.axle) ?? undefined
  const f = (mass: number, side: StagedSpring, squat: Meters) =>
    bodyFrequency(Math.max(mass, 1), 2 * stagedRate(side, squat), tire)
  return {
    without: without.squat,
    with: standHere.squat,
    lean: standHere.lean,
    recovered: without.squat > 0 ? (without.squat - standHere.squat) / without.squat : 0,
    force: force ?? rubber.force.at(-1)!,
    overloaded: force === null || force > rubber.max,
    frequency: {
      without: f(loaded, steel, without.squat),
      with: f(loaded, helped, standHere.squat),
      emptyWithout: f(sprung, steel, 0),
      emptyWith: f(sprung, helped, 0),
    },
  }
}
