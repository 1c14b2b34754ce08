import { atmosphere, type Kilograms, type Meters, type Pascals } from '../../quantity'
import { hasAir, type Kit, familyOf } from '../../kit'
import {
  axleDrop,
  bringLevel,
  frontDropAt,
  isBeyond,
  standOf,
  type Air,
  type AxleAim,
  type Chassis,
  type LevelQuestion,
  type LevelSolution,
  type Stand,
} from '../../spring'
import { AXLES, otherAxle, type AxleEnd } from '../../vehicle'
import type { Job } from '../../job'
import { sprungAt, standsWith, stopAt, type LoadedCase, postureOf, type Posture, type Squat } from '../load'
import { bagOnJob, chassisWith, type KitsUnder } from './helped-axle'
import { rubberUnder, type RubberOutcome } from './rubber'

/** Where a job's bags are filled and driven; no driving where that makes no difference. */
function surroundings({ altitude, conditions }: Job): Pick<LevelQuestion, 'ambient' | 'driving'> {
  const { fillTemperature, driveTemperature, driveAltitude } = conditions
  const warmth = fillTemperature !== null && driveTemperature !== null ? driveTemperature / fillTemperature : 1
  const elsewhere = warmth !== 1 || (driveAltitude !== null && driveAltitude !== altitude)
  return {
    ambient: atmosphere(altitude),
    driving: elsewhere ? { ambient: atmosphere(driveAltitude ?? altitude), warmth } : null,
  }
}

/** What the front was seen to drop beyond what its springs explain: friction, a rough reading, a load elsewhere. */
const unexplainedFront = ({ mark }: Job, squat: Squat, bare: Stand | null): Meters =>
  squat.source === 'measured' && squat.front !== null ? squat.front - (bare ? frontDropAt(mark, bare) : 0) : 0

/**
 * Drop of an axle at the mark that the customer is content to keep. Only one axle can follow the other: with kits at both
 * the rear follows the front.
 */
function aimOf(job: Job, axle: AxleEnd, { squat, bare }: LoadedCase, both: boolean): AxleAim['aim'] {
  switch (job.target.kind) {
    case 'empty-height':
      return { kind: 'height', leave: 0 }
    case 'empty-rake':
      return axle === 'front' && both
        ? { kind: 'height', leave: 0 }
        : { kind: 'rake', offset: axle === 'rear' && !both ? unexplainedFront(job, squat, bare) : 0 }
    case 'recover':
      return { kind: 'height', leave: (1 - job.target.share) * Math.max(0, squat[axle] ?? 0) }
  }
}

/** How surely the gain of an axle is known: by what was said, or by heights read with the load on, whichever is closer. */
function gainTolerance({ weights, corrections, loadCase }: LoadedCase, axle: AxleEnd): Kilograms {
  const tolerance = axle === 'rear' ? weights.rearTolerance : weights.frontTolerance
  const found = corrections[axle]?.loads[loadCase.id]
  return found?.told ? Math.min(tolerance, Math.abs(weights[axle]) * found.tolerance) : tolerance
}

/** What is asked of the bags of one axle; null without air, or while springs or link of its axle are unknown. */
function axleAimOf(job: Job, kit: Kit, loadedCase: LoadedCase, both: boolean): AxleAim | null {
  const { axle } = kit
  const rate = loadedCase.rates[axle]
  const bag = bagOnJob(job, kit, loadedCase)
  if (!bag || bag.motionRatio === null || !rate || !hasAir(kit)) return null
  // The height aimed at was read once, and is read once more when it is set.
  const set = job.tapeTolerance / Math.SQRT2
  const empty = loadedCase.heights.beforeEmpty
  const tape = axle === 'rear' ? ('rearTolerance' as const) : ('frontTolerance' as const)
  const read = empty[axle] !== null ? empty[tape] : set
  // Written out: copying by spread is what most of the time of an assessment went into.
  return {
    minimum: bag.minimum.value,
    maximum: bag.maximum.value,
    heightRange: kit.bag.heightRange,
    sprungEmpty: sprungAt(job.vehicle[axle], standsWith(loadedCase.weights, axle)),
    aim: aimOf(job, axle, loadedCase, both),
    air: job.air[axle],
    reboundTravel: job.vehicle[axle].reboundTravel,
    jounceTravel: stopAt(job, axle),
    unsure: {
      gain: gainTolerance(loadedCase, axle),
      target: Math.hypot(read, set),
      rate: rate.tolerance,
      bag: job.tapeTolerance,
      friction: familyOf(kit).replacesSpring ? 0 : rate.friction,
    },
  }
}

/** What kits on both axles come to under a load, solved together. */
export interface Fitted {
  /** Of each axle with air; null where there is none or its springs are unknown. */
  level: Record<AxleEnd, LevelSolution | null>
  /** Of each axle with rubber helpers. */
  rubber: Record<AxleEnd, RubberOutcome | null>
  /** With every bag inside its pressure limits; null where that cannot be had. */
  stand: Stand | null
}

/**
 * What kits on a job's axles come to under a load: pressures of both axles from one balance.
 * @param loadedCase the load case as weighed
 * @param kits one an axle
 * Source: `bringLevel`, `standOf`.
 */
export function fitKits(job: Job, loadedCase: LoadedCase, kits: KitsUnder): Fitted {
  const chassis: Chassis = chassisWith(job, loadedCase, kits)
  const { ambient, driving } = surroundings(job)
  const both = AXLES.every((axle) => chassis[axle].bags)
  const aims: LevelQuestion['aims'] = {}
  let aired = false
  for (const axle of AXLES) {
    const kit = kits[axle]
    const aim = kit && axleAimOf(job, kit, loadedCase, both)
    if (!aim) continue
    aims[axle] = aim
    aired = true
  }
  const leveled = aired ? bringLevel({ chassis, load: loadedCase.load, mark: job.mark, ambient, driving, aims }) : null
  const stand = leveled ? leveled.held : (standOf(chassis, loadedCase.load, {}) ?? null)
  const rubber = (axle: AxleEnd) => (kits[axle] ? rubberUnder(job, kits[axle], loadedCase, stand) : null)
  return {
    level: { front: leveled?.front ?? null, rear: leveled?.rear ?? null },
    rubber: { front: rubber('front'), rear: rubber('rear') },
    stand,
  }
}

/**
 * How the vehicle stands at pressures that somebody gives: what squat is left.
 * @param pressures gauge Pa of each side, for every axle with bags; an axle left out keeps its bags empty
 * @returns null where a bag would stand outside its table or nothing carries
 * Source: `standOf`.
 */
export function standAtPressures(
  job: Job,
  loadedCase: LoadedCase,
  kits: KitsUnder,
  pressures: Partial<Record<AxleEnd, { left: Pascals; right: Pascals }>>,
): Stand | null {
  const air: Air = {}
  for (const axle of AXLES) if (pressures[axle]) air[axle] = { kind: 'pressure', ...pressures[axle] }
  const stand = standOf(chassisWith(job, loadedCase, kits), loadedCase.load, air)
  return stand && !isBeyond(stand) ? stand : null
}

/**
 * How it stands once its kits are set: an axle with a kit where steel, air and rubber hold it, which is the aim or, where
 * that would take more or less air than the kit allows, as near as its limits come; the other axle as seen without air, but
 * for the little that pitch moves. Null where a bag would stand outside its table.
 */
export function leveledPosture(job: Job, loadedCase: LoadedCase, kits: KitsUnder, stand: Stand | null): Posture | null {
  if (!stand || !AXLES.some((axle) => kits[axle])) return null
  const { mark } = job
  const drop = (axle: AxleEnd) => {
    if (kits[axle]) return axleDrop(mark, stand[axle])
    const moved =
      loadedCase.bare && loadedCase.rates[axle]
        ? axleDrop(mark, stand[axle]) - axleDrop(mark, loadedCase.bare[axle])
        : 0
    return (loadedCase.squat[axle] ?? 0) + (kits[otherAxle(axle)] ? moved : 0)
  }
  return postureOf(job, loadedCase, drop('front'), drop('rear'))
}

/**
 * What to set with the load on: the pressures that reach the aim, or the min where that is enough; null where the bags
 * would stand outside their table or height range.
 */
export function pressuresToSet(level: LevelSolution, minimum: Pascals): { left: Pascals; right: Pascals } | null {
  if (!level.left || !level.right || level.code === 'out-of-window') return null
  return level.code === 'nothing-to-lift' || level.code === 'below-minimum'
    ? { left: minimum, right: minimum }
    : { left: level.left.pressure, right: level.right.pressure }
}
