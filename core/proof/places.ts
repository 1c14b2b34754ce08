import { conditionsHold, seenAt, type Kit } from '../kit'
import type { AxleEnd } from '../vehicle'
import type { BayRecord } from '../records'
import type { Job, JobKit } from '../job'

/** Which axle a corner is at. */
export const axleOfCorner = (corner: string): AxleEnd => (corner.startsWith('front') ? 'front' : 'rear')

/** What is in the box of a kit for this vehicle: what stands under a condition that does not hold is left out. */
export const partsHere = ({ kit }: Pick<JobKit, 'kit'>, job: Pick<Job, 'vehicle' | 'survey'>): Kit['parts'] =>
  kit.parts.filter((p) => conditionsHold(p.when, seenAt(job.vehicle, job.survey, kit.axle)) !== false)
/** What a part is counted by: its number where it has one. */
export const partKey = ({ number, name }: Pick<Kit['parts'][number], 'number' | 'name'>): string => number || name

/** A survey answer at an axle, as one text. */
export const factAt = (axle: AxleEnd, fact: string): string => `${axle} ${fact}`

/** When a record's event took place, ms. */
export const timeOf = ({ at: time }: BayRecord): number => Date.parse(time)
