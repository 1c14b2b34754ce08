import { GRAVITY, type Meters } from '../../quantity'
import { attitude, rearEnd, type Attitude, type RearEnd } from '../../vehicle'
import type { Job } from '../../job'
import type { LoadedCase } from './loaded-case'
import { axleTireRate } from './axle-spring'

/** How it stands: the body's pitch, tires counted in, and what that does to its tail. */
export interface Posture extends Attitude {
  /** Change of height over each axle above the road, up positive. */
  front: Meters
  rear: Meters
  /** The same as the tape sees it at the job's marks. */
  atMark: { front: Meters; rear: Meters }
  tail: RearEnd
}

/**
 * Body over the road from its drops at the mark: marked from the wheels, the tires' sink comes on top.
 * @param frontDrop m at the mark; `rearDrop` the other end
 */
export function postureOf(
  job: Job,
  { weights, loadCase }: Pick<LoadedCase, 'weights' | 'loadCase'>,
  frontDrop: Meters,
  rearDrop: Meters,
): Posture {
  const { vehicle, mark } = job
  const below = (axle: 'front' | 'rear', drop: Meters, gain: number) => {
    const tires = mark === 'ground' ? null : axleTireRate(vehicle, axle)
    return -(drop + (tires ? (gain * GRAVITY) / tires : 0))
  }
  const front = below('front', frontDrop, weights.front)
  const rear = below('rear', rearDrop, weights.rear)
  const trailer = loadCase.items.find((i) => i.place === 'tongue') ?? null
  const { pitch, beamRise } = attitude(front, rear, vehicle.wheelbase)
  return {
    pitch,
    beamRise,
    front,
    rear,
    atMark: { front: -frontDrop, rear: -rearDrop },
    tail: rearEnd(vehicle, front, rear, trailer),
  }
}
