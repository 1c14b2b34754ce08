import { GRAVITY, type Kilograms } from '../../quantity'
import type { AxleLoad, Chassis, StagedSpring } from '../../spring'
import { loadMass, overWheels, tireDiameter, type AxleWeights, type LoadItem, type Vehicle } from '../../vehicle'
import type { Job } from '../../job'
import { axleTireRate, type AxleRate } from './spring-rate'

/** Half the height of a usual light-truck tire, where the size cannot be read. */
const USUAL_TIRE_RADIUS = 0.39

/** Roll stiffness at the body of a rate that acts at two places `apart`, N·m/rad: k s^2/2 for each side's k. */
const rollOf = (axleRate: number, apart: number) => (axleRate * apart ** 2) / 4

/**
 * What stands between body and road of a job's vehicle carrying `items`, steel alone.
 * @param rate of both rear springs together
 */
export function chassisOf(job: Job, rate: AxleRate, items: readonly LoadItem[]): Chassis {
  const { vehicle } = job
  const { track, frontWheelRate, wheelbase } = vehicle
  const frontTires = axleTireRate(vehicle, 'front')
  const rearTires = axleTireRate(vehicle, 'rear')
  const overWheel = GRAVITY * overWheels(vehicle, weighed([...job.fittings, ...items]), wheelRadius(vehicle))
  return {
    wheelbase,
    rearSide: steelSide(vehicle, rate),
    rearSpacing: vehicle.springSpacing,
    rearSwayBar: vehicle.swayBarRear,
    front:
      frontWheelRate === null
        ? null
        : { rate: 2 * frontWheelRate, roll: rollOf(2 * frontWheelRate, track) + vehicle.swayBarFront },
    tires:
      frontTires === null || rearTires === null
        ? null
        : {
            front: frontTires,
            rear: rearTires,
            frontRoll: rollOf(frontTires, track),
            rearRoll: rollOf(rearTires, track),
          },
    frame: job.frame,
    pitchMoment: overWheel,
    // On a frame that twists each axle meets its own share.
    leanMoment:
      job.frame === 'rigid' ? overWheel : (overWheel * vehicle.curbRear) / (vehicle.curbFront + vehicle.curbRear),
    bags: null,
    carriedEmpty: 0,
  }
}

/**
 * Steel of one rear side, with its helper leaves and stop.
 * @param rate N/m of both sides
 */
export const steelSide = (vehicle: Vehicle, rate: AxleRate): StagedSpring => ({
  first: rate.rate / 2,
  stages: vehicle.rearStages,
})

const weighed = (items: readonly LoadItem[]) => items.map((i) => ({ mass: loadMass(i), z: i.z }))
const wheelRadius = (vehicle: Vehicle) => (tireDiameter(vehicle.tireSize) ?? 2 * USUAL_TIRE_RADIUS) / 2

/**
 * The same vehicle seen from the other end, for a kit at the front axle: every `rear` of it is the front.
 * @param seen the vehicle as usual
 * @param front rate of both front springs together
 * @param rear that of the rear ones, null where unknown
 */
export function seenFromFront(vehicle: Vehicle, seen: Chassis, front: AxleRate, rear: AxleRate | null): Chassis {
  const { tires } = seen
  return {
    ...seen,
    rearSide: { first: front.rate / 2, stages: [] },
    // A rate at the wheels acts over the track.
    rearSpacing: vehicle.track,
    rearSwayBar: vehicle.swayBarFront,
    front: rear && { rate: rear.rate, roll: rollOf(rear.rate, vehicle.springSpacing) + vehicle.swayBarRear },
    leanMoment: seen.frame === 'rigid' ? seen.leanMoment : seen.pitchMoment - seen.leanMoment,
    tires: tires && { front: tires.rear, rear: tires.front, frontRoll: tires.rearRoll, rearRoll: tires.frontRoll },
  }
}

/** A load seen from the other end. */
export const loadFromFront = ({ front, rear, roll, rollRear }: AxleLoad): AxleLoad => ({
  front: rear,
  rear: front,
  roll,
  rollRear: roll - rollRear,
})

/**
 * What the rear springs carry empty.
 * @returns kg
 */
export const sprungRear = (vehicle: Vehicle): Kilograms => vehicle.curbRear - vehicle.rearUnsprung
/**
 * What the front springs carry empty; with the rear's unsprung weight where the front's is unknown.
 * @returns kg, 1 at the smallest
 */
export const sprungFront = (vehicle: Vehicle): Kilograms =>
  Math.max(1, vehicle.curbFront - (vehicle.frontUnsprung ?? vehicle.rearUnsprung))

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
