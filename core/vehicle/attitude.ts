import type { Kilograms, Meters, Radians } from '../quantity'
import type { LoadItem, Vehicle } from './schema'

/** SAE J599 aims lamps at 25 ft (from memory). */
const AIMING_DISTANCE: Meters = 25 * 0.3048

export interface Attitude {
  /** Nose up positive. */
  pitch: Radians
  /** How much higher the beam lands on a wall at the aiming distance, relative to the lamp. */
  beamRise: Meters
}

/**
 * Pitch from the change of height over each axle.
 *
 * @param front m, up positive
 * @param rear m, up positive
 * @param wheelbase m
 * @returns rad and m, nose up positive
 * Source: plane geometry.
 *
 * @example
 * attitude(0.01905, -0.08255, 3.7).beamRise // => 0.2092
 */
export function attitude(front: Meters, rear: Meters, wheelbase: Meters): Attitude {
  const slope = (front - rear) / wheelbase
  return { pitch: Math.atan(slope), beamRise: AIMING_DISTANCE * slope }
}

export interface RearEnd {
  /** Above the ground; null where the empty height was not measured. */
  ball: Meters | null
  hitch: Meters | null
  bumper: Meters | null
  /** Ball above the coupler's level height; null where either is unknown. */
  ballOverCoupler: Meters | null
  /** Nose up positive; null where the trailer's axle is unknown too. */
  trailerPitch: Radians | null
}

/**
 * Heights at the tail of the vehicle as it stands, and how a trailer stands on its ball.
 *
 * @param front,rear change of height over each axle from empty, up positive, tires included
 * @param trailer the tongue load with its coupler height, or null
 * Source: plane geometry; a trailer turns about its axle.
 */
export function rearEnd(vehicle: Vehicle, front: Meters, rear: Meters, trailer: LoadItem | null): RearEnd {
  const { wheelbase, hitchBehindAxle, rearOverhang } = vehicle
  const heightAt = (empty: Meters | null, x: Meters) =>
    empty === null ? null : empty + rear + ((front - rear) * x) / wheelbase
  const behind = -(hitchBehindAxle ?? rearOverhang)
  const ball = heightAt(vehicle.ballHeight, behind)
  const coupler = trailer?.couplerHeight ?? null
  const over = ball === null || coupler === null ? null : ball - coupler
  return {
    ball,
    hitch: heightAt(vehicle.hitchClearance, behind),
    bumper: heightAt(vehicle.bumperHeight, -rearOverhang),
    ballOverCoupler: over,
    trailerPitch: over === null || !trailer?.trailerAxle ? null : Math.atan(over / trailer.trailerAxle),
  }
}

/** Where nothing else is known (from memory: rollover test reports put light trucks at 0.65 to 0.75 m). */
const USUAL_GRAVITY_HEIGHT: Record<Vehicle['body'], Meters> = { pickup: 0.7, suv: 0.7, van: 0.8, motorhome: 1.1 }

/**
 * Weight times the height of its center over the wheels' centers: what a pitch moves between the axles, by its tangent.
 *
 * @param items what is on it
 * @param pivot m above the ground: the body turns about its suspension, near wheel-center height
 * @returns kg·m
 */
export function overWheels(vehicle: Vehicle, items: readonly { mass: Kilograms; z: Meters }[], pivot: Meters): number {
  const height = vehicle.gravityHeight ?? USUAL_GRAVITY_HEIGHT[vehicle.body]
  const curb = (vehicle.front.curb + vehicle.rear.curb) * (height - pivot)
  return items.reduce((sum, i) => sum + i.mass * (i.z - pivot), curb)
}
