import type { CubicMeters, Meters, SquareMeters } from '../quantity'
import type { AirSpring } from './air-spring'

export interface BagShape {
  area: SquareMeters
  areaSlope: Meters
  volume: CubicMeters
  volumeSlope: SquareMeters
}
/** Room for a shape, used again and again by whoever asks in an innermost loop. */
export const bagShape = (): BagShape => ({ area: 0, areaSlope: 0, volume: 0, volumeSlope: 0 })

/** A bag's geometry at any height: its table inside, carried on smoothly outside. */
export interface WideBag {
  /** Written into what is handed in, and handed back. */
  at(height: Meters, into: BagShape): BagShape
}

const made = new WeakMap<AirSpring, WideBag>()

/**
 * Carries a bag on beyond its table so that an iteration can pass through there and come back, or end there and be
 * recognized. Nothing outside the table is ever an answer.
 *
 * Outside, the area keeps falling with height, so that a kept pressure always finds its balance; above, the volume grows
 * by the end's slope; below, it dies away toward zero, so that a closed amount of air always resists.
 */
export function beyondTable(bag: AirSpring): WideBag {
  const known = made.get(bag)
  if (known) return known
  const end = (height: Meters) => ({
    height,
    area: bag.area.value(height)!,
    volume: bag.volume.value(height)!,
    slope: bag.volume.slope(height)!,
    // At least a fifth of the area over the table's length, where the end itself is flat or rises.
    fall: Math.min(bag.area.slope(height)!, (-0.2 * bag.area.value(height)!) / (bag.area.to - bag.area.from)),
  })
  const [low, high] = [end(bag.area.from), end(bag.area.to)]
  // A table may end flat in volume: then its area tells how the volume goes on.
  const lowSlope = low.slope > 0 ? low.slope : low.area
  const highSlope = high.slope > 0 ? high.slope : high.area
  const part = { value: 0, slope: 0 }
  const wide: WideBag = {
    at(height, into) {
      if (height < low.height) {
        into.area = low.area + low.fall * (height - low.height)
        into.areaSlope = low.fall
        into.volume = low.volume * Math.exp((lowSlope * (height - low.height)) / low.volume)
        into.volumeSlope = (lowSlope * into.volume) / low.volume
      } else if (height > high.height) {
        into.area = high.area * Math.exp((high.fall * (height - high.height)) / high.area)
        into.areaSlope = (high.fall * into.area) / high.area
        into.volume = high.volume + highSlope * (height - high.height)
        into.volumeSlope = highSlope
      } else {
        bag.area.both(height, part)
        into.area = part.value
        into.areaSlope = part.slope
        bag.volume.both(height, part)
        into.volume = part.value
        into.volumeSlope = part.slope
      }
      return into
    },
  }
  made.set(bag, wide)
  return wide
}
