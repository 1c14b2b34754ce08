import { type Meters, type NewtonMeters, type Newtons, type Pascals, type Radians } from '../quantity'
import { bagAt } from './air-spring'
import { leanStiffness, momentOn, NO_LOAD, pitchTransfer, type BagPair } from './chassis'
import {
  beforeLoading,
  frequencies,
  heldInside,
  jouncePressure,
  squatAtLimit,
  whileDriving,
  type BeforeLoading,
  type Driving,
  type Frequencies,
} from './consequences'
import { bandParts, type BandPart } from './band'
import { aimedSquat, type LevelCode, type LevelQuestion, type SideSolution } from './level-question'
import { obstaclesOf, windowObstacles, type Obstacle } from './obstacles'
import { findRoot } from './root'
import { standOf, type Stand } from './stand'
import { stagedForce, stagedRate } from './two-stage'

export interface LevelSolution {
  code: LevelCode
  /** Force the bags must add at the wheels, both sides. */
  supported: Newtons
  /** What the rear axle gains standing there, pitch counted in. */
  rearGain: Newtons
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
  held: Pick<Stand, 'rear' | 'rearGain' | 'lean'> | null
  /** Rear squat in m that the bags at their maximum could not take out, 0 when they can. */
  remainingSquat: Meters
  /** How high the empty rear stands at min pressure, over the springs; null outside the table. */
  emptyLift: Meters | null
  /** Pressure as the axle meets its stop in one stroke, the hotter side; null where the travel is unknown or leaves the table. */
  jouncePressure: Pascals | null
  obstacles: Obstacle[]
}

/**
 * Lift at minimum pressure, standing empty: how high the rear then stands, over the springs. Undefined outside the table.
 * @returns m
 */
export function minimumPressureLift({
  chassis,
  minimum,
}: Pick<LevelQuestion, 'chassis' | 'minimum'>): Meters | undefined {
  const stand = standOf(chassis, NO_LOAD, { kind: 'pressure', left: minimum, right: minimum })
  return stand && !stand.beyond ? -stand.rear : undefined
}

interface Needed {
  squat: Meters
  gain: Newtons
  /** Force both bags add at the wheels when the rear suspension leans by `roll`, and the moment they add. */
  force(roll: Radians): Newtons
  moment(roll: Radians, rearMoment: NewtonMeters): NewtonMeters
}

function needed(q: LevelQuestion): Needed {
  const { chassis, load } = q
  const { rearSide, rearSpacing } = chassis
  const squat = aimedSquat(q)
  const { at, slope } = pitchTransfer(chassis, load)
  const gain = load.rear + at + slope * squat
  const half = rearSpacing / 2
  const left = (roll: Radians) => stagedForce(rearSide, squat + roll * half)
  const right = (roll: Radians) => stagedForce(rearSide, squat - roll * half)
  return {
    squat,
    gain,
    force: (roll) => chassis.carriedEmpty + gain - left(roll) - right(roll),
    moment: (roll, rearMoment) => rearMoment - (left(roll) - right(roll)) * half - chassis.rearSwayBar * roll,
  }
}

/**
 * Pressure that brings the rear to its aim under a load, each side, and all that goes with it.
 *
 * The aim fixes where the body stands, so the forces the bags must add follow directly from the coupled balance: over
 * the rear springs (staged, each side for itself), between front and rear (pitch moves weight), left and right (front
 * and rear share the moment as the frame allows), and through the tires. Independent bags take out the lean: of the
 * suspension when heights are marked from the wheel centers, of the body when from the ground. Teed bags share one
 * pressure; the lean they leave is the root of the moment balance.
 * @returns a code with its figures; what cannot be computed is null, never a guess
 * Source: statics; air kept isothermally between filling and loading (Boyle).
 */
export function bringLevel(q: LevelQuestion): LevelSolution {
  const { chassis } = q
  const { bags, tires } = chassis
  const need = needed(q)
  const meanHeight = bags.rideHeight - bags.motionRatio * need.squat
  const rearTireRoll = tires ? 1 / tires.rearRoll : 0
  const throughTires = 1 + leanStiffness(chassis) * rearTireRoll
  const moment = momentOn(chassis, q.load)
  // From the ground the body shall not lean, so the suspension leans against the tires; else the suspension shall not.
  const rearMoment = q.mark === 'ground' ? moment : moment / throughTires
  const roll = q.mark === 'ground' ? -moment * rearTireRoll : 0
  const unsolved = (code: LevelCode, obstacles: Obstacle[]): LevelSolution => ({
    code,
    supported: need.force(roll),
    rearGain: need.gain,
    squat: need.squat,
    bagHeight: meanHeight,
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
    emptyLift: emptyLift(q),
    jouncePressure: null,
    obstacles,
  })
  const state = bagAt(bags.bag, meanHeight)
  if (!state) return unsolved('out-of-window', windowObstacles(q, meanHeight, meanHeight))

  const teed = teedBalance(q, need, meanHeight)
  if (q.air === 'teed' && !teed) return unsolved('tips', [])
  const sides = q.air === 'teed' ? teed!.sides : separateSides(q, need, meanHeight, roll, rearMoment)
  if (!sides) {
    // One side leaves the table though the mean is inside it.
    const swing = Math.abs(roll * bags.spacing) / 2
    return unsolved('out-of-window', windowObstacles(q, meanHeight - swing, meanHeight + swing))
  }
  const { left, right } = sides
  const mean = (left.pressure + right.pressure) / 2
  const steelRate = stagedRate(chassis.rearSide, need.squat) * 2
  const spread = bandParts(bags, state, mean, steelRate, need.squat, q.unsure)
  const shortest = Math.min(left.bagHeight, right.bagHeight)
  const tallest = Math.max(left.bagHeight, right.bagHeight)
  const code = judge(q, mean, left, right, shortest, tallest)
  // In balance, but with air that pushes over what begins to lean: it would not stay there.
  if (code === 'level' && !standOf(chassis, q.load, { kind: 'pressure', left: left.pressure, right: right.pressure }))
    return unsolved('tips', [])
  const inside = code === 'level' || code === 'out-of-window' ? null : heldInside(q, left, right)
  const capped = mean > 0 && code === 'above-maximum' ? squatAtLimit(q, inside, need.squat) : null
  const leanTeed = teed && teed.roll + teed.rearMoment * rearTireRoll
  const lean = q.air === 'teed' ? leanTeed : roll + rearMoment * rearTireRoll
  return {
    code,
    supported: need.force(roll),
    rearGain: need.gain,
    squat: need.squat,
    bagHeight: meanHeight,
    left,
    right,
    mean,
    band: { low: Math.max(0, mean - spread.total), high: mean + spread.total },
    bandParts: spread.parts,
    sensitivity: spread.sensitivity,
    before: mean > 0 ? beforeLoading(q, left, right) : null,
    driving: mean > 0 ? whileDriving(q, left, right, need.squat) : null,
    leanTeed,
    lean,
    frequency: frequencies(q, state, mean, steelRate),
    held: code === 'level' ? { rear: need.squat, rearGain: need.gain, lean: lean ?? 0 } : inside,
    remainingSquat: capped ?? 0,
    emptyLift: emptyLift(q),
    jouncePressure: mean > 0 ? jouncePressure(q, left, right, need.squat) : null,
    obstacles: obstaclesOf(q, code, state, mean, left, right, shortest, tallest, inside),
  }
}

const emptyLift = (q: LevelQuestion): Meters | null =>
  q.chassis.carriedEmpty > 0 ? null : (minimumPressureLift(q) ?? null)

function sideAt({ bag }: BagPair, bagHeight: Meters, force: Newtons): SideSolution | null {
  const area = bag.area.value(bagHeight)
  return area === undefined ? null : { force, pressure: force / area, bagHeight }
}

function separateSides(
  { chassis: { bags } }: LevelQuestion,
  need: Needed,
  height: Meters,
  roll: Radians,
  rearMoment: NewtonMeters,
): { left: SideSolution; right: SideSolution } | null {
  const swing = (roll * bags.spacing) / 2
  const each = need.force(roll) / (2 * bags.motionRatio)
  const difference = need.moment(roll, rearMoment) / bags.spacing
  const left = sideAt(bags, height - swing, each + difference)
  const right = sideAt(bags, height + swing, each - difference)
  return left && right && { left, right }
}

interface Teed {
  roll: Radians
  rearMoment: NewtonMeters
  sides: { left: SideSolution; right: SideSolution }
}

/**
 * One pressure in both bags and the lean that it leaves.
 * Residual: roll moments of both axles less the load's, N·m, over the leans that keep both bags inside their table; none
 * when there is no lean at which the axle holds.
 */
function teedBalance({ chassis, load }: LevelQuestion, need: Needed, height: Meters): Teed | null {
  const { bags, tires } = chassis
  const { bag } = bags
  const arm = bags.spacing / 2
  const front = leanStiffness(chassis)
  const rearTireRoll = tires ? 1 / tires.rearRoll : 0
  const moment = momentOn(chassis, load)
  const at = (roll: Radians) => {
    const hl = height - roll * arm
    const hr = height + roll * arm
    const al = bag.area.value(hl)
    const ar = bag.area.value(hr)
    if (al === undefined || ar === undefined) return undefined
    const pressure = need.force(roll) / (bags.motionRatio * (al + ar))
    // What the rear axle as a whole meets: steel, bar and bags.
    const rearMoment = pressure * (al - ar) * arm - need.moment(roll, 0)
    return { hl, hr, al, ar, pressure, rearMoment }
  }
  const reach = (Math.min(height - bag.area.from, bag.area.to - height) / arm) * (1 - 1e-9)
  const residual = (roll: Radians) => {
    const now = at(roll)
    return now && now.rearMoment * (1 + front * rearTireRoll) + front * roll - moment
  }
  const upright = moment === 0
  const roll = upright ? 0 : findRoot(residual, -reach, reach, 1e-10)
  if (roll === undefined) return null
  const now = at(roll)!
  // Upright, but with nothing that resists a lean, it would fall over.
  if (upright && !((residual(1e-4) ?? 0) > 0)) return null
  return {
    roll,
    rearMoment: now.rearMoment,
    sides: {
      left: { force: now.pressure * now.al, pressure: now.pressure, bagHeight: now.hl },
      right: { force: now.pressure * now.ar, pressure: now.pressure, bagHeight: now.hr },
    },
  }
}

function judge(
  q: LevelQuestion,
  mean: Pascals,
  left: SideSolution,
  right: SideSolution,
  shortest: Meters,
  tallest: Meters,
): LevelCode {
  if (shortest < q.heightRange.low || tallest > q.heightRange.high) return 'out-of-window'
  if (mean <= 0) return 'nothing-to-lift'
  if (Math.max(left.pressure, right.pressure) > q.maximum) return 'above-maximum'
  if (mean < q.minimum) return 'below-minimum'
  if (Math.min(left.pressure, right.pressure) < q.minimum) return 'one-side-below-minimum'
  return 'level'
}
