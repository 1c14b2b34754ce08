import type { Metres, Radians } from '../quantity'

/** SAE J599 aims lamps at 25 ft (from memory). */
export const AIMING_DISTANCE: Metres = 25 * 0.3048

export interface Attitude {
  /** Nose up positive. */
  pitch: Radians
  /** How much higher the beam lands on a wall at the aiming distance, relative to the lamp. */
  beamRise: Metres
}

/**
 * Pitch from the change of height over each axle.
 *
 * @param front m, up positive
 * @param rear m, up positive
 * @param wheelbase m
 * @returns rad and m, nose up positive
 * Source: plane geometry.
 */
export function attitude(front: Metres, rear: Metres, wheelbase: Metres): Attitude {
  const slope = (front - rear) / wheelbase
  return { pitch: Math.atan(slope), beamRise: AIMING_DISTANCE * slope }
}
