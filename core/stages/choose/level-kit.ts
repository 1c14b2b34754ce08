import { atmosphere, type Meters, type Pascals } from '../../quantity'
import { hasAir, maximumPressure, minimumPressure, type Kit } from '../../kit'
import { bringLevel, frontDropAt, type LevelQuestion, type LevelSolution, type Stand } from '../../spring'
import type { Job } from '../../job'
import { tireSink, type LoadedCase, postureOf, type Posture, type Squat } from '../load'
import { helpedAxle, withBags } from './helped-axle'

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

/** Drop of the rear at the mark that the customer is content to keep. */
function aimOf(job: Job, axle: Kit['axle'], squat: Squat, bare: Stand | null): LevelQuestion['aim'] {
  switch (job.target.kind) {
    case 'empty-height':
      return { kind: 'height', leave: 0 }
    case 'empty-rake':
      return { kind: 'rake', offset: axle === 'rear' ? unexplainedFront(job, squat, bare) : 0 }
    case 'recover':
      return { kind: 'height', leave: (1 - job.target.share) * Math.max(0, squat[axle] ?? 0) }
  }
}

/**
 * The level question a kit poses on this job; null without air, or while the rate of its axle is unknown.
 * @param at the load case as weighed
 * Source: `bringLevel`.
 */
export function levelKit(job: Job, kit: Kit, at: LoadedCase): LevelSolution | null {
  const axle = hasAir(kit) ? helpedAxle(job, kit.axle, at) : null
  if (!hasAir(kit) || !axle) return null
  // The height aimed at was read once, and is read once more when it is set.
  const set = job.tapeTolerance / Math.SQRT2
  const empty = at.heights.beforeEmpty
  const { ambient, driving } = surroundings(job)
  // Written out: copying by spread is what most of the time of an assessment went into.
  return bringLevel({
    minimum: minimumPressure(kit).value,
    maximum: maximumPressure(kit, job.survey).value,
    heightRange: kit.bag.heightRange,
    ambient,
    driving,
    reboundTravel: axle.reboundTravel,
    jounceTravel: axle.jounceTravel,
    sprungEmpty: axle.sprung,
    chassis: withBags(axle, kit),
    load: axle.load,
    mark: job.mark,
    aim: aimOf(job, kit.axle, at.squat, at.bare),
    air: job.air,
    unsure: {
      gain: axle.gainTolerance,
      target: Math.hypot(
        empty[kit.axle] !== null ? empty[kit.axle === 'rear' ? 'rearTolerance' : 'frontTolerance'] : set,
        set,
      ),
      rate: axle.rate.tolerance,
      bag: job.tapeTolerance,
      friction: kit.family === 'coil-replacement' ? 0 : axle.rate.friction,
    },
  })
}

/**
 * How it stands once aired: the kit's axle where steel and air hold it, which is the aim or, where that would take more or
 * less air than the kit allows, as near as its limits come; the other axle as seen without air, but for the little that
 * pitch had moved. Null where the bags would stand outside their table.
 */
export function leveledPosture(job: Job, at: LoadedCase, level: LevelSolution): Posture | null {
  const { squat, bare } = at
  const { held } = level
  if (!held) return null
  const aired = job.kit?.axle ?? 'rear'
  const drop = held.rear + tireSink(job, aired, held.rearGain)
  if (aired === 'front') return postureOf(job, at, drop, squat.rear ?? 0)
  const { frontWheelRate } = job.vehicle
  const back = bare && frontWheelRate ? (bare.rearGain - held.rearGain) / (2 * frontWheelRate) : 0
  return postureOf(job, at, (squat.front ?? 0) + back, drop)
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
