import { GRAVITY, type Kilograms } from '../../quantity'
import type { AxleLoad, AxleModel, Chassis, StagedSpring } from '../../spring'
import {
  type AxleEnd,
  loadMass,
  overWheels,
  tireDiameter,
  type Axle,
  type AxleWeights,
  type LoadItem,
  type Vehicle,
} from '../../vehicle'
import type { Job } from '../../job'
import { axleTireRate, type AxleRate } from './axle-spring'

/** Half the height of a usual light-truck tire, where the size cannot be read. */
const USUAL_TIRE_RADIUS = 0.39

/** Roll stiffness at the body of a rate that acts at two places `apart`, N·m/rad: k s^2/2 for each side's k. */
const rollOf = (axleRate: number, apart: number) => (axleRate * apart ** 2) / 4

/**
 * Between the places where the rates of the two sides act: the springs of a solid axle, the wheels of independent links.
 * @returns m
 */
const springsApart = ({ architecture, springSpacing, track }: Axle): number =>
  architecture === 'solid' ? springSpacing : track

/** One axle of a vehicle, steel alone. */
function axleModel(vehicle: Vehicle, end: AxleEnd, rate: AxleRate | null): AxleModel {
  const axle = vehicle[end]
  const tires = axleTireRate(vehicle, end)
  return {
    side: rate && steelSide(axle, rate),
    spacing: springsApart(axle),
    swayBar: axle.swayBar,
    tires: tires === null ? null : { rate: tires, roll: rollOf(tires, axle.track) },
    bags: null,
    carriedEmpty: 0,
  }
}

/**
 * What stands between body and road of a job's vehicle carrying `items`, steel alone.
 * @param rates of both springs of each axle together; null where unknown
 */
export function chassisOf(
  job: Pick<Job, 'vehicle' | 'fittings' | 'frame'>,
  rates: Record<AxleEnd, AxleRate | null>,
  items: readonly LoadItem[],
): Chassis {
  const { vehicle, frame } = job
  const overWheel = GRAVITY * overWheels(vehicle, weighed([...job.fittings, ...items]), wheelRadius(vehicle))
  const share = vehicle.rear.curb / (vehicle.front.curb + vehicle.rear.curb)
  return {
    wheelbase: vehicle.wheelbase,
    front: axleModel(vehicle, 'front', rates.front),
    rear: axleModel(vehicle, 'rear', rates.rear),
    frame,
    pitchMoment: overWheel,
    leanMoment: { front: overWheel * (1 - share), rear: overWheel * share },
  }
}

/**
 * Steel of one side of an axle, with its helper leaves and stop.
 * @param rate N/m of both sides
 */
export const steelSide = ({ stages }: Axle, rate: AxleRate): StagedSpring => ({ first: rate.rate / 2, stages })

const weighed = (items: readonly LoadItem[]) => items.map((i) => ({ mass: loadMass(i), z: i.z }))
const wheelRadius = (vehicle: Vehicle) => (tireDiameter(vehicle.rear.tireSize) ?? 2 * USUAL_TIRE_RADIUS) / 2

/** What an axle stands with empty: by the scale, else by the vehicle's own figures and what is always on it. */
export const standsWith = (weights: AxleWeights, axle: AxleEnd): Kilograms =>
  axle === 'front' ? weights.frontTotal - weights.front : weights.rearTotal - weights.rear

/**
 * What the springs of an axle carry empty.
 * @param standing on the axle then; the vehicle's own figure where nothing else is known
 * @returns kg, 1 at the smallest
 */
export const sprungAt = ({ curb, unsprung }: Axle, standing: Kilograms = curb): Kilograms =>
  Math.max(1, standing - unsprung)

/**
 * What a load asks of the springs.
 * @returns N and N·m
 */
export const axleLoad = (weights: AxleWeights): AxleLoad => ({
  front: weights.front * GRAVITY,
  rear: weights.rear * GRAVITY,
  roll: weights.rollMoment,
  rollRear: weights.rollMomentRear,
})
