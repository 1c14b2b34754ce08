import { hasAir } from '../../kit'
import type { Facts } from '../facts'
import { defineStage } from '../stage'

/** Readings may be dated a little ahead of the server's clock, not more. */
const CLOCK_SLACK_MS = 5 * 60_000

/** Rubber helpers hold no air. */
export const neverWithoutAir = ({ job }: Facts) => (job.kit && !hasAir(job.kit) ? 'no-air' : null)

export const airStage = defineStage({
  id: 'air',
  begun: ({ air }) => air.connections.some((c) => c.result !== 'missing') || air.start !== null,
  waits({ chosen, air }, { finalChecks }) {
    const open = (check: string) => finalChecks.some((c) => c.check === check && c.state === 'open')
    const checking = open('air-check')
    return {
      'no-kit': chosen === null,
      'connection-leaks': air.connections.some((c) => c.result === 'bubbles'),
      'connections-left': open('soap') ? air.connections.filter((c) => c.result !== 'no-bubbles').length : 0,
      'air-check-start': checking && chosen !== null && air.start === null,
      'air-check-end': checking && air.start !== null && air.verdict === null,
      'air-check-early': checking && air.verdict?.code === 'too-early',
      'air-check-leaks': checking && (air.verdict?.code === 'leaks' || air.verdict?.code === 'gained'),
    }
  },
  checks: {
    soap: {
      done: ({ air }) => air.connections.length > 0 && air.connections.every((c) => c.result === 'no-bubbles'),
      never: neverWithoutAir,
    },
    'air-check': { done: ({ air }) => air.verdict?.code === 'holds', never: neverWithoutAir },
  },
  stops: () => [],
  refuses: (body, { now }) =>
    body.kind === 'air-check' && Date.parse(body.readAt) > now + CLOCK_SLACK_MS
      ? { field: 'readAt', code: 'in-the-future', about: body.readAt }
      : null,
})
