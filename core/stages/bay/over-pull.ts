import { clampForce, judgeTorque } from '../../torque'
import type { Fastener } from '../../kit'
import type { RecordOf } from '../../records'

/** What is made for one pull, or of a stuff that keeps no thread: by its name, where it is no fitting. */
const ONE_USE = /\bu-?bolts?\b|\bone-use\b|\bsingle-use\b|\bstretch\b|\bplastic\b|\bnylon\b|\bbrass\b/i
/** Share of proof beyond which a bolt has been stretched. Common practice, no published source. */
const STRETCHED = 0.75

/**
 * Whether a fastener that was pulled over its max is replaced, whatever it looks like: plastic, brass, made for one use, or pulled
 * over three quarters of its proof load. Source: common practice; proof by SAE J429 and ISO 898-1.
 * @param value of the pull, N·m
 */
export const mustReplace = ({ name, fitting, thread, grade }: Fastener, value: number): boolean =>
  fitting !== null ||
  ONE_USE.test(name) ||
  (thread !== null && grade !== null && clampForce(value, thread, grade).proof > STRETCHED)

/**
 * The hardest pull over the max at a place that nobody has answered: a lower one after it forgives nothing. It is answered by undoing it
 * and looking at threads and seat, or by a new one where it has to be.
 * @param pulls at that place, all of them
 * @param opened when it was undone again
 * @returns its record; null where there is none
 */
export function overPull(
  fastener: Fastener,
  pulls: readonly RecordOf<'torque'>[],
  opened: readonly RecordOf<'opened-again'>[],
  makerFigure: number | undefined,
): RecordOf<'torque'> | null {
  const open = pulls.flatMap((pull) => {
    const { value } = pull.body
    if (value === null || judgeTorque(fastener.spec, value, makerFigure) !== 'high') return []
    const isAnswered = opened.some(
      (o) =>
        Date.parse(o.at) >= Date.parse(pull.at) &&
        (o.body.looked === 'replaced' || (o.body.looked === 'sound' && !mustReplace(fastener, value))),
    )
    return isAnswered ? [] : [pull]
  })
  return open.sort((a, b) => b.body.value! - a.body.value!)[0] ?? null
}
