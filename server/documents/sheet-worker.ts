import { parentPort } from 'node:worker_threads'
import type { Job } from '@stout-shackle/core/job'
import type { BayRecord } from '@stout-shackle/core/records'
import type { UnitSystem } from '@stout-shackle/core/quantity'
import type { Answered, Asked } from '../worker-thread'
import { planSheet } from './plan-sheet'

/** A plan sheet to be made, and its PDF. */
export interface SheetQuestion {
  job: Job
  records: BayRecord[]
  units: UnitSystem
  made: string
}

const port = parentPort!
port.on('message', ({ id, question: { job, records, units, made } }: Asked<SheetQuestion>) => {
  planSheet(job, records, units, made).then(
    (answer) => port.postMessage({ id, answer: new Uint8Array(answer) } satisfies Answered<Uint8Array>),
    (error: unknown) => port.postMessage({ id, failed: (error as Error).message } satisfies Answered<Uint8Array>),
  )
})
