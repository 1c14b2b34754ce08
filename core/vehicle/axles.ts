/** The two ends of a vehicle. */
export const AXLES = ['front', 'rear'] as const
/** Which end of the vehicle. */
export type AxleEnd = (typeof AXLES)[number]
/** The axle at the other end. */
export const otherAxle = (axle: AxleEnd): AxleEnd => (axle === 'front' ? 'rear' : 'front')
