import { parentPort, workerData } from 'node:worker_threads'
import { connectReadOnly } from '../db'
import { CandidateCache } from './candidates'
import { verdictsText } from './judge'
import type { VerdictAnswer, VerdictAsked } from './verdicts'

const port = parentPort!
const cache = new CandidateCache(connectReadOnly(workerData as string))

port.on('message', (asked: VerdictAsked) => {
  if (asked.kind === 'forget') {
    cache.forget()
    return
  }
  const { id, vehicle, survey } = asked
  verdictsText(cache, vehicle, survey).then(
    (text) => port.postMessage({ id, text } satisfies VerdictAnswer),
    (error: Error) => port.postMessage({ id, failed: error.message } satisfies VerdictAnswer),
  )
})
