import type { RecordBody } from '@stout-shackle/core/job'
import { formatQuantity, type UnitSystem } from '@stout-shackle/core/quantity'
import { GAP_CHECK_NAMES, CORNER_NAMES, FINAL_CHECK_NAMES } from '@stout-shackle/core/wording'

/** A record in one line. */
export function describeRecord(body: RecordBody, system: UnitSystem): string {
  const len = (v: number) => formatQuantity('length', v, system)
  const psi = (v: number) => formatQuantity('pressure', v, system, 1)
  switch (body.kind) {
    case 'height':
      return `${CORNER_NAMES[body.corner]} ${body.timing}, ${body.load.replace('-', ' ')}: ${body.about ? 'about ' : ''}${len(body.value)}`
    case 'scale-ticket': {
      const mass = (v: number) => formatQuantity('mass', v, system)
      return `Scale, ${body.load}: ${mass(body.front)} front, ${mass(body.rear)} rear${body.trailer === null ? '' : `, ${mass(body.trailer)} trailer`}${body.ticket ? `, ${body.ticket}` : ''}`
    }
    case 'gap':
      return `${GAP_CHECK_NAMES[body.check]}, ${body.side}: ${len(body.value)}${body.sleeved ? ', sleeved' : ''}`
    case 'step':
      return `${body.step} ${body.outcome}${body.reason ? `: ${body.reason}` : ''}`
    case 'torque':
      return `${body.fastener}, ${body.step}, place ${body.place}: ${body.value === null ? body.outcome.replace('-', ' ') : formatQuantity('torque', body.value, system)}${body.reading ? ` from ${body.reading.device}` : ''}`
    case 'opened-again':
      return `${body.fastener}, ${body.step} undone: ${body.reason}`
    case 'maker-torque':
      return `${body.fastener}: vehicle maker's ${formatQuantity('torque', body.value, system)}, ${body.source}`
    case 'deviation':
      return `Not by the booklet: ${body.what}, ${body.why}, agreed ${body.agreedBy}`
    case 'off':
      return `Off: ${body.part}`
    case 'on-again':
      return `Back on: ${body.part}`
    case 'connection':
      return `${body.connection} ${body.result} at ${psi(body.pressure)}`
    case 'air-check':
      return `Hold ${body.end}: ${psi(body.pressure)} at ${formatQuantity('temperature', body.temperature, system)}`
    case 'bag-pressure':
      return `Bags set: ${psi(body.left)} left, ${psi(body.right)} right`
    case 'final-check':
      return `${FINAL_CHECK_NAMES[body.check]}: ${body.outcome.replace('-', ' ')}, ${body.because}`
    case 'handed-over':
      return `Handed over to ${body.to}`
    case 'withdrawn':
      return 'Taken back'
  }
}
