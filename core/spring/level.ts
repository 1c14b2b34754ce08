import {
  GRAVITY,
  type Hertz,
  type Kilograms,
  type Metres,
  type NewtonMetres,
  type Newtons,
  type NewtonsPerMetre,
  type Pascals,
  type Radians,
} from '../quantity'
import { bagAt, bagRate, type BagState } from './air-spring'
import {
  frontRollStiffness,
  momentOn,
  NO_LOAD,
  pitchTransfer,
  type AirLaw,
  type AxleLoad,
  type BagPair,
  type Chassis,
} from './chassis'
import { pressureDoubts, type Doubt } from './doubt'
import { findRoot } from './root'
import { standOf, type Stand } from './stand'
import { bodyFrequency } from './steel'
import { stagedForce, stagedRate } from './two-stage'

/** Polytropic exponent of a bag working at road speed, between isothermal and adiabatic (common practice 1.3 to 1.4). */
export const FAST_EXPONENT = 1.38

export interface LevelQuestion {
  /** With the bags in it. */
  chassis: Chassis & { bags: BagPair }
  load: AxleLoad
  minimum: Pascals
  maximum: Pascals
  /** Heights the kit may stand at. */
  window: { low: Metres; high: Metres }
  /** kg on the rear axle unladen, less what is unsprung. */
  sprungUnladen: Kilograms
  /** Where the height is marked from; from the ground the tyres' sink counts. */
  mark: 'wheel-centre' | 'ground'
  /**
   * A rear that stands `leave` below its unladen height at the mark, or one that drops as much as the front; `offset` is
   * what the front was seen to drop beyond what its springs explain.
   */
  aim: { kind: 'height'; leave: Metres } | { kind: 'rake'; offset: Metres }
  air: 'teed' | 'independent'
  ambient: Pascals
  /** Filling against driving, where they differ: atmosphere, and absolute temperature of driving over filling. */
  driving: { ambient: Pascals; warmth: number } | null
  reboundTravel: Metres | null
  /** Squat at which the bump stop touches. */
  jounceTravel: Metres | null
  /** Half-widths: of the axle's gain, of the height aimed at, of the springs' rate, of the bag's length, and the friction band. */
  unsure: { gain: Kilograms; target: Metres; rate: NewtonsPerMetre; bag: Metres; friction: Newtons }
}

export type LevelCode =
  | 'level'
  | 'nothing-to-lift'
  | 'below-minimum'
  | 'one-side-below-minimum'
  | 'above-maximum'
  | 'out-of-window'
  /** Bags alone on one line cannot hold it upright under this load. */
  | 'tips'

export interface SideSolution {
  force: Newtons
  pressure: Pascals
  bagHeight: Metres
}

export interface BeforeLoading {
  /** Mean of both sides. */
  pressure: Pascals
  left: Pascals
  right: Pascals
  /** How far the unladen rear then stands above its unladen height, over the springs. */
  rise: Metres
  bagHeight: Metres
  /** With unequal air and no load, left down positive. */
  lean: Radians
  /** Null where the free travel down is unknown. */
  withinRebound: boolean | null
  withinWindow: boolean
}

export interface Driving {
  left: Pascals
  right: Pascals
  /** What a bag that cannot move would read. */
  sealed: Pascals
  /** How far the rear rises at the mark. */
  rise: Metres
}

/** Which limit stands in the way, by how much, and what would bring the answer inside it. */
export interface Obstacle {
  limit: 'maximum' | 'minimum' | 'window-low' | 'window-high'
  side: 'left' | 'right' | 'both'
  /** Pa past a pressure limit, m past the window. */
  by: number
  /** To take off the rear axle. */
  takeOff: Kilograms | null
  /** Moment about the centre line to be rid of, by moving the load across. */
  shed: NewtonMetres | null
  /** Spacer under or over the bag. */
  spacer: Metres | null
  /** At the limit: how far above (positive) or below the aim it stands. */
  stands: Metres | null
}

export interface LevelSolution {
  code: LevelCode
  /** Force the bags must add at the wheels, both sides. */
  supported: Newtons
  /** What the rear axle gains standing there, pitch counted in. */
  rearGain: Newtons
  /** Squat over the springs that is left, mean. */
  squat: Metres
  bagHeight: Metres
  /** Null where the bag height is outside the table. */
  left: SideSolution | null
  right: SideSolution | null
  mean: Pascals | null
  /** Lowest and highest mean pressure the readings and loads allow. */
  band: { low: Pascals; high: Pascals } | null
  /** What makes the band, largest first. */
  doubts: Doubt[]
  /** Pa per metre of target height. */
  sensitivity: number | null
  before: BeforeLoading | null
  driving: Driving | null
  /** Lean of the body with equal pressure both sides, left down positive. */
  leanTeed: Radians | null
  /** Lean left over as it will be plumbed. */
  lean: Radians | null
  frequency: { without: Hertz | null; with: Hertz; emptyWithout: Hertz | null; emptyWith: Hertz | null } | null
  /** Rear squat in m that the bags at their maximum could not take out, 0 when they can. */
  remainingSquat: Metres
  /** How high the empty rear stands at the least pressure, over the springs; null outside the table. */
  emptyLift: Metres | null
  /** Pressure as the axle meets its stop in one stroke, the hotter side; null where the travel is unknown or leaves the table. */
  jouncePressure: Pascals | null
  obstacles: Obstacle[]
}

/** Lift at minimum pressure, standing empty: how high the rear then stands, over the springs. Undefined outside the table. */
export function minimumPressureLift({
  chassis,
  minimum,
}: Pick<LevelQuestion, 'chassis' | 'minimum'>): Metres | undefined {
  const stand = standOf(chassis, NO_LOAD, { kind: 'pressure', left: minimum, right: minimum })
  return stand && !stand.beyond ? -stand.rear : undefined
}

/** Drop of the rear at the mark. */
export const dropAt = (mark: LevelQuestion['mark'], stand: Stand): Metres =>
  stand.rear + (mark === 'ground' ? stand.rearTyres : 0)

/** Drop of the front at the mark. */
export const frontDropAt = (mark: LevelQuestion['mark'], stand: Stand): Metres =>
  stand.front + (mark === 'ground' ? stand.frontTyres : 0)

/** Squat over the rear springs at which the aim is met; linear, since springs and tyres follow the gain in proportion. */
function aimedSquat({ chassis, load, mark, aim }: LevelQuestion): Metres {
  const { at, slope } = pitchTransfer(chassis, load)
  const ground = mark === 'ground' && chassis.tyres !== null
  const rearTyre = ground ? 1 / chassis.tyres!.rear : 0
  const gain = load.rear + at
  if (aim.kind === 'height') return (aim.leave - rearTyre * gain) / (1 + rearTyre * slope)
  const frontGive = (chassis.front ? 1 / chassis.front.rate : 0) + (ground ? 1 / chassis.tyres!.front : 0)
  const frontGain = load.front - at
  return (frontGain * frontGive + aim.offset - rearTyre * gain) / (1 + slope * (rearTyre + frontGive))
}

interface Needed {
  squat: Metres
  gain: Newtons
  /** Force both bags add at the wheels when the rear suspension leans by `roll`, and the moment they add. */
  force(roll: Radians): Newtons
  moment(roll: Radians, rearMoment: NewtonMetres): NewtonMetres
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
    moment: (roll, rearMoment) => rearMoment - (left(roll) - right(roll)) * half - chassis.rearAntiRoll * roll,
  }
}

/**
 * Pressure that brings the rear to its aim under a load, each side, and all that goes with it.
 *
 * The aim fixes where the body stands, so the forces the bags must add follow directly from the coupled balance: over
 * the rear springs (staged, each side for itself), between front and rear (pitch moves weight), left and right (front
 * and rear share the moment as the frame allows), and through the tyres. Independent bags take out the lean: of the
 * suspension when heights are marked from the wheel centres, of the body when from the ground. Teed bags share one
 * pressure; the lean they leave is the root of the moment balance.
 * @returns a code with its figures; what cannot be computed is null, never a guess
 * Source: statics; air kept isothermally between filling and loading (Boyle).
 */
export function bringLevel(q: LevelQuestion): LevelSolution {
  const { chassis } = q
  const { bags, tyres } = chassis
  const need = needed(q)
  const meanHeight = bags.rideHeight - bags.motionRatio * need.squat
  const rearTyreRoll = tyres ? 1 / tyres.rearRoll : 0
  const throughTyres = 1 + frontRollStiffness(chassis) * rearTyreRoll
  const moment = momentOn(chassis, q.load)
  // From the ground the body shall not lean, so the suspension leans against the tyres; else the suspension shall not.
  const rearMoment = q.mark === 'ground' ? moment : moment / throughTyres
  const roll = q.mark === 'ground' ? -moment * rearTyreRoll : 0
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
    doubts: [],
    sensitivity: null,
    before: null,
    driving: null,
    leanTeed: null,
    lean: null,
    frequency: null,
    remainingSquat: 0,
    emptyLift: emptyLift(q),
    jouncePressure: null,
    obstacles,
  })
  const state = bagAt(bags.bag, meanHeight)
  if (!state) return unsolved('out-of-window', windowObstacles(q, meanHeight, meanHeight))

  const teed = teedBalance(q, need, meanHeight)
  if (q.air === 'teed' && !teed) return unsolved('tips', [])
  const sides = q.air === 'teed' ? teed!.sides : independentSides(q, need, meanHeight, roll, rearMoment)
  if (!sides) {
    // One side leaves the table though the mean is inside it.
    const swing = Math.abs(roll * bags.spacing) / 2
    return unsolved('out-of-window', windowObstacles(q, meanHeight - swing, meanHeight + swing))
  }
  const { left, right } = sides
  const mean = (left.pressure + right.pressure) / 2
  const steelRate = stagedRate(chassis.rearSide, need.squat) * 2
  const doubts = pressureDoubts(bags, state, mean, steelRate, need.squat, q.unsure)
  const least = Math.min(left.bagHeight, right.bagHeight)
  const most = Math.max(left.bagHeight, right.bagHeight)
  const code = judge(q, mean, left, right, least, most)
  const capped = mean > 0 && code === 'above-maximum' ? atLimit(q, left, right, need.squat) : null
  const leanTeed = teed && teed.roll + teed.rearMoment * rearTyreRoll
  return {
    code,
    supported: need.force(roll),
    rearGain: need.gain,
    squat: need.squat,
    bagHeight: meanHeight,
    left,
    right,
    mean,
    band: { low: Math.max(0, mean - doubts.total), high: mean + doubts.total },
    doubts: doubts.parts,
    sensitivity: doubts.sensitivity,
    before: mean > 0 ? beforeLoading(q, left, right) : null,
    driving: mean > 0 ? whileDriving(q, left, right, need.squat) : null,
    leanTeed,
    lean: q.air === 'teed' ? leanTeed : roll + rearMoment * rearTyreRoll,
    frequency: frequencies(q, state, mean, steelRate),
    remainingSquat: capped ?? 0,
    emptyLift: emptyLift(q),
    jouncePressure: mean > 0 ? jouncePressure(q, left, right, need.squat) : null,
    obstacles: obstaclesOf(q, code, state, mean, left, right, least, most, capped),
  }
}

const emptyLift = (q: LevelQuestion): Metres | null =>
  q.chassis.carriedEmpty > 0 ? null : (minimumPressureLift(q) ?? null)

function sideAt({ bag }: BagPair, bagHeight: Metres, force: Newtons): SideSolution | null {
  const area = bag.area.value(bagHeight)
  return area === undefined ? null : { force, pressure: force / area, bagHeight }
}

function independentSides(
  { chassis: { bags } }: LevelQuestion,
  need: Needed,
  height: Metres,
  roll: Radians,
  rearMoment: NewtonMetres,
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
  rearMoment: NewtonMetres
  sides: { left: SideSolution; right: SideSolution }
}

/**
 * One pressure in both bags and the lean that it leaves.
 * Residual: roll moments of both axles less the load's, N·m, over the leans that keep both bags inside their table; none
 * when there is no lean at which the axle holds.
 */
function teedBalance({ chassis, load }: LevelQuestion, need: Needed, height: Metres): Teed | null {
  const { bags, tyres } = chassis
  const { bag } = bags
  const arm = bags.spacing / 2
  const front = frontRollStiffness(chassis)
  const rearTyreRoll = tyres ? 1 / tyres.rearRoll : 0
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
    return now && now.rearMoment * (1 + front * rearTyreRoll) + front * roll - moment
  }
  const upright = moment === 0
  const roll = upright ? 0 : findRoot(residual, -reach, reach, 1e-10)
  if (roll === undefined) return null
  const now = at(roll)!
  // Standing straight on nothing that would bring it back is not standing.
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
  least: Metres,
  most: Metres,
): LevelCode {
  if (least < q.window.low || most > q.window.high) return 'out-of-window'
  if (mean <= 0) return 'nothing-to-lift'
  if (Math.max(left.pressure, right.pressure) > q.maximum) return 'above-maximum'
  if (mean < q.minimum) return 'below-minimum'
  if (Math.min(left.pressure, right.pressure) < q.minimum) return 'one-side-below-minimum'
  return 'level'
}

/** Air of both sides as an amount that stays. */
function closedAir(
  { chassis: { bags }, air, ambient }: LevelQuestion,
  left: SideSolution,
  right: SideSolution,
  driving: { ambient: Pascals; warmth: number },
): AirLaw {
  const room = (s: SideSolution) => bags.bag.volume.value(s.bagHeight)! + bags.lineVolume
  const amount = (s: SideSolution) => (s.pressure + ambient) * room(s) * driving.warmth
  const common = { exponent: 1, ambient: driving.ambient }
  return air === 'teed'
    ? { kind: 'teed', both: amount(left) + amount(right), ...common }
    : { kind: 'closed', left: amount(left), right: amount(right), ...common }
}

/** The same air at the unladen weight: what to set before the load goes on, and how it stands when the load comes off and nobody bleeds. */
function beforeLoading(q: LevelQuestion, left: SideSolution, right: SideSolution): BeforeLoading | null {
  const stand = standOf(q.chassis, NO_LOAD, closedAir(q, left, right, { ambient: q.ambient, warmth: 1 }))
  if (!stand?.left || !stand.right || stand.beyond) return null
  const heights = [stand.left.height, stand.right.height]
  return {
    pressure: (stand.left.pressure + stand.right.pressure) / 2,
    left: stand.left.pressure,
    right: stand.right.pressure,
    rise: -stand.rear,
    bagHeight: (heights[0]! + heights[1]!) / 2,
    lean: stand.lean,
    withinRebound: q.reboundTravel === null ? null : -stand.rear <= q.reboundTravel,
    withinWindow: Math.min(...heights) >= q.window.low && Math.max(...heights) <= q.window.high,
  }
}

/** The same air on the road, higher up or warmer than where it was set, loaded. */
function whileDriving(q: LevelQuestion, left: SideSolution, right: SideSolution, squat: Metres): Driving | null {
  if (!q.driving) return null
  const stand = standOf(q.chassis, q.load, closedAir(q, left, right, q.driving))
  if (!stand?.left || !stand.right || stand.beyond) return null
  const mean = (left.pressure + right.pressure) / 2
  return {
    left: stand.left.pressure,
    right: stand.right.pressure,
    sealed: (mean + q.ambient) * q.driving.warmth - q.driving.ambient,
    rise: squat - stand.rear,
  }
}

/** Squat past the aim with no side over the maximum. */
function atLimit(q: LevelQuestion, left: SideSolution, right: SideSolution, squat: Metres): Metres {
  const { bags } = q.chassis
  const cap = (s: SideSolution) => Math.min(s.pressure, q.maximum)
  const stand = standOf(q.chassis, q.load, { kind: 'pressure', left: cap(left), right: cap(right) })
  // Down on the shortest height the table knows.
  const least = (bags.rideHeight - bags.bag.area.from) / bags.motionRatio
  return (stand && !stand.beyond ? stand.rear : least) - squat
}

function frequencies(
  q: LevelQuestion,
  state: BagState,
  mean: Pascals,
  steel: NewtonsPerMetre,
): LevelSolution['frequency'] {
  const { bags, tyres, rearSide } = q.chassis
  const tyre = tyres && Number.isFinite(tyres.rear) ? tyres.rear : undefined
  const withAir = (height: Metres, pressure: Pascals): NewtonsPerMetre | null => {
    const rate = bagRate(bags.bag, height, Math.max(pressure, 0), FAST_EXPONENT, bags.lineVolume, q.ambient)
    return rate === undefined ? null : 2 * bags.motionRatio ** 2 * rate
  }
  const f = (mass: Kilograms, rate: NewtonsPerMetre | null) =>
    rate !== null && rate > 0 && mass > 0 ? bodyFrequency(mass, rate, tyre) : null
  const unladenSteel = 2 * rearSide.first
  const loaded = q.sprungUnladen + q.load.rear / GRAVITY
  const bag = withAir(state.height, mean)!
  const atMinimum = q.chassis.carriedEmpty > 0 ? null : withAir(bags.rideHeight, q.minimum)
  const together = f(loaded, steel + bag)
  return together === null
    ? null
    : {
        without: f(loaded, steel),
        with: together,
        emptyWithout: f(q.sprungUnladen, unladenSteel),
        emptyWith: atMinimum === null ? null : f(q.sprungUnladen, unladenSteel + atMinimum),
      }
}

/** Polytropic compression from where it stands to the stop, on absolute pressure with the line's air counted. */
function jouncePressure(q: LevelQuestion, left: SideSolution, right: SideSolution, squat: Metres): Pascals | null {
  const { bags } = q.chassis
  if (q.jounceTravel === null) return null
  const stroke = bags.motionRatio * Math.max(0, q.jounceTravel - squat)
  const at = ({ bagHeight, pressure }: SideSolution): Pascals | null => {
    const [from, to] = [bags.bag.volume.value(bagHeight), bags.bag.volume.value(bagHeight - stroke)]
    return from === undefined || to === undefined
      ? null
      : (pressure + q.ambient) * ((from + bags.lineVolume) / (to + bags.lineVolume)) ** FAST_EXPONENT - q.ambient
  }
  const [l, r] = [at(left), at(right)]
  return l === null || r === null ? null : Math.max(l, r)
}

function windowObstacles({ window }: LevelQuestion, least: Metres, most: Metres): Obstacle[] {
  const none = { side: 'both' as const, takeOff: null, shed: null, stands: null }
  if (least < window.low) return [{ ...none, limit: 'window-low', by: window.low - least, spacer: null }]
  if (most > window.high) return [{ ...none, limit: 'window-high', by: most - window.high, spacer: most - window.high }]
  return []
}

function obstaclesOf(
  q: LevelQuestion,
  code: LevelCode,
  state: BagState,
  mean: Pascals,
  left: SideSolution,
  right: SideSolution,
  least: Metres,
  most: Metres,
  capped: Metres | null,
): Obstacle[] {
  const { bags } = q.chassis
  const higher = left.pressure >= right.pressure ? ('left' as const) : ('right' as const)
  const lower = higher === 'left' ? ('right' as const) : ('left' as const)
  const half = Math.abs(left.pressure - right.pressure) / 2
  // From the mean to the side that passes: a pressure difference is a moment over area and half the spacing.
  const shedTo = (allowed: Pascals) => (allowed >= 0 ? (half - allowed) * state.area * bags.spacing : null)
  const none = { takeOff: null, shed: null, spacer: null, stands: null }
  switch (code) {
    case 'out-of-window':
      return windowObstacles(q, least, most)
    case 'above-maximum': {
      const by = Math.max(left.pressure, right.pressure) - q.maximum
      return [
        {
          ...none,
          limit: 'maximum',
          side: mean > q.maximum ? 'both' : higher,
          by,
          takeOff: (2 * bags.motionRatio * state.area * by) / GRAVITY,
          shed: shedTo(q.maximum - mean),
          stands: capped === null ? null : -capped,
        },
      ]
    }
    case 'one-side-below-minimum':
      return [
        {
          ...none,
          limit: 'minimum',
          side: lower,
          by: q.minimum - Math.min(left.pressure, right.pressure),
          shed: shedTo(mean - q.minimum),
        },
      ]
    case 'below-minimum': {
      const stand = standOf(q.chassis, q.load, { kind: 'pressure', left: q.minimum, right: q.minimum })
      return [
        {
          ...none,
          limit: 'minimum',
          side: 'both',
          by: q.minimum - mean,
          stands: stand && !stand.beyond ? aimedSquat(q) - stand.rear : null,
        },
      ]
    }
    default:
      return []
  }
}
