import { PLAIN_OPERATION, type Operation, type Recheck } from '../kit'
import { AXLES } from '../vehicle'
import { named, stepId } from './names'
import type { PendingStep } from './pending'

const operation = (
  part: Pick<Operation, 'id' | 'title' | 'side' | 'minutes' | 'steps' | 'tools'> &
    Partial<Pick<Operation, 'checks' | 'torques'>>,
): Operation => ({
  ...PLAIN_OPERATION,
  phase: 'refit',
  support: 'ride-height',
  blocking: true,
  ...part,
})

/**
 * What a short visit does: the bags are read as they come in, then each fastener that is torqued again, as it stands on its wheels.
 * @param after steps that come before, where other work came up
 * Source: common practice, no published source.
 */
export function recheckSteps({ torques, bags }: Recheck, after: readonly string[]): PendingStep[] {
  const reads = bags.map(({ axle }): PendingStep => {
    const own = operation({
      id: named(axle, 're-read'),
      title: 'Read the bags again',
      side: 'once',
      minutes: 1,
      steps: [
        'Read both bags before anything else, as it comes in.',
        'Under the min, or lower than warmth explains: look for the leak before any air goes in.',
      ],
      tools: ['gauge'],
      checks: ['first-air'],
    })
    return { id: own.id, operation: own, side: null, axle, unsure: false, after: [...after] }
  })
  const rounds = AXLES.flatMap((axle) =>
    (['left', 'right', null] as const).flatMap((side): PendingStep[] => {
      const here = torques.filter((t) => t.axle === axle && t.side === side)
      if (!here.length) return []
      const own = operation({
        id: named(axle, side ? 're-torque' : 're-torque-once'),
        title: 'Torque again after 100 miles',
        side: side ?? 'once',
        minutes: here.length,
        steps: ['Each to its figure. One that turns a good part of a turn was loose: find out why.'],
        tools: ['torque wrench'],
        torques: here.map((t) => t.fastener.id),
      })
      return [
        {
          id: stepId(own.id, side),
          operation: own,
          side,
          axle,
          unsure: false,
          after: [...after, ...reads.flatMap((r) => (r.axle === axle ? r.id : []))],
        },
      ]
    }),
  )
  return [...reads, ...rounds]
}
