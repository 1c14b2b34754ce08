import { parentPort } from 'node:worker_threads'
import type { Job } from '@stout-shackle/core/job'
import type { BayRecord } from '@stout-shackle/core/records'
import type { UnitSystem } from '@stout-shackle/core/quantity'
import type { Answered, Asked } from '../worker-thread'
import { planSheet } from './plan-sheet'
import { stepFigures } from './step-figures'

/** A plan sheet to be made, or what it says of each step as data; the answer is a PDF, or JSON. */
export interface SheetQuestion {
  as: 'pdf' | 'json'
  job: Job
  records: BayRecord[]
  units: UnitSystem
  made: string
}

const port = parentPort!
port.on('message', ({ id, question: { as, job, records, units, made } }: Asked<SheetQuestion>) => {
  const paper = as === 'pdf' ? planSheet(job, records, units, made) : stepFigures(job, records, units)
  paper.then(
    (answer) => port.postMessage({ id, answer: new Uint8Array(answer) } satisfies Answered<Uint8Array>),
    (error: unknown) => port.postMessage({ id, failed: (error as Error).message } satisfies Answered<Uint8Array>),
  )
})
