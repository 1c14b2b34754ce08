import { GRAVITY, type Meters } from '../quantity'
import { hasAir, kitCapacity, maximumPressure, minimumPressure, type AirKit, type Kit } from '../kit'
import { bringLevel, frontDropAt, dropAt, standOf, type LevelQuestion, type LevelSolution, type Stand } from '../spring'
import {
  attitude,
  axleWeights,
  checkCorners,
  ratingReport,
  rearEnd,
  remedyFor,
  type Attitude,
  type AxleWeights,
  type CornerFinding,
  type ExpectedRear,
  type LoadCase,
  type RatingReport,
  type RearEnd,
  type Remedy,
  type ScaleWeights,
  type WeighedWith,
} from '../vehicle'
import { axleLoad, chassisOf, frontChassisOf, seenFromFront, sprungFront, sprungRear, surroundings } from './chassis'
import { heightSet, jobHeights, type JobHeights } from './heights'
import {
  axleTireRate,
  dropBetween,
  frontRate,
  libraryRate,
  rearSpring,
  tireSink,
  type AxleRate,
  type RearSpring,
} from './rate'
import { rubberFor, type RubberOutcome } from './rubber'
import { ofKind, type BayRecord, type Job } from './schema'
import { loadViews, type LoadViews } from './views'

export interface Squat {
  /** Down positive, over the axles, at the job's mark. Null where neither measured nor computable. */
  front: Meters | null
  rear: Meters | null
  frontTolerance: Meters
  rearTolerance: Meters
  /** Of each rear corner. */
  left: Meters | null
  right: Meters | null
  source: 'measured' | 'from-rate' | 'unknown'
}

/** How it stands: the body's pitch, tires counted in, and what that does to its tail. */
export interface Posture extends Attitude {
  /** Change of height over each axle above the road, up positive. */
  front: Meters
  rear: Meters
  /** The same as the tape sees it at the job's marks. */
  atMark: { front: Meters; rear: Meters }
  tail: RearEnd
}

export interface CaseAssessment {
  loadCase: LoadCase
  heights: JobHeights
  weights: AxleWeights
  ratings: RatingReport
  squat: Squat
  rearRate: AxleRate | null
  /** As the springs say it stands with the load on and no air; null without a rate. */
  bare: Stand | null
  /** With the load on and no air. */
  attitude: Posture | null
  /** With the load on, aired. */
  leveled: Posture | null
  /** The picked kit bringing it level; null without a kit or without a spring rate. */
  level: LevelSolution | null
  /** The picked rubber helpers under it; null without. */
  rubber: RubberOutcome | null
  /** Whether the axle meets its stop: as measured, or as the springs say. */
  bottoms: 'measured' | 'by-rate' | null
  /** One load seen several ways; null where there is nothing to see. */
  views: LoadViews | null
}

/** What scales said, of a job. */
export function weighedWith(job: Job, standing: readonly BayRecord[], loadCase: LoadCase): WeighedWith {
  const tickets = ofKind(standing, 'scale-ticket').map((r) => r.body)
  const read = (ticket: (typeof tickets)[number] | undefined): ScaleWeights | null =>
    ticket ? { front: ticket.front, rear: ticket.rear, tolerance: ticket.tolerance } : null
  return {
    fittings: job.fittings,
    emptyTicket: read(tickets.findLast((t) => t.load === 'empty')),
    loadedTicket: read(tickets.findLast((t) => t.load === 'loaded' && t.loadCase === loadCase.id)),
  }
}

/** Everything the load cases of a job do to its vehicle; the springs' rate comes from all of them together. */
export function assessCases(job: Job, standing: readonly BayRecord[]): { cases: CaseAssessment[]; spring: RearSpring } {
  const readings = ofKind(standing, 'height')
  const measured = job.loadCases.map((loadCase) => ({
    loadCase,
    weights: axleWeights(job.vehicle, loadCase.items, weighedWith(job, standing, loadCase)),
    heights: jobHeights(readings, job.mark, loadCase.id),
  }))
  const spring = rearSpring(job, measured)
  return { spring, cases: measured.map((m) => assessCase(job, standing, spring, m)) }
}

function assessCase(
  job: Job,
  standing: readonly BayRecord[],
  spring: RearSpring,
  { loadCase, weights, heights }: { loadCase: LoadCase; weights: AxleWeights; heights: JobHeights },
): CaseAssessment {
  const rearRate = spring.rate
  const bare = rearRate ? (standOf(chassisOf(job, rearRate, loadCase.items), axleLoad(weights), null) ?? null) : null
  const squat = squatOf(job, weights, heights, rearRate, bare)
  const seen = { loadCase, weights, squat, rearRate, bare, heights }
  const level = job.kit ? levelFor(job, job.kit, seen) : null
  const rubber = job.kit ? rubberFor(job, job.kit, seen) : null
  return {
    loadCase,
    heights,
    weights,
    squat,
    rearRate,
    bare,
    ratings: ratingReport(job.vehicle, loadCase.items, weights, kitLoad(job, level, rubber)),
    attitude: squat.rear === null ? null : postureOf(job, seen, squat.front ?? 0, squat.rear),
    leveled: level ? leveledPosture(job, seen, level) : rubber && rubberPosture(job, seen, rubber),
    level,
    rubber,
    bottoms: bottomsOf(job, spring, loadCase, bare),
    views: loadViews(job, standing, seen, spring),
  }
}

/** What the picked pair may carry and would carry; nothing to compare while it is asked for nothing. */
function kitLoad({ kit, survey }: Job, level: LevelSolution | null, rubber: RubberOutcome | null) {
  const carried = rubber ? 2 * rubber.force : (level?.supported ?? 0)
  return kit && carried > 0 ? { capacity: kitCapacity(kit, survey), carried: carried / GRAVITY } : null
}

function bottomsOf(job: Job, spring: RearSpring, { id }: LoadCase, bare: Stand | null): CaseAssessment['bottoms'] {
  if (spring.points.some((p) => p.loadCase === id && p.excluded === 'bottomed')) return 'measured'
  const stop = job.vehicle.rearStages.find((s) => s.kind === 'bump-stop')
  return stop && bare && bare.rear >= stop.at ? 'by-rate' : null
}

function squatOf(
  job: Job,
  weights: AxleWeights,
  { beforeEmpty, beforeLoaded }: JobHeights,
  rate: AxleRate | null,
  bare: Stand | null,
): Squat {
  const drop = dropBetween(job.vehicle, beforeEmpty, beforeLoaded)
  if (drop) {
    const front = beforeEmpty.front !== null && beforeLoaded.front !== null ? drop.front : null
    const lean = (beforeLoaded.leanRear ?? 0) - (beforeEmpty.leanRear ?? 0)
    return {
      front,
      rear: drop.rear,
      frontTolerance: drop.frontTolerance,
      rearTolerance: drop.rearTolerance,
      left: drop.rear - lean / 2,
      right: drop.rear + lean / 2,
      source: 'measured',
    }
  }
  if (!rate || !bare)
    return { front: null, rear: null, frontTolerance: 0, rearTolerance: 0, left: null, right: null, source: 'unknown' }
  const rear = dropAt(job.mark, bare)
  const tilt = (Math.tan(job.mark === 'ground' ? bare.lean : bare.roll) * job.vehicle.track) / 2
  const known = job.vehicle.frontWheelRate !== null
  return {
    front: known ? frontDropAt(job.mark, bare) : null,
    rear,
    frontTolerance: 0,
    rearTolerance: Math.hypot((bare.rear * rate.tolerance) / rate.rate, (weights.rearTolerance * GRAVITY) / rate.rate),
    left: rear + tilt,
    right: rear - tilt,
    source: 'from-rate',
  }
}

export type Seen = Pick<CaseAssessment, 'loadCase' | 'weights' | 'squat' | 'rearRate' | 'bare'>

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

/** What a kit stands beside: the axle it is for, as the level solve sees it; null while that axle's rate is unknown. */
function helpedAxle(job: Job, kit: AirKit, { rearRate, weights, loadCase }: Seen) {
  const { vehicle } = job
  if (kit.axle === 'rear')
    return (
      rearRate && {
        rate: rearRate,
        chassis: chassisOf(job, rearRate, loadCase.items, kit),
        load: axleLoad(weights),
        sprung: sprungRear(vehicle),
        gainTolerance: weights.rearTolerance,
        reboundTravel: vehicle.reboundTravel,
        jounceTravel: vehicle.rearStages.find((s) => s.kind === 'bump-stop')?.at ?? null,
      }
    )
  const rate = frontRate(vehicle)
  const chassis = frontChassisOf(job, rearRate, loadCase.items, kit)
  return (
    rate &&
    chassis && {
      rate,
      chassis,
      load: seenFromFront(axleLoad(weights)),
      sprung: sprungFront(vehicle),
      // A scale is as good at one axle as at the other; what is listed weighs by its place.
      gainTolerance:
        weights.source === 'ticket'
          ? weights.rearTolerance
          : loadCase.items.reduce((sum, i) => sum + i.massTolerance * Math.abs(i.x / vehicle.wheelbase), 0),
      reboundTravel: null,
      jounceTravel: null,
    }
  )
}

/** The level question a kit poses on this job; null without air, or while the rate of its axle is unknown. */
export function levelFor(job: Job, kit: Kit, at: Seen & { heights?: JobHeights }): LevelSolution | null {
  const axle = hasAir(kit) ? helpedAxle(job, kit, at) : null
  if (!hasAir(kit) || !axle) return null
  // The height aimed at was read once, and is read once more when it is set.
  const set = job.tapeTolerance / Math.SQRT2
  const empty = at.heights?.beforeEmpty
  const { ambient, driving } = surroundings(job)
  // Written out, here and below: copying by spread is what most of the time of an assessment went into.
  return bringLevel({
    minimum: minimumPressure(kit).value,
    maximum: maximumPressure(kit, job.survey).value,
    heightRange: kit.bag.heightRange,
    ambient,
    driving,
    reboundTravel: axle.reboundTravel,
    jounceTravel: axle.jounceTravel,
    sprungEmpty: axle.sprung,
    chassis: axle.chassis,
    load: axle.load,
    mark: job.mark,
    aim: aimOf(job, kit.axle, at.squat, at.bare),
    air: job.air,
    unsure: {
      gain: axle.gainTolerance,
      target: Math.hypot(
        empty && empty[kit.axle] !== null ? empty[kit.axle === 'rear' ? 'rearTolerance' : 'frontTolerance'] : set,
        set,
      ),
      rate: axle.rate.tolerance,
      bag: job.tapeTolerance,
      friction: kit.family === 'coil-replacement' ? 0 : axle.rate.friction,
    },
  })
}

/**
 * How it stands once aired: the kit's axle at its aim, or what is left of it where the bags reach their end; the other as
 * seen without air, but for the little that pitch had moved.
 */
function leveledPosture(job: Job, at: Seen, level: LevelSolution): Posture {
  const { squat, bare } = at
  const aired = job.kit?.axle ?? 'rear'
  const drop = level.squat + tireSink(job, aired, level.rearGain) + level.remainingSquat
  if (aired === 'front') return postureOf(job, at, drop, squat.rear ?? 0)
  const { frontWheelRate } = job.vehicle
  const back = bare && frontWheelRate ? (bare.rearGain - level.rearGain) / (2 * frontWheelRate) : 0
  return postureOf(job, at, (squat.front ?? 0) + back, drop)
}

/** How it stands on its rubber helpers. */
const rubberPosture = (job: Job, at: Seen, { with: squat, stand }: RubberOutcome): Posture =>
  postureOf(job, at, at.squat.front ?? 0, squat + tireSink(job, 'rear', stand.rearGain))

/** Body over the road from its drops at the mark: marked from the wheels, the tires' sink comes on top. */
function postureOf(job: Job, { weights, loadCase }: Seen, frontDrop: Meters, rearDrop: Meters): Posture {
  const { vehicle, mark } = job
  const below = (axle: 'front' | 'rear', drop: Meters, gain: number) => {
    const tires = mark === 'ground' ? null : axleTireRate(vehicle, axle)
    return -(drop + (tires ? (gain * GRAVITY) / tires : 0))
  }
  const front = below('front', frontDrop, weights.front)
  const rear = below('rear', rearDrop, weights.rear)
  const trailer = loadCase.items.find((i) => i.place === 'tongue') ?? null
  const { pitch, beamRise } = attitude(front, rear, vehicle.wheelbase)
  return {
    pitch,
    beamRise,
    front,
    rear,
    atMark: { front: -frontDrop, rear: -rearDrop },
    tail: rearEnd(vehicle, front, rear, trailer),
  }
}

/** What would bring each exceeded rating of a case inside; worked out when it is asked for. */
export const caseRemedies = (job: Job, standing: readonly BayRecord[], at: CaseAssessment): Remedy[] =>
  [...at.ratings.exceeded, ...(at.ratings.kitExceeded ? [at.ratings.kitExceeded] : [])].map((over) =>
    remedyFor(over, job.vehicle, at.loadCase.items, weighedWith(job, standing, at.loadCase)),
  )

/** Slips in the heights of a case, empty and loaded. */
export function cornerFindings(job: Job, standing: readonly BayRecord[], at: CaseAssessment): CornerFinding[] {
  const set = (load: 'empty' | 'loaded') => heightSet(standing, 'before', load, job.mark, at.loadCase.id)
  return checkCorners(set('empty'), set('loaded'), job.mark, expectedRear(job, at))
}

/** From the library's springs, never from the very readings that are being checked. */
function expectedRear(job: Job, at: CaseAssessment): ExpectedRear | null {
  if (at.weights.rear <= 0) return null
  const rate = libraryRate(job.vehicle)
  const stand = rate && standOf(chassisOf(job, rate, at.loadCase.items), axleLoad(at.weights), null)
  if (!rate || !stand) return { squat: 0, squatTolerance: 1, lean: 0, gains: true }
  const doubt = Math.hypot(at.weights.rearTolerance / at.weights.rear, rate.tolerance / rate.rate, 0.1)
  return {
    squat: dropAt(job.mark, stand),
    squatTolerance: Math.abs(dropAt(job.mark, stand)) * doubt,
    lean: -Math.tan(job.mark === 'ground' ? stand.lean : stand.roll) * job.vehicle.track,
    gains: true,
  }
}
