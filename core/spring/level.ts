import {
  GRAVITY,
  type CubicMetres,
  type Hertz,
  type Kilograms,
  type Metres,
  type NewtonMetres,
  type Newtons,
  type NewtonsPerMetre,
  type Pascals,
  type Radians,
} from '../quantity'
import { bagAt, bagRate, type AirSpring } from './air-spring'
import { findRoot } from './root'
import { bodyFrequency } from './steel'

/** Polytropic exponent of a bag working at road speed, between isothermal and adiabatic (common practice 1.3 to 1.4). */
export const FAST_EXPONENT = 1.38

export interface LevelQuestion {
  bag: AirSpring
  /** Bag height when the vehicle stands at its unladen height. */
  rideBagHeight: Metres
  /** Bag travel over wheel travel. */
  motionRatio: number
  /** Between the two bags. */
  bagSpacing: Metres
  minimum: Pascals
  maximum: Pascals
  /** Heights the kit may stand at. */
  window: { low: Metres; high: Metres }
  lineVolume: CubicMetres
  /** Steel springs of the axle, both sides; 0 for coil replacement. */
  axleRate: NewtonsPerMetre
  /** Between the two steel springs. */
  springSpacing: Metres
  /** Whether bags carry the whole sprung load (coil replacement) or what was added. */
  carries: 'added' | 'all'
  /** kg on the axle unladen, less what is unsprung. */
  sprungUnladen: Kilograms
  /** kg the axle gained. */
  gain: Kilograms
  /** Plus or minus on it. */
  gainGive: Kilograms
  /** Load's moment about the centre line that this axle takes, left down positive. */
  rollMoment: NewtonMetres
  /** Squat to leave, suspension only; 0 is back to the unladen frame-to-axle height. */
  leaveSquat: Metres
  leaveSquatGive: Metres
  /** Both tyres' vertical rate a side; set only when height was marked from the ground. */
  tyreAxleRate: NewtonsPerMetre | null
  air: 'teed' | 'independent'
  ambient: Pascals
  reboundTravel: Metres | null
}

export type LevelCode =
  'level' | 'nothing-to-lift' | 'below-minimum' | 'one-side-below-minimum' | 'above-maximum' | 'out-of-window'

export interface SideSolution {
  force: Newtons
  pressure: Pascals
}

export interface BeforeLoading {
  pressure: Pascals
  /** How far the unladen rear then stands above its unladen height. */
  rise: Metres
  bagHeight: Metres
  /** Null where the free travel down is unknown. */
  withinRebound: boolean | null
  withinWindow: boolean
}

export interface LevelSolution {
  code: LevelCode
  /** Force the bags must add at the wheels, both sides. */
  supported: Newtons
  bagHeight: Metres
  /** Null where the bag height is outside the table. */
  left: SideSolution | null
  right: SideSolution | null
  mean: Pascals | null
  /** Lowest and highest mean pressure the readings and loads allow. */
  band: { low: Pascals; high: Pascals } | null
  /** Pa per metre of target height. */
  sensitivity: number | null
  before: BeforeLoading | null
  /** Lean with equal pressure both sides, left down positive. */
  leanTeed: Radians | null
  /** Lean left over as it will be plumbed. */
  lean: Radians | null
  frequency: { without: Hertz | null; with: Hertz } | null
  /** Rear squat in m that the bags at their maximum could not take out, 0 when they can. */
  remainingSquat: Metres
}

/** Lift at minimum pressure, standing empty: how high the rear then stands. Undefined outside the table. */
export function minimumPressureLift(q: LevelQuestion): Metres | undefined {
  return findRoot(
    (rise) => {
      const area = q.bag.area.value(q.rideBagHeight + q.motionRatio * rise)
      return area === undefined ? undefined : 2 * q.motionRatio * q.minimum * area - q.axleRate * rise
    },
    0,
    (q.bag.area.to - q.rideBagHeight) / q.motionRatio,
    1e-6,
  )
}

/**
 * Pressure that brings one axle back to its height under a load, each side, and all that goes with it.
 *
 * Balance at the wheels: added load = axleRate x squat left + 2 r P A(h). Measured from the ground the tyres have sunk
 * too, so the suspension must stand higher by that sink. Off-centre load: F_left - F_right = 2 M / bagSpacing.
 * @returns a code with its figures; what cannot be computed is null, never a guess
 * Source: statics; air mass kept isothermally between filling and loading (Boyle).
 */
export function levelAxle(q: LevelQuestion): LevelSolution {
  const sink = q.tyreAxleRate ? (q.gain * GRAVITY) / q.tyreAxleRate : 0
  // Suspension squat to leave: what the eye may see from the ground includes the tyres.
  const squat = q.leaveSquat - sink
  const base = q.carries === 'all' ? q.sprungUnladen * GRAVITY : 0
  const supported = base + q.gain * GRAVITY - q.axleRate * squat
  const bagHeight = q.rideBagHeight - q.motionRatio * squat
  const empty: LevelSolution = {
    code: 'out-of-window',
    supported,
    bagHeight,
    left: null,
    right: null,
    mean: null,
    band: null,
    sensitivity: null,
    before: null,
    leanTeed: null,
    lean: null,
    frequency: null,
    remainingSquat: 0,
  }
  const state = bagAt(q.bag, bagHeight)
  if (!state) return empty

  const each = supported / (2 * q.motionRatio)
  const mean = each / state.area
  // Moment arms at the wheels and at the bags differ by the motion ratio on an arm; on a solid axle r is 1.
  const half = q.rollMoment / q.bagSpacing
  const teed = q.air === 'teed'
  const side = (force: Newtons): SideSolution => ({ force, pressure: force / state.area })
  const left = side(teed ? each : each + half)
  const right = side(teed ? each : each - half)

  const steelRoll = (q.axleRate * q.springSpacing ** 2) / 4
  const teedRoll = steelRoll - (mean * state.areaSlope * q.bagSpacing ** 2) / 2
  const leanTeed = teedRoll > 0 ? q.rollMoment / teedRoll : null
  const sensitivity = (q.axleRate - 2 * q.motionRatio ** 2 * mean * state.areaSlope) / (2 * q.motionRatio * state.area)
  const halfBand = (q.gainGive * GRAVITY) / (2 * q.motionRatio * state.area) + Math.abs(sensitivity) * q.leaveSquatGive
  const rate = bagRate(q.bag, bagHeight, Math.max(mean, 0), FAST_EXPONENT, q.lineVolume, q.ambient)!
  const mass = q.sprungUnladen + q.gain

  return {
    ...empty,
    code: judge(q, bagHeight, mean, left, right),
    left,
    right,
    mean,
    band: { low: Math.max(0, mean - halfBand), high: mean + halfBand },
    sensitivity,
    before: mean > 0 ? beforeLoading(q, bagHeight, mean, base) : null,
    leanTeed,
    lean: teed ? leanTeed : 0,
    frequency: {
      without: q.axleRate > 0 ? bodyFrequency(mass, q.axleRate) : null,
      with: bodyFrequency(mass, q.axleRate + 2 * q.motionRatio ** 2 * rate),
    },
    remainingSquat: mean > q.maximum ? shortfall(q, base, squat) : 0,
  }
}

function judge(q: LevelQuestion, height: Metres, mean: Pascals, left: SideSolution, right: SideSolution): LevelCode {
  if (height < q.window.low || height > q.window.high) return 'out-of-window'
  if (mean <= 0) return 'nothing-to-lift'
  if (Math.max(left.pressure, right.pressure) > q.maximum) return 'above-maximum'
  if (mean < q.minimum) return 'below-minimum'
  if (Math.min(left.pressure, right.pressure) < q.minimum) return 'one-side-below-minimum'
  return 'level'
}

/**
 * Pressure to set before the load goes on so that, with no air added or lost, it is level once loaded.
 * Residual: steel released upwards less bag force, with P_abs (V + line) kept from the loaded state.
 */
function beforeLoading(q: LevelQuestion, bagHeight: Metres, mean: Pascals, base: Newtons): BeforeLoading | null {
  const volume = (h: Metres) => q.bag.volume.value(h)
  const airMass = (mean + q.ambient) * (volume(bagHeight)! + q.lineVolume)
  const pressureAt = (h: Metres): Pascals | undefined => {
    const v = volume(h)
    return v === undefined ? undefined : airMass / (v + q.lineVolume) - q.ambient
  }
  const heightAt = (rise: Metres) => q.rideBagHeight + q.motionRatio * rise
  const residual = (rise: Metres): number | undefined => {
    const h = heightAt(rise)
    const area = q.bag.area.value(h)
    const pressure = pressureAt(h)
    return area === undefined || pressure === undefined
      ? undefined
      : 2 * q.motionRatio * pressure * area - base - q.axleRate * rise
  }
  const low = (bagHeight - q.rideBagHeight) / q.motionRatio
  const high = (q.bag.area.to - q.rideBagHeight) / q.motionRatio
  const rise = findRoot(residual, low, high, 1e-7)
  if (rise === undefined) return null
  const height = heightAt(rise)
  return {
    pressure: pressureAt(height)!,
    rise,
    bagHeight: height,
    withinRebound: q.reboundTravel === null ? null : rise <= q.reboundTravel,
    withinWindow: height >= q.window.low && height <= q.window.high,
  }
}

/** Squat still there with the bags at their maximum pressure. */
function shortfall(q: LevelQuestion, base: Newtons, wanted: Metres): Metres {
  const root = findRoot(
    (squat) => {
      const area = q.bag.area.value(q.rideBagHeight - q.motionRatio * squat)
      return area === undefined
        ? undefined
        : base + q.gain * GRAVITY - q.axleRate * squat - 2 * q.motionRatio * q.maximum * area
    },
    wanted,
    (q.rideBagHeight - q.bag.area.from) / q.motionRatio,
    1e-6,
  )
  return (root ?? (q.rideBagHeight - q.bag.area.from) / q.motionRatio) - wanted
}
