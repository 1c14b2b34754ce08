import { ofKind, type RecordOf, type FinalCheckId, type ConsentTo, type WaiverId } from '../../records'
import { hashOf } from '../../hash'
import type { Missing, Proof } from '../../proof'
import { textOf, type Signable } from './statement'

/** What may be signed away of a check: that it was not read, never that it was read and is wrong. */
const UNREAD: readonly Missing['code'][] = ['not-done', 'wrong-state', 'void']
const WAIVABLE: Partial<Record<FinalCheckId, readonly Missing['code'][]>> = {
  'air-check': [...UNREAD, 'no-end', 'too-early', 'holds-so-far', 'cannot-tell'],
  'loaded-heights': UNREAD,
  'loaded-clearance': UNREAD,
  level: ['not-done', 'nothing-to-compare', 'too-little', 'too-much'],
}

/** Checks that are waived because the load is not there: with a load on, they are read. */
const WITHOUT_LOAD: readonly FinalCheckId[] = ['loaded-heights', 'loaded-clearance']

/** Whether all that a check lacks can be signed away, as the vehicle stands. */
export const isWaivable = ({ proof }: { proof: Proof }, check: FinalCheckId, lacks: readonly Missing[]): boolean =>
  WAIVABLE[check] !== undefined &&
  lacks.every((m) => WAIVABLE[check]!.includes(m.code)) &&
  (!WITHOUT_LOAD.includes(check) || (proof.now.load?.loadCase ?? null) === null)

/**
 * The signature that stands for something: by the text as it would read now. One whose text has changed since is none.
 * @param loadCase for an overload
 */
export function signatureFor(
  facts: Signable,
  about: WaiverId,
  loadCase: string | null = null,
): RecordOf<'waiver'> | null {
  return (
    ofKind(facts.standing, 'waiver').findLast(
      ({ body }) => body.about === about && body.loadCase === loadCase && isOfText(facts, body),
    ) ?? null
  )
}
/** Whether what is lacking was signed for, under the text as it stands now. */
export const hasSigned = (facts: Signable, about: WaiverId, loadCase: string | null = null): boolean =>
  signatureFor(facts, about, loadCase) !== null

const isOfText = (facts: Signable, body: RecordOf<'waiver'>['body'] | RecordOf<'consent'>['body']): boolean => {
  const text = textOf(facts.job, facts, body)
  return text !== null && hashOf(text) === body.hash
}

/** The latest answer to a consent: signed for what it says now, refused, or nobody was asked. */
export function consentTo(facts: Signable, to: ConsentTo): 'agreed' | 'refused' | 'missing' {
  if (to === 'drilling' && facts.job.survey.drillingAgreed === false) return 'refused'
  const latest = ofKind(facts.standing, 'consent').findLast(({ body }) => body.to === to)
  if (!latest) return 'missing'
  return latest.body.outcome === 'refused' ? 'refused' : isOfText(facts, latest.body) ? 'agreed' : 'missing'
}
