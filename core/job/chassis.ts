import { atmosphere, GRAVITY } from '../quantity'
import type { AirKit, Rubber } from '../kit'
import { airSpring, type AxleLoad, type BagPair, type Chassis, type LevelQuestion, type StagedSpring } from '../spring'
import { loadMass, overWheels, tireDiameter, type AxleWeights, type LoadItem, type Vehicle } from '../vehicle'
import { axleTireRate, frontRate, type AxleRate } from './rate'
import type { Job } from './schema'

/** Half the height of a usual light-truck tire, where the size does not read. */
const USUAL_TIRE_RADIUS = 0.39

/**
 * What stands between body and road of a job's vehicle carrying `items`; with a kit, its bags too. Coil replacement takes
 * the steel away and carries all that is sprung.
 */
export function chassisOf(
  job: Job,
  rate: AxleRate,
  items: readonly LoadItem[],
  kit: AirKit,
): Chassis & { bags: BagPair }
export function chassisOf(job: Job, rate: AxleRate, items: readonly LoadItem[], kit?: null): Chassis
export function chassisOf(job: Job, rate: AxleRate, items: readonly LoadItem[], kit: AirKit | null = null): Chassis {
  const { vehicle } = job
  const { track, frontWheelRate, wheelbase } = vehicle
  const frontTires = axleTireRate(vehicle, 'front')
  const rearTires = axleTireRate(vehicle, 'rear')
  const replaced = kit?.family === 'coil-replacement'
  // Two springs s apart resist roll with k s^2/2 each side's rate; both sides' rate is twice that.
  const rollOf = (axleRate: number, apart: number) => (axleRate * apart ** 2) / 4
  return {
    wheelbase,
    rearSide: replaced ? NO_STEEL : { first: rate.rate / 2, stages: vehicle.rearStages },
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
    pitchMoment: GRAVITY * overWheels(vehicle, weighed([...job.fittings, ...items]), wheelRadius(vehicle)),
    bags: kit && bagsOf(kit),
    carriedEmpty: replaced ? sprungRear(vehicle) * GRAVITY : 0,
  }
}

const NO_STEEL: Chassis['rearSide'] = { first: 0, stages: [] }
const bagsOf = (kit: AirKit): BagPair => ({
  bag: airSpring(kit.bag.table),
  rideHeight: kit.bag.rideHeight,
  motionRatio: kit.bag.motionRatio,
  spacing: kit.bag.spacing,
  lineVolume: kit.lineVolume / 2,
})
const weighed = (items: readonly LoadItem[]) => items.map((i) => ({ mass: loadMass(i), z: i.z }))
const wheelRadius = (vehicle: Vehicle) => (tireDiameter(vehicle.tireSize) ?? 2 * USUAL_TIRE_RADIUS) / 2

/**
 * The same vehicle seen from the other end, for a kit at the front axle: every `rear` of it is the front. Null while the
 * front springs' rate is unknown.
 */
export function frontChassisOf(
  job: Job,
  rear: AxleRate | null,
  items: readonly LoadItem[],
  kit: AirKit,
): (Chassis & { bags: BagPair }) | null {
  const { vehicle } = job
  const rate = frontRate(vehicle)
  if (!rate) return null
  const { tires, frame, pitchMoment, wheelbase } = chassisOf(job, rear ?? rate, items)
  const replaced = kit.family === 'coil-replacement'
  return {
    wheelbase,
    rearSide: replaced ? NO_STEEL : { first: rate.rate / 2, stages: [] },
    // A rate at the wheels acts over the track.
    rearSpacing: vehicle.track,
    rearSwayBar: vehicle.swayBarFront,
    front: rear && { rate: rear.rate, roll: (rear.rate * vehicle.springSpacing ** 2) / 4 + vehicle.swayBarRear },
    tires: tires && { front: tires.rear, rear: tires.front, frontRoll: tires.rearRoll, rearRoll: tires.frontRoll },
    frame,
    pitchMoment,
    bags: bagsOf(kit),
    carriedEmpty: replaced ? sprungFront(vehicle) * GRAVITY : 0,
  }
}

/** A load seen from the other end. */
export const seenFromFront = ({ front, rear, roll, rollRear }: AxleLoad): AxleLoad => ({
  front: rear,
  rear: front,
  roll,
  rollRear: roll - rollRear,
})

/** A spring with a rubber beside it: straight pieces of the rubber's curve, each coming in where the last one ends. */
export function besideRubber(spring: StagedSpring, { gap, squeeze, force }: Rubber): StagedSpring {
  let rate = 0
  const pieces = squeeze.map((to, i) => {
    const from = squeeze[i - 1] ?? 0
    const next = (force[i]! - (force[i - 1] ?? 0)) / (to - from)
    const piece = { at: gap + from, adds: next - rate }
    rate = next
    return piece
  })
  return {
    first: spring.first,
    stages: [...spring.stages, ...pieces.filter((p) => p.adds > 0)].sort((a, b) => a.at - b.at),
  }
}

/** kg the rear springs carry empty. */
export const sprungRear = (vehicle: Vehicle): number => vehicle.curbRear - vehicle.rearUnsprung
/** kg the front springs carry empty; with the rear's unsprung weight where the front's is unknown. */
export const sprungFront = (vehicle: Vehicle): number =>
  Math.max(1, vehicle.curbFront - (vehicle.frontUnsprung ?? vehicle.rearUnsprung))

/** What a load asks of the springs. */
export const axleLoad = (weights: AxleWeights): AxleLoad => ({
  front: weights.front * GRAVITY,
  rear: weights.rear * GRAVITY,
  roll: weights.rollMoment,
  rollRear: weights.rollMomentRear,
})

/** Where a job's bags are filled and driven; no driving where that makes no difference. */
export function surroundings({ altitude, conditions }: Job): Pick<LevelQuestion, 'ambient' | 'driving'> {
  const { fillTemperature, driveTemperature, driveAltitude } = conditions
  const warmth = fillTemperature !== null && driveTemperature !== null ? driveTemperature / fillTemperature : 1
  const elsewhere = warmth !== 1 || (driveAltitude !== null && driveAltitude !== altitude)
  return {
    ambient: atmosphere(altitude),
    driving: elsewhere ? { ambient: atmosphere(driveAltitude ?? altitude), warmth } : null,
  }
}
