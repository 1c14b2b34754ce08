import type { BayRecord, RecordBody } from '@stout-shackle/core/records'
import { counts } from '@stout-shackle/core/proof'
import type { useJob } from '.'

/** Whether a reading says what stands there, but for what converting units leaves. */
const same = (a: RecordBody, b: RecordBody) => JSON.stringify(a, rounded) === JSON.stringify(b, rounded)
const rounded = (_: string, value: unknown) => (typeof value === 'number' ? Number(value.toPrecision(9)) : value)

type Entry<B extends RecordBody> = BayRecord & { body: B }

/**
 * A field whose value is a record: it counts while it is typed, is appended when left, corrects what stood there
 * before, and withdraws it when emptied. What proves nothing any more is not corrected but read anew: a correction would
 * stand where the first one stood.
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
  /** What a new value corrects; null where it is a reading of its own. */
  function corrected(): string | null {
    const before = earlier()
    const { proof } = store.kept
    return before && proof && counts(proof, before) ? before.id : null
  }
  return {
    type(value: number | null, about: boolean): void {
      store.type(key, value === null ? null : body(value, about), corrected())
    },
    commit(value: number | null, about: boolean): void {
      store.type(key, null)
      const target = corrected()
      const before = earlier()
      if (value !== null && target && before && same(before.body, body(value, about))) return
      if (value !== null) store.record(body(value, about), target ? { record: target, why: 'read again' } : null)
      else if (before) store.record({ kind: 'withdrawn' }, { record: before.id, why: 'cleared' })
    },
  }
}
