import type { Pascals } from '../../quantity'
import {
  jointsOf,
  leakSearch,
  nextTest,
  pressureGroups,
  suspectsOf,
  suspicions,
  type LeakAnswer,
  type LeakHistory,
  type LeakSearch,
  type LeakTest,
  type Suspicion,
} from '../../circuit'
import { circuitOf, type Job } from '../../job'
import type { BayRecord } from '../../records'
import { counts, type Proof } from '../../proof'
import type { AirCheckState } from './air-state'

/** Where the air of one line goes, as far as it was looked for. */
export interface LeakHunt {
  search: LeakSearch
  answers: LeakAnswer[]
  /** The most suspicious first. */
  order: Suspicion[]
  /** Null where everything was put right since, or nothing can leak. */
  next: LeakTest | null
}

/** Things that can leak on the line of a bag: its joints, cores, seats, tubes and rubber. */
function onLine(job: Job, { axle, side }: Pick<AirCheckState, 'axle' | 'side'>): Set<string> {
  const circuit = circuitOf(job)
  const groups = pressureGroups(circuit).filter((g) =>
    g.bags.some((b) => b.axle === axle && (side === null || b.side === side)),
  )
  const names = new Set(groups.flatMap((g) => [...g.nodes.map((n) => n.id), ...g.tubes.map((t) => t.id)]))
  const joints = new Map(jointsOf(circuit).map((j) => [j.id, j]))
  return new Set(
    suspectsOf(circuit).flatMap((s) => {
      const joint = joints.get(s.about)
      if (!joint) return names.has(s.about) ? [s.id] : []
      // Of a fitting that keeps lines apart only the end of this line.
      return names.has(joint.node.id) && (joint.tube === null || names.has(joint.tube.id)) ? [s.id] : []
    }),
  )
}

/**
 * The search for a leak on one line, from the circuit, the shop's history and what was answered on this job.
 * @param standing records that stand, oldest first
 * @param history how many of each kind the shop looked at and found leaking
 */
export function leakHunt(
  job: Job,
  standing: readonly BayRecord[],
  proof: Proof,
  { check, history }: { check: AirCheckState; history: readonly LeakHistory[] },
): LeakHunt {
  const rate: Pascals | null =
    check.verdict && check.hours && check.verdict.lost > 0 ? check.verdict.lost / (60 * check.hours) : null
  const search = leakSearch(circuitOf(job), history, { within: onLine(job, check), minutes: new Map(), rate })
  const mended = standing.findLastIndex((r) => r.body.kind === 'connection-opened')
  const answers = standing.flatMap((record, i): LeakAnswer[] => {
    const { body } = record
    if (body.kind === 'connection' && body.result !== 'cannot-see') {
      const test = search.tests.find((t) => t.kind === 'soap' && t.suspect === body.connection)
      // What was put right since bubbles no more, and one that was opened may leak anew.
      return test && !proof.evidence.get(record.id)?.voided ? [{ test, found: body.result === 'bubbles' }] : []
    }
    // Gauge and ear said what they said with everything in it that leaked then.
    if (body.kind !== 'leak-test' || i < mended || !counts(proof, record)) return []
    const test = search.tests.find((t) =>
      body.test === 'listen' ? t.kind === 'listen' : t.kind === 'close-off' && t.tube === body.tube,
    )
    return test && body.axle === check.axle ? [{ test, found: body.found }] : []
  })
  // The latest look at a place counts.
  const bubbling = search.suspects.some(
    (s) => answers.findLast((a) => a.test.kind === 'soap' && a.test.suspect === s.id)?.found,
  )
  return { search, answers, order: suspicions(search, answers), next: bubbling ? null : nextTest(search, answers) }
}
