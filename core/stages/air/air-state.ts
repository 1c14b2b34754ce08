import { atmosphere } from '../../quantity'
import { judgeAirCheck, type LeakVerdict } from '../../air'
import { ofKind, type BayRecord, type Job } from '../../job'

export interface ConnectionState {
  id: string
  name: string
  side: 'left' | 'right'
  /** Latest soaping. */
  result: 'missing' | 'no-bubbles' | 'bubbles'
}
type AirCheckReading = Extract<BayRecord['body'], { kind: 'air-check' }>
export interface AirState {
  connections: ConnectionState[]
  start: AirCheckReading | null
  end: AirCheckReading | null
  verdict: LeakVerdict | null
  /** The latest end was read before the hold began, or the start is missing. */
  outOfOrder: boolean
}

/**
 * Soaped connections and the pressure hold of a job.
 * @param standing records that stand, oldest first
 */
export function airState(job: Job, standing: readonly BayRecord[]): AirState {
  const soaped = new Map(ofKind(standing, 'connection').map((r) => [r.body.connection, r.body.result]))
  const connections = (job.kit?.connections ?? []).flatMap((name, i) =>
    (['left', 'right'] as const).map((side): ConnectionState => {
      const id = `connection-${i + 1}-${side}`
      return { id, name, side, result: soaped.get(id) ?? 'missing' }
    }),
  )
  const holds = ofKind(standing, 'air-check').map((r) => r.body)
  const start = holds.filter((h) => h.end === 'start').at(-1) ?? null
  const end = holds.filter((h) => h.end === 'end').at(-1) ?? null
  const seconds = start && end ? (Date.parse(end.readAt) - Date.parse(start.readAt)) / 1000 : 0
  return {
    connections,
    start,
    end,
    verdict: start && end && seconds > 0 ? judgeAirCheck(start, end, seconds, atmosphere(job.altitude)) : null,
    outOfOrder: end !== null && seconds <= 0,
  }
}
