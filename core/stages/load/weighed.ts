import { axleWeights, type AxleWeights, type LoadCase, type ScaleWeights, type WeighedWith } from '../../vehicle'
import { type Job } from '../../job'
import { ofKind, type BayRecord } from '../../records'

/**
 * What scales and fittings say of a job under one load case.
 * @param standing records that stand, oldest first
 */
export function weighedWith(job: Job, standing: readonly BayRecord[], loadCase: LoadCase): WeighedWith {
  const tickets = ofKind(standing, 'scale-ticket').map((r) => r.body)
  const read = (ticket: (typeof tickets)[number] | undefined): ScaleWeights | null =>
    ticket ? { front: ticket.front, rear: ticket.rear, trailer: ticket.trailer, tolerance: ticket.tolerance } : null
  return {
    fittings: job.fittings,
    emptyTicket: read(tickets.findLast((t) => t.load === 'empty')),
    loadedTicket: read(tickets.findLast((t) => t.load === 'loaded' && t.loadCase === loadCase.id)),
  }
}

/**
 * Axle weights of a job under one load case, by the scale where there is a ticket.
 * @param standing records that stand, oldest first
 * @returns kg, each with its tolerance
 */
export const weigh = (job: Job, standing: readonly BayRecord[], loadCase: LoadCase): AxleWeights =>
  axleWeights(job.vehicle, loadCase.items, weighedWith(job, standing, loadCase))
