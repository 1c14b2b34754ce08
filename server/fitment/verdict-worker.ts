import { parentPort, workerData } from 'node:worker_threads'
import { connectReadOnly } from '../db'
import type { Answered, Asked } from '../worker-thread'
import { CandidateCache } from './candidates'
import { verdictsText } from './judge'
import { FORGET, type VerdictQuestion } from './verdicts'

const port = parentPort!
const cache = new CandidateCache(connectReadOnly(workerData as string))

port.on('message', (message: typeof FORGET | Asked<VerdictQuestion>) => {
  if (message === FORGET) {
    cache.forget()
    return
  }
  const { id, question } = message
  verdictsText(cache, question.vehicle, question.survey).then(
    (answer) => port.postMessage({ id, answer } satisfies Answered<string>),
    (error: Error) => port.postMessage({ id, failed: error.message } satisfies Answered<string>),
  )
})
