import type { Meters, Newtons, Pascals, Radians } from '../quantity'
import { aimedPose, type AimedAxle, type AimedPose } from './aimed-pose'
import { bagAt, type BagState } from './air-spring'
import { bandParts, type BandPart } from './band'
import { NO_LOAD, type Air, type AxleModel, type BagPair } from './chassis'
import { AXLES, type AxleEnd } from '../vehicle'
import {
  beforeLoading,
  closedAir,
  frequencies,
  heldInside,
  jouncePressure,
  squatAtLimit,
  whileDriving,
  type BeforeLoading,
  type Driving,
  type Frequencies,
} from './consequences'
import type { AxleAim, LevelCode, LevelQuestion, SideSolution } from './level-question'
import { obstaclesOf, windowObstacles, type Obstacle } from './obstacles'
import { isBeyond, standOf, standsFirm, type AxleStand, type Pose, type Stand } from './stand'
import { stagedRate } from './two-stage'

/** What the bags of one axle come to. */
export interface LevelSolution {
  code: LevelCode
  /** Force the bags must add at the wheels, both sides. */
  supported: Newtons
  /** What the axle gains standing there, pitch counted in. */
  gain: Newtons
  /** Squat over the springs that is left, mean. */
  squat: Meters
  bagHeight: Meters
  /** Null where the bag height is outside the table. */
  left: SideSolution | null
  right: SideSolution | null
  mean: Pascals | null
  /** Lowest and highest mean pressure the readings and loads allow. */
  band: { low: Pascals; high: Pascals } | null
  /** What makes the band, largest first. */
  bandParts: BandPart[]
  /** Pa per meter of target height. */
  sensitivity: number | null
  before: BeforeLoading | null
  driving: Driving | null
  /** Lean of the body with equal pressure both sides, left down positive. */
  leanTeed: Radians | null
  /** Lean left over as it will be plumbed. */
  lean: Radians | null
  frequency: Frequencies | null
  /** Where it stands with every bag inside its pressure limits; the aim itself where they hold it there, null outside the table. */
  held: Pick<AxleStand, 'squat' | 'gain' | 'lean'> | null
  /** Squat in m that the bags at their maximum could not take out, 0 when they can. */
  remainingSquat: Meters
  /** How high the empty axle stands at min pressure, over the springs; null outside the table. */
  emptyLift: Meters | null
  /** Pressure as the axle meets its stop in one stroke, the hotter side; null where the travel is unknown or leaves the table. */
  jouncePressure: Pascals | null
  obstacles: Obstacle[]
}

/** What was worked out for each axle that has bags, and where the vehicle then stands. */
export interface Leveled extends Partial<Record<AxleEnd, LevelSolution>> {
  /** With every bag inside its pressure limits; null where one would stand outside its table. */
  held: Stand | null
}

/** An axle with bags, and what is asked of them. */
interface Aired {
  axle: AxleEnd
  model: AxleModel & { bags: BagPair }
  aim: AxleAim
}
const airedOf = ({ chassis, aims }: LevelQuestion): Aired[] =>
  AXLES.flatMap((axle) => {
    const [model, aim] = [chassis[axle], aims[axle]]
    return aim && model.bags ? [{ axle, model: model as Aired['model'], aim }] : []
  })

/**
 * Lift at minimum pressure, standing empty: how high each axle with bags then stands, over its springs.
 * @returns the stand with no load and every bag at its minimum; undefined outside a table
 */
export function standAtMinimum(q: Pick<LevelQuestion, 'chassis' | 'aims'>): Stand | undefined {
  const air: Air = {}
  for (const axle of AXLES) {
    const aim = q.aims[axle]
    if (aim) air[axle] = { kind: 'pressure', left: aim.minimum, right: aim.minimum }
  }
  const stand = standOf(q.chassis, NO_LOAD, air)
  return stand && !isBeyond(stand) ? stand : undefined
}

/** One axle while it is worked out. */
interface Working {
  axle: AxleEnd
  model: Aired['model']
  aim: AxleAim
  at: AimedAxle
  height: Meters
  state: BagState | undefined
  sides: { left: SideSolution; right: SideSolution } | null
  code: LevelCode
  mean: Pascals
}

/**
 * Pressures that bring a vehicle to its aims under a load, each side of each axle that has bags, and all that goes with it.
 *
 * The aims fix where the body stands, so the forces the bags must add follow directly from the coupled balance: over the
 * springs of both axles (staged, each side for itself), between front and rear (pitch moves weight), left and right (front
 * and rear share the moment as the frame allows), and through the tires. What the air of one axle does to the other is in it:
 * where one axle has no bags, its springs answer.
 * @returns for each axle with bags a code with its figures; what cannot be computed is null, never a guess
 * Source: statics (`aimedPose`); air kept isothermally between filling and loading (Boyle).
 */
// eslint-disable-next-line complexity -- outcomes in the order in which they exclude each other
export function bringLevel(q: LevelQuestion): Leveled {
  const aired = airedOf(q)
  const plumbed = aimedPose(q, 'as-plumbed')
  const everyTeed = aired.every(({ aim }) => aim.air === 'teed')
  const found = everyTeed ? plumbed : aimedPose(q, 'all-teed')
  const teed = found && firm(q, aired, found) ? found : undefined
  const working = aired.map((a) => work(q, a, everyTeed ? teed : plumbed))
  const { load, chassis } = q
  // In balance, but with air that pushes over what begins to lean: it would not stay there.
  const settledAir = airOf(working, ({ sides }) => sides && { kind: 'pressure', ...pressures(sides) })
  if (
    plumbed &&
    !everyTeed &&
    working.every((w) => w.code === 'level') &&
    !standsFirm(chassis, load, settledAir, poseOf(plumbed))
  )
    for (const w of working) w.code = 'tips'

  const carrying = working.every((w) => w.sides !== null && w.code !== 'tips')
  const settled = carrying && working.every((w) => w.code === 'level')
  const settledStand =
    plumbed && settled
      ? standingAsAimed(q, working, plumbed)
      : carrying
        ? (standOf(
            chassis,
            load,
            airOf(working, ({ aim, sides }) => heldInside(aim, sides!.left, sides!.right)!),
          ) ?? null)
        : null
  const inside = settledStand && !isBeyond(settledStand) ? settledStand : null
  const air = (then: { ambient: Pascals; warmth: number }): Air =>
    airOf(working, ({ model, aim, sides, mean }) =>
      mean > 0
        ? closedAir(model.bags, aim.air, { ambient: q.ambient, left: sides!.left, right: sides!.right, then })
        : { kind: 'pressure', left: aim.minimum, right: aim.minimum },
    )
  const empty = carrying ? standOf(chassis, NO_LOAD, air({ ambient: q.ambient, warmth: 1 })) : undefined
  const road = carrying && q.driving ? standOf(chassis, load, air(q.driving)) : undefined
  const lowest = standAtMinimum(q)
  const leveled: Leveled = { held: inside }
  for (const w of working)
    leveled[w.axle] = solutionOf(q, w, {
      teed: teed?.[w.axle] ?? null,
      held: inside?.[w.axle] ?? null,
      empty: empty?.[w.axle] ?? null,
      road: road?.[w.axle] ?? null,
      lowest: lowest?.[w.axle] ?? null,
    })
  return leveled
}

const pressures = ({ left, right }: NonNullable<Working['sides']>) => ({ left: left.pressure, right: right.pressure })
const poseOf = (pose: AimedPose): Pose => ({
  front: { squat: pose.front.squat, roll: pose.front.roll },
  rear: { squat: pose.rear.squat, roll: pose.rear.roll },
})

function airOf(working: readonly Working[], law: (w: Working) => Air[AxleEnd] | null): Air {
  const air: Air = {}
  for (const w of working) {
    const found = law(w)
    if (found) air[w.axle] = found
  }
  return air
}

/** Where it stands as aimed, for what shows it. */
function standingAsAimed(q: LevelQuestion, working: readonly Working[], pose: AimedPose): Stand {
  const axle = (end: AxleEnd): AxleStand => {
    const { tires, bags } = q.chassis[end]
    const { squat, roll, lean, gain } = pose[end]
    const sides = working.find((w) => w.axle === end)?.sides
    const bag = (s: SideSolution | undefined) =>
      s && bags ? { height: s.bagHeight, pressure: s.pressure, force: s.force } : null
    return {
      squat,
      roll,
      lean,
      gain,
      tires: tires ? gain / tires.rate : 0,
      left: bag(sides?.left),
      right: bag(sides?.right),
      beyond: null,
    }
  }
  return { front: axle('front'), rear: axle('rear') }
}

/** Whether equal air on each axle would keep it there, and inside the tables of the bags. */
function firm(q: LevelQuestion, aired: readonly Aired[], pose: AimedPose): boolean {
  const air: Air = {}
  for (const { axle, model } of aired) {
    const { bags } = model
    const swing = (pose[axle].roll * bags.spacing) / 2
    const height = bags.rideHeight - bags.motionRatio * pose[axle].squat
    const [left, right] = [bags.bag.area.value(height - swing), bags.bag.area.value(height + swing)]
    // A mean height outside the table is another matter than a lean that leaves it.
    if (bags.bag.area.value(height) === undefined) continue
    if (left === undefined || right === undefined) return false
    const pressure = pose[axle].supported / (bags.motionRatio * (left + right))
    air[axle] = { kind: 'pressure', left: pressure, right: pressure }
  }
  return standsFirm(q.chassis, q.load, air, poseOf(pose))
}

function work(q: LevelQuestion, aired: Aired, pose: AimedPose | undefined): Working {
  const { axle, model, aim } = aired
  const { bags } = model
  if (!pose) {
    const flat = { squat: 0, roll: 0, lean: 0, gain: q.load[axle], supported: 0, moment: 0, bagMoment: 0 }
    return { axle, model, aim, at: flat, height: bags.rideHeight, state: undefined, sides: null, code: 'tips', mean: 0 }
  }
  const axlePose = pose[axle]
  const height = bags.rideHeight - bags.motionRatio * axlePose.squat
  const state = bagAt(bags.bag, height)
  const swing = (axlePose.roll * bags.spacing) / 2
  const each = axlePose.supported / (2 * bags.motionRatio)
  const difference = axlePose.bagMoment / bags.spacing
  const side = (sign: 1 | -1): SideSolution | null => {
    const bagHeight = height - sign * swing
    const area = bags.bag.area.value(bagHeight)
    if (area === undefined) return null
    const force = each + sign * difference
    return { force, pressure: force / area, bagHeight }
  }
  const [left, right] = [side(1), side(-1)]
  const sides = state && left && right ? { left, right } : null
  if (!sides) return { axle, model, aim, at: axlePose, height, state, sides, code: 'out-of-window', mean: 0 }
  if (aim.air === 'teed') {
    // One line, one pressure: the same figure, not two that differ in the last place.
    const pressure =
      axlePose.supported /
      (bags.motionRatio * (bags.bag.area.value(left!.bagHeight)! + bags.bag.area.value(right!.bagHeight)!))
    sides.left.pressure = sides.right.pressure = pressure
  }
  const mean = (sides.left.pressure + sides.right.pressure) / 2
  return { axle, model, aim, at: axlePose, height, state, sides, code: judge(aim, mean, sides.left, sides.right), mean }
}

// eslint-disable-next-line complexity -- outcomes in the order in which they exclude each other
function solutionOf(
  q: LevelQuestion,
  { axle, model, aim, at: pose, height, state, sides, mean, code }: Working,
  stands: {
    teed: AimedAxle | null
    held: AxleStand | null
    empty: AxleStand | null
    road: AxleStand | null
    lowest: AxleStand | null
  },
): LevelSolution {
  const { bags } = model
  const emptyLift = model.carriedEmpty > 0 || !stands.lowest ? null : -stands.lowest.squat
  const swing = Math.abs(pose.roll * bags.spacing) / 2
  if (!state || !sides || code === 'tips')
    return {
      code,
      supported: pose.supported,
      gain: pose.gain,
      squat: pose.squat,
      bagHeight: height,
      emptyLift,
      left: null,
      right: null,
      mean: null,
      band: null,
      bandParts: [],
      sensitivity: null,
      before: null,
      driving: null,
      leanTeed: null,
      lean: null,
      frequency: null,
      held: null,
      remainingSquat: 0,
      jouncePressure: null,
      // Outside the table with the mean, or with one side though the mean is inside it.
      obstacles: code === 'tips' ? [] : windowObstacles(aim, height - swing, height + swing),
    }
  const { left, right } = sides
  const steelRate = model.side ? stagedRate(model.side, pose.squat) * 2 : 0
  const spread = bandParts(bags, state, mean, { steelRate, squat: pose.squat, unsure: aim.unsure })
  const shortest = Math.min(left.bagHeight, right.bagHeight)
  const tallest = Math.max(left.bagHeight, right.bagHeight)
  const inside = code === 'level' || code === 'out-of-window' ? null : stands.held
  return {
    code,
    supported: pose.supported,
    gain: pose.gain,
    squat: pose.squat,
    bagHeight: height,
    emptyLift,
    left,
    right,
    mean,
    band: { low: Math.max(0, mean - spread.total), high: mean + spread.total },
    bandParts: spread.parts,
    sensitivity: spread.sensitivity,
    before: mean > 0 ? beforeLoading(aim, stands.empty) : null,
    driving: mean > 0 ? whileDriving(q, stands.road, mean, pose.squat) : null,
    leanTeed: stands.teed?.lean ?? null,
    lean: pose.lean,
    frequency: frequencies(model, aim, { ambient: q.ambient, gain: q.load[axle], state, mean, steel: steelRate }),
    held: code === 'level' ? (stands.held ?? { squat: pose.squat, gain: pose.gain, lean: pose.lean }) : inside,
    remainingSquat: mean > 0 && code === 'above-maximum' ? squatAtLimit(bags, inside, pose.squat) : 0,
    jouncePressure:
      mean > 0 ? jouncePressure(bags, aim.jounceTravel, { ambient: q.ambient, left, right, squat: pose.squat }) : null,
    obstacles: obstaclesOf(aim, bags, {
      code,
      state,
      squat: pose.squat,
      mean,
      left,
      right,
      shortest,
      tallest,
      stand: inside,
    }),
  }
}

function judge(aim: AxleAim, mean: Pascals, left: SideSolution, right: SideSolution): LevelCode {
  const shortest = Math.min(left.bagHeight, right.bagHeight)
  const tallest = Math.max(left.bagHeight, right.bagHeight)
  if (shortest < aim.heightRange.low || tallest > aim.heightRange.high) return 'out-of-window'
  if (mean <= 0) return 'nothing-to-lift'
  if (Math.max(left.pressure, right.pressure) > aim.maximum) return 'above-maximum'
  if (mean < aim.minimum) return 'below-minimum'
  if (Math.min(left.pressure, right.pressure) < aim.minimum) return 'one-side-below-minimum'
  return 'level'
}
