import type { Joint } from './graph'
import type { Remedy } from '../fittings'

/** Remedies that fit a joint, the usual one first. */
export function remediesFor({ kind, node }: Pick<Joint, 'kind' | 'node'>): Remedy[] {
  if (kind === 'thread') return ['turned-in', 'opened']
  return node.kind === 'valve'
    ? ['recut', 'new-core', 'new-ferrule', 'new-tube', 'opened']
    : ['recut', 'new-ferrule', 'new-tube', 'opened']
}

/**
 * Joints that a remedy took apart: those, and no others, are soaped again.
 * @param all of the circuit
 */
export function touchedBy<J extends Joint>(all: readonly J[], joint: J, remedy: Remedy): J[] {
  const jointHere = all.filter((j) => j.id === joint.id)
  // A thread is turned with its tube out; a new tube has two new ends.
  if (remedy === 'turned-in')
    return [
      ...jointHere,
      ...all.filter((j) => j.kind === 'tube' && j.node.id === joint.node.id && j.port === joint.port),
    ]
  if (remedy === 'new-tube' && joint.tube) return all.filter((j) => j.tube?.id === joint.tube!.id)
  return jointHere
}
