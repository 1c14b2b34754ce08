import { GRAVITY, type Metres } from '../quantity'
import { maximumPressure, minimumPressure, pairCapacity, type Kit } from '../kit'
import {
  airSpring,
  bringLevel,
  frontDropAt,
  dropAt,
  standOf,
  type LevelQuestion,
  type LevelSolution,
  type Stand,
} from '../spring'
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
import { axleLoad, chassisOf, sprungRear, surroundings } from './chassis'
import { heightSet, jobHeights, type JobHeights } from './heights'
import { axleTyreRate, dropBetween, libraryRate, rearSpring, tyreSink, type AxleRate, type RearSpring } from './rate'
import { ofKind, type BayRecord, type Job } from './schema'
import { loadViews, type LoadViews } from './views'

export interface Squat {
  /** Down positive, over the axles, at the job's mark. Null where neither measured nor computable. */
  front: Metres | null
  rear: Metres | null
  frontGive: Metres
  rearGive: Metres
  /** Of each rear corner. */
  left: Metres | null
  right: Metres | null
  source: 'measured' | 'from-rate' | 'unknown'
}

/** How it stands: the body's pitch, tyres counted in, and what that does to its tail. */
export interface Posture extends Attitude {
  /** Change of height over each axle above the road, up positive. */
  front: Metres
  rear: Metres
  /** The same as the tape sees it at the job's marks. */
  atMark: { front: Metres; rear: Metres }
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
  levelled: Posture | null
  /** The picked kit bringing it level; null without a kit or without a spring rate. */
  level: LevelSolution | null
  /** Whether the axle meets its stop: as measured, or as the springs say. */
  bottoms: 'measured' | 'by-rate' | null
  /** One load seen several ways; null where there is nothing to see. */
  views: LoadViews | null
}

/** What scales said, of a job. */
export function weighedWith(job: Job, standing: readonly BayRecord[], loadCase: LoadCase): WeighedWith {
  const tickets = ofKind(standing, 'scale-ticket').map((r) => r.body)
  const read = (ticket: (typeof tickets)[number] | undefined): ScaleWeights | null =>
    ticket ? { front: ticket.front, rear: ticket.rear, give: ticket.give } : null
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
  return {
    loadCase,
    heights,
    weights,
    squat,
    rearRate,
    bare,
    ratings: ratingReport(job.vehicle, loadCase.items, weights, kitLoad(job, level)),
    attitude: squat.rear === null ? null : postureOf(job, seen, squat.front ?? 0, squat.rear),
    levelled: level && postureOf(job, seen, levelledFront(job, squat, bare, level), levelledRear(job, level)),
    level,
    bottoms: bottomsOf(job, spring, loadCase, bare),
    views: loadViews(job, standing, seen, spring),
  }
}

/** What the picked pair may carry and would carry; nothing to compare while it is asked for nothing. */
function kitLoad({ kit, survey }: Job, level: LevelSolution | null) {
  if (!kit || !level || level.supported <= 0) return null
  const area = airSpring(kit.bag.table).area.value(kit.bag.rideHeight) ?? 0
  return { capacity: pairCapacity(kit, maximumPressure(kit, survey).value, area), carried: level.supported / GRAVITY }
}

function bottomsOf(job: Job, spring: RearSpring, { id }: LoadCase, bare: Stand | null): CaseAssessment['bottoms'] {
  if (spring.points.some((p) => p.loadCase === id && p.left === 'bottomed')) return 'measured'
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
      frontGive: drop.frontGive,
      rearGive: drop.rearGive,
      left: drop.rear - lean / 2,
      right: drop.rear + lean / 2,
      source: 'measured',
    }
  }
  if (!rate || !bare)
    return { front: null, rear: null, frontGive: 0, rearGive: 0, left: null, right: null, source: 'unknown' }
  const rear = dropAt(job.mark, bare)
  const tilt = (Math.tan(job.mark === 'ground' ? bare.lean : bare.roll) * job.vehicle.track) / 2
  const known = job.vehicle.frontWheelRate !== null
  return {
    front: known ? frontDropAt(job.mark, bare) : null,
    rear,
    frontGive: 0,
    rearGive: Math.hypot((bare.rear * rate.give) / rate.rate, (weights.rearGive * GRAVITY) / rate.rate),
    left: rear + tilt,
    right: rear - tilt,
    source: 'from-rate',
  }
}

type Seen = Pick<CaseAssessment, 'loadCase' | 'weights' | 'squat' | 'rearRate' | 'bare'>

/** What the front was seen to drop beyond what its springs explain: friction, a rough reading, a load elsewhere. */
const unexplainedFront = ({ mark }: Job, squat: Squat, bare: Stand | null): Metres =>
  squat.source === 'measured' && squat.front !== null ? squat.front - (bare ? frontDropAt(mark, bare) : 0) : 0

/** Drop of the rear at the mark that the customer is content to keep. */
function aimOf(job: Job, squat: Squat, bare: Stand | null): LevelQuestion['aim'] {
  switch (job.target.kind) {
    case 'unladen-height':
      return { kind: 'height', leave: 0 }
    case 'unladen-rake':
      return { kind: 'rake', offset: unexplainedFront(job, squat, bare) }
    case 'recover':
      return { kind: 'height', leave: (1 - job.target.share) * Math.max(0, squat.rear ?? 0) }
  }
}

/** The level question a kit poses on this job; null while the rear rate is unknown. */
export function levelFor(job: Job, kit: Kit, at: Seen & { heights?: JobHeights }): LevelSolution | null {
  if (!at.rearRate) return null
  // The height aimed at was read once, and is read once more when it is set.
  const set = job.tapeGive / Math.SQRT2
  const empty = at.heights?.beforeEmpty
  const { ambient, driving } = surroundings(job)
  const { vehicle } = job
  // Written out, here and below: copying by spread is what most of the time of an assessment went into.
  return bringLevel({
    minimum: minimumPressure(kit).value,
    maximum: maximumPressure(kit, job.survey).value,
    window: kit.bag.window,
    ambient,
    driving,
    reboundTravel: vehicle.reboundTravel,
    jounceTravel: vehicle.rearStages.find((s) => s.kind === 'bump-stop')?.at ?? null,
    sprungUnladen: sprungRear(vehicle),
    chassis: chassisOf(job, at.rearRate, at.loadCase.items, kit),
    load: axleLoad(at.weights),
    mark: job.mark,
    aim: aimOf(job, at.squat, at.bare),
    air: job.air,
    unsure: {
      gain: at.weights.rearGive,
      target: Math.hypot(empty && empty.rear !== null ? empty.rearGive : set, set),
      rate: at.rearRate.give,
      bag: job.tapeGive,
      friction: kit.family === 'coil-replacement' ? 0 : at.rearRate.friction,
    },
  })
}

/** Drop of the rear at the mark once aired: the aim, or what is left of it where the bags reach their end. */
function levelledRear(job: Job, level: LevelSolution): Metres {
  const sink = tyreSink(job, 'rear', level.rearGain)
  return level.squat + sink + level.remainingSquat
}

/** Drop of the front at the mark once aired: as seen without air, but for the little that pitch had moved. */
function levelledFront(job: Job, squat: Squat, bare: Stand | null, level: LevelSolution): Metres {
  const { frontWheelRate } = job.vehicle
  const back = bare && frontWheelRate ? (bare.rearGain - level.rearGain) / (2 * frontWheelRate) : 0
  return (squat.front ?? 0) + back
}

/** Body over the road from its drops at the mark: marked from the wheels, the tyres' sink comes on top. */
function postureOf(job: Job, { weights, loadCase }: Seen, frontDrop: Metres, rearDrop: Metres): Posture {
  const { vehicle, mark } = job
  const below = (axle: 'front' | 'rear', drop: Metres, gain: number) => {
    const tyres = mark === 'ground' ? null : axleTyreRate(vehicle, axle)
    return -(drop + (tyres ? (gain * GRAVITY) / tyres : 0))
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
  if (!rate || !stand) return { squat: 0, squatGive: 1, lean: 0, gains: true }
  const doubt = Math.hypot(at.weights.rearGive / at.weights.rear, rate.give / rate.rate, 0.1)
  return {
    squat: dropAt(job.mark, stand),
    squatGive: Math.abs(dropAt(job.mark, stand)) * doubt,
    lean: -Math.tan(job.mark === 'ground' ? stand.lean : stand.roll) * job.vehicle.track,
    gains: true,
  }
}
