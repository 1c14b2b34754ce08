import { INCH, type Meters } from '@stout-shackle/core/quantity'
import type { LoadItem } from '@stout-shackle/core/vehicle'

/** Which of a load's places a picture shows across: its height from the side, its side from above. */
export type View = 'side' | 'top'
export const ACROSS = { side: 'z', top: 'y' } as const
/** How far a load can be from the axle, the center line and the ground. */
const LIMITS = { x: [-8, 9], y: [-1.5, 1.5], z: [0, 4] } as const
/** Finer than anybody places a load. */
const GRID: Meters = INCH / 2

const within = (value: Meters, axis: keyof typeof LIMITS) => Math.min(LIMITS[axis][1], Math.max(LIMITS[axis][0], value))
const snapped = (value: Meters) => Math.round(value / GRID) * GRID

/**
 * Where an item is after it was moved along the vehicle and across the picture, held to where a load can be.
 * @param grid a drag ends on half inches; a key moves by exactly so much
 */
export function movedBy(
  item: LoadItem,
  view: View,
  { along, across, grid = false }: { along: Meters; across: Meters; grid?: boolean },
): Pick<LoadItem, 'x' | 'y' | 'z'> {
  const axis = ACROSS[view]
  const put = (value: Meters, by: Meters, side: keyof typeof LIMITS) =>
    by === 0 ? value : within(grid ? snapped(value + by) : value + by, side)
  return { y: item.y, z: item.z, x: put(item.x, along, 'x'), [axis]: put(item[axis], across, axis) }
}

/** What an arrow key does in a picture whose nose points left: meters along and across, an inch or six. */
export function keyStep(key: string, shift: boolean): [Meters, Meters] | null {
  const by = (shift ? 6 : 1) * INCH
  switch (key) {
    case 'ArrowLeft':
      return [by, 0]
    case 'ArrowRight':
      return [-by, 0]
    case 'ArrowUp':
      return [0, by]
    case 'ArrowDown':
      return [0, -by]
    default:
      return null
  }
}
