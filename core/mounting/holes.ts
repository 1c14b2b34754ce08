import { USUAL_MOUNT, type Kit, type Mount } from '../kit'

/** A hole that the vehicle has to have for a kit, on one side. */
export interface FactoryHole {
  id: string
  name: string
  side: 'left' | 'right'
  /** Free to be used, and a thread in it sound; null while nobody has looked. */
  sound: boolean | null
}

/** Holes that a kit needs the vehicle to have, on both sides, as they were found. */
export const factoryHoles = (kit: Kit, mount: Mount = USUAL_MOUNT): FactoryHole[] =>
  (kit.mounting?.factoryHoles ?? []).flatMap(({ id, name }) =>
    (['left', 'right'] as const).map((side) => ({
      id,
      name,
      side,
      sound: mount.holes.find((h) => h.id === id && h.side === side)?.sound ?? null,
    })),
  )
