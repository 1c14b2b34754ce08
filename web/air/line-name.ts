import { aired, type Job } from '@stout-shackle/core/job'
import type { AxleEnd } from '@stout-shackle/core/vehicle'

/** What a person calls a line of bags: its side, and its axle where both have air. */
export const bagLineName = (job: Job, axle: AxleEnd, side: 'left' | 'right' | null): string =>
  `${aired(job).length > 1 ? `${axle} ` : ''}${side ?? 'both bags'}`

/** The same as a stand-in knows it, among lines of other jobs. */
export const standInLine = (job: Job, name: string): string => `${job.number} ${name}`
