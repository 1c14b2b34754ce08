/** Turns of the vehicle's own coil, around an in-coil cylinder. */
export const coilOutline = (x: number, top: number, height: number): string =>
  [0, 1, 2, 3]
    .map((i) => `M${x - 14} ${top + (i * height) / 4 + 2}L${x + 14} ${top + ((i + 0.6) * height) / 4 + 2}`)
    .join('')

/** A leaf pack from its end, standing on the axle: leaves of one width, one on the other. */
export const leafOutline = (x: number, bottom: number): string =>
  [0, 1, 2].map((i) => `M${x - 6} ${bottom - 3.5 * i}h12v-3h-12Z`).join('')
