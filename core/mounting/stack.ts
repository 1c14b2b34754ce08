import { hasAir, spacersAt, type BagOnVehicle, type Kit, type Mount, type MountBolt } from '../kit'
import type { Meters } from '../quantity'
import { boltLength, type BoltLength } from './bolt-length'

/** One layer between the face on the frame and the one on the axle. */
export interface Layer {
  what: 'upper-bracket' | 'upper-spacers' | 'bag' | 'lower-spacers' | 'lower-bracket'
  height: Meters
}

/**
 * What stands between frame and axle, from above, at ride height.
 * @returns none for a kit without measures
 */
export function stackLayers(kit: Kit, bag: Pick<BagOnVehicle, 'rideHeight'>, mount: Mount): Layer[] {
  const { mounting } = kit
  if (!mounting || !hasAir(kit)) return []
  const layers: Layer[] = [
    { what: 'upper-bracket', height: mounting.upper },
    { what: 'upper-spacers', height: spacersAt(mounting, mount, 'upper') },
    { what: 'bag', height: bag.rideHeight },
    { what: 'lower-spacers', height: spacersAt(mounting, mount, 'lower') },
    { what: 'lower-bracket', height: mounting.lower },
  ]
  return layers.filter(({ what, height }) => what === 'bag' || height > 0)
}

/** A bolt of the kit on this vehicle. */
export interface BoltNeed extends BoltLength {
  bolt: MountBolt
  grip: Meters
  /** The one in the box is long enough. */
  inBox: boolean
  /** To be bought: what is in the box is too short, or nothing is. */
  buy: boolean
}

/**
 * Length of each bolt with the spacers and the lift block that are there.
 * @param block height of the lift block, where a bolt goes through it
 * Source: `boltLength`.
 */
export function boltNeeds(kit: Kit, mount: Mount, block: Meters): BoltNeed[] {
  const { mounting } = kit
  return (mounting?.bolts ?? []).map((bolt) => {
    const extra =
      bolt.through === 'none' ? 0 : bolt.through === 'block' ? block : spacersAt(mounting, mount, bolt.through)
    const layers = [...bolt.grip.map(({ thickness }) => thickness), extra]
    const length = boltLength({
      grip: layers,
      washers: bolt.washers,
      nut: bolt.reach === null ? bolt.nut : 0,
      pitch: bolt.pitch,
      series: bolt.series,
      ...(bolt.reach === null ? {} : { reach: bolt.reach }),
      ...(bolt.room === null ? {} : { room: bolt.room }),
    })
    const inBox = bolt.inBox !== null && bolt.inBox >= length.needed - 1e-6
    return { ...length, bolt, grip: layers.reduce((sum, t) => sum + t, 0), inBox, buy: !inBox }
  })
}
