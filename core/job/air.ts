import { atmosphere } from '../quantity'
import { judgeHold, type LeakVerdict } from '../air'
import { ofKind, type BayRecord, type Job } from './schema'

export interface JointState {
  id: string
  name: string
  side: 'left' | 'right'
  /** Latest soaping. */
  result: 'missing' | 'dry' | 'bubbles'
}
type HoldReading = Extract<BayRecord['body'], { kind: 'hold' }>
export interface AirState {
  joints: JointState[]
  start: HoldReading | null
  end: HoldReading | null
  verdict: LeakVerdict | null
  /** The latest end was read before the hold began, or the start is missing. */
  outOfOrder: boolean
}

/** Soaped joints and the pressure hold of a job. */
export function airState(job: Job, standing: readonly BayRecord[]): AirState {
  const soaped = new Map(ofKind(standing, 'joint').map((r) => [r.body.joint, r.body.result]))
  const joints = (job.kit?.joints ?? []).flatMap((name, i) =>
    (['left', 'right'] as const).map((side): JointState => {
      const id = `joint-${i + 1}-${side}`
      return { id, name, side, result: soaped.get(id) ?? 'missing' }
    }),
  )
  const holds = ofKind(standing, 'hold').map((r) => r.body)
  const start = holds.filter((h) => h.end === 'start').at(-1) ?? null
  const end = holds.filter((h) => h.end === 'end').at(-1) ?? null
  const seconds = start && end ? (Date.parse(end.readAt) - Date.parse(start.readAt)) / 1000 : 0
  return {
    joints,
    start,
    end,
    verdict: start && end && seconds > 0 ? judgeHold(start, end, seconds, atmosphere(job.altitude)) : null,
    outOfOrder: end !== null && seconds <= 0,
  }
}
