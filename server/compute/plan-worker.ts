import { parentPort } from 'node:worker_threads'
import { computePlan, type PlanRequest } from '@stout-shackle/core/calculators'
import type { Answered, Asked } from '../worker-thread'

const port = parentPort!
port.on('message', ({ id, question }: Asked<PlanRequest>) => {
  type Answer = ReturnType<typeof computePlan>
  try {
    port.postMessage({ id, answer: computePlan(question) } satisfies Answered<Answer>)
  } catch (error) {
    port.postMessage({ id, failed: (error as Error).message } satisfies Answered<Answer>)
  }
})
