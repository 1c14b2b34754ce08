import type { Kit } from '@stout-shackle/core/kit'

/**
 * Outline of a helper spring from behind, in pixels: bellows have waists, a sleeve rolls down over its piston, an in-coil
 * cylinder stands inside the coil, a coil replacement is a barrel, a rubber helper a tapered block.
 * @param x its middle
 * @param top its upper end
 * @param height down to the axle, over zero
 * @returns a path's `d`
 */
export function helperOutline(family: Kit['family'], x: number, top: number, height: number): string {
  const bottom = top + height
  switch (family) {
    case 'bellows': {
      const middle = top + height / 2
      return `M${x - 9} ${top}Q${x - 19} ${top + height / 4} ${x - 9} ${middle}Q${x - 19} ${bottom - height / 4} ${x - 9} ${bottom}H${x + 9}Q${x + 19} ${bottom - height / 4} ${x + 9} ${middle}Q${x + 19} ${top + height / 4} ${x + 9} ${top}Z`
    }
    case 'sleeve': {
      const roll = top + 0.62 * height
      return `M${x - 10} ${top}V${roll}Q${x - 10} ${roll + 6} ${x - 6} ${roll + 6}V${bottom}H${x + 6}V${roll + 6}Q${x + 10} ${roll + 6} ${x + 10} ${roll}V${top}Z`
    }
    case 'in-coil':
      return `M${x - 8} ${top + 4}Q${x} ${top - 3} ${x + 8} ${top + 4}V${bottom - 4}Q${x} ${bottom + 3} ${x - 8} ${bottom - 4}Z`
    case 'coil-replacement':
      return `M${x - 12} ${top}Q${x - 18} ${top + height / 2} ${x - 12} ${bottom}H${x + 12}Q${x + 18} ${top + height / 2} ${x + 12} ${top}Z`
    case 'rubber':
      return `M${x - 11} ${top}H${x + 11}L${x + 6} ${bottom}H${x - 6}Z`
  }
}

/** Turns of the vehicle's own coil, around an in-coil cylinder. */
export const coilOutline = (x: number, top: number, height: number): string =>
  [0, 1, 2, 3]
    .map((i) => `M${x - 14} ${top + (i * height) / 4 + 2}L${x + 14} ${top + ((i + 0.6) * height) / 4 + 2}`)
    .join('')

/** A leaf pack from its end, standing on the axle: leaves of one width, one on the other. */
export const leafOutline = (x: number, bottom: number): string =>
  [0, 1, 2].map((i) => `M${x - 6} ${bottom - 3.5 * i}h12v-3h-12Z`).join('')
