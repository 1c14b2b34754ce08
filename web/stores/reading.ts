import type { BayRecord, RecordBody } from '@stout-shackle/core/job'
import type { useJob } from './job'

type Entry<B extends RecordBody> = BayRecord & { body: B }

/**
 * A field whose value is a record: it counts while it is typed, is appended when left, corrects what stood there
 * before, and withdraws it when emptied.
 *
 * @param store of the open job
 * @param key names the field while it is typed in
 * @param earlier what stands there now
 * @param body the record of a value
 */
export function readingField<B extends RecordBody>(
  store: ReturnType<typeof useJob>,
  key: string,
  earlier: () => Entry<B> | undefined,
  body: (value: number, about: boolean) => B,
) {
  return {
    type(value: number | null, about: boolean): void {
      store.type(key, value === null ? null : body(value, about))
    },
    commit(value: number | null, about: boolean): void {
      store.type(key, null)
      const before = earlier()
      if (value !== null) store.record(body(value, about), before ? { record: before.id, why: 'read again' } : null)
      else if (before) store.record({ kind: 'withdrawn' }, { record: before.id, why: 'cleared' })
    },
  }
}

/** Records being typed have names of their own and are not yet what stands. */
export const isTyped = ({ id }: BayRecord): boolean => id.startsWith('typing-')
