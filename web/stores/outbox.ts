import type { RecordInput } from '@stout-shackle/core/job'

export interface Waiting {
  /** Idempotency-Key: sent again after a dropped answer, it is recorded once. */
  key: string
  job: string
  input: RecordInput
  at: string
}

const STORE = 'outbox'
const read = (): Waiting[] => JSON.parse(localStorage.getItem(STORE) ?? '[]') as Waiting[]
const write = (list: Waiting[]) => localStorage.setItem(STORE, JSON.stringify(list))

/** Records on their way: kept in the browser until the server has them, so that neither a reload nor a dead server loses one. */
export const outbox = {
  of: (job: string): Waiting[] => read().filter((w) => w.job === job),
  add: (waiting: Waiting): void => write([...read(), waiting]),
  remove: (key: string): void => write(read().filter((w) => w.key !== key)),
}
