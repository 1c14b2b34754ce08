import { atmosphere, GRAVITY } from '../quantity'
import { maximumPressure, minimumPressure, type Kit } from '../kit'
import { airSpring, type AxleLoad, type BagPair, type Chassis, type LevelQuestion } from '../spring'
import { loadMass, overWheels, tyreDiameter, type AxleWeights, type LoadItem, type Vehicle } from '../vehicle'
import { axleTyreRate, type AxleRate } from './rate'
import type { Job } from './schema'

/** Half the height of a usual light-truck tyre, where the size does not read. */
const USUAL_TYRE_RADIUS = 0.39

/** What stands between body and road of a job's vehicle carrying `items`, without bags. */
export function chassisOf(job: Job, rate: AxleRate, items: readonly LoadItem[]): Chassis {
  const { vehicle } = job
  const { track, frontWheelRate, wheelbase } = vehicle
  const [frontTyres, rearTyres] = [axleTyreRate(vehicle, 'front'), axleTyreRate(vehicle, 'rear')]
  // Two springs s apart resist roll with k s^2/2 each side's rate; both sides' rate is twice that.
  const rollOf = (axleRate: number, apart: number) => (axleRate * apart ** 2) / 4
  return {
    wheelbase,
    rearSide: { first: rate.rate / 2, stages: vehicle.rearStages },
    rearSpacing: vehicle.springSpacing,
    rearAntiRoll: vehicle.antiRollRear,
    front:
      frontWheelRate === null
        ? null
        : { rate: 2 * frontWheelRate, roll: rollOf(2 * frontWheelRate, track) + vehicle.antiRollFront },
    tyres:
      frontTyres === null || rearTyres === null
        ? null
        : {
            front: frontTyres,
            rear: rearTyres,
            frontRoll: rollOf(frontTyres, track),
            rearRoll: rollOf(rearTyres, track),
          },
    frame: job.frame,
    pitchMoment: GRAVITY * overWheels(vehicle, weighed([...job.fittings, ...items]), wheelRadius(vehicle)),
    bags: null,
    carriedEmpty: 0,
  }
}

const weighed = (items: readonly LoadItem[]) => items.map((i) => ({ mass: loadMass(i), z: i.z }))
const wheelRadius = (vehicle: Vehicle) => (tyreDiameter(vehicle.tyreSize) ?? 2 * USUAL_TYRE_RADIUS) / 2

/** The same with a kit's bags fitted; coil replacement takes the steel away and carries all that is sprung. */
export function withKit(chassis: Chassis, job: Job, kit: Kit): Chassis & { bags: BagPair } {
  const bags: BagPair = {
    bag: airSpring(kit.bag.table),
    rideHeight: kit.bag.rideHeight,
    motionRatio: kit.bag.motionRatio,
    spacing: kit.bag.spacing,
    lineVolume: kit.lineVolume / 2,
  }
  return kit.family === 'coil-replacement'
    ? { ...chassis, bags, rearSide: { first: 0, stages: [] }, carriedEmpty: sprungRear(job.vehicle) * GRAVITY }
    : { ...chassis, bags }
}

/** kg the rear springs carry unladen. */
export const sprungRear = (vehicle: Vehicle): number => vehicle.curbRear - vehicle.rearUnsprung

/** What a load asks of the springs. */
export const axleLoad = (weights: AxleWeights): AxleLoad => ({
  front: weights.front * GRAVITY,
  rear: weights.rear * GRAVITY,
  roll: weights.rollMoment,
  rollRear: weights.rollMomentRear,
})

/** Limits of a kit in this vehicle, and where it is filled and driven. */
export function surroundings(
  job: Job,
  kit: Kit,
): Pick<
  LevelQuestion,
  'minimum' | 'maximum' | 'window' | 'ambient' | 'driving' | 'reboundTravel' | 'jounceTravel' | 'sprungUnladen'
> {
  const { altitude, conditions, vehicle } = job
  const { fillTemperature, driveTemperature, driveAltitude } = conditions
  const warmth = fillTemperature !== null && driveTemperature !== null ? driveTemperature / fillTemperature : 1
  const elsewhere = warmth !== 1 || (driveAltitude !== null && driveAltitude !== altitude)
  return {
    minimum: minimumPressure(kit).value,
    maximum: maximumPressure(kit, job.survey).value,
    window: kit.bag.window,
    ambient: atmosphere(altitude),
    driving: elsewhere ? { ambient: atmosphere(driveAltitude ?? altitude), warmth } : null,
    reboundTravel: vehicle.reboundTravel,
    jounceTravel: vehicle.rearStages.find((s) => s.kind === 'bump-stop')?.at ?? null,
    sprungUnladen: sprungRear(vehicle),
  }
}
