import type { AxleEnd } from '../spring'
import type { BayRecord } from '../job'

/** Which axle a connection of a job's kits belongs to. */
export const axleOfConnection = (id: string): AxleEnd => (id.startsWith('front-') ? 'front' : 'rear')
/** Which axle a corner is at. */
export const axleOfCorner = (corner: string): AxleEnd => (corner.startsWith('front') ? 'front' : 'rear')

/** When a record's event took place, ms. */
export const timeOf = ({ at }: BayRecord): number => Date.parse(at)
