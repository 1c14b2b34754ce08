import { kitsLeft, type Job } from '../../job'
import { hasAir } from '../../kit'

export interface FollowUp {
  key: 'pressure-24h' | 're-torque' | 'month'
  /** Days after the handover. */
  days: number
  title: string
  text: string
  /** It is done when somebody read the bags. */
  byPressure: boolean
}

const RETORQUE_DAYS = 7

/** What is due after a handover, of what this job has. Source: common practice, no published source. */
export function followUpsOf(job: Pick<Job, 'kits'>): FollowUp[] {
  const left = kitsLeft(job)
  const clamped = [
    ...new Set(
      left.flatMap(({ kit, work }) => (work === 'fit' ? kit.fasteners.filter((f) => f.evenly).map((f) => f.name) : [])),
    ),
  ]
  const fitted = left.some(({ work }) => work === 'fit')
  const air = left.some(({ kit }) => hasAir(kit))
  return [
    ...(air
      ? [
          {
            key: 'pressure-24h' as const,
            days: 1,
            title: 'read bag pressure after 24 h',
            text: 'Both sides, with the temperature. Compare with the record.',
            byPressure: true,
          },
        ]
      : []),
    ...(fitted
      ? [
          {
            key: 're-torque' as const,
            days: RETORQUE_DAYS,
            title: clamped.length ? 're-torque clamped brackets (100 miles)' : 're-torque lug nuts (100 miles)',
            text: `${[...clamped, 'Lug nuts where wheels were off'].join('; ')}; after about 100 miles.`,
            byPressure: false,
          },
        ]
      : []),
    ...(air
      ? [
          {
            key: 'month' as const,
            days: 30,
            title: 'read bag pressure after a month',
            text: 'Same marks, same gauge if possible.',
            byPressure: true,
          },
        ]
      : []),
  ]
}
