import { hasAir } from '../../kit'
import { kitsLeft } from '../../job'
import type { Facts } from '../facts'
import { defineStage } from '../stage'

/** Readings may be dated a little ahead of the server's clock, not more. */
const CLOCK_SLACK_MS = 5 * 60_000

/** Rubber helpers hold no air. */
export const neverWithoutAir = ({ job }: Facts) => {
  const kits = kitsLeft(job)
  return job.kits.length > 0 && !kits.some(({ kit }) => hasAir(kit)) ? ('no-air' as const) : null
}

export const airStage = defineStage({
  id: 'air',
  begun: ({ air }) => air.connections.some((c) => c.result !== 'missing') || air.checks.some((c) => c.start !== null),
  waits({ chosen, air }, { finalChecks }) {
    const open = (check: string) => finalChecks.some((c) => c.check === check && c.state === 'open')
    const checking = open('air-check')
    return {
      'no-kit': chosen.length === 0,
      'connection-leaks': air.connections.some((c) => c.result === 'bubbles'),
      'connections-left': open('soap') ? air.connections.filter((c) => c.result !== 'no-bubbles').length : 0,
      'air-check-start': checking && air.checks.some((c) => c.start === null),
      'air-check-end': checking && air.checks.some((c) => c.start !== null && c.verdict === null),
      'air-check-early': checking && air.checks.some((c) => c.verdict?.code === 'too-early'),
      'air-check-leaks':
        checking && air.checks.some((c) => c.verdict?.code === 'leaks' || c.verdict?.code === 'gained'),
    }
  },
  checks: {
    soap: {
      done: ({ air }) => air.connections.length > 0 && air.connections.every((c) => c.result === 'no-bubbles'),
      never: neverWithoutAir,
    },
    'air-check': {
      done: ({ air }) => air.checks.length > 0 && air.checks.every((c) => c.verdict?.code === 'holds'),
      never: neverWithoutAir,
    },
  },
  stops: () => [],
  refuses: (body, { now }) =>
    body.kind === 'air-check' && Date.parse(body.readAt) > now + CLOCK_SLACK_MS
      ? { field: 'readAt', code: 'in-the-future', about: body.readAt }
      : null,
})
