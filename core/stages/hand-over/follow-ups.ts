import { isByFeel, makerTarget, type TorqueSpec } from '../../torque'
import { hasAir, type Fastener, type Recheck } from '../../kit'
import { WHEEL_NUTS } from '../../plan'
import { ofKind, type BayRecord } from '../../records'
import { kitsLeft, type Job } from '../../job'
import type { FastenerState } from '../bay'

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

interface Left {
  job: Pick<Job, 'kits' | 'recheck'>
  torques: readonly FastenerState[]
}

/** Fasteners that are torqued again after 100 miles: what clamps rubber or an axle evenly, and the lug nuts of wheels that were off. */
const torquedAgain = ({ job, torques }: Left): FastenerState[] =>
  job.recheck ? [] : torques.filter(({ fastener }) => fastener.evenly || fastener.id === WHEEL_NUTS)

/** Names of what this job has to be torqued again after 100 miles; none where nothing is. */
export const namesTorquedAgain = (left: Left): string[] => [
  ...new Set(torquedAgain(left).map(({ fastener }) => fastener.name)),
]

/** What is due after a handover, of what this job has. Source: common practice, no published source. */
export function followUpsOf(left: Left): FollowUp[] {
  if (left.job.recheck) return []
  const names = namesTorquedAgain(left)
  const air = kitsLeft(left.job).some(({ kit }) => hasAir(kit))
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
    ...(names.length
      ? [
          {
            key: 're-torque' as const,
            days: RETORQUE_DAYS,
            title: 'torque again (100 miles)',
            text: `${names.join('; ')}; after about 100 miles.`,
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

/** The vehicle maker's figure, once it was looked up, as any other figure: nobody looks it up twice. */
const knownSpec = (spec: TorqueSpec, figure: number | undefined): TorqueSpec =>
  spec.kind === 'vehicle-maker' && figure !== undefined ? makerTarget(figure) : spec
const asRead = (fastener: Fastener, figure: number | undefined): Fastener => ({
  ...fastener,
  spec: knownSpec(fastener.spec, figure),
  // It is seated: one pull each, not three.
  evenly: false,
  after: [],
  when: 'as-fitted',
})

/**
 * What the short visit after a handover looks at again, with what was read then.
 * @param standing records that stand, oldest first
 */
export function recheckAfter(
  left: Left & { job: Pick<Job, 'id'>; standing: readonly BayRecord[]; handedOver: Pick<BayRecord, 'at'> },
): Omit<Recheck, 'standsOn'> {
  const pressures = ofKind(left.standing, 'bag-pressure')
  return {
    of: left.job.id,
    leftAt: left.handedOver.at,
    torques: torquedAgain(left).map(({ fastener, step, places, makerFigure }) => {
      const read = places.flatMap((p) => (p.value === null || isByFeel(fastener.spec) ? [] : [p.value]))
      return {
        axle: step.axle ?? 'rear',
        side: step.side,
        fastener: asRead(fastener, makerFigure),
        last: read.length ? Math.min(...read) : null,
      }
    }),
    bags: kitsLeft(left.job)
      .filter(({ kit }) => hasAir(kit))
      .map(({ kit: { axle } }) => {
        const last = pressures.findLast(({ body }) => body.axle === axle)
        return { axle, last: last ? { left: last.body.left, right: last.body.right, at: last.at } : null }
      }),
  }
}
