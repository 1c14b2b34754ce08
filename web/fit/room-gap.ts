import { ofKind, type RecordBody } from '@stout-shackle/core/records'
import { counts, unproved } from '@stout-shackle/core/proof'
import { contradictionText, VOIDS } from '@stout-shackle/core/wording'
import type { useJob } from '../stores/job'
import { readingField } from '../stores/job/reading'

type Store = ReturnType<typeof useJob>
type Body = Extract<RecordBody, { kind: 'room-gap' }>
/** A gap that can be read: of a side's bag or plate to one part. */
export type ReadGap = Pick<Body, 'axle' | 'side' | 'of' | 'part'>

/** The reading of a gap that stands there: one that proves something if there is one. */
export function gapReading({ kept: store }: Store, { axle, side, of, part }: ReadGap) {
  const { standing, proof } = store
  const readings = ofKind(standing, 'room-gap').filter(
    ({ body }) => body.axle === axle && body.side === side && body.of === of && body.part === part,
  )
  return readings.findLast((r) => proof && counts(proof, r)) ?? readings.at(-1)
}

/** Why a reading that stands there proves nothing; empty where it does, or where there is none. */
export function gapDoubt(store: Store, gap: ReadGap): string {
  const reading = gapReading(store, gap)
  const { proof } = store.kept
  if (!reading || !proof || !store.job || !store.assessment) return ''
  const evidence = proof.evidence.get(reading.id)
  const lack = evidence && unproved(evidence, '')
  if (lack?.flag) return contradictionText(lack.flag, { ...store.assessment, job: store.job })
  return lack?.voided ? VOIDS[lack.voided.code] : ''
}

/** The field that a gap is typed in. */
export const gapField = (store: Store, gap: ReadGap) =>
  readingField(
    store,
    `room-gap:${gap.axle}:${gap.side}:${gap.of}:${gap.part}`,
    () => gapReading(store, gap),
    (value, about): Body => ({ kind: 'room-gap', ...gap, value, about }),
  )
