import {
  circuitFaults,
  circuitFor,
  jointName,
  jointsOf,
  suspectName,
  suspectsOf,
  tubeName,
  type AxleAir,
  type CircuitFault,
  type Joint,
} from '../circuit'
import type { Circuit } from '../fittings'
import { AXLES, type AxleEnd } from '../vehicle'
import { hasAir, hasMoldedBarb } from '../kit'
import { PSI, type Pascals } from '../quantity'
import { kitAt, type Job } from './schema'

/** Tube where a kit does not say which. Common practice, no published source. */
const USUAL_TUBE = 0.00635

type Aired = Pick<Job, 'kits' | 'air' | 'supply' | 'circuit'>

/** Axles whose bags are filled when this visit is over, and how they are joined. */
export const aired = (job: Aired): AxleAir[] =>
  AXLES.flatMap((axle): AxleAir[] => {
    const kit = kitAt(job, axle)?.kit
    return kit && hasAir(kit) ? [{ axle, lines: job.air[axle], tube: kit.airLine?.diameter ?? USUAL_TUBE }] : []
  })

const circuits = new WeakMap<Aired, Circuit>()
/** Bags, lines and fittings of a job: as they were drawn, or as its kits and its supply usually make them. */
export function circuitOf(job: Aired): Circuit {
  const known = circuits.get(job) ?? job.circuit ?? circuitFor(aired(job), job.supply)
  circuits.set(job, known)
  return known
}

/** A place of a job that can leak and is soaped. */
export interface Connection extends Omit<Joint, 'axle'> {
  axle: AxleEnd
  name: string
}

/** What is wrong with the circuit of a job: while anything is, nobody knows all that has to be soaped. */
export const faultsOf = (job: Aired): CircuitFault[] =>
  // What kits and supply usually make has none.
  job.circuit
    ? circuitFaults(
        job.circuit,
        aired(job).map((a) => a.axle),
      )
    : []

const connections = new WeakMap<Aired, Connection[]>()
/** Every place of a job that can leak and is soaped. One that both axles' air goes through counts with the first that has bags. */
export function connectionsOf(job: Aired): Connection[] {
  const known = connections.get(job)
  if (known) return known
  const circuit = circuitOf(job)
  const first = aired(job).at(-1)?.axle ?? 'rear'
  const found = jointsOf(circuit).flatMap((joint): Connection[] => {
    const axle = joint.axle ?? first
    const bagOf = joint.kind === 'thread' && joint.node.kind === 'bag' ? kitAt(job, joint.node.axle ?? axle) : null
    return bagOf && hasMoldedBarb(bagOf.kit) ? [] : [{ ...joint, axle, name: jointName(circuit, joint) }]
  })
  connections.set(job, found)
  return found
}

/** What any name of something in a job's circuit stands for: connections, what else can leak, lines. */
export function circuitNames(job: Aired): { id: string; name: string }[] {
  const circuit = circuitOf(job)
  const all = connectionsOf(job)
  const known = new Set(all.map((c) => c.id))
  return [
    ...all,
    ...suspectsOf(circuit).flatMap((s) => (known.has(s.id) ? [] : [{ id: s.id, name: suspectName(circuit, s) }])),
    ...circuit.tubes.map((t) => ({ id: t.id, name: tubeName(circuit, t) })),
  ]
}

/** Two readings of one gauge on one line differ by no more than this. Common practice, no published source. */
const ONE_LINE: Pascals = 2 * PSI
/** Whether two bags of an axle are said to have what they cannot have: unlike pressures on one line. */
export const isTwoOnOneLine = (job: Pick<Job, 'air'>, axle: AxleEnd, left: Pascals, right: Pascals): boolean =>
  job.air[axle] === 'teed' && Math.abs(left - right) > ONE_LINE + 1

/** Which axle a place that a record names belongs to. */
export const axleOfConnection = (job: Aired, named: string): AxleEnd =>
  connectionsOf(job).find((c) => c.id === named)?.axle ?? (named.startsWith('front-') ? 'front' : 'rear')
