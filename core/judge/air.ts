import { hasAir } from '../kit'
import { suspectsOf } from '../circuit'
import { circuitOf, connectionsOf, faultsOf, isTwoOnOneLine, kitsLeft, type Job } from '../job'
import { CLOCK_SLACK, missing } from '../proof'
import type { Facts } from '../facts'
import { keptUntouched } from './kept'
import { defineStage } from './stage'
import { SETTLE_MINUTES, supplyFaults } from '../stages/air'

/** Rubber helpers hold no air. */
export const neverWithoutAir = ({ job }: Pick<Facts, 'job'>) => {
  const kits = kitsLeft(job)
  return job.kits.length > 0 && !kits.some(({ kit }) => hasAir(kit)) ? ('no-air' as const) : null
}
/** Connections and holds that are owed: those of a kit that was there and was not opened were proved when it was fitted. */
const owedConnections = ({ job, proof, air }: Facts) =>
  air.connections.filter((c) => isNew(job, c.id) || !keptUntouched(job, proof, c.axle, 'soap'))
const owedChecks = ({ job, proof, air }: Facts) =>
  air.checks.filter(
    (c) =>
      // A line with a joint that was not there is another line.
      air.connections.some((j) => j.axle === c.axle && isNew(job, j.id)) ||
      !keptUntouched(job, proof, c.axle, 'air-check'),
  )
/** Whether a connection came in on this visit: another supply, another line. */
const isNew = ({ leftConnections }: Facts['job'], id: string): boolean =>
  leftConnections !== null && !leftConnections.includes(id)

export const airStage = defineStage({
  id: 'air',
  begun: ({ air }) => air.connections.some((c) => c.result !== 'missing') || air.checks.some((c) => c.start !== null),
  waits(facts, { finalChecks }) {
    const { chosen, air } = facts
    const open = (check: string) => finalChecks.some((c) => c.check === check && c.state === 'open')
    const checks = open('air-check') ? owedChecks(facts) : []
    return {
      'no-kit': chosen.length === 0,
      'circuit-open': faultsOf(facts.job).length > 0,
      'connection-leaks': air.leaking.length > 0 || air.connections.some((c) => c.result === 'bubbles'),
      'connections-left': open('soap') ? owedConnections(facts).filter((c) => c.missing).length : 0,
      'air-check-start': checks.some((c) => c.state === 'not-begun'),
      'air-check-end': checks.some((c) => c.state === 'begun'),
      'air-check-early': checks.some((c) => c.missing?.code === 'too-early' || c.missing?.code === 'holds-so-far'),
      'air-check-leaks': checks.some((c) => c.missing?.code === 'leaks'),
      'air-check-open': checks.some((c) => c.missing?.code === 'cannot-tell' || c.missing?.code === 'gained'),
      'air-check-void': checks.some((c) => c.state === 'void'),
    }
  },
  checks: {
    soap: {
      missing: (facts) => [
        ...faultsOf(facts.job).map((f) => missing('circuit-open', f.node)),
        ...owedConnections(facts).flatMap((c) => c.missing ?? []),
      ],
      evidence: (facts) => owedConnections(facts).flatMap((c) => (c.reading && !c.missing ? [c.reading.id] : [])),
      never: (facts) =>
        neverWithoutAir(facts) ??
        (isKept(facts, owedConnections(facts).length + faultsOf(facts.job).length) ? 'kept' : null),
    },
    'air-check': {
      missing: (facts) => owedChecks(facts).flatMap((c) => c.missing ?? []),
      evidence: (facts) => owedChecks(facts).flatMap((c) => (c.missing ? [] : c.records)),
      never: (facts) => neverWithoutAir(facts) ?? (isKept(facts, owedChecks(facts).length) ? 'kept' : null),
    },
  },
  stops: ({ air, job }) =>
    [
      ...supplyFaults(job).map((code) => ({ code, about: '' })),
      ...air.connections.flatMap((c) => (c.result === 'bubbles' ? [{ code: 'bubbles' as const, about: c.id }] : [])),
      ...air.leaking.map(({ where, axle, side, bubbles }) => ({
        code: bubbles ? ('bubbles' as const) : ('leak-found' as const),
        about: where ?? [axle, side].filter(Boolean).join(' '),
      })),
    ].map((stop) => ({ ...stop, hard: true })),
  // eslint-disable-next-line complexity -- one refusal after the other, each a line
  refuses(body, { job, now }) {
    if (body.kind === 'air-check' && Date.parse(body.readAt) > now + CLOCK_SLACK)
      return { field: 'readAt', code: 'in-the-future', about: body.readAt }
    if (body.kind === 'bag-pressure')
      return isTwoOnOneLine(job, body.axle, body.left, body.right)
        ? { field: 'right', code: 'one-pressure', about: body.axle }
        : null
    if (body.kind === 'leak-test')
      return body.tube === null || circuitOf(job).tubes.some((t) => t.id === body.tube)
        ? null
        : { field: 'tube', code: 'unknown-line', about: body.tube }
    if (body.kind === 'air-check') {
      if (body.end === 'start' && (body.waited ?? 0) < SETTLE_MINUTES)
        return { field: 'waited', code: 'no-wait', about: String(SETTLE_MINUTES) }
      if (body.side !== null && job.air[body.axle] === 'teed')
        return { field: 'side', code: 'one-line', about: body.axle }
      return body.side === null && job.air[body.axle] === 'separate'
        ? { field: 'side', code: 'which-side', about: body.axle }
        : null
    }
    if (body.kind !== 'connection' && body.kind !== 'connection-opened') return null
    if (!canLeak(job, body.connection))
      return { field: 'connection', code: 'unknown-connection', about: body.connection }
    if (body.kind === 'connection' && body.result === 'cannot-see' && !body.reason)
      return { field: 'reason', code: 'why-not-seen', about: body.connection }
    return null
  },
})

/** Whether a name is one of something on this job that can leak: a connection, a valve core, a tube, a bag. */
const canLeak = (job: Job, id: string) =>
  connectionsOf(job).some((c) => c.id === id) || suspectsOf(circuitOf(job)).some((s) => s.id === id)

const isKept = ({ air }: Facts, owed: number) => air.checks.length > 0 && owed === 0
