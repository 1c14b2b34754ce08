import type { AxleEnd } from '../../vehicle'
import { ofKind, type BayRecord } from '../../records'
import { axleOfConnection, type Job } from '../../job'
import { counts, type Missing, type Proof } from '../../proof'

/** A leak that was found beside the connections: a core, a line, or one that was heard on a side. */
export interface FoundLeak {
  axle: AxleEnd
  /** Null where it may be on either. */
  side: 'left' | 'right' | null
  /** Core, bag or line by its id; null where it was only heard. */
  where: string | null
  /** Seen to bubble, and not opened since. */
  bubbles: boolean
}

/** A line as it was held: what its hold lacks, and the records it goes by, its start first. */
interface HeldLine {
  axle: AxleEnd
  side: 'left' | 'right' | null
  missing: Missing | null
  records: readonly string[]
}

const timeOf = ({ at: time }: BayRecord): number => Date.parse(time)

/**
 * Leaks that were found and that nothing has closed: no bubbles at that place since, or a hold of that line, begun later, that proves it
 * tight. Putting it right, and taking the word back, close nothing.
 * @param told records that stand, and those that were withdrawn, oldest first
 * @param known ids of the connections of the job: those answer for themselves
 * @param checks holds of its lines
 */
export function leaksFound(
  job: Job,
  told: readonly BayRecord[],
  proof: Proof,
  { known, checks }: { known: ReadonlySet<string>; checks: readonly HeldLine[] },
): FoundLeak[] {
  const soaped = ofKind(told, 'connection')
  const isHeldAfter = ({ axle, side }: Pick<FoundLeak, 'axle' | 'side'>, time: number) => {
    const lines = checks.filter((c) => c.axle === axle && (side === null || c.side === null || c.side === side))
    const isTight = ({ missing, records: [start] }: HeldLine) => {
      const began = start === undefined ? undefined : proof.evidence.get(start)?.record
      return missing === null && began !== undefined && timeOf(began) >= time
    }
    return lines.length > 0 && lines.every(isTight)
  }
  const isSoapedAfter = (where: string, time: number) =>
    soaped.some(
      (r) => r.body.connection === where && r.body.result === 'no-bubbles' && timeOf(r) >= time && counts(proof, r),
    )
  const found = [
    ...soaped.flatMap((r) =>
      r.body.result === 'bubbles' && !known.has(r.body.connection)
        ? {
            record: r,
            axle: axleOfConnection(job, r.body.connection),
            side: null,
            where: r.body.connection,
            bubbles: !proof.evidence.get(r.id)?.voided,
          }
        : [],
    ),
    ...ofKind(told, 'leak-test').flatMap((r) =>
      r.body.found ? { record: r, axle: r.body.axle, side: r.body.side, where: r.body.tube, bubbles: false } : [],
    ),
  ]
  const open = found.filter(
    ({ record, where, ...leak }) =>
      !isHeldAfter(leak, timeOf(record)) && !(where !== null && isSoapedAfter(where, timeOf(record))),
  )
  const byPlace = new Map(open.map(({ record: _record, ...leak }) => [`${leak.axle} ${leak.side} ${leak.where}`, leak]))
  return [...byPlace.values()]
}
