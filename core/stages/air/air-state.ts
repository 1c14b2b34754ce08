import { atmosphere } from '../../quantity'
import { judgeAirCheck, type LeakVerdict } from '../../air'
import { hasAir } from '../../kit'
import type { AxleEnd } from '../../spring'
import { kitsLeft, ofKind, type BayRecord, type Job } from '../../job'

export interface ConnectionState {
  id: string
  axle: AxleEnd
  name: string
  side: 'left' | 'right'
  /** Latest soaping. */
  result: 'missing' | 'no-bubbles' | 'bubbles'
}
type AirCheckReading = Extract<BayRecord['body'], { kind: 'air-check' }>
/** The pressure hold of one axle's bags. */
export interface AirCheckState {
  axle: AxleEnd
  start: AirCheckReading | null
  end: AirCheckReading | null
  verdict: LeakVerdict | null
  /** The latest end was read before the hold began, or the start is missing. */
  outOfOrder: boolean
}
export interface AirState {
  connections: ConnectionState[]
  /** One for each axle with bags. */
  checks: AirCheckState[]
}

/**
 * Soaped connections and the pressure hold of a job.
 * @param standing records that stand, oldest first
 */
export function airState(job: Job, standing: readonly BayRecord[]): AirState {
  const soaped = new Map(ofKind(standing, 'connection').map((r) => [r.body.connection, r.body.result]))
  const kits = kitsLeft(job).filter(({ kit }) => hasAir(kit))
  const connections = kits.flatMap(({ kit: { axle, connections: names } }) =>
    names.flatMap((name, i) =>
      (['left', 'right'] as const).map((side): ConnectionState => {
        const id = `${axle === 'front' ? 'front-' : ''}connection-${i + 1}-${side}`
        return { id, axle, name, side, result: soaped.get(id) ?? 'missing' }
      }),
    ),
  )
  const holds = ofKind(standing, 'air-check').map((r) => r.body)
  const checks = kits.map(({ kit: { axle } }): AirCheckState => {
    const latest = (end: 'start' | 'end') => holds.findLast((h) => h.axle === axle && h.end === end) ?? null
    const [start, end] = [latest('start'), latest('end')]
    const seconds = start && end ? (Date.parse(end.readAt) - Date.parse(start.readAt)) / 1000 : 0
    return {
      axle,
      start,
      end,
      verdict: start && end && seconds > 0 ? judgeAirCheck(start, end, seconds, atmosphere(job.altitude)) : null,
      outOfOrder: end !== null && seconds <= 0,
    }
  })
  return { connections, checks }
}
