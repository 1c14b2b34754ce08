import { hasAir } from '../../kit'
import { kitsLeft } from '../../job'
import { CLOCK_SLACK } from '../../proof'
import type { Facts } from '../facts'
import { keptUntouched } from '../kept'
import { defineStage } from '../stage'
import { connectionsOf } from './air-state'

/** Rubber helpers hold no air. */
export const neverWithoutAir = ({ job }: Pick<Facts, 'job'>) => {
  const kits = kitsLeft(job)
  return job.kits.length > 0 && !kits.some(({ kit }) => hasAir(kit)) ? ('no-air' as const) : null
}
/** Connections and holds that are owed: those of a kit that was there and was not opened were proved when it was fitted. */
const owedConnections = ({ job, proof, air }: Facts) =>
  air.connections.filter((c) => !keptUntouched(job, proof, c.axle, 'soap'))
const owedChecks = ({ job, proof, air }: Facts) =>
  air.checks.filter((c) => !keptUntouched(job, proof, c.axle, 'air-check'))

export const airStage = defineStage({
  id: 'air',
  begun: ({ air }) => air.connections.some((c) => c.result !== 'missing') || air.checks.some((c) => c.start !== null),
  waits(facts, { finalChecks }) {
    const { chosen, air } = facts
    const open = (check: string) => finalChecks.some((c) => c.check === check && c.state === 'open')
    const checks = open('air-check') ? owedChecks(facts) : []
    return {
      'no-kit': chosen.length === 0,
      'connection-leaks': air.connections.some((c) => c.result === 'bubbles'),
      'connections-left': open('soap') ? owedConnections(facts).filter((c) => c.missing).length : 0,
      'air-check-start': checks.some((c) => c.start === null),
      'air-check-end': checks.some((c) => c.start !== null && c.verdict === null),
      'air-check-early': checks.some((c) => c.missing?.code === 'too-early'),
      'air-check-leaks': checks.some((c) => c.missing?.code === 'leaks'),
      'air-check-void': checks.some(
        (c) => c.verdict !== null && c.missing !== null && c.missing.code !== 'too-early' && c.missing.code !== 'leaks',
      ),
    }
  },
  checks: {
    soap: {
      missing: (facts) => owedConnections(facts).flatMap((c) => c.missing ?? []),
      evidence: (facts) => owedConnections(facts).flatMap((c) => (c.reading && !c.missing ? [c.reading.id] : [])),
      never: (facts) => neverWithoutAir(facts) ?? (kept(facts, owedConnections(facts).length) ? 'kept' : null),
    },
    'air-check': {
      missing: (facts) => owedChecks(facts).flatMap((c) => c.missing ?? []),
      evidence: (facts) => owedChecks(facts).flatMap((c) => (c.missing ? [] : c.records)),
      never: (facts) => neverWithoutAir(facts) ?? (kept(facts, owedChecks(facts).length) ? 'kept' : null),
    },
  },
  stops: ({ air }) =>
    air.connections
      .filter((c) => c.result === 'bubbles')
      .map((c) => ({ code: 'bubbles' as const, about: c.id, hard: true })),
  refuses(body, { job, now }) {
    if (body.kind === 'air-check' && Date.parse(body.readAt) > now + CLOCK_SLACK)
      return { field: 'readAt', code: 'in-the-future', about: body.readAt }
    if (body.kind !== 'connection' && body.kind !== 'connection-opened') return null
    return connectionsOf(job).some((c) => c.id === body.connection)
      ? null
      : { field: 'connection', code: 'unknown-connection', about: body.connection }
  },
})

const kept = ({ air }: Facts, owed: number) => air.checks.length > 0 && owed === 0
